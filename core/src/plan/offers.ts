import { recallParameters, teaching } from '../estimate/parameters';
import { type Memory, mostGrowth, recallAt } from '../estimate/recall';
import type { SittingKind } from '../log/sitting';
import type { Calendar } from './calendar';
import { type Candidate, type Placement, lentAtTargets, withPlacement } from './candidate';
import type { PlannedKind } from './plan';
import type { Load, Offer } from './prices';
import type { Schedule } from './schedule';
import type { Track } from './track';

/** Sequences of a track are offered one by one up to so many; beyond that what they give is bounded from above. */
const mostSequences = 1500;

/** A kind of review of one candidate, with what any number of them can do at most. */
interface Kind {
  readonly minutes: number;
  readonly days: readonly number[];
  /** The last of them before each target; −Infinity where there is none. */
  readonly lastDays: readonly number[];
  readonly growth: number;
  readonly covers: number;
}

/** The reviews that a candidate can have, its kinds in the order of what they cover. */
interface Reviews {
  readonly kinds: readonly Kind[];
  /** For each target the places of the kinds in the order of their last days before it. */
  readonly orders: readonly (readonly number[])[];
  /** Every number of each kind that there is room for. */
  readonly packs: readonly Pack[];
  /** How many find room until a day. */
  readonly fittingTo: (last: number) => number;
}

interface Pack {
  readonly counts: readonly number[];
  readonly total: number;
  readonly loads: readonly Load[];
}

/** What tracks can give for minutes, as readiness that a unit lent at each target is `worth`. */
export class OfferMaker {
  private readonly kinds = new Map<string, Kind>();
  private readonly reviews = new Map<string, Reviews>();

  constructor(
    private readonly schedule: Schedule,
    private readonly worthOf: (candidate: Candidate) => readonly number[],
  ) {}

  /** All sequences of placements; where these are too many, something above every one of them. */
  exact(track: Track): Offer[] {
    const { targets, calendar } = this.schedule;
    const { candidate } = track;
    const book = this.open(track);
    if (!book) return [];
    const singles = singlesOf(candidate, calendar);
    const add = (some: readonly Placement[]): void =>
      book.add(loadsOf(some, calendar), lentAtTargets(candidate.memory, some, targets));
    for (const placement of singles) add([placement]);
    if (candidate.most < 2) return book.offers;
    const all = sequencesOf(singles, calendar.leastGap);
    if (all) for (const some of all) add(some);
    else for (const { loads, lent } of this.bestMoments(candidate, 2)) book.add(loads, lent);
    return book.offers;
  }

  /** Far fewer offers, the best of which is never worth less than the best of the exact ones. */
  loose(track: Track): Offer[] {
    const book = track.candidate.memory ? this.open(track) : null;
    if (!book) return this.exact(track);
    for (const { loads, lent } of this.bestMoments(track.candidate, 1)) book.add(loads, lent);
    return book.offers;
  }

  /** With what the track has in the plan: pins may ask for what would not be planned. Null where nothing is worth it. */
  private open({ candidate, placements, lent }: Track): Book | null {
    const { targets, calendar } = this.schedule;
    const worth = this.worthOf(candidate);
    if (candidate.most === 0 || worth.every((it) => it === 0)) return null;
    const book = new Book(worth, lentAtTargets(candidate.memory, [], targets));
    if (placements.length > 0) book.add(loadsOf(placements, calendar), lent);
    return book;
  }

  /**
   * For every number of reviews of each kind, more than any sequence of them lends: every half-life grows as much as it
   * ever can, and the reviews come as late before each target as their distance and their kind allow.
   */
  private *bestMoments(candidate: Candidate, least: number): Generator<Omit<Offer, 'gain'> & { lent: number[] }> {
    const { memory } = candidate;
    if (!memory) return;
    const reviews = this.reviewsOf(candidate);
    const { leastGap } = this.schedule.calendar;
    for (const { counts, loads, total } of reviews.packs) {
      if (total < least) continue;
      const lent = this.schedule.targets.map(({ time }, target) =>
        recallAt(latest(memory, reviews, counts, target, leastGap), time),
      );
      yield { loads, lent };
    }
  }

  /** Candidates with the same kinds and first day share these. */
  private reviewsOf({ kinds, notBefore, most }: Candidate): Reviews {
    const { targets, calendar } = this.schedule;
    const key = `${notBefore} ${most} ${kinds.map(({ kind, minutes }) => `${kind} ${minutes}`).join()}`;
    let known = this.reviews.get(key);
    if (!known) {
      const own = kinds
        .map(({ kind, minutes }) => this.kindOf(kind, minutes, notBefore))
        .filter(({ days }) => days.length > 0)
        .sort((a, b) => a.covers - b.covers);
      const fittingTo = (last: number): number => Math.floor((last - notBefore) / calendar.leastGap) + 1;
      const orders = targets.map((_, target) => {
        const lastOf = (place: number): number => own[place]?.lastDays[target] ?? -Infinity;
        return own.map((_, place) => place).sort((a, b) => lastOf(a) - lastOf(b));
      });
      const packs = countsOf(own.length, Math.min(fittingTo(calendar.length - 1), most)).map((counts) => ({
        counts,
        total: counts.reduce((sum, count) => sum + count, 0),
        loads: own.flatMap(({ minutes, days }, place) => {
          const count = counts[place] ?? 0;
          return count > 0 ? [{ minutes: count * minutes, days }] : [];
        }),
      }));
      this.reviews.set(key, (known = { kinds: own, orders, packs, fittingTo }));
    }
    return known;
  }

  /** Shared, so that the cheapest of a list of days is sought once for all. */
  private kindOf(kind: PlannedKind, minutes: number, notBefore: number): Kind {
    const { targets, calendar } = this.schedule;
    const key = `${kind} ${minutes} ${notBefore}`;
    let known = this.kinds.get(key);
    if (!known) {
      const days: number[] = [];
      for (let day = notBefore; day < calendar.length; day++) if (calendar.admits(day, kind, minutes)) days.push(day);
      const lastDays = targets.map(({ time }) => days.findLast((day) => day < time) ?? -Infinity);
      const as = sittingKindOf(kind);
      known = { minutes, days, lastDays, growth: mostGrowth(as), covers: teaching[as].covers };
      this.kinds.set(key, known);
    }
    return known;
  }
}

/** The offers of one track. */
class Book {
  readonly offers: Offer[] = [];

  constructor(
    private readonly worth: readonly number[],
    private readonly nothing: readonly number[],
  ) {}

  add(loads: readonly Load[], lent: readonly number[]): void {
    let gain = 0;
    lent.forEach((amount, index) => (gain += (this.worth[index] ?? 0) * (amount - (this.nothing[index] ?? 0))));
    if (gain > 0) this.offers.push({ gain, loads });
  }
}

/**
 * A memory that is never worse than after so many reviews of each kind, in whatever order, before a target. Late reviews
 * refresh most: two bounds on how far are known, one from how far they lie apart, with those that cover most last, one
 * from the last day of each kind.
 */
function latest(
  memory: Memory,
  { kinds, orders, fittingTo }: Reviews,
  counts: readonly number[],
  target: number,
  leastGap: number,
): Memory {
  let last = -Infinity;
  let ofKind = memory.since;
  for (const place of orders[target] ?? []) {
    const { covers, lastDays } = kinds[place] ?? { covers: 0, lastDays: [] };
    const [count, day] = [counts[place] ?? 0, lastDays[target] ?? -Infinity];
    if (count === 0 || day === -Infinity) continue;
    last = day;
    ofKind += (1 - (1 - covers) ** count) * Math.max(day - ofKind, 0);
  }
  if (last === -Infinity) return memory;
  const [least, most] = recallParameters.halfLifeRange;
  let halfLife = Math.max(memory.halfLife, least);
  let [apart, uncovered, left, day] = [0, 1, fittingTo(last), last];
  for (let place = kinds.length - 1; place >= 0; place--) {
    const { growth, covers } = kinds[place] ?? { growth: 1, covers: 0 };
    for (let count = counts[place] ?? 0; count > 0 && left > 0; count--, left--, day -= leastGap) {
      halfLife *= growth;
      apart += uncovered * covers * Math.max(day, memory.since);
      uncovered *= 1 - covers;
    }
  }
  apart += uncovered * memory.since;
  return { halfLife: Math.min(halfLife, most), since: Math.min(apart, ofKind) };
}

function singlesOf({ kinds, notBefore }: Candidate, calendar: Calendar): Placement[] {
  const singles: Placement[] = [];
  for (let day = notBefore; day < calendar.length; day++)
    for (const { kind, minutes } of kinds)
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

/** As what kind of sitting a planned item is logged. */
function sittingKindOf(kind: PlannedKind): SittingKind {
  return kind === 'fresh' ? 'first-solve' : kind;
}

/** All ways to take up to `most` things of so many kinds, but none at all. */
function countsOf(kinds: number, most: number): number[][] {
  let all: number[][] = [[]];
  for (let kind = 0; kind < kinds; kind++)
    all = all.flatMap((taken) => {
      const left = most - taken.reduce((sum, count) => sum + count, 0);
      return Array.from({ length: left + 1 }, (_, count) => [...taken, count]);
    });
  return all.slice(1);
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
