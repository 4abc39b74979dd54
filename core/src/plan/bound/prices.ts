import { at } from '../../at';

/** Minutes that can be spent on any of these days. */
export interface Load {
  readonly minutes: number;
  readonly days: readonly number[];
}

/** What a candidate can give at best, and what it takes for it. */
export interface ReviewColumn {
  readonly gain: number;
  readonly loads: readonly Load[];
}

/** The columns of a candidate; at most one is taken; and how many candidates have just these. */
export interface ColumnSet {
  readonly columns: readonly ReviewColumn[];
  readonly count: number;
}

export interface BestPrices {
  readonly prices: Prices;
  /** What the minutes of all days and the best columns above their prices are worth: no choice of columns gives more. */
  readonly max: number;
}

/** Of a minute on each day. */
export class Prices {
  private readonly known = new Map<readonly number[], number>();

  constructor(readonly byDay: readonly number[]) {}

  /** Of some days the one on which minutes cost least. Candidates share their lists of days: each is searched once. */
  cheapest(days: readonly number[]): number {
    let best = this.known.get(days);
    if (best === undefined) {
      best = at(days, 0);
      for (const day of days) if (this.of(day) < this.of(best)) best = day;
      this.known.set(days, best);
    }
    return best;
  }

  /** What a column gives above its price. */
  worth({ gain, loads }: ReviewColumn): number {
    let left = gain;
    for (const { minutes, days } of loads) left -= minutes * this.of(this.cheapest(days));
    return left;
  }

  /** The column that is worth most above its price, and by how much; none where none is. */
  best(columns: readonly ReviewColumn[]): { readonly column: ReviewColumn | null; readonly worth: number } {
    let best: ReviewColumn | null = null;
    let worth = 0;
    for (const column of columns) {
      if (column.gain <= worth) continue;
      const left = this.worth(column);
      if (left > worth) [best, worth] = [column, left];
    }
    return { column: best, worth };
  }

  /** What all minutes cost. */
  ofAll(minutes: readonly number[]): number {
    return minutes.reduce((sum, given, day) => sum + given * this.of(day), 0);
  }

  private of(day: number): number {
    return at(this.byDay, day);
  }
}

const rounds = 120;
/** Between so many rounds columns are left out that are not near to being worth their price, as a share of their gain. */
const narrowedEvery = 20;
const nearness = 0.25;

/**
 * Prices for the minutes of each day that bound best what can be had, one column a candidate at most, within the minutes
 * (Lagrangian relaxation; subgradient steps after Polyak 1969, towards what is `reached` already). The search may go on
 * from prices known `before`.
 */
export function bestPrices(
  columnSets: readonly ColumnSet[],
  minutes: readonly number[],
  reached: number,
  before = uniformPrices(columnSets, minutes),
): BestPrices {
  let prices = before;
  let best: BestPrices = { prices, max: Infinity };
  let eagerness = 1;
  let near = columnSets;
  for (let round = 0; round < rounds; round++) {
    if (round % narrowedEvery === 0) near = columnSets.map((columnSet) => narrowed(columnSet, prices));
    const { max, used } = judge(near, minutes, prices);
    if (max < best.max) best = { prices, max };
    else eagerness *= 0.97;
    const slopes = minutes.map((given, day) => given - at(used, day));
    const square = slopes.reduce((sum, it) => sum + it * it, 0);
    if (square === 0) break;
    const step = (eagerness * Math.max(max - reached, 0)) / square;
    prices = new Prices(prices.byDay.map((price, day) => Math.max(price - step * at(slopes, day), 0)));
  }
  return { prices: best.prices, max: judge(columnSets, minutes, best.prices).max };
}

/** Without the columns that are far from being worth their price. */
function narrowed({ columns, count }: ColumnSet, prices: Prices): ColumnSet {
  return { columns: columns.filter((column) => prices.worth(column) > -nearness * column.gain), count };
}

/** For every number of minutes up to the most, how many of them can be filled with things of these lengths. */
export function usableMinutes(lengths: ReadonlySet<number>, max: number): number[] {
  const usable = [0];
  for (let minutes = 1; minutes <= max; minutes++) {
    let best = at(usable, minutes - 1);
    for (const length of lengths)
      if (length > 0 && length <= minutes) best = Math.max(best, length + at(usable, minutes - length));
    usable.push(best);
  }
  return usable;
}

/** The most gain for a minute among some columns. */
export function densest(columns: readonly ReviewColumn[]): number {
  let max = 0;
  for (const { gain, loads } of columns) max = Math.max(max, gain / minutesOf(loads));
  return max;
}

function judge(
  columnSets: readonly ColumnSet[],
  minutes: readonly number[],
  prices: Prices,
): { readonly max: number; readonly used: readonly number[] } {
  const used = minutes.map(() => 0);
  let max = prices.ofAll(minutes);
  for (const { columns, count } of columnSets) {
    const { column, worth } = prices.best(columns);
    max += count * worth;
    for (const load of column?.loads ?? []) {
      const day = prices.cheapest(load.days);
      used[day] = at(used, day) + count * load.minutes;
    }
  }
  return { max, used };
}

/** The best prices if a minute were worth the same on all days; the bound is convex in it. */
export function uniformPrices(columnSets: readonly ColumnSet[], minutes: readonly number[]): Prices {
  const total = minutes.reduce((sum, it) => sum + it, 0);
  const taken = columnSets.map(({ columns, count }) => ({
    count,
    columns: columns.map(({ gain, loads }) => ({ gain, minutes: minutesOf(loads) })),
  }));
  const at = (price: number): number =>
    taken.reduce(
      (sum, { columns, count }) =>
        sum + count * columns.reduce((best, it) => Math.max(best, it.gain - price * it.minutes), 0),
      price * total,
    );
  let [low, high] = [0, 1e-6];
  for (const { columns } of columnSets) high = Math.max(high, densest(columns));
  for (let step = 0; step < 30; step++) {
    const [left, right] = [low + (high - low) / 3, high - (high - low) / 3];
    if (at(left) <= at(right)) high = right;
    else low = left;
  }
  return new Prices(minutes.map(() => (low + high) / 2));
}

function minutesOf(loads: readonly Load[]): number {
  return loads.reduce((sum, it) => sum + it.minutes, 0);
}
