import type { ProblemEstimate } from '../estimate/estimate';
import type { Choice } from '../log/choice';
import type { Problem } from '../log/problem';
import { minutesOn, sittingTarget, targetFor } from '../log/settings';
import type { ReviewKind, Sitting, SittingKind } from '../log/sitting';
import type { TechniqueId } from '../log/technique';
import { type Day, dayOf, daysBetween } from '../log/time';
import type { Candidate } from './candidate';
import { type Target, leastGapIn } from './horizon';
import { planParameters, plannedReviewKinds, rebuildRange, rebuildShare } from './parameters';
import { pacesOf } from './pace';
import type { PlanInput } from './plan';

/** Says what can be planned at all, and how long it takes. */
export class CandidateMaker {
  private readonly satToday: ReadonlySet<string>;
  private readonly paces: ReadonlyMap<SittingKind, number>;

  /** `dates` are the days of the plan, today first; `choices` are by `targetKey`. */
  constructor(
    private readonly input: PlanInput,
    private readonly targets: readonly Target[],
    private readonly dates: readonly Day[],
    private readonly choices: ReadonlyMap<string, Choice>,
    sittingsToday: readonly Sitting[],
  ) {
    this.paces = pacesOf(input.log);
    this.satToday = new Set(sittingsToday.map((sitting) => sitting.problemId));
  }

  /** Every problem that was sat; one that was dropped can be remembered, but not planned. */
  reviews(): Candidate[] {
    return this.input.log.problems.flatMap((problem) => {
      const estimate = this.input.estimates.problems.get(problem.id);
      if (!estimate) return [];
      const choice = this.choiceFor(`problem:${problem.id}`);
      const rests = this.rests(problem.id, estimate);
      const isDropped = choice !== undefined && 'dropped' in choice;
      const candidate: Candidate = {
        problemId: problem.id,
        technique: estimate.credits[0]?.technique ?? null,
        credits: estimate.credits,
        memory: estimate.memory,
        kinds: isDropped ? [] : this.kindsOf(problem, estimate),
        notBefore: Math.max(this.notBefore(choice), rests),
        rests,
        bonus: 1,
        most: isDropped ? 0 : Infinity,
        successor: null,
      };
      return [candidate];
    });
  }

  /** The fresh problems of every technique that an interview asks, as many behind each other as may find a place. */
  fresh(): Candidate[] {
    const { estimates, log } = this.input;
    const wanted = new Set(this.targets.flatMap((target) => [...target.shares.keys()]));
    const minutes = Math.round(targetFor(null, log.settings) * (this.paces.get('first-solve') ?? 1));
    const all = this.dates.reduce((sum, date) => sum + minutesOn(date, log.settings), 0);
    const roomForFresh = Math.min(all / minutes, planParameters.freshAtMost);
    return [...wanted].flatMap((technique) => {
      const isAsked = this.targets.some((target) => (target.shares.get(technique) ?? 0) >= planParameters.freshShare);
      const estimate = estimates.techniques.get(technique);
      const missing = planParameters.freshBelow - (estimate?.sittings ?? 0);
      const choice = this.choiceFor(`technique:${technique}`);
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
          rests: 0,
          bonus: 1 + planParameters.informationPerVariance * (index < missing ? estimate.state.variance : 0),
          most: 1,
          successor,
        };
      return successor ? [successor] : [];
    });
  }

  private largestShare(technique: TechniqueId): number {
    return Math.max(0, ...this.targets.map((target) => target.shares.get(technique) ?? 0));
  }

  private kindsOf(problem: Problem, { lastSitting }: ProblemEstimate): Candidate['kinds'] {
    return plannedReviewKinds.map((kind) => ({ kind, minutes: this.minutesFor(kind, problem, lastSitting) }));
  }

  private minutesFor(kind: ReviewKind, problem: Problem, lastSitting: Sitting): number {
    const target = sittingTarget(kind, problem.difficulty, this.input.log.settings);
    const wasShort = lastSitting.kind === 'spot' || lastSitting.kind === 'sketch';
    if (kind !== 'rebuild' || lastSitting.minutes === null || wasShort)
      return Math.round(target * (this.paces.get(kind) ?? 1));
    const [least, most] = rebuildRange;
    return Math.round(Math.min(Math.max(lastSitting.minutes * rebuildShare, target * least), target * most));
  }

  /** The first day that is as far from the last sitting as reviews in the plan are from each other. */
  private rests(problemId: string, { memory, lastSitting }: ProblemEstimate): number {
    const [today = ''] = this.dates;
    const gap = leastGapIn(this.dates.length);
    // Most were sat long ago, and to ask the zone for a day takes time.
    if (-memory.since > gap + 1) return 0;
    const ago = daysBetween(dayOf(lastSitting.startedAt, this.input.zone), today);
    return Math.max(gap - Math.max(ago, 0), this.satToday.has(problemId) ? 1 : 0);
  }

  private choiceFor(key: string): Choice['choice'] | undefined {
    return this.choices.get(key)?.choice;
  }

  private notBefore(choice: Choice['choice'] | undefined): number {
    const [today] = this.dates;
    return today && choice && 'notBefore' in choice ? Math.max(daysBetween(today, choice.notBefore), 0) : 0;
  }
}
