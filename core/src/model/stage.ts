import type { EntryKind } from './entry';

/** The stages of a sheet, in the order of the work. */
export const stages = [
  'read',
  'bounds',
  'examples',
  'observations',
  'approaches',
  'trace',
  'code',
  'why',
  'lessons',
  'family',
] as const;
export type Stage = (typeof stages)[number];

const stageOfKind: Readonly<Record<EntryKind, Stage>> = {
  statement: 'read',
  reading: 'read',
  question: 'read',
  bounds: 'bounds',
  'cue-choices': 'bounds',
  example: 'examples',
  observation: 'observations',
  approach: 'approaches',
  'state-card': 'approaches',
  needs: 'approaches',
  trace: 'trace',
  version: 'code',
  'check-rules': 'code',
  argument: 'why',
  lesson: 'lessons',
  notes: 'lessons',
  relation: 'family',
  twist: 'family',
};

export function stageOf(kind: EntryKind): Stage {
  return stageOfKind[kind];
}

/** All kinds in the order of the work. */
export const entryKinds = Object.keys(stageOfKind) as EntryKind[];
