import type { ProblemEstimate } from '../estimate/estimate';
import { recallAt } from '../estimate/recall';
import { type TechniqueOutlook, lentBy, readinessOf, recallBehind } from '../estimate/readiness';
import { type Choice, targetKey } from '../log/choice';
import type { Problem } from '../log/problem';
import { minutesOn, sittingTarget, targetFor } from '../log/settings';
import type { ReviewKind, Sitting } from '../log/sitting';
import type { TechniqueId } from '../log/technique';
import { type Day, dayOf, daysBetween } from '../log/time';
import { Calendar, type Placed } from './calendar';
import { type Candidate, type Placement, memoryAfter, lentAtTargets } from './candidate';
import { readinessCurve } from './curve';
import { orderDay } from './day-order';
import { type Track, creditsOrNone, fillGreedily, gainOf, successorOf, take, trackOf } from './greedy';
import { type Target, horizonDays, targetsOf } from './horizon';
import { Outlook } from './outlook';
import { planParameters, plannedReviewKinds, rebuildRange, rebuildShare } from './parameters';
import type { Plan, PlanDay, PlanInput, PlanItem, PlannedKind, UnplacedPin } from './plan';
import { reasonsFor } from './reasons';

/**
 * Chooses for each day from today to the last interview what to review how, and where to put fresh problems, so that
 * readiness on the interview days is high. The same input gives the same plan.
 */
export function planDays(input: PlanInput): Plan {
  return new Planner(input).run();
}

class Planner {
  private readonly today: Day;
  private readonly targets: readonly Target[];
  private readonly dates: readonly Day[];
  private readonly choices: ReadonlyMap<string, Choice>;
  private readonly sittingsToday: readonly Sitting[];
  private readonly outlook: Outlook;
  private readonly unplaced: UnplacedPin[] = [];

  constructor(private readonly input: PlanInput) {
    const { log, asOf, zone, estimates } = input;
    this.today = dayOf(asOf, zone);
    this.targets = targetsOf(log, asOf, zone);
    this.dates = horizonDays(this.targets, this.today);
    this.choices = new Map(log.choices.map((choice) => [targetKey(choice.target), choice]));
    this.sittingsToday = recentSittings(log.sittings, this.today, zone);
    this.outlook = new Outlook(estimates, this.targets, planParameters.untaggedShare);
  }

  run(): Plan {
    const { input, targets, dates, outlook } = this;
    const { person } = input.estimates;
    const tracks = [...this.reviewTracks(), ...this.freshTracks()];
    for (const track of tracks) this.addBaseline(track);
    const dropped = this.lentByTechnique();
    const done = this.sittingsToday.reduce((sum, sitting) => sum + (sitting.minutes ?? 0), 0);
    const left = dates.map((date, day) =>
      Math.max(minutesOn(date, input.log.settings) - (day === 0 ? Math.round(done) : 0), 0),
    );
    const calendar = new Calendar(left, targets);
    for (const track of tracks) this.placePin(track, calendar);
    tracks.push(...tracks.flatMap((track) => (track.placements.length > 0 ? (successorOf(track, targets) ?? []) : [])));
    const promising = this.mostPromising(tracks, calendar.totalLeft());
    fillGreedily(promising, calendar, outlook, targets, {
      wasPlanned: this.wasPlanned(),
      onProgress: input.onProgress ?? (() => true),
    });
    const all = [...new Set([...tracks, ...promising])];
    const outlookOf = (technique: TechniqueId): TechniqueOutlook => outlook.outlookOf(technique);
    return {
      asOf: input.asOf,
      days: dates.map((date, day) =>
        this.dayOf(date, day, calendar.placed[day] ?? [], all, day === 0 ? Math.round(done) : 0),
      ),
      readiness: targets.flatMap(({ interviewId, shares, difficulty }, index) => {
        if (interviewId === null) return [];
        const range = readinessOf(person, shares, difficulty, outlookOf, (id) => outlook.lentAt(id)[index] ?? 0);
        const ifDropped = readinessOf(
          person,
          shares,
          difficulty,
          outlookOf,
          (id) => dropped.get(id)?.[index] ?? 0,
        ).point;
        const now = readinessOf(person, shares, difficulty, outlookOf, (id) => outlookOf(id).lentNow).point;
        return [{ interviewId, now, ifKept: range.point, ifDropped, range }];
      }),
      curve: readinessCurve(all, targets, dates, person, outlookOf),
      unplaced: this.unplaced,
    };
  }

  /** A track for every problem that was sat and not dropped. */
  private reviewTracks(): Track[] {
    const satToday = new Set(this.sittingsToday.map((sitting) => sitting.problemId));
    return this.input.log.problems.flatMap((problem) => {
      const estimate = this.input.estimates.problems.get(problem.id);
      if (!estimate) return [];
      const choice = this.choices.get(`problem:${problem.id}`)?.choice;
      const isDropped = choice !== undefined && 'dropped' in choice;
      const candidate: Candidate = {
        problemId: problem.id,
        technique: estimate.credits[0]?.technique ?? null,
        credits: estimate.credits,
        memory: estimate.memory,
        kinds: isDropped ? [] : this.kindsOf(problem, estimate),
        notBefore: Math.max(this.notBefore(choice), satToday.has(problem.id) ? 1 : 0),
        bonus: 1,
        most: isDropped ? 0 : Infinity,
        successor: null,
      };
      return [trackOf(candidate, this.targets)];
    });
  }

  /** A track for every technique that an interview asks, with as many fresh problems behind each other as may find a place. */
  private freshTracks(): Track[] {
    const { estimates, log } = this.input;
    const wanted = new Set(this.targets.flatMap((target) => [...target.shares.keys()]));
    const minutes = Math.round(targetFor(null, log.settings) * this.paceOfFirstSolves());
    const all = this.dates.reduce((sum, date) => sum + minutesOn(date, log.settings), 0);
    const roomForFresh = Math.min(all / minutes, planParameters.freshAtMost);
    return [...wanted].flatMap((technique) => {
      const isAsked = this.targets.some((target) => (target.shares.get(technique) ?? 0) >= planParameters.freshShare);
      const estimate = estimates.techniques.get(technique);
      const missing = planParameters.freshBelow - (estimate?.sittings ?? 0);
      const choice = this.choices.get(`technique:${technique}`)?.choice;
      const isPinned = choice !== undefined && 'pin' in choice;
      if (!estimate || (!isAsked && !isPinned) || (choice && 'dropped' in choice)) return [];
      const count = Math.max(missing, Math.ceil(roomForFresh * (1 / wanted.size + this.largestShare(technique))));
      let successor: Candidate | null = null;
      for (let index = count - 1; index >= 0; index--)
        successor = {
          problemId: null,
          technique,
          credits: [{ technique, share: 1 }],
          memory: null,
          kinds: [{ kind: 'fresh', minutes }],
          notBefore: this.notBefore(choice),
          bonus: 1 + planParameters.informationPerVariance * (index < missing ? estimate.state.variance : 0),
          most: 1,
          successor,
        };
      return successor ? [trackOf(successor, this.targets)] : [];
    });
  }

  private largestShare(technique: TechniqueId): number {
    return Math.max(0, ...this.targets.map((target) => target.shares.get(technique) ?? 0));
  }

  /** Median of minutes over target of the person's first solves; 1 while there are too few. */
  private paceOfFirstSolves(): number {
    const { problems, sittings, settings } = this.input.log;
    const byId = new Map(problems.map((problem) => [problem.id, problem]));
    const { least, counted, range } = planParameters.pace;
    const paces: number[] = [];
    for (let index = sittings.length - 1; index >= 0 && paces.length < counted; index--) {
      const sitting = sittings[index];
      const problem = byId.get(sitting?.problemId ?? '');
      if (sitting?.kind === 'first-solve' && sitting.minutes !== null && problem)
        paces.push(sitting.minutes / targetFor(problem.difficulty, settings));
    }
    if (paces.length < least) return 1;
    const middle = paces.sort((a, b) => a - b)[Math.floor(paces.length / 2)] ?? 1;
    return Math.min(Math.max(middle, range[0]), range[1]);
  }

  private kindsOf(problem: Problem, { lastSitting }: ProblemEstimate): Candidate['kinds'] {
    return plannedReviewKinds.map((kind) => ({ kind, minutes: this.minutesFor(kind, problem, lastSitting) }));
  }

  private minutesFor(kind: ReviewKind, problem: Problem, lastSitting: Sitting): number {
    const target = sittingTarget(kind, problem.difficulty, this.input.log.settings);
    const wasShort = lastSitting.kind === 'spot' || lastSitting.kind === 'sketch';
    if (kind !== 'rebuild' || lastSitting.minutes === null || wasShort) return target;
    const [least, most] = rebuildRange;
    return Math.round(Math.min(Math.max(lastSitting.minutes * rebuildShare, target * least), target * most));
  }

  private notBefore(choice: Choice['choice'] | undefined): number {
    return choice && 'notBefore' in choice ? Math.max(daysBetween(this.today, choice.notBefore), 0) : 0;
  }

  private addBaseline({ candidate, recalls }: Track): void {
    const now = candidate.memory ? lentBy(recallAt(candidate.memory, 0)) : 0;
    for (const { technique, share } of creditsOrNone(candidate)) {
      this.outlook.addBaseline(
        technique,
        now * share,
        recalls.map((recall) => recall * share),
      );
    }
  }

  private lentByTechnique(): Map<TechniqueId, Float64Array> {
    const ids = new Set(this.targets.flatMap((target) => [...target.shares.keys()]));
    return new Map([...ids].map((id) => [id, this.outlook.lentAt(id).slice()]));
  }

  /** Honours a pin of today or later, unless it was done already or its day has too few minutes left. */
  private placePin(track: Track, calendar: Calendar): void {
    const { candidate } = track;
    const choice = this.choices.get(
      candidate.problemId ? `problem:${candidate.problemId}` : `technique:${candidate.technique}`,
    );
    if (!choice || !('pin' in choice.choice)) return;
    const { pin, kind: wanted } = choice.choice;
    const day = daysBetween(this.today, pin);
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
    const recalls = lentAtTargets(candidate.memory, track.placements, this.targets, placement);
    const gainPerMinute = gainOf(track, recalls, this.outlook) / (placement.minutes + planParameters.switching);
    calendar.place({ candidate, placement, isPinned: true, gainPerMinute });
    take(track, placement, recalls, this.outlook);
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

  /** The tracks that can find a place at all; the rest would only cost time. Judged by their best single placement on a few days. */
  private mostPromising(tracks: readonly Track[], minutes: number): Track[] {
    const { least, minutesEach } = planParameters.promising;
    const enough = Math.max(least, Math.ceil(minutes / minutesEach));
    if (tracks.length <= enough) return [...tracks];
    const last = this.dates.length - 1;
    const days = [0, Math.floor(last / 2)];
    const scored = tracks.map((track) => ({ track, score: this.quickScore(track, days) }));
    return scored
      .sort((a, b) => b.score - a.score)
      .slice(0, enough)
      .map(({ track }) => track);
  }

  private quickScore(track: Track, days: readonly number[]): number {
    let best = 0;
    for (const { kind, minutes } of track.candidate.kinds) {
      for (const day of days) {
        if (day < track.candidate.notBefore) continue;
        const recalls = lentAtTargets(track.candidate.memory, [], this.targets, { day, kind, minutes });
        best = Math.max(best, gainOf(track, recalls, this.outlook) / (minutes + planParameters.switching));
      }
    }
    return best;
  }

  private wasPlanned(): (candidate: Candidate, placement: Placement) => boolean {
    const keyOf = (problemId: string | null, technique: string | null, kind: string): string =>
      `${problemId ?? technique} ${kind}`;
    const previous = new Map(
      this.input.previous?.days.map((day) => [
        day.date,
        new Set(day.items.map((it) => keyOf(it.problemId, it.technique, it.kind))),
      ]),
    );
    const byDay = this.dates.map((date) => previous.get(date));
    return ({ problemId, technique }, { day, kind }) => byDay[day]?.has(keyOf(problemId, technique, kind)) ?? false;
  }

  private dayOf(date: Day, day: number, placed: readonly Placed[], tracks: readonly Track[], done: number): PlanDay {
    const trackByCandidate = new Map(
      placed.map(({ candidate }) => [candidate, tracks.find((track) => track.candidate === candidate)]),
    );
    const items = placed.map((item): PlanItem => {
      const { candidate, placement } = item;
      const before = (trackByCandidate.get(candidate)?.placements ?? []).filter((other) => other.day < day);
      const memory = memoryAfter(candidate.memory, before);
      const recallOnDay = memory ? recallAt(memory, day) : null;
      return {
        problemId: candidate.problemId,
        technique: candidate.technique,
        kind: placement.kind,
        minutes: placement.minutes,
        reasons: reasonsFor(
          item,
          recallOnDay,
          (trackByCandidate.get(candidate)?.recalls ?? []).map(recallBehind),
          this.input,
          this.targets,
        ),
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
