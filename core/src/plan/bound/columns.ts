import { at } from '../../at';
import { sittingKindFacts } from '../../model/sitting-kinds';
import { recallParameters, transferParameters } from '../../estimate/parameters';
import { type Memory, maxGrowth, recallAt, scaled } from '../../estimate/recall';
import type { Calendar } from '../search/calendar';
import { type Candidate, type Placement, transferredAtTargets, sittingKindOf, withPlacement } from '../model/candidate';
import { planParameters } from '../parameters';
import type { PlannedKind } from '../plan';
import type { Load, ReviewColumn } from './prices';
import type { Schedule } from '../search/schedule';
import { type CandidateState, kindsOn } from '../model/candidate-state';

/** Sequences of a candidate are offered one by one up to so many; beyond that what they give is bounded from above. */
const maxSequences = 1500;

/** Reviews of a problem never lie nearer together. */
const minGap = planParameters.spacing.solved;

const { kept } = transferParameters;

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
  readonly reviewCounts: readonly ReviewCounts[];
  /** How many find room until a day. */
  readonly fittingTo: (last: number) => number;
}

interface ReviewCounts {
  readonly counts: readonly number[];
  readonly total: number;
  readonly loads: readonly Load[];
}

/** What candidates can give for minutes, as readiness that a unit transferred at each target is `worth`. */
export class ColumnMaker {
  private readonly kinds = new Map<string, Kind>();
  private readonly reviews = new Map<string, Reviews>();
  private readonly lightKeys = new Map<string | null, string>();

  constructor(
    private readonly schedule: Schedule,
    private readonly worthOf: (candidate: Candidate) => readonly number[],
  ) {}

  /** All sequences of placements; where these are too many, something above every one of them. */
  exact(state: CandidateState): ReviewColumn[] {
    const { schedule } = this;
    const { candidate } = state;
    const list = this.open(state);
    if (!list) return [];
    const add = (some: readonly Placement[]): void =>
      list.add(
        loadsOf(some, schedule.calendar),
        transferredAtTargets(candidate.worked, some, schedule.targets, schedule.way),
      );
    const singles = this.extended({ candidate, placements: [], transferred: [] });
    for (const sequence of singles) add(sequence);
    if (candidate.max < 2) return list.columns;
    const longer = this.sequencesFrom(candidate, singles);
    if (longer) for (const some of longer) add(some);
    else for (const { loads, transferred } of this.bestMoments(candidate, 2)) list.add(loads, transferred);
    return list.columns;
  }

  /** Far fewer columns, the best of which is never worth less than the best of the exact ones. */
  loose(state: CandidateState): ReviewColumn[] {
    const list = state.candidate.worked.memory ? this.open(state) : null;
    if (!list) return this.exact(state);
    for (const { loads, transferred } of this.bestMoments(state.candidate, 1)) list.add(loads, transferred);
    return list.columns;
  }

  /** With what the candidate has in the plan: pins may ask for what would not be planned. Null where nothing is worth it. */
  private open({ candidate, placements, transferred }: CandidateState): ColumnList | null {
    const { targets, calendar, way } = this.schedule;
    const worth = this.worthOf(candidate);
    if (candidate.max === 0 || worth.every((it) => it === 0)) return null;
    const list = new ColumnList(worth, transferredAtTargets(candidate.worked, [], targets, way));
    if (placements.length > 0) list.add(loadsOf(placements, calendar), transferred);
    return list;
  }

  /** The candidate’s sequence with one more placement behind it, wherever its rules let it. */
  private extended(state: CandidateState): (readonly Placement[])[] {
    const { calendar } = this.schedule;
    const { candidate, placements } = state;
    const longer: (readonly Placement[])[] = [];
    const from = Math.max(candidate.notBefore, (placements.at(-1)?.day ?? -1) + 1);
    for (let day = from; day < calendar.length; day++) {
      if (!this.schedule.isSpaced(state, day)) continue;
      for (const { kind, minutes } of kindsOn(state, day))
        if (calendar.admits(day, minutes) && !calendar.isTooHeavy(day, kind, candidate))
          longer.push(withPlacement(placements, { day, kind, minutes }));
    }
    return longer;
  }

  /** All sequences of two and more that keep the rules; null where there are too many. */
  private sequencesFrom(candidate: Candidate, singles: (readonly Placement[])[]): (readonly Placement[])[] | null {
    const maxHere = candidate.worked.memory ? maxSequences : Infinity;
    const all: (readonly Placement[])[] = [];
    for (let longest = singles; longest.length > 0; ) {
      const longer: (readonly Placement[])[] = [];
      for (const placements of longest) {
        if (placements.length >= candidate.max) continue;
        longer.push(...this.extended({ candidate, placements, transferred: [] }));
        if (all.length + longer.length > maxHere) return null;
      }
      all.push(...longer);
      longest = longer;
    }
    return all;
  }

  /**
   * For every number of reviews of each kind, more than any sequence of them transfers: every half-life grows as much as it
   * ever can, the reviews come as late before each target as their distance and their kind allow, and each is of
   * something wholly forgotten.
   */
  private *bestMoments(
    candidate: Candidate,
    min: number,
  ): Generator<Omit<ReviewColumn, 'gain'> & { transferred: number[] }> {
    const { memory, quality, again } = candidate.worked;
    if (!memory) return;
    const { targets, way } = this.schedule;
    const own = scaled(memory, way.memory);
    const reviews = this.reviewsOf(candidate);
    for (const { counts, loads, total } of reviews.reviewCounts) {
      if (total < min) continue;
      let [missing, added] = [Math.max(1 - quality, 0), 0];
      counts.forEach((count, index) => {
        const { covers } = reviews.kinds[index] ?? { covers: 0 };
        if (covers === 1) missing *= (1 - planParameters.qualityGained) ** count;
        added += count * covers * planParameters.freshEvidence;
      });
      const taught = Math.max(1 - missing, quality) + way.resolving * (again + added);
      const transferred = targets.map(({ time }, target) => {
        const recall = recallAt(latest(own, reviews, counts, target), time);
        return taught * (kept + (1 - kept) * recall);
      });
      yield { loads, transferred };
    }
  }

  /** Candidates with the same kinds and first day share these. */
  private reviewsOf({ technique, kinds: usual, twist, notBefore, max }: Candidate): Reviews {
    const { targets, calendar } = this.schedule;
    const kinds = twist?.kinds ?? usual;
    const key = `${this.lightKey(technique)} ${notBefore} ${max} ${kinds.map(({ kind, minutes }) => `${kind} ${minutes}`).join()}`;
    let known = this.reviews.get(key);
    if (!known) {
      const own = kinds
        .map(({ kind, minutes }) => this.kindOf(kind, minutes, notBefore, technique))
        .filter(({ days }) => days.length > 0)
        .sort((a, b) => a.covers - b.covers);
      const fittingTo = (last: number): number => Math.floor((last - notBefore) / minGap) + 1;
      const orders = targets.map((_, target) => {
        const lastOf = (index: number): number => own[index]?.lastDays[target] ?? -Infinity;
        return own.map((_, index) => index).sort((a, b) => lastOf(a) - lastOf(b));
      });
      const reviewCounts = countsOf(own.length, Math.min(fittingTo(calendar.length - 1), max)).map((counts) => ({
        counts,
        total: counts.reduce((sum, count) => sum + count, 0),
        loads: own.flatMap(({ minutes, days }, index) => {
          const count = at(counts, index);
          return count > 0 ? [{ minutes: count * minutes, days }] : [];
        }),
      }));
      this.reviews.set(key, (known = { kinds: own, orders, reviewCounts, fittingTo }));
    }
    return known;
  }

  /** Shared, so that the cheapest of a list of days is sought once for all. */
  private kindOf(kind: PlannedKind, minutes: number, notBefore: number, technique: string | null): Kind {
    const { targets, calendar } = this.schedule;
    const key = `${this.lightKey(technique)} ${kind} ${minutes} ${notBefore}`;
    let known = this.kinds.get(key);
    if (!known) {
      const days: number[] = [];
      for (let day = notBefore; day < calendar.length; day++)
        if (calendar.admits(day, minutes) && !calendar.isTooHeavy(day, kind, { technique })) days.push(day);
      const lastDays = targets.map(({ until }) => days.findLast((day) => day < until) ?? -Infinity);
      const as = sittingKindOf(kind);
      known = { minutes, days, lastDays, growth: maxGrowth(as), covers: sittingKindFacts[as].covers };
      this.kinds.set(key, known);
    }
    return known;
  }

  /** Equal for techniques that the days right before interviews treat alike. */
  private lightKey(technique: string | null): string {
    let known = this.lightKeys.get(technique);
    if (known === undefined) {
      const { calendar } = this.schedule;
      const heavy = [...calendar.placed.keys()].filter((day) => calendar.isTooHeavy(day, 'spot', { technique }));
      this.lightKeys.set(technique, (known = heavy.join()));
    }
    return known;
  }
}

/** The columns of one candidate. */
class ColumnList {
  readonly columns: ReviewColumn[] = [];

  constructor(
    private readonly worth: readonly number[],
    private readonly nothing: readonly number[],
  ) {}

  add(loads: readonly Load[], transferred: readonly number[]): void {
    let gain = 0;
    transferred.forEach((amount, index) => (gain += at(this.worth, index) * (amount - at(this.nothing, index))));
    if (gain > 0) this.columns.push({ gain, loads });
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
): Memory {
  let last = -Infinity;
  let ofKind = memory.since;
  for (const index of orders[target] ?? []) {
    const { covers, lastDays } = kinds[index] ?? { covers: 0, lastDays: [] };
    const [count, day] = [at(counts, index), lastDays[target] ?? -Infinity];
    if (count === 0 || day === -Infinity) continue;
    last = day;
    ofKind += (1 - (1 - covers) ** count) * Math.max(day - ofKind, 0);
  }
  if (last === -Infinity) return memory;
  const [min, max] = recallParameters.halfLifeRange;
  let halfLife = Math.max(memory.halfLife, min);
  let [apart, uncovered, left, day] = [0, 1, fittingTo(last), last];
  for (let index = kinds.length - 1; index >= 0; index--) {
    const { growth, covers } = kinds[index] ?? { growth: 1, covers: 0 };
    for (let count = at(counts, index); count > 0 && left > 0; count--, left--, day -= minGap) {
      halfLife *= growth;
      apart += uncovered * covers * Math.max(day, memory.since);
      uncovered *= 1 - covers;
    }
  }
  apart += uncovered * memory.since;
  return { halfLife: Math.min(halfLife, max), since: Math.min(apart, ofKind) };
}

/** All ways to take up to `max` things of so many kinds, but none at all. */
function countsOf(kinds: number, max: number): number[][] {
  let all: number[][] = [[]];
  for (let kind = 0; kind < kinds; kind++)
    all = all.flatMap((taken) => {
      const left = max - taken.reduce((sum, count) => sum + count, 0);
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
