import type { SittingKind, TechniqueId } from '@lernen/core/model';
import type { Learner, ProblemFacts, SittingOutcome } from './learner';
import { type Nature, Person, effort, logOdds, logistic, millisecondsPerDay, usualNature } from './person';

const nature: Nature = {
  ...usualNature,
  level: { mean: -0.6, spread: 0.7 },
  levelSpread: 0.9,
  harder: { easy: -1, medium: 0, hard: 1.5 },
  easier: { spot: 1.4, sketch: 0.7 },
};
/** Minutes of work after which a head is tired to 1 − 1/e, and hours in which it rests again. */
const [tiringMinutes, restingHours] = [60, 3];
/** Log-odds that a wholly tired head loses, and the share that it still learns. */
const [lost, learns] = [1.6, 0.35];

/** Works and learns well at first in an evening and less and less later, and forgets by a power of time. */
class FatigueLearner extends Person {
  private readonly problems = new Map<string, { readonly at: number; readonly halfDays: number }>();
  private readonly skills = new Map<TechniqueId, { readonly at: number; readonly value: number }>();
  private worked = { until: 0, minutes: 0 };

  override sit(problem: ProblemFacts, kind: SittingKind, at: number): SittingOutcome {
    const outcome = super.sit(problem, kind, at);
    this.worked = { until: at + outcome.minutes * 60_000, minutes: this.minutesBehind(at) + outcome.minutes };
    return outcome;
  }

  override chance(problem: ProblemFacts, kind: SittingKind, at: number, shift = 0): number {
    return logistic(logOdds(super.chance(problem, kind, at, shift)) - lost * this.tired(at));
  }

  protected recall(problemId: string, at: number): number {
    const known = this.problems.get(problemId);
    return known ? 0.94 * (1 + days(known.at, at) / known.halfDays) ** -1 : 0;
  }

  protected practice(technique: TechniqueId, at: number): number {
    const skill = this.skills.get(technique);
    return skill ? 1.4 * this.speed * Math.log1p(skill.value * (1 + days(skill.at, at) / 60) ** -0.6) : 0;
  }

  protected learn(problem: ProblemFacts, kind: SittingKind, isSolved: boolean, at: number): void {
    const awake = 1 - (1 - learns) * this.tired(at);
    const known = this.problems.get(problem.id);
    const faded = 1 - this.recall(problem.id, at);
    const weight = effort[kind] * awake * (isSolved ? 1 : 0.65);
    this.problems.set(problem.id, { at, halfDays: known ? known.halfDays * (1 + 2 * weight * faded) : 6 * awake });
    problem.techniques.forEach((technique, index) => {
      const skill = this.skills.get(technique);
      const left = skill ? skill.value * (1 + days(skill.at, at) / 60) ** -0.6 : 0;
      const news = known ? 0.25 + 0.45 * faded : 1;
      this.skills.set(technique, { at, value: left + 0.8 * weight * news * (index === 0 ? 1 : 0.4) });
    });
  }

  private tired(at: number): number {
    return 1 - Math.exp(-this.minutesBehind(at) / tiringMinutes);
  }

  private minutesBehind(at: number): number {
    const hours = Math.max(at - this.worked.until, 0) / 3_600_000;
    return this.worked.minutes * Math.exp(-hours / restingHours);
  }
}

function days(from: number, to: number): number {
  return Math.max(to - from, 0) / millisecondsPerDay;
}

export function createLearner(seed: number): Learner {
  return new FatigueLearner(seed, nature);
}
