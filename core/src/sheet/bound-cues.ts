import { type Bounds, type ConditionId, type RangeBound, amountAt, isRange } from './bounds/bound';
import { evaluateCost } from '../cost/evaluate-cost';
import { grouped } from '../cost/grouped';
import { type Budget, type Fit, allowedSteps, budgetFor, fitOf, mainVariable } from './budget';

/** What a bound or a condition points to, by a documented rule. It is a hint, for the person to accept or dismiss. */
export interface BoundCue {
  /** Names the rule and what it fired on, so that a dismissal lasts: `tiny:n`. */
  readonly id: string;
  readonly text: string;
  readonly why: string;
}

/** Cues that follow from bounds and conditions, the most telling first. docs/sheet.md lists the rules. */
export function boundCues(bounds: Bounds, budget = budgetFor(bounds)): BoundCue[] {
  return [
    ...sizeCues(bounds, budget),
    ...queryCues(bounds),
    ...valueCues(bounds),
    ...limitCues(bounds),
    ...conditionCues(bounds),
  ];
}

/** What is bounded alike says the same, and is told of together. */
function alike<T>(all: readonly T[], sizeOf: (it: T) => string): readonly (readonly [first: T, group: readonly T[]])[] {
  const groups = new Map<string, T[]>();
  for (const it of all) groups.set(sizeOf(it), [...(groups.get(sizeOf(it)) ?? []), it]);
  return [...groups.values()].flatMap((group) => (group[0] === undefined ? [] : [[group[0], group] as const]));
}

/** Ways to go through everything, the heaviest first; the first that is not over the limit is what a size points to. */
const ways: readonly { readonly id: string; readonly cost: string; readonly what: string; readonly why: string }[] = [
  { id: 'orders', cost: 'n!', what: 'all orders', why: '' },
  { id: 'subsets', cost: '2^n', what: 'all subsets', why: 'a state can be a set of bits.' },
  { id: 'halves', cost: 'n·2^(n/2)', what: 'subsets of each half', why: 'solve two halves and match them.' },
  { id: 'fourth', cost: 'n^4', what: 'up to four nested loops', why: '' },
  {
    id: 'cubic',
    cost: 'n^3',
    what: 'three nested loops',
    why: 'every interval with every split, or all pairs over every middle.',
  },
  { id: 'quadratic', cost: 'n^2', what: 'all pairs', why: '' },
  { id: 'linearithmic', cost: 'n·log n', what: 'sort, halve or sweep', why: '' },
  { id: 'linear', cost: 'n', what: 'one or two passes', why: '' },
];

/** A way with what it comes to at a size. */
interface MeasuredWay {
  readonly way: (typeof ways)[number];
  readonly steps: number;
  readonly fit: Fit;
}

/** Every way at a size: the same steps against the same limit as in the table of what the bounds allow. */
function waysAt(size: number, budget: Budget): MeasuredWay[] {
  return ways.map((way) => {
    const steps = evaluateCost(way.cost, { n: size });
    return { way, steps: steps?.value ?? Infinity, fit: steps ? fitOf(steps, allowedSteps(budget)) : 'over' };
  });
}

function sizeCues({ sizes }: Bounds, budget: Budget): BoundCue[] {
  const main = mainVariable(sizes);
  const names = Object.keys(sizes)
    .filter((name) => !/^[qktT]$/.test(name))
    .sort((a, b) => Number(b === main) - Number(a === main));
  return alike(names, (name) => String(sizes[name])).flatMap(([name, group]): BoundCue[] => {
    const size = sizes[name] ?? 0;
    const all = `${group.join(', ')} ≤ ${short(size)}`;
    const measured = waysAt(size, budget);
    const at = measured.findIndex(({ fit }) => fit !== 'over');
    const fitting = measured[at];
    if (!fitting) return [digitsCue(name, all, size)];
    // Beside a larger size it says nothing that a smaller one may be sorted or swept.
    const isSweep = /^linear/.test(fitting.way.id);
    if (isSweep && name !== main) return [];
    const { id, what } = wordsOf(fitting, isSweep);
    const cost = ({ way, steps }: MeasuredWay): string =>
      `${way.cost.replace(/\bn\b/g, name)} is about ${short(steps)}`;
    const heavier = measured[at - 1];
    const over = heavier ? `${cost(heavier)}, too many; ` : '';
    const why = fitting.way.why === '' ? '.' : `: ${fitting.way.why}`;
    return [{ id: `${id}:${name}`, text: `${all}: ${what}`, why: `${over}${cost(fitting)}${why}` }];
  });
}

function wordsOf(
  { way: { id, what }, fit }: MeasuredWay,
  isSweep: boolean,
): { readonly id: string; readonly what: string } {
  if (id === 'linearithmic' && fit === 'tight') return { id: 'linear', what: 'one or two passes; a sort just fits' };
  return { id, what: isSweep ? what : `${what} ${fit === 'tight' ? 'just fit' : 'fit'}` };
}

/** `names` are all that are bounded alike, with their bound. */
function digitsCue(name: string, names: string, size: number): BoundCue {
  return {
    id: `digits:${name}`,
    text: `${names}: work on digits, by halving or by a formula`,
    why: `Counting up to ${name} is out; it has only ${digitsOf(size, 10)} digits and ${digitsOf(size, 2)} bits.`,
  };
}

function queryCues({ all, sizes, conditions }: Bounds): BoundCue[] {
  const queries = sizes['q'];
  const items = sizes[mainVariable(sizes) ?? ''];
  if (queries === undefined || queries < 100) return [];
  if (all.some((bound) => isRange(bound) && bound.isChanging))
    return [
      {
        id: 'operations',
        text: 'Many operations: each must be fast on what changes',
        why: `Walking over everything for each takes about ${short(queries * queries)}; a structure kept in order takes ${short(queries * Math.log2(queries))}.`,
      },
    ];
  const why =
    items === undefined
      ? `${short(queries)} queries.`
      : `Answering each from scratch takes q·n, about ${short(queries * items)}.`;
  const prepare = {
    id: 'prepare',
    text: 'Many queries on fixed data: prepare answers',
    why: `${why} Prepare once what every query can look up.`,
  };
  return conditions.includes('online')
    ? [prepare]
    : [
        prepare,
        {
          id: 'offline',
          text: 'All queries are known: answer them in an order that helps',
          why: 'Nothing says that each must be answered before the next is known.',
        },
      ];
}

/** Digits of a whole number that is above zero, in base 10 or 2. */
function digitsOf(size: number, base: 2 | 10): number {
  return BigInt(Math.round(size)).toString(base).length;
}

/** A letter alone is one number, and is not summed. */
function isLetter(name: string): boolean {
  return /^\w$/.test(name);
}

/** Values and moments with both ends as numbers; an end that is not said is zero, one that goes by a name is that name's. */
function valueRanges({ all, largest }: Bounds): { name: string; min: number; max: number }[] {
  return all.flatMap((bound) => {
    if (!isRange(bound) || (bound.kind !== 'value' && bound.kind !== 'moment')) return [];
    const max = maxOf(bound, largest);
    return max === null ? [] : [{ name: bound.name, min: amountAt(bound.low) ?? 0, max }];
  });
}

function maxOf({ high }: RangeBound, largest: Bounds['largest']): number | null {
  return high !== null && 'symbol' in high ? (largest[high.symbol] ?? null) : amountAt(high);
}

function valueCues(bounds: Bounds): BoundCue[] {
  const items = bounds.sizes[mainVariable(bounds.sizes) ?? ''] ?? 1e5;
  const values = valueRanges(bounds);
  return alike(values, ({ name, min, max }) => `${min} ${max} ${isLetter(name)}`).flatMap(
    ([value, group]): BoundCue[] => {
      const { name, min, max } = value;
      const names = group.map((it) => it.name).join(', ');
      const [is, has, needs] = group.length > 1 ? ['are', 'have', 'need'] : ['is', 'has', 'needs'];
      const range = max - min;
      const cues: BoundCue[] = [];
      const isNumber = isLetter(name) && max > (Object.keys(bounds.sizes).length === 0 ? 2e8 : 1e12);
      if (isNumber) cues.push(digitsCue(name, `${names} ≤ ${short(max)}`, max));
      else if (range > 50 * items && range > 1e6)
        cues.push({
          id: `ranks:${name}`,
          text: `${names} ${is} far larger than the number of items: use ranks, halves or digits`,
          why: `A table over ${short(range)} values does not fit; at most ${short(items)} of them occur.`,
        });
      else if (range <= 1e6)
        cues.push({
          id: `table:${name}`,
          text: `${names} ${has} few values: index by value`,
          why: `A table of ${short(range + 1)} counts fits.`,
        });
      if (min < 0)
        cues.push({
          id: `negative:${name}`,
          text: `${names} can be negative: sums do not only grow`,
          why: 'A window over a rising sum, or a greedy stop, no longer holds.',
        });
      if (isLetter(name) && max >= 2 ** 31)
        cues.push({ id: `overflow:${name}`, text: `${names} ${needs} 64 bits`, why: `${short(max)} is over 2^31.` });
      else if (!isLetter(name) && max * items > 2 ** 31)
        cues.push({
          id: `overflow:${name}`,
          text: `Sums of ${names} need 64 bits`,
          why: `${short(items)} values of ${short(max)} add up to ${short(max * items)}, over 2^31.`,
        });
      return cues;
    },
  );
}

function limitCues({ bytes, seconds, sizes }: Bounds): BoundCue[] {
  const cues: BoundCue[] = [];
  if (bytes !== null && bytes >= 500e6)
    cues.push({
      id: 'big-tables',
      text: 'A raised memory limit: big tables are meant',
      why: `${short(bytes / 8)} numbers of 8 bytes fit.`,
    });
  if (bytes !== null && bytes <= 32e6)
    cues.push({
      id: 'small-memory',
      text: 'Little memory: keep rows, not tables',
      why: `Only ${short(bytes / 8)} numbers of 8 bytes fit.`,
    });
  if (seconds !== null && seconds >= 5)
    cues.push({
      id: 'long-time',
      text: 'A long time limit: a heavy factor is meant',
      why: `${seconds} s allow more than one usual second.`,
    });
  const [vertices, edges] = [sizes['V'], sizes['E']];
  if (vertices !== undefined && edges !== undefined && edges <= 20 * vertices)
    cues.push({
      id: 'sparse',
      text: 'The graph is sparse: lists of neighbours',
      why: `${short(edges)} edges for ${short(vertices)} vertices; a matrix would hold ${short(vertices ** 2)} cells.`,
    });
  return cues;
}

const conditionTexts: Readonly<Record<ConditionId, readonly [string, string]>> = {
  'no-extra-space': [
    'No extra space: use the input, its order or two positions',
    'A set, a table and the stack of a recursion are extra space.',
  ],
  'keep-input': [
    'The input must stay: no marking, sorting or swapping in it',
    'Mark by halving the values, by two speeds, or in a copy if space allows.',
  ],
  'one-pass': [
    'One pass: keep a summary that can be updated',
    'Everything the answer needs has to be carried along; nothing is read twice.',
  ],
  'constant-operation': [
    'Every operation in constant time: join a map with a second structure',
    'One structure alone rarely serves find, add and remove at once.',
  ],
  online: ['Online: the structure must answer while it grows', 'Sorting all queries first is out.'],
  'comparisons-only': [
    'Only comparisons: nothing below n·log n sorts',
    'Counting and hashing look at values; a comparison says only which is larger.',
  ],
  'no-recursion': [
    'No recursion: keep the stack yourself',
    'Depth is held in a list, or the order is found from below.',
  ],
  'no-branching': [
    'No branching: arithmetic or tables instead of conditions',
    'A comparison can be a number, 0 or 1, to multiply with or to index by.',
  ],
};

function conditionCues({ conditions, sizes, all }: Bounds): BoundCue[] {
  // Constant time for mere queries asks for prepared answers, not for two structures.
  const isAsked = sizes['q'] !== undefined && !all.some((bound) => isRange(bound) && bound.isChanging);
  const told = [...new Set(conditions)].filter((condition) => condition !== 'constant-operation' || !isAsked);
  return told.map((condition) => {
    const [text, why] = conditionTexts[condition];
    return { id: condition, text, why };
  });
}

/** A number as people say it: 40 000, 3·10^10. */
function short(value: number): string {
  if (value < 1e5) return grouped(String(Math.round(value)));
  const exponent = Math.floor(Math.log10(value) + 1e-9);
  const lead = Math.round((value / 10 ** exponent) * 10) / 10;
  return lead === 1 ? `10^${exponent}` : `${lead}·10^${exponent}`;
}
