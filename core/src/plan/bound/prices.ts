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

/** The offers of a track, of which one at most is taken, and how many tracks have just these. */
export interface Supply {
  readonly offers: readonly Offer[];
  readonly count: number;
}

export interface BestPrices {
  readonly prices: Prices;
  /** What the minutes of all days and the best offers above their prices are worth: no choice of offers gives more. */
  readonly most: number;
}

/** Of a minute on each day. */
export class Prices {
  private readonly known = new Map<readonly number[], number>();

  constructor(readonly byDay: readonly number[]) {}

  /** Of some days the one on which minutes cost least. Tracks share their lists of days: each is searched once. */
  cheapest(days: readonly number[]): number {
    let best = this.known.get(days);
    if (best === undefined) {
      best = days[0] ?? 0;
      for (const day of days) if (this.of(day) < this.of(best)) best = day;
      this.known.set(days, best);
    }
    return best;
  }

  /** What an offer gives above its price. */
  worth({ gain, loads }: Offer): number {
    let left = gain;
    for (const { minutes, days } of loads) left -= minutes * this.of(this.cheapest(days));
    return left;
  }

  /** The offer that is worth most above its price, and by how much; none where none is. */
  best(offers: readonly Offer[]): { readonly offer: Offer | null; readonly worth: number } {
    let best: Offer | null = null;
    let worth = 0;
    for (const offer of offers) {
      if (offer.gain <= worth) continue;
      const left = this.worth(offer);
      if (left > worth) [best, worth] = [offer, left];
    }
    return { offer: best, worth };
  }

  /** What all minutes cost. */
  ofAll(minutes: readonly number[]): number {
    return minutes.reduce((sum, given, day) => sum + given * this.of(day), 0);
  }

  private of(day: number): number {
    return this.byDay[day] ?? 0;
  }
}

const rounds = 120;
/** Between so many rounds offers are left out that are not near to being worth their price, as a share of their gain. */
const narrowedEvery = 20;
const nearness = 0.25;

/**
 * Prices for the minutes of each day that bound best what can be had, one offer a track at most, within the minutes
 * (Lagrangian relaxation; subgradient steps after Polyak 1969, towards what is `reached` already). The search may go on
 * from prices known `before`.
 */
export function bestPrices(
  supplies: readonly Supply[],
  minutes: readonly number[],
  reached: number,
  before = uniformPrices(supplies, minutes),
): BestPrices {
  let prices = before;
  let best: BestPrices = { prices, most: Infinity };
  let eagerness = 1;
  let near = supplies;
  for (let round = 0; round < rounds; round++) {
    if (round % narrowedEvery === 0) near = supplies.map((supply) => narrowed(supply, prices));
    const { most, used } = judge(near, minutes, prices);
    if (most < best.most) best = { prices, most };
    else eagerness *= 0.97;
    const slopes = minutes.map((given, day) => given - (used[day] ?? 0));
    const square = slopes.reduce((sum, it) => sum + it * it, 0);
    if (square === 0) break;
    const step = (eagerness * Math.max(most - reached, 0)) / square;
    prices = new Prices(prices.byDay.map((price, day) => Math.max(price - step * (slopes[day] ?? 0), 0)));
  }
  return { prices: best.prices, most: judge(supplies, minutes, best.prices).most };
}

/** Without the offers that are far from being worth their price. */
function narrowed({ offers, count }: Supply, prices: Prices): Supply {
  return { offers: offers.filter((offer) => prices.worth(offer) > -nearness * offer.gain), count };
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

/** The most gain for a minute among some offers. */
export function densest(offers: readonly Offer[]): number {
  let most = 0;
  for (const { gain, loads } of offers) most = Math.max(most, gain / minutesOf(loads));
  return most;
}

function judge(
  supplies: readonly Supply[],
  minutes: readonly number[],
  prices: Prices,
): { readonly most: number; readonly used: readonly number[] } {
  const used = minutes.map(() => 0);
  let most = prices.ofAll(minutes);
  for (const { offers, count } of supplies) {
    const { offer, worth } = prices.best(offers);
    most += count * worth;
    for (const load of offer?.loads ?? []) {
      const day = prices.cheapest(load.days);
      used[day] = (used[day] ?? 0) + count * load.minutes;
    }
  }
  return { most, used };
}

/** The best prices if a minute were worth the same on all days; the bound is convex in it. */
export function uniformPrices(supplies: readonly Supply[], minutes: readonly number[]): Prices {
  const total = minutes.reduce((sum, it) => sum + it, 0);
  const taken = supplies.map(({ offers, count }) => ({
    count,
    offers: offers.map(({ gain, loads }) => ({ gain, minutes: minutesOf(loads) })),
  }));
  const at = (price: number): number =>
    taken.reduce(
      (sum, { offers, count }) =>
        sum + count * offers.reduce((best, it) => Math.max(best, it.gain - price * it.minutes), 0),
      price * total,
    );
  let [low, high] = [0, 1e-6];
  for (const { offers } of supplies) high = Math.max(high, densest(offers));
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
