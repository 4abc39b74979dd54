import { type Candidate, lentAtTargets } from '../model/candidate';
import { OfferMaker } from './offers';
import { type Prices, type Supply, bestPrices, uniformPrices, usableMinutes } from './prices';
import type { Schedule } from '../search/schedule';
import { type Track, creditsOrNone } from '../model/track';

/** Prices are sought anew with the tracks that the last ones leave something to gain, so many times at most. */
const searches = 4;

/** What a plan adds to doing nothing, as importance-weighted readiness, and what no plan could exceed. */
export interface Standing {
  readonly reached: number;
  readonly most: number;
}

/**
 * What the plan reaches, and an upper bound on what any plan could reach under the same model and rules: never below the
 * best plan. Three things are relaxed. Readiness is replaced by a concave curve above it and that by its tangent at the
 * plan that was found, so that tracks can be judged one by one; minutes have prices by day instead of limits (Lagrangian
 * relaxation); and of tracks with too many sequences of reviews each is taken to come at its best moment with the
 * largest spacing effect. With any prices the bound holds.
 *
 * `tracks` are all tracks with their placements in the plan.
 */
export function standingOf(tracks: readonly Track[], schedule: Schedule): Standing {
  const { outlook, targets, calendar } = schedule;
  const slopes = new Map<string | null, readonly number[]>();
  const slopesOf = (technique: string | null): readonly number[] => {
    let known = slopes.get(technique);
    if (!known) slopes.set(technique, (known = targets.map((_, index) => outlook.tangent(technique, index, 0).slope)));
    return known;
  };
  const worthOf = (candidate: Candidate): number[] =>
    targets.map((_, index) =>
      creditsOrNone(candidate).reduce((sum, it) => sum + it.share * (slopesOf(it.technique)[index] ?? 0), 0),
    );
  // What the tangents give where nothing is done, above what doing nothing gives.
  let [idle, reached] = [0, 0];
  const added = new Map<string | null, number[]>();
  for (const track of tracks) {
    const nothing = lentAtTargets(track.candidate.worked, [], targets, schedule.way);
    for (const { technique, share } of creditsOrNone(track.candidate)) {
      const sums = added.get(technique) ?? targets.map(() => 0);
      added.set(
        technique,
        sums.map((sum, index) => sum + share * ((track.lent[index] ?? 0) - (nothing[index] ?? 0))),
      );
    }
  }
  for (const [technique, sums] of added)
    sums.forEach((sum, index) => {
      const { above, slope, gained } = outlook.tangent(technique, index, sum);
      idle += above - slope * sum;
      reached += gained;
    });
  const given = Array.from({ length: calendar.length }, (_, day) => calendar.minutesOn(day));
  const usable = usableMinutes(lengthsOf(tracks), Math.max(...given, 0));
  const minutes = given.map((it) => usable[it] ?? it);
  const offers = new OfferMaker(schedule, worthOf);
  return { reached, most: idle + mostOf(stocksOf(tracks, offers), [...minutes, ...given], reached - idle) };
}

/** All lengths that an item can have. */
export function lengthsOf(tracks: readonly Track[]): Set<number> {
  return new Set(
    tracks.flatMap(({ candidate, placements }) =>
      [...candidate.firstKinds, ...candidate.kinds, ...(candidate.twist?.kinds ?? []), ...placements].map(
        (it) => it.minutes,
      ),
    ),
  );
}

/** A track with its offers, the exact ones made when they are asked for; others that follow it have the same. */
interface Stock {
  readonly loose: Supply;
  readonly exact: () => Supply;
}

function stocksOf(tracks: readonly Track[], offers: OfferMaker): Stock[] {
  const opened = new Set(tracks.map(({ candidate }) => candidate));
  return tracks.map((track) => {
    let count = 1;
    // What would come next on a track can give no more than it.
    for (let next = track.candidate.successor; next && !opened.has(next); next = next.successor) count++;
    let exact: Supply | null = null;
    return {
      loose: { offers: offers.loose(track), count },
      exact: () => (exact ??= { offers: offers.exact(track), count }),
    };
  });
}

/**
 * More than any choice of offers gives. Most tracks of a long log are never worth their minutes: only those that may be,
 * judged by their loose offers, are looked at exactly.
 */
function mostOf(stocks: readonly Stock[], minutes: readonly number[], reached: number): number {
  const mayGain = ({ loose }: Stock, prices: Prices): boolean => prices.best(loose.offers).worth > 0;
  let prices = uniformPrices(
    stocks.map(({ loose }) => loose),
    minutes,
  );
  let active = new Set(stocks.filter((stock) => mayGain(stock, prices)));
  let most = Infinity;
  for (let search = 0; search < searches; search++) {
    const found = bestPrices(
      [...active].map(({ exact }) => exact()),
      minutes,
      reached,
      prices,
    );
    prices = found.prices;
    const further = stocks.filter((stock) => !active.has(stock) && mayGain(stock, found.prices));
    const above = further.reduce((sum, { exact }) => {
      const { offers, count } = exact();
      return sum + count * found.prices.best(offers).worth;
    }, 0);
    most = Math.min(most, found.most + above);
    if (above === 0) break;
    active = new Set([...active, ...further]);
  }
  return most;
}
