import type { CostPair, Difficulty } from '../model/problem';
import type { SittingKind } from '../model/sitting-kinds';
import type { Help, Result, Slip } from '../model/sitting-words';
import type { TechniqueId } from '../model/technique';
import type { Day } from '../model/time';
import { keyedFields } from './keyed-fields';

/** What a quick line says. Nothing is filled in that was not written, but for the result, which is `solved`. */
export interface QuickDraft {
  readonly title: string;
  /** Main technique first. */
  readonly techniques: readonly TechniqueId[];
  /** Names of techniques that the catalogue does not hold yet, by their id in `techniques`. */
  readonly newTechniques: Readonly<Record<TechniqueId, string>>;
  readonly minutes: number | null;
  readonly attempts: number | null;
  readonly cost: CostPair;
  readonly slips: readonly Slip[];
  readonly help: Help;
  readonly result: Result;
  /** Said outright: that it was solved, or that it is kept for later. */
  readonly said: 'solved' | 'planned' | null;
  /** What it was done as, where that is said. */
  readonly kind: SittingKind | null;
  readonly difficulty: Difficulty | null;
  readonly day: Day | null;
  readonly origin: string | null;
  readonly employer: string | null;
  /** Fields in words, by their keys: `in`, `judged`. */
  readonly words: Readonly<Record<string, string>>;
  readonly link: string | null;
}

export const emptyDraft: QuickDraft = {
  title: '',
  techniques: [],
  newTechniques: {},
  minutes: null,
  attempts: null,
  cost: { time: null, space: null },
  slips: [],
  help: 'none',
  result: 'solved',
  said: null,
  kind: null,
  difficulty: null,
  day: null,
  origin: null,
  employer: null,
  words: {},
  link: null,
};

/** Whether anything in it happened in a sitting. */
export function tellsOfSitting(draft: QuickDraft): boolean {
  const { minutes, attempts, cost, slips: some, help, result, kind, day, words } = draft;
  const isSaid = [minutes, attempts, cost.time, cost.space, kind, day].some((it) => it !== null);
  const isJudged = Object.keys(words).some((key) => keyedFields.get(key)?.of === 'attempt');
  return isSaid || isJudged || some.length > 0 || help !== 'none' || result !== 'solved';
}
