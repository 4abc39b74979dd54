import { recallAt } from '../estimate/recall';
import { type TechniqueOutlook, lentBy, readinessOf, recallBehind } from '../estimate/readiness';
import { type Choice, targetKey } from '../log/choice';
import { minutesOn } from '../log/settings';
import type { Sitting } from '../log/sitting';
import type { TechniqueId } from '../log/technique';
import { type Day, dayOf, daysBetween } from '../log/time';
import { type Standing, standingOf } from './bound';
import { Calendar } from './calendar';
import { type Candidate, type Placement, type PlannedBefore, memoryAfter, lentAtTargets } from './candidate';
import { CandidateMaker } from './candidate-maker';
import { readinessCurve } from './curve';
import { orderDay } from './day-order';
import { type GreedyHelp, fillGreedily, quickGain } from './greedy';
import { type Target, horizonDays, targetsOf } from './horizon';
import { improve } from './improve';
import { Outlook } from './outlook';
import { planParameters } from './parameters';
import type { Plan, PlanDay, PlanInput, PlanItem, PlannedKind, UnplacedPin } from './plan';
import { reasonsFor } from './reasons';
import { Schedule } from './schedule';
import { type Track, creditsOrNone, successorOf, trackOf } from './track';
import { type WeighedDay, weighDay } from './weigh';

/**
 * Chooses for each day from today to the last interview what to review how, and where to put fresh problems, so that
 * readiness on the interview days is high. The same input gives the same plan.
 */
export function planDays(input: PlanInput): Plan {
  return new Planner(input).plan;
}

/** A plan with what stands behind it, for those who want to know more than the plan. */
export class Planner {
  readonly plan: Plan;
  private readonly targets: readonly Target[];
  private readonly dates: readonly Day[];
  private readonly choices: ReadonlyMap<string, Choice>;
  private readonly outlook: Outlook;
  /** All that was considered, and what of it stands where. */
  readonly tracks: readonly Track[];
  readonly schedule: Schedule;
  private readonly unplaced: UnplacedPin[] = [];
  private known: Standing | null = null;

  constructor(private readonly input: PlanInput) {
    const { log, asOf, zone, estimates } = input;
    const today = dayOf(asOf, zone);
    const sittingsToday = recentSittings(log.sittings, today, zone);
    const done = Math.round(sittingsToday.reduce((sum, sitting) => sum + (sitting.minutes ?? 0), 0));
    this.targets = targetsOf(log, asOf, zone);
    this.dates = horizonDays(this.targets, today);
    this.choices = new Map(log.choices.map((choice) => [targetKey(choice.target), choice]));
    this.outlook = new Outlook(estimates, this.targets, planParameters.untaggedShare);
    const left = this.dates.map((date, day) => Math.max(minutesOn(date, log.settings) - (day === 0 ? done : 0), 0));
    this.schedule = new Schedule(new Calendar(left, this.targets), this.outlook, this.targets);
    const candidates = new CandidateMaker(input, this.targets, this.dates, this.choices, sittingsToday);
    const tracks = [...candidates.reviews(), ...candidates.fresh()].map((it) => trackOf(it, this.targets));
    for (const track of tracks) this.addBaseline(track);
    const dropped = this.lentByTechnique();
    this.tracks = this.fill(tracks);
    this.plan = this.toPlan(dropped, done);
  }

  /** What the plan adds to doing nothing, and what no plan could exceed; importance-weighted over the interviews. */
  standing(): Standing {
    return (this.known ??= standingOf(this.tracks, this.schedule));
  }

  /** What else was weighed for a day of the plan, and why it is not there; null for a day that is not in the plan. */
  weigh(date: Day): WeighedDay | null {
    const day = this.dates.indexOf(date);
    return day < 0 ? null : weighDay(this.tracks, this.schedule, this.dates, day);
  }

  /** Places pins, fills the rest and improves it; gives all tracks that came up on the way. */
  private fill(tracks: Track[]): Track[] {
    const { schedule, targets, input } = this;
    for (const track of tracks) this.placePin(track);
    tracks.push(...tracks.flatMap((track) => (track.placements.length > 0 ? (successorOf(track, targets) ?? []) : [])));
    const promising = this.mostPromising(tracks, schedule.calendar.totalLeft());
    const help = { plannedBefore: this.plannedBefore(), onProgress: input.onProgress ?? (() => true) };
    fillGreedily(promising, schedule, help);
    improve(promising, schedule, help);
    return [...new Set([...tracks, ...promising])];
  }

  private toPlan(dropped: ReadonlyMap<TechniqueId, Float64Array>, done: number): Plan {
    const { targets, dates, outlook } = this;
    const { person } = this.input.estimates;
    const outlookOf = (technique: TechniqueId): TechniqueOutlook => outlook.outlookOf(technique);
    return {
      asOf: this.input.asOf,
      days: dates.map((date, day) => this.dayOf(date, day, day === 0 ? done : 0)),
      readiness: targets.flatMap(({ interviewId, shares, difficulty }, index) => {
        if (interviewId === null) return [];
        const range = readinessOf(person, shares, difficulty, outlookOf, (id) => outlook.lentAt(id)[index] ?? 0);
        const without = (id: TechniqueId): number => dropped.get(id)?.[index] ?? 0;
        const ifDropped = readinessOf(person, shares, difficulty, outlookOf, without).point;
        const now = readinessOf(person, shares, difficulty, outlookOf, (id) => outlookOf(id).lentNow).point;
        return [{ interviewId, now, ifKept: range.point, ifDropped, range }];
      }),
      curve: readinessCurve(this.tracks, targets, dates, person, outlookOf),
      unplaced: this.unplaced,
    };
  }

  private addBaseline({ candidate, lent }: Track): void {
    const now = candidate.memory ? lentBy(recallAt(candidate.memory, 0)) : 0;
    for (const { technique, share } of creditsOrNone(candidate)) this.outlook.addBaseline(technique, now, lent, share);
  }

  private lentByTechnique(): Map<TechniqueId, Float64Array> {
    const ids = new Set(this.targets.flatMap((target) => [...target.shares.keys()]));
    return new Map([...ids].map((id) => [id, this.outlook.lentAt(id).slice()]));
  }

  /** Honours a pin of today or later, unless it was done already or its day has too few minutes left. */
  private placePin(track: Track): void {
    const { candidate } = track;
    const { calendar } = this.schedule;
    const choice = this.choices.get(
      candidate.problemId ? `problem:${candidate.problemId}` : `technique:${candidate.technique}`,
    );
    if (!choice || !('pin' in choice.choice)) return;
    const { pin, kind: wanted } = choice.choice;
    const day = daysBetween(dayOf(this.input.asOf, this.input.zone), pin);
    const estimate = candidate.problemId ? this.input.estimates.problems.get(candidate.problemId) : undefined;
    const isDone = estimate !== undefined && estimate.lastSitting.revision > choice.revision;
    if (day < 0 || day >= calendar.length || isDone) return;
    const chosen = this.pinnedKind(candidate, wanted);
    if (!chosen) return;
    const placement: Placement = { day, ...chosen };
    if (placement.minutes > calendar.leftOn(day)) {
      const { problemId, technique } = candidate;
      this.unplaced.push({ problemId, technique, date: pin, minutes: placement.minutes, left: calendar.leftOn(day) });
      return;
    }
    this.schedule.put(track, placement, true);
  }

  /** The kind that was pinned, or the fullest that the problem has. A Twist is planned only by pinning it. */
  private pinnedKind(
    { kinds, problemId }: Candidate,
    wanted: PlannedKind | null,
  ): { kind: PlannedKind; minutes: number } | null {
    const rebuild = kinds.at(-1) ?? null;
    if (problemId === null || wanted === null || rebuild === null) return rebuild;
    return kinds.find(({ kind }) => kind === wanted) ?? { kind: wanted, minutes: rebuild.minutes };
  }

  /** The tracks that can find a place at all; the rest would only cost time. Judged by their best single placement halfway to the first and to the last target. */
  private mostPromising(tracks: readonly Track[], minutes: number): Track[] {
    const { least, minutesEach } = planParameters.promising;
    const enough = Math.max(least, Math.ceil(minutes / minutesEach));
    if (tracks.length <= enough) return [...tracks];
    const days = new Set([this.targets[0], this.targets.at(-1)].map((target) => Math.floor((target?.day ?? 0) / 2)));
    const scored = tracks.map((track) => ({ track, score: this.quickScore(track, days) }));
    return scored
      .sort((a, b) => b.score - a.score)
      .slice(0, enough)
      .map(({ track }) => track);
  }

  private quickScore(track: Track, days: ReadonlySet<number>): number {
    const { memory, notBefore, kinds } = track.candidate;
    let best = 0;
    for (const halfway of days) {
      const day = Math.max(halfway, notBefore);
      for (const { kind, minutes } of kinds) {
        const lent = lentAtTargets(memory, [], this.targets, { day, kind, minutes });
        best = Math.max(best, quickGain(track, lent, minutes, this.outlook));
      }
    }
    return best;
  }

  private plannedBefore(): GreedyHelp['plannedBefore'] {
    const planned = new Map<string | null, Map<number, PlannedKind[]>>();
    const dayAt = new Map(this.dates.map((date, day) => [date, day]));
    for (const { date, items } of this.input.previous?.days ?? []) {
      const day = dayAt.get(date);
      if (day === undefined) continue;
      for (const { problemId, technique, kind } of items) {
        const days = planned.get(problemId ?? technique) ?? new Map<number, PlannedKind[]>();
        planned.set(problemId ?? technique, days.set(day, [...(days.get(day) ?? []), kind]));
      }
    }
    if (planned.size === 0) return () => null;
    const nowhere: PlannedBefore = new Map();
    return ({ problemId, technique }) => planned.get(problemId ?? technique) ?? nowhere;
  }

  private dayOf(date: Day, day: number, done: number): PlanDay {
    const items = this.schedule.calendar.itemsOn(day).map((item): PlanItem => {
      const { track, placement } = item;
      const { candidate, placements, lent } = track;
      const before = memoryAfter(
        candidate.memory,
        placements.filter((other) => other.day < placement.day),
      );
      return {
        problemId: candidate.problemId,
        technique: candidate.technique,
        kind: placement.kind,
        minutes: placement.minutes,
        reasons: reasonsFor(item, this.input, this.targets, {
          recallOnDay: before ? recallAt(before, placement.day) : null,
          recallsIfKept: lent.map(recallBehind),
          gainPerMinute: this.schedule.gainPerMinute(track, placement),
        }),
      };
    });
    return {
      date,
      minutes: items.reduce((sum, item) => sum + item.minutes, 0),
      budget: minutesOn(date, this.input.log.settings),
      done,
      items: orderDay(items, this.input.estimates.mixUps),
    };
  }
}

/** Sittings of today; they come last, so the search ends at the first older one. */
function recentSittings(sittings: readonly Sitting[], today: Day, zone: string): Sitting[] {
  const found: Sitting[] = [];
  for (let i = sittings.length - 1; i >= 0; i--) {
    const sitting = sittings[i];
    if (!sitting) break;
    const day = dayOf(sitting.startedAt, zone);
    if (day < today) break;
    if (day === today) found.push(sitting);
  }
  return found;
}
