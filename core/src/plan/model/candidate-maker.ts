import { type ProblemEstimate, mainTechniqueOf } from '../../estimate/estimate';
import { knowsAnswer } from '../../estimate/evidence';
import { failureIn } from '../../estimate/failure';
import { untouched, wasSolved } from '../../estimate/worked';
import type { Choice } from '../../model/choice';
import type { Difficulty, Problem } from '../../model/problem';
import { minutesOn, sittingTarget, targetFor } from '../../model/settings';
import type { SittingKind } from '../../model/sitting-kinds';
import type { TechniqueId } from '../../model/technique';
import { type Day, daysBetween } from '../../model/time';
import type { Candidate, KindMinutes } from './candidate';
import { type Target, twistDays } from './horizon';
import { planParameters, plannedReviewKinds } from '../parameters';
import type { PlanInput, PlannedKind } from '../plan';
import { spacingAfter, unspaced } from './spacing';

/** Says what can be planned at all, and how long it takes. */
export class CandidateMaker {
  /** `dates` are the days of the plan, today first; `choices` are by `targetKey`, `paces` by kind. */
  constructor(
    private readonly input: PlanInput,
    private readonly targets: readonly Target[],
    private readonly dates: readonly Day[],
    private readonly choices: ReadonlyMap<string, Choice>,
    private readonly paces: ReadonlyMap<SittingKind, number>,
  ) {}

  /** Every problem that was sat; one that was dropped can be remembered, but not planned. */
  reviews(): Candidate[] {
    return this.input.log.problems.flatMap((problem) => {
      const estimate = this.input.estimates.problems.get(problem.id);
      if (!estimate) return [];
      const choice = this.choiceFor(`problem:${problem.id}`);
      const spacing = spacingAfter(estimate.history, knowsAnswer(estimate.lastSitting), this.dates.length);
      const isDropped = choice !== undefined && 'dropped' in choice;
      const kinds = isDropped ? [] : this.kindsOf(problem.difficulty, wasSolved(estimate.worked));
      const candidate: Candidate = {
        problemId: problem.id,
        technique: mainTechniqueOf(estimate),
        credits: estimate.credits,
        worked: estimate.worked,
        // A solution that was never found nor read cannot be recalled: the problem has to be tried again.
        firstKinds: estimate.worked.memory ? kinds : kinds.filter(({ kind }) => kind === 'rebuild'),
        kinds: estimate.worked.memory ? kinds : kinds.filter(isFollowUp),
        twist: isDropped ? null : this.twistOf(problem, estimate, kinds),
        spacing,
        notBefore: Math.max(this.notBefore(choice), spacing.earliest),
        bonus: 1,
        max: isDropped ? 0 : estimate.worked.memory ? planParameters.spacing.max : 2,
        successor: null,
      };
      return [candidate];
    });
  }

  /** What something new takes. */
  get freshMinutes(): number {
    return this.minutesFor('fresh', null, true);
  }

  /** The fresh problems of every technique that an interview asks, as many behind each other as may find a place. */
  fresh(): Candidate[] {
    const { estimates, log } = this.input;
    const wanted = new Set(this.targets.flatMap((target) => [...target.shares.keys()]));
    const minutes = this.freshMinutes;
    const all = this.dates.reduce((sum, date) => sum + minutesOn(date, log.settings), 0);
    const roomForFresh = Math.min(all / minutes, planParameters.maxFresh);
    const kinds = this.kindsOf(null, true).filter(isFollowUp);
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
          worked: untouched,
          firstKinds: [{ kind: 'fresh', minutes }],
          kinds,
          twist: null,
          spacing: unspaced,
          notBefore: this.notBefore(choice),
          bonus: 1 + planParameters.informationPerVariance * (index < missing ? estimate.state.variance : 0),
          max: 2,
          successor,
        };
      return successor ? [successor] : [];
    });
  }

  /** What can be solved as it is comes changed where its technique is near the goal and an interview that asks for it is not far. */
  private twistOf(
    { id, difficulty }: Problem,
    estimate: ProblemEstimate,
    kinds: readonly KindMinutes[],
  ): Candidate['twist'] {
    const { estimates, log, twists } = this.input;
    const [main] = estimate.credits;
    const strength = main && estimates.techniques.get(main.technique)?.strength.point;
    const isNear = strength !== undefined && strength >= log.settings.goal - planParameters.twists.near;
    if (!main || !isNear || !canSolve(estimate) || !twists?.has(id)) return null;
    const days = twistDays(main.technique, this.targets);
    if (days.size === 0) return null;
    return { days, kinds: [...kinds, { kind: 'twist', minutes: this.minutesFor('twist', difficulty, true) }] };
  }

  private largestShare(technique: TechniqueId): number {
    return Math.max(0, ...this.targets.map((target) => target.shares.get(technique) ?? 0));
  }

  private kindsOf(difficulty: Difficulty | null, wasSolved: boolean): KindMinutes[] {
    return plannedReviewKinds.map((kind) => ({ kind, minutes: this.minutesFor(kind, difficulty, wasSolved) }));
  }

  /** By the person's own pace, but never as short as giving up. */
  private minutesFor(kind: PlannedKind, difficulty: Difficulty | null, wasSolved: boolean): number {
    const { rebuildPace, minPace } = planParameters;
    const { settings } = this.input.log;
    if (kind === 'fresh') {
      const pace = Math.max(this.paces.get('first-solve') ?? 1, minPace.fresh);
      return Math.round(targetFor(difficulty, settings) * pace);
    }
    const pace = this.paces.get(kind) ?? (kind === 'rebuild' ? rebuildPace : 1);
    const min = kind === 'rebuild' && !wasSolved ? minPace.unsolved : 0;
    return Math.ceil(sittingTarget(kind, difficulty, settings) * Math.max(pace, min));
  }

  private choiceFor(key: string): Choice['choice'] | undefined {
    return this.choices.get(key)?.choice;
  }

  private notBefore(choice: Choice['choice'] | undefined): number {
    const [today] = this.dates;
    return today && choice && 'notBefore' in choice ? Math.max(daysBetween(today, choice.notBefore), 0) : 0;
  }
}

/** Whether a kind can be the first review of what is solved for the first time. */
function isFollowUp({ kind }: KindMinutes): boolean {
  return planParameters.followUp.kinds.includes(kind);
}

/** Solved once, and nothing that came of it since says otherwise. */
function canSolve(estimate: ProblemEstimate): boolean {
  const { history, worked } = estimate;
  return wasSolved(worked) && worked.memory !== null && failureIn(history) === null && history.at(-1)?.isOwn === true;
}
