import { CostError } from '../errors';
import { type Bounds, type ConditionId, conditions } from './bounds/bound';
import { type Budget, type Fit, allowedSteps, fitOf } from './budget';
import { evaluateCost, variablesWithout } from '../cost/evaluate-cost';
import { type Magnitude, magnitude, product } from '../cost/magnitude';
import { compareCosts } from '../cost/compare-costs';
import { normalCost, simplifyingSteps } from '../cost/normal-cost';
import { superscript } from '../cost/superscript';

/** What is looked at of an approach. */
export interface ApproachFacts {
  readonly idea: string;
  readonly time: string | null;
  readonly space: string | null;
  readonly operations: readonly { readonly name: string; readonly time: string }[];
}

/** A cost against its limit. */
export interface Measured {
  readonly needed: Magnitude;
  readonly allowed: number;
  readonly fit: Fit;
}

/** What the machine makes of an approach. */
export interface ApproachCheck {
  /** Steps against the budget; null where the cost or a size is missing. */
  readonly time: Measured | null;
  /** Bytes against the limit, with 8 bytes for each element. */
  readonly space: Measured | null;
  readonly broken: readonly { readonly condition: ConditionId; readonly why: string }[];
  /** Variables that no bound gives a size. */
  readonly unbounded: readonly string[];
  /** What looks wrong in the stated costs. */
  readonly remarks: readonly string[];
  /** The worst of it, in a word and a sentence. */
  readonly verdict: 'fits' | 'tight' | 'over' | 'breaks' | 'unknown';
  readonly text: string;
}

export const usualElementBytes = 8;

export function checkApproach(facts: ApproachFacts, bounds: Bounds, budget: Budget): ApproachCheck {
  const time = readable(facts.time);
  const space = readable(facts.space);
  const steps = time === null ? null : evaluateCost(time, bounds.largest);
  const elements = space === null ? null : evaluateCost(space, bounds.largest);
  const bytes = elements && product(elements, magnitude(usualElementBytes));
  const allowed = allowedSteps(budget);
  const measured = {
    time: steps && { needed: steps, allowed, fit: fitOf(steps, allowed) },
    space: bytes && { needed: bytes, allowed: budget.bytes, fit: fitOf(bytes, budget.bytes) },
  };
  const broken = brokenConditions(facts, bounds);
  const unbounded = [
    ...new Set([time, space].flatMap((cost) => (cost === null ? [] : variablesWithout(cost, bounds.largest)))),
  ];
  return {
    ...measured,
    broken,
    unbounded,
    remarks: [...costRemarks(facts), ...sameRemarks([time, space], bounds)],
    ...verdictOf(measured, broken, unbounded),
  };
}

function verdictOf(
  { time, space }: Pick<ApproachCheck, 'time' | 'space'>,
  broken: ApproachCheck['broken'],
  unbounded: readonly string[],
): Pick<ApproachCheck, 'verdict' | 'text'> {
  if (time?.fit === 'over')
    return {
      verdict: 'over',
      text: `over: ${approximately(time.needed)} steps for ${approximately(magnitude(time.allowed))}`,
    };
  if (space?.fit === 'over')
    return { verdict: 'over', text: `over: ${bytesText(space.needed)} for ${bytesText(magnitude(space.allowed))}` };
  const [first] = broken;
  if (first) return { verdict: 'breaks', text: `breaks “${conditions[first.condition]}”` };
  if (time?.fit === 'tight')
    return {
      verdict: 'tight',
      text: `tight: ${approximately(time.needed)} steps for ${approximately(magnitude(time.allowed))}`,
    };
  if (space?.fit === 'tight')
    return { verdict: 'tight', text: `tight: ${bytesText(space.needed)} for ${bytesText(magnitude(space.allowed))}` };
  if (time)
    return { verdict: 'fits', text: space && space.needed.value > 1e6 ? `fits, ${bytesText(space.needed)}` : 'fits' };
  return { verdict: 'unknown', text: unbounded.length > 0 ? `no bound for ${unbounded.join(', ')}` : 'state its cost' };
}

function brokenConditions(facts: ApproachFacts, bounds: Bounds): ApproachCheck['broken'] {
  const says = (pattern: RegExp): boolean => pattern.test(facts.idea);
  const isMore = (cost: string | null): boolean => {
    const read = readable(cost);
    return read !== null && compareCosts(read, '1') !== 'equal';
  };
  const tests: Readonly<Partial<Record<ConditionId, () => string | null>>> = {
    'no-extra-space': () => (isMore(facts.space) ? `${normalCost(facts.space ?? '').text} of space is kept.` : null),
    'constant-operation': () => {
      const slow = facts.operations.find(({ time }) => isMore(time));
      if (slow) return `${slow.name || 'an operation'} takes ${normalCost(slow.time).text}.`;
      if (facts.operations.length > 0) return null;
      // A time in q is that of all operations together.
      const [all, max] = bounds.sizes['q'] === undefined ? ['An operation takes', '1'] : ['All q operations take', 'q'];
      const time = readable(facts.time);
      return time !== null && !['equal', 'smaller'].includes(compareCosts(time, max))
        ? `${all} ${normalCost(time).text}.`
        : null;
    },
    'keep-input': () =>
      says(
        /\b(?:in place|swap(?:s|ping)?|overwrit\w+|sort(?:s|ing)? the (?:input|array|list)|mark(?:s|ing)? (?:it )?in the (?:input|array|list|grid))\b/i,
      )
        ? 'The idea changes the input.'
        : null,
    'one-pass': () =>
      says(/\b(?:two|second|three|another) pass(?:es)?\b|\bsort(?:s|ed|ing)?\b/i)
        ? 'The idea reads the input more than once.'
        : null,
    'no-recursion': () => (says(/\brecurs\w+|\bmemo\w*/i) ? 'The idea is recursive.' : null),
    'comparisons-only': () =>
      says(/\bhash\w*|\bcount(?:s|ing)? sort|\bbuckets?\b|\bindex by value/i)
        ? 'The idea looks at values, not only at comparisons.'
        : null,
    online: () =>
      says(/\boffline\b|\bsort(?:s|ed|ing)? (?:the |all )?queries\b/i)
        ? 'The idea needs all questions beforehand.'
        : null,
  };
  return [...new Set(bounds.conditions)].flatMap((condition) => {
    const why = tests[condition]?.();
    return why ? [{ condition, why }] : [];
  });
}

/** Structures that an idea may name, and the least space they take. */
const kept: readonly (readonly [RegExp, string])[] = [
  [
    /\bhash(?:ed)? ?(?:set|map|table)s?\b|\bdictionar(?:y|ies)\b|\bseen set\b|\b(?:a|the|in) set\b|\bmaps?\b/i,
    'a map or set',
  ],
  [/\bstacks?\b/i, 'a stack'],
  [/\bqueues?\b|\bdeques?\b/i, 'a queue'],
  [/\bheaps?\b/i, 'a heap'],
  [/\btries?\b/i, 'a trie'],
  [/\bmemo\w*|\btables?\b|\bdp\b/i, 'a table'],
  [/\bprefix sums?\b/i, 'prefix sums'],
  [/\brecurs\w+/i, 'the stack of the recursion'],
  [/\bcop(?:y|ies) of\b/i, 'a copy'],
];
const fixedSize = /\b(?:26|128|256|alphabet|letters?|fixed|constant)\b/i;

/** A space cost that forgets what the idea keeps, a time cost that forgets the sort. */
function costRemarks(facts: ApproachFacts): string[] {
  const remarks: string[] = [];
  const space = readable(facts.space);
  const structure = kept.find(([pattern]) => pattern.test(facts.idea))?.[1];
  if (structure && space !== null && compareCosts(space, '1') === 'equal' && !fixedSize.test(facts.idea))
    remarks.push(`The idea keeps ${structure}, yet its space is stated as O(1).`);
  const time = readable(facts.time);
  const isSorting =
    /\bsort(?:s|ing)?\b/i.test(facts.idea) &&
    !/\b(?:count(?:ing)?|radix|bucket) ?sort|\balready sorted|\bis sorted/i.test(facts.idea);
  if (isSorting && time !== null && /^(?:smaller|equal)$/.test(compareCosts(time, 'n')))
    remarks.push(`Sorting takes O(n·log n), yet its time is stated as ${normalCost(time).text}.`);
  for (const [what, cost] of [
    ['time', facts.time],
    ['space', facts.space],
  ] as const) {
    const [dropped] = readable(cost)
      ? simplifyingSteps(cost ?? '').filter(({ kind }) => kind === 'dominated' || kind === 'constant')
      : [];
    if (dropped) remarks.push(`In its ${what}, ${dropped.why}.`);
  }
  return remarks;
}

/** Names of a cost that the bounds call otherwise: what is taken for what. */
function sameRemarks(costs: readonly (string | null)[], { sameAs, largest }: Bounds): string[] {
  const used = new Set(costs.flatMap((cost) => (cost === null ? [] : variablesWithout(cost, {}))));
  return Object.entries(sameAs)
    .filter(([name]) => used.has(name))
    .map(([name, other]) => `${name} is taken for ${other}, at most ${grouped(largest[name] ?? 0)}.`);
}

/** A whole number with its thousands apart. */
function grouped(value: number): string {
  return String(Math.round(value)).replace(/\B(?=(\d{3})+$)/g, '\u202f');
}

function readable(cost: string | null): string | null {
  if (cost === null || cost.trim() === '') return null;
  try {
    normalCost(cost);
    return cost;
  } catch (error) {
    if (error instanceof CostError) return null;
    throw error;
  }
}

/** A count as an order of magnitude: 3 500, 4·10¹⁰, 10^60206. */
export function approximately({ value, log10 }: Magnitude): string {
  if (value < 10_000) return String(Math.round(value)).replace(/\B(?=(\d{3})+$)/g, '\u202f');
  const exponent = Math.floor(log10 + 1e-9);
  const lead = Math.round(10 ** (log10 - exponent));
  const power = superscript(`10^${lead === 10 ? exponent + 1 : exponent}`);
  return lead === 1 || lead === 10 ? power : `${lead}·${power}`;
}

/** Bytes in the unit that fits: 14 MB. */
export function bytesText(bytes: Magnitude): string {
  const units = ['B', 'kB', 'MB', 'GB', 'TB'];
  const step = Math.min(Math.max(Math.floor((bytes.log10 + 1e-9) / 3), 0), units.length - 1);
  const value = bytes.value / 1000 ** step;
  if (!(value < 1e6)) return `${approximately(bytes)} B`;
  return `${value < 10 && step > 0 ? Math.round(value * 10) / 10 : Math.round(value)} ${units[step] ?? 'B'}`;
}
