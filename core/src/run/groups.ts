import { type CheckGroup, type Example, checkGroups } from '../model/entry';
import { type EdgeCase, coveredBy } from '../sheet/edge-cases';
import type { CheckResult } from './checks';
import { isMade } from './rule-text';
import { argumentTexts } from './signature';

/** Longer inputs count as large; the longest that people type by hand are shorter. */
const largeLetters = 2000;

/** What an input shows that is rare in usual ones. */
const marksEdge: ReadonlySet<EdgeCase> = new Set<EdgeCase>([
  'empty',
  'one',
  'all-equal',
  'one-letter',
  'one-row',
  'no-edges',
  'leading-zeros',
  'overflow',
]);

/** The group of a check: as it was chosen, else as its input shows. */
export function groupOf(example: Pick<Example, 'input' | 'tags' | 'group'>): CheckGroup {
  if (example.group !== null) return example.group;
  if (isMade(example.input) || example.input.length > largeLetters || example.tags.includes('largest')) return 'large';
  const isEdge = example.tags.length > 0 || shownBy(example.input).some((edge) => marksEdge.has(edge));
  return isEdge ? 'edge' : 'normal';
}

/** Of several arguments the lists and texts tell; a number beside them is no single element. */
function shownBy(input: string): EdgeCase[] {
  const texts = argumentTexts(input).map(({ text }) => text);
  const parts = texts.length > 1 ? texts.filter((text) => /^[["']/.test(text)) : [input];
  return parts.flatMap((part) => coveredBy({ input: part, tags: [] }));
}

/** Checks in the order in which they are run: usual ones first, large ones last. */
export function byGroup<It extends Pick<Example, 'input' | 'tags' | 'group'>>(examples: readonly It[]): It[] {
  return checkGroups.flatMap((group) => examples.filter((example) => groupOf(example) === group));
}

/** How many of a group are right, of those where something is expected. */
export interface GroupScore {
  readonly right: number;
  readonly wanted: number;
}

export function scoreOf(results: readonly CheckResult[]): GroupScore {
  const wanted = results.filter(({ verdict }) => verdict !== 'ran');
  return { right: wanted.filter(({ verdict }) => verdict === 'right').length, wanted: wanted.length };
}
