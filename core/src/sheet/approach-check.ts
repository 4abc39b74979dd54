import { CostError } from '../errors';
import { type Bounds, type ConditionId, conditions, isRange } from './bounds/bound';
import { type Budget, type Fit, allowedSteps, fitOf } from './budget';
import { largeConstant } from '../cost/constant';
import { constantIn, evaluateCost, variablesWithout } from '../cost/evaluate-cost';
import { grouped } from '../cost/grouped';
import { type Magnitude, magnitude, product } from '../cost/magnitude';
import { compareCosts } from '../cost/compare-costs';
import { normalCost, simplifyingSteps } from '../cost/normal-cost';
import { superscript } from '../cost/superscript';
import { type Deed, type IdeaFact, factsOfCode, factsOfIdea } from './idea';

/** What is looked at of an approach. */
export interface ApproachFacts {
  readonly idea: string;
  /** The code of its versions; without it the idea alone is read. */
  readonly code?: string;
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

/** A condition or a required cost that is not kept. */
export interface Breach {
  readonly condition: ConditionId | 'time' | 'space';
  /** What is broken, in words. */
  readonly name: string;
  readonly why: string;
}

/** The rules that look at a stated cost. */
export type RemarkRule =
  | 'space-forgets'
  | 'time-forgets-sort'
  | 'not-simplified'
  | 'large-constant'
  | 'leaves-out'
  | 'same-size';

/** Something that looks wrong, or is to be asked, by a rule that can be put aside. */
export interface Remark {
  readonly rule: RemarkRule;
  readonly text: string;
}

/** What the machine makes of an approach. */
export interface ApproachCheck {
  /** Steps against the budget; null where the cost or a size is missing. */
  readonly time: Measured | null;
  /** Bytes against the limit, with 8 bytes for each element. */
  readonly space: Measured | null;
  readonly broken: readonly Breach[];
  /** Variables that no bound gives a size. */
  readonly unbounded: readonly string[];
  /** What looks wrong in the stated costs. */
  readonly remarks: readonly Remark[];
  /** How much of the advice was put aside. */
  readonly asideCount: number;
  /** The worst of it, in a word and a sentence. */
  readonly verdict: 'fits' | 'tight' | 'over' | 'breaks' | 'unknown';
  readonly text: string;
}

export const usualElementBytes = 8;

/** `putAside` holds the rules whose advice the person does not want on this approach. */
export function checkApproach(
  facts: ApproachFacts,
  bounds: Bounds,
  budget: Budget,
  putAside: ReadonlySet<string> = new Set(),
): ApproachCheck {
  const time = readable(facts.time) ?? timeOfOperations(facts, bounds);
  const space = readable(facts.space);
  const steps = time === null ? null : evaluateCost(time, bounds.largest);
  const elements = space === null ? null : evaluateCost(space, bounds.largest);
  const bytes = elements && product(elements, magnitude(usualElementBytes));
  const allowed = allowedSteps(budget);
  const measured = {
    time: steps && { needed: steps, allowed, fit: fitOf(steps, allowed) },
    space: bytes && { needed: bytes, allowed: budget.bytes, fit: fitOf(bytes, budget.bytes) },
  };
  const deeds = [...factsOfIdea(facts.idea), ...factsOfCode(facts.code ?? '')];
  const allBroken = [...brokenConditions(facts, deeds, bounds), ...brokenCosts(facts, bounds)];
  const broken = allBroken.filter(({ condition }) => !putAside.has(condition));
  const unbounded = [
    ...new Set([time, space].flatMap((cost) => (cost === null ? [] : variablesWithout(cost, bounds.largest)))),
  ];
  const remarks = [
    ...costRemarks(facts, deeds),
    ...leftOutRemarks(time, bounds),
    ...sameRemarks([time, space], bounds),
  ];
  const kept = remarks.filter(({ rule }) => !putAside.has(rule));
  const asideCount = allBroken.length - broken.length + remarks.length - kept.length;
  return { ...measured, broken, unbounded, remarks: kept, asideCount, ...verdictOf(measured, broken, unbounded) };
}

/** Where each operation has a cost and their number is known, the time of all of them. */
function timeOfOperations({ operations }: ApproachFacts, bounds: Bounds): string | null {
  const count = bounds.all.find((bound) => isRange(bound) && bound.kind === 'operations');
  const costs = operations.flatMap(({ time }) => readable(time) ?? []);
  if (!count || !isRange(count) || costs.length === 0 || costs.length < operations.length) return null;
  return `${count.variable}·(${costs.map(inner).join(' + ')})`;
}

/** A cost without its O. */
function inner(cost: string): string {
  return normalCost(cost).text.replace(/^O\(|\)$/g, '');
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
  if (first) return { verdict: 'breaks', text: `breaks “${first.name}”` };
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

/** What the idea or the code does, in a sentence that says from which words it was read. */
function saying(deeds: readonly IdeaFact[], deed: Deed, sentence: (what: string) => string): string | null {
  const fact = deeds.find((it) => it.deed === deed);
  return fact ? `${sentence(fact.what)} (“${fact.words}”).` : null;
}

function brokenConditions(facts: ApproachFacts, deeds: readonly IdeaFact[], bounds: Bounds): Breach[] {
  const isMore = (cost: string | null): boolean => {
    const read = readable(cost);
    return read !== null && compareCosts(read, '1') !== 'equal';
  };
  const tests: Readonly<Record<ConditionId, () => string | null>> = {
    'no-extra-space': () =>
      isMore(facts.space)
        ? `${normalCost(facts.space ?? '').text} of space is kept. If that is the answer itself, say so: “O(1) + output”.`
        : saying(deeds, 'keeps', (what) => `It keeps ${what}`),
    'constant-operation': () => slowOperation(facts, bounds, isMore),
    'keep-input': () => saying(deeds, 'changes-input', (what) => `It does ${what}`) ?? sortingInput(facts, deeds),
    'one-pass': () =>
      saying(deeds, 'reads-again', () => 'It reads the input more than once') ??
      saying(deeds, 'sorts', () => 'A sort reads the input more than once'),
    'no-recursion': () => saying(deeds, 'recurses', () => 'It is recursive'),
    'no-branching': () => saying(deeds, 'branches', () => 'It branches'),
    'comparisons-only': () => saying(deeds, 'looks-at-values', () => 'It looks at values, not only at comparisons'),
    online: () => saying(deeds, 'waits-for-all', () => 'It needs all questions beforehand'),
  };
  return [...new Set(bounds.conditions)].flatMap((condition) => {
    const why = tests[condition]();
    return why === null ? [] : [{ condition, name: conditions[condition], why }];
  });
}

/** A sort writes into what it sorts, unless that is something else than the input. */
function sortingInput({ idea }: ApproachFacts, deeds: readonly IdeaFact[]): string | null {
  const isOther =
    /\bsort\w* (?:a|the|its|this|that) cop(?:y|ies)\b|\bsorted (?:copy|list of|order of)\b|\bsort\w* (?:the |all |their |its )?(?:ind(?:ices|exes)|positions|quer(?:y|ies)|keys|counts|events|ranks|ends|answers|letters of)\b/i.test(
      idea,
    );
  if (isOther || deeds.some(({ words }) => /sorted\(|toSorted/.test(words))) return null;
  return saying(deeds, 'sorts', () => 'Sorting in place changes the input');
}

function slowOperation(facts: ApproachFacts, bounds: Bounds, isMore: (cost: string | null) => boolean): string | null {
  const slow = facts.operations.find(({ time }) => isMore(time));
  if (slow) return `${slow.name || 'an operation'} takes ${normalCost(slow.time).text}.`;
  const isOnAverage = bounds.all.some((bound) => bound.kind === 'condition' && /averag|amorti/i.test(bound.text));
  const uneven = facts.operations.find(({ time }) => /amorti|averag|expected/i.test(time));
  if (uneven && !isOnAverage)
    return `${uneven.name || 'an operation'} is constant only amortised or on average, not each time.`;
  if (facts.operations.length > 0) return null;
  // A time in q is that of all operations together.
  const [all, max] = bounds.sizes['q'] === undefined ? ['An operation takes', '1'] : ['All q operations take', 'q'];
  const time = readable(facts.time);
  return time !== null && !['equal', 'smaller'].includes(compareCosts(time, max))
    ? `${all} ${normalCost(time).text}.`
    : null;
}

/** A cost that the statement asks for, against the stated one. */
function brokenCosts(facts: ApproachFacts, { required, limits, largest }: Bounds): Breach[] {
  return required.flatMap(({ resource, cost }): Breach[] => {
    const [stated, wanted] = [readable(facts[resource]), readable(cost)];
    if (stated === null || wanted === null) return [];
    const relation = compareCosts(stated, wanted, limits);
    // Costs in other variables are told apart by what they come to at the bounds.
    const [here, there] = [stated, wanted].map((it) => evaluateCost(it, largest)?.log10 ?? null);
    const isOver = relation === 'incomparable' && here != null && there != null && here > there + 1e-9;
    if (relation !== 'larger' && !isOver) return [];
    const name = `${resource} ${normalCost(wanted).text}`;
    return [{ condition: resource, name, why: `It takes ${normalCost(stated).text}, and O(${cost}) is asked for.` }];
  });
}

/** A space cost that forgets what the idea keeps, a time cost that forgets the sort. */
function costRemarks(facts: ApproachFacts, deeds: readonly IdeaFact[]): Remark[] {
  const remarks: Remark[] = [];
  const space = readable(facts.space);
  const kept = saying(deeds, 'keeps', (what) => `Its space is stated as O(1), and it keeps ${what}`);
  if (kept !== null && space !== null && compareCosts(space, '1') === 'equal')
    remarks.push({ rule: 'space-forgets', text: kept });
  const time = readable(facts.time);
  const sorted =
    time === null
      ? null
      : saying(deeds, 'sorts', () => `Sorting takes O(n·log n), and its time is stated as ${normalCost(time).text}`);
  if (time !== null && sorted !== null && /^(?:smaller|equal)$/.test(compareCosts(time, mainOf(time))))
    remarks.push({ rule: 'time-forgets-sort', text: sorted });
  for (const [what, cost] of [
    ['time', facts.time],
    ['space', facts.space],
  ] as const) {
    if (readable(cost) === null) continue;
    const constant = constantIn(cost ?? '');
    const isLarge = constant >= largeConstant;
    if (isLarge)
      remarks.push({
        rule: 'large-constant',
        text: `In its ${what}, a constant of ${grouped(String(Math.round(constant)))} is too large to drop: it counts with the steps.`,
      });
    const [dropped] = simplifyingSteps(cost ?? '').filter(
      ({ kind }) => kind === 'dominated' || (kind === 'constant' && !isLarge),
    );
    if (dropped) remarks.push({ rule: 'not-simplified', text: `In its ${what}, ${dropped.why}.` });
  }
  return remarks;
}

/** The one variable of a cost, so that O(s) is linear as O(n) is. */
function mainOf(cost: string): string {
  const variables = variablesWithout(cost, {});
  return variables.length === 1 ? (variables[0] ?? 'n') : 'n';
}

/** Sizes that come in pairs: what has both is not read through by a cost that names one. */
const pairs: readonly (readonly [string, string])[] = [
  ['r', 'c'],
  ['h', 'w'],
  ['R', 'C'],
  ['H', 'W'],
  ['V', 'E'],
  ['s', 't'],
  ['n', 'q'],
];

/** A size of the input that a cost leaves out is asked about. */
function leftOutRemarks(time: string | null, { sizes, limits }: Bounds): Remark[] {
  const used = time === null ? [] : variablesWithout(time, {});
  if (time === null || used.length === 0) return [];
  return pairs.flatMap(([one, other]): Remark[] => {
    if (sizes[one] === undefined || sizes[other] === undefined) return [];
    const missing = used.includes(one) ? other : used.includes(other) ? one : null;
    const named = missing === one ? other : one;
    if (missing === null || used.includes(missing)) return [];
    const isRead = /^(?:equal|larger)$/.test(compareCosts(time, named, limits));
    if (!isRead) return [];
    return [
      {
        rule: 'leaves-out',
        text: `The time says nothing of ${missing}, up to ${grouped(String(sizes[missing] ?? 0))}: is it not read?`,
      },
    ];
  });
}

/** Names of a cost that the bounds call otherwise: what is taken for what. */
function sameRemarks(costs: readonly (string | null)[], { sameAs, largest }: Bounds): Remark[] {
  const used = new Set(costs.flatMap((cost) => (cost === null ? [] : variablesWithout(cost, {}))));
  return Object.entries(sameAs)
    .filter(([name]) => used.has(name))
    .map(([name, other]) => ({
      rule: 'same-size',
      text: `${name} is taken for ${other}, at most ${grouped(String(largest[name] ?? 0))}.`,
    }));
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
  if (value < 10_000) return grouped(String(Math.round(value)));
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
