import { recallParameters, teaching } from '../estimate/parameters';
import { lentBy } from '../estimate/readiness';
import { mostGrowth, recallAt } from '../estimate/recall';
import type { SittingKind } from '../log/sitting';
import type { Calendar } from './calendar';
import { type Placement, lentAtTargets, withPlacement } from './candidate';
import type { PlannedKind } from './plan';
import { type Load, type Offer, bestPrices, usableMinutes } from './prices';
import type { Schedule } from './schedule';
import { type Track, creditsOrNone } from './track';

/** Sequences of a track are tried one by one up to so many; beyond that what they give is bounded from above. */
const mostSequences = 1500;
/** With more tracks the bound is not reckoned: it would keep the worker from the next plan. */
const mostTracks = 400;

/** What a plan adds to doing nothing, as importance-weighted readiness, and what no plan could exceed. */
export interface Standing {
  readonly reached: number;
  /** Null where there are too many problems to reckon it in a moment. */
  readonly most: number | null;
}

/**
 * What the plan reaches, and an upper bound on what any plan could reach under the same model and rules: never below the
 * best plan. Three things are relaxed. Readiness is replaced by a concave curve above it and that by its tangent at the
 * plan that was found, so that tracks can be judged one by one; minutes have prices by day instead of limits (Lagrangian
 * relaxation); and of tracks with too many sequences of reviews each is taken to come at its best moment with the
 * largest spacing effect. Prices come from the tracks that offer most; with any prices the bound holds for all.
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
  const worthOf = ({ candidate }: Track): number[] =>
    targets.map((_, index) =>
      creditsOrNone(candidate).reduce((sum, it) => sum + it.share * (slopesOf(it.technique)[index] ?? 0), 0),
    );
  const opened = new Set(tracks.map(({ candidate }) => candidate));
  const isTooLong = tracks.length > mostTracks;
  const offers = (isTooLong ? [] : tracks).flatMap((track) => {
    const some = offersOf(track, worthOf(track), schedule);
    const all = [some];
    // What would come next on a track can give no more than it.
    for (let next = track.candidate.successor; next && !opened.has(next); next = next.successor) all.push(some);
    return all;
  });
  // What the tangents give where nothing is done, above what doing nothing gives.
  let [idle, reached] = [0, 0];
  const added = new Map<string | null, number[]>();
  for (const track of tracks) {
    const nothing = lentAtTargets(track.candidate.memory, [], targets);
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
  if (isTooLong) return { reached, most: null };
  const given = Array.from({ length: calendar.length }, (_, day) => calendar.minutesOn(day));
  const usable = usableMinutes(lengthsOf(tracks), Math.max(...given, 0));
  const minutes = given.map((it) => usable[it] ?? it);
  return { reached, most: idle + bestPrices(offers, [...minutes, ...given], reached - idle).most };
}

/** All lengths that an item can have. */
export function lengthsOf(tracks: readonly Track[]): Set<number> {
  return new Set(
    tracks.flatMap(({ candidate, placements }) => [...candidate.kinds, ...placements].map((it) => it.minutes)),
  );
}

function offersOf(track: Track, worth: readonly number[], schedule: Schedule): Offer[] {
  const { targets, calendar } = schedule;
  const { candidate } = track;
  if (candidate.most === 0 || worth.every((it) => it === 0)) return [];
  const nothing = lentAtTargets(candidate.memory, [], targets);
  const gainOf = (lent: readonly number[]): number =>
    lent.reduce((sum, amount, index) => sum + (worth[index] ?? 0) * (amount - (nothing[index] ?? 0)), 0);
  const offers: Offer[] = [];
  const offer = (loads: readonly Load[], lent: readonly number[]): void => {
    const gain = gainOf(lent);
    if (gain > 0) offers.push({ gain, loads });
  };
  // Pins may ask for what would not be planned.
  if (track.placements.length > 0) offer(loadsOf(track.placements, calendar), track.lent);
  const singles = singlesOf(track, calendar);
  for (const placement of singles)
    offer(loadsOf([placement], calendar), lentAtTargets(candidate.memory, [placement], targets));
  if (candidate.most < 2) return offers;
  const all = sequencesOf(singles, calendar.leastGap);
  if (all) for (const some of all) offer(loadsOf(some, calendar), lentAtTargets(candidate.memory, some, targets));
  else for (const { loads, lent } of bestMoments(track, singles, schedule)) offer(loads, lent);
  return offers;
}

function singlesOf({ candidate }: Track, calendar: Calendar): Placement[] {
  const singles: Placement[] = [];
  for (let day = candidate.notBefore; day < calendar.length; day++)
    for (const { kind, minutes } of candidate.kinds)
      if (calendar.admits(day, kind, minutes)) singles.push({ day, kind, minutes });
  return singles;
}

/** All sequences of two and more that keep their distance; null where there are too many. */
function sequencesOf(singles: readonly Placement[], leastGap: number): (readonly Placement[])[] | null {
  let longest: (readonly Placement[])[] = singles.map((it) => [it]);
  const all: (readonly Placement[])[] = [];
  while (longest.length > 0) {
    const longer: (readonly Placement[])[] = [];
    for (const sequence of longest) {
      const last = sequence.at(-1)?.day ?? 0;
      for (const next of singles) if (next.day >= last + leastGap) longer.push(withPlacement(sequence, next));
      if (all.length + longer.length > mostSequences) return null;
    }
    all.push(...longer);
    longest = longer;
  }
  return all;
}

/**
 * For every number of reviews of each kind, more than any sequence of them lends: every half-life grows as much as it
 * ever can, and every review comes on the last day before the target that admits it.
 */
function* bestMoments(
  { candidate }: Track,
  singles: readonly Placement[],
  { targets, calendar }: Schedule,
): Generator<{ readonly loads: readonly Load[]; readonly lent: readonly number[] }> {
  const { memory, kinds } = candidate;
  if (!memory) return;
  const most = Math.floor((calendar.length - 1 - candidate.notBefore) / calendar.leastGap) + 1;
  const lastDays = kinds.map(({ kind }) =>
    targets.map(({ time }) =>
      Math.max(...singles.filter((it) => it.kind === kind && it.day < time).map((it) => it.day)),
    ),
  );
  const days = kinds.map(({ kind }) => singles.filter((it) => it.kind === kind).map((it) => it.day));
  const growths = kinds.map(({ kind }) => mostGrowth(sittingKindOf(kind)));
  const [halfLifeLeast, halfLifeMost] = recallParameters.halfLifeRange;
  for (const counts of countsOf(kinds.length, most)) {
    const loads: Load[] = [];
    let halfLife = Math.max(memory.halfLife, halfLifeLeast);
    kinds.forEach(({ minutes: each }, index) => {
      if ((counts[index] ?? 0) > 0) loads.push({ minutes: each * (counts[index] ?? 0), days: days[index] ?? [] });
      halfLife *= (growths[index] ?? 1) ** (counts[index] ?? 0);
    });
    const lent = targets.map(({ time }, index) => {
      const moves = kinds
        .map(({ kind }, place) => ({
          count: counts[place] ?? 0,
          covers: teaching[sittingKindOf(kind)].covers,
          last: lastDays[place]?.[index] ?? -Infinity,
        }))
        .filter(({ count, last }) => count > 0 && Number.isFinite(last))
        .sort((a, b) => a.last - b.last);
      let since = memory.since;
      for (const { count, covers, last } of moves)
        if (last > since) since = last - (1 - covers) ** count * (last - since);
      return lentBy(recallAt({ halfLife: Math.min(halfLife, halfLifeMost), since }, time));
    });
    if (loads.every((load) => load.days.length > 0)) yield { loads, lent };
  }
}

/** As what kind of sitting a planned item is logged. */
function sittingKindOf(kind: PlannedKind): SittingKind {
  return kind === 'fresh' ? 'first-solve' : kind;
}

/** All ways to take two to `most` things of so many kinds. */
function* countsOf(kinds: number, most: number, taken: readonly number[] = []): Generator<readonly number[]> {
  const left = most - taken.reduce((sum, it) => sum + it, 0);
  if (taken.length < kinds) {
    for (let count = 0; count <= left; count++) yield* countsOf(kinds, most, [...taken, count]);
  } else if (most - left >= 2) yield taken;
}

/**
 * What placements take of their days. Of items longer than half a day's minutes a day holds but one: they take all of a
 * second measure of the day as well, whose place comes after those of all days.
 */
function loadsOf(placements: readonly Placement[], calendar: Calendar): Load[] {
  return placements.flatMap(({ day, minutes }) => {
    const given = calendar.minutesOn(day);
    const load = { minutes, days: oneDay(day) };
    return 2 * minutes > given ? [load, { minutes: given, days: oneDay(calendar.length + day) }] : [load];
  });
}

const known: (readonly number[])[] = [];

function oneDay(day: number): readonly number[] {
  return (known[day] ??= [day]);
}
