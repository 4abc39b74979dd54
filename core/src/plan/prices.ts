/** Minutes that can be spent on any of these days. */
export interface Load {
  readonly minutes: number;
  readonly days: readonly number[];
}

/** What a track can give at best, and what it takes for it. */
export interface Offer {
  readonly gain: number;
  readonly loads: readonly Load[];
}

export interface Prices {
  /** Of a minute on each day. */
  readonly byDay: readonly number[];
  /** What the minutes of all days and the best offers above their prices are worth: no choice of offers gives more. */
  readonly most: number;
}

const rounds = 80;
/** Prices are sought with so many tracks; with all of them they are judged. */
const mostTracks = 150;

/**
 * Prices for the minutes of each day that bound best what can be had, one offer a track at most, within the minutes
 * (Lagrangian relaxation; subgradient steps after Polyak 1969, towards what is `reached` already).
 */
export function bestPrices(offers: readonly (readonly Offer[])[], minutes: readonly number[], reached: number): Prices {
  const foremost = [...offers].sort((a, b) => densest(b) - densest(a)).slice(0, mostTracks);
  const start = uniformPrice(foremost, minutes);
  let prices: readonly number[] = minutes.map(() => start);
  let best: Prices = { byDay: prices, most: Infinity };
  let eagerness = 1;
  for (let round = 0; round < rounds; round++) {
    const { most, used } = judge(foremost, minutes, prices);
    if (most < best.most) best = { byDay: prices, most };
    else eagerness *= 0.95;
    const slopes = minutes.map((given, day) => given - (used[day] ?? 0));
    const square = slopes.reduce((sum, it) => sum + it * it, 0);
    if (square === 0) break;
    const step = (eagerness * Math.max(most - reached, 0)) / square;
    prices = prices.map((price, day) => Math.max(price - step * (slopes[day] ?? 0), 0));
  }
  return { byDay: best.byDay, most: judge(offers, minutes, best.byDay).most };
}

/** For every number of minutes up to the most, how many of them can be filled with things of these lengths. */
export function usableMinutes(lengths: ReadonlySet<number>, most: number): number[] {
  const usable = [0];
  for (let minutes = 1; minutes <= most; minutes++) {
    let best = usable[minutes - 1] ?? 0;
    for (const length of lengths)
      if (length > 0 && length <= minutes) best = Math.max(best, length + (usable[minutes - length] ?? 0));
    usable.push(best);
  }
  return usable;
}

function judge(
  offers: readonly (readonly Offer[])[],
  minutes: readonly number[],
  prices: readonly number[],
): { readonly most: number; readonly used: readonly number[] } {
  // Offers of a track share their lists of days: each is searched once.
  const known = new Map<readonly number[], number>();
  const cheapest = (days: readonly number[]): number => {
    let day = known.get(days);
    if (day === undefined) known.set(days, (day = cheapestOf(days, prices)));
    return day;
  };
  const costOf = ({ loads }: Offer): number => {
    let cost = 0;
    for (const load of loads) cost += load.minutes * (prices[cheapest(load.days)] ?? 0);
    return cost;
  };
  const used = minutes.map(() => 0);
  let most = minutes.reduce((sum, given, day) => sum + given * (prices[day] ?? 0), 0);
  for (const some of offers) {
    let taken: Offer | null = null;
    let worth = 0;
    for (const offer of some) {
      if (offer.gain <= worth) continue;
      const left = offer.gain - costOf(offer);
      if (left > worth) [taken, worth] = [offer, left];
    }
    most += worth;
    for (const { minutes: load, days } of taken?.loads ?? []) {
      const day = cheapest(days);
      used[day] = (used[day] ?? 0) + load;
    }
  }
  return { most, used };
}

function cheapestOf(days: readonly number[], prices: readonly number[]): number {
  let best = days[0] ?? 0;
  for (const day of days) if ((prices[day] ?? 0) < (prices[best] ?? 0)) best = day;
  return best;
}

/** The best price if a minute were worth the same on all days; the bound is convex in it. */
function uniformPrice(offers: readonly (readonly Offer[])[], minutes: readonly number[]): number {
  const total = minutes.reduce((sum, it) => sum + it, 0);
  const taken = offers.map((some) =>
    some.map(({ gain, loads }) => ({ gain, minutes: loads.reduce((sum, it) => sum + it.minutes, 0) })),
  );
  const at = (price: number): number =>
    taken.reduce(
      (sum, some) => sum + some.reduce((best, it) => Math.max(best, it.gain - price * it.minutes), 0),
      price * total,
    );
  let [low, high] = [0, 1e-6];
  for (const some of taken) for (const offer of some) high = Math.max(high, offer.gain / offer.minutes);
  for (let step = 0; step < 30; step++) {
    const [left, right] = [low + (high - low) / 3, high - (high - low) / 3];
    if (at(left) <= at(right)) high = right;
    else low = left;
  }
  return (low + high) / 2;
}

/** The most gain for a minute among some offers. */
function densest(offers: readonly Offer[]): number {
  let most = 0;
  for (const { gain, loads } of offers) most = Math.max(most, gain / loads.reduce((sum, it) => sum + it.minutes, 0));
  return most;
}
