import type { Difficulty, SittingKind, TechniqueId } from '@lernen/core/model';
import type { Learner, ProblemFacts } from './learner';
import { type Nature, Person, effort, logistic, millisecondsPerDay, usualNature } from './person';

const nature: Nature = {
  ...usualNature,
  level: { mean: -0.4, spread: 0.6 },
  levelSpread: 0.8,
  easier: { spot: 0.6, sketch: 0.4 },
  failing: { hint: 0.4, late: 0.15, partly: 0.25 },
};
/** How much of seeing what a problem asks for each kind practises: telling and outlining do it nearly as well as solving. */
const seeing: Readonly<Record<SittingKind, number>> = {
  spot: 0.45,
  sketch: 0.8,
  rebuild: 0.8,
  twist: 1,
  'first-solve': 1,
  rehearsal: 1,
};

interface Cue {
  readonly at: number;
  /** Days until the technique is seen in half of the problems that ask for it. */
  readonly halfDays: number;
}

/**
 * To solve is to see which technique is asked for, and to carry it out. Carrying out is a skill that stays; seeing fades
 * within days unless it is practised, and then ever more slowly.
 */
class RecognitionLearner extends Person {
  private readonly cues = new Map<TechniqueId, Cue>();
  private readonly skills = new Map<TechniqueId, number>();
  private readonly problems = new Map<string, { readonly at: number; readonly halfDays: number }>();

  override ability(technique: TechniqueId, difficulty: Difficulty, at: number, shift = 0): number {
    return (
      this.sees(technique, at) *
      logistic(this.deviation(technique) + this.overall + shift + this.practice(technique) - nature.harder[difficulty])
    );
  }

  protected recall(problemId: string, at: number): number {
    const known = this.problems.get(problemId);
    return known ? 0.92 * Math.exp((-Math.LN2 * daysBetween(known.at, at)) / known.halfDays) : 0;
  }

  protected practice(technique: TechniqueId): number {
    return 1.2 * this.speed * Math.log1p(this.skills.get(technique) ?? 0);
  }

  protected learn(problem: ProblemFacts, kind: SittingKind, isSolved: boolean, at: number): void {
    const known = this.problems.get(problem.id);
    const faded = 1 - this.recall(problem.id, at);
    this.problems.set(problem.id, { at, halfDays: known ? known.halfDays * (1 + 1.2 * effort[kind] * faded) : 6 });
    problem.techniques.forEach((technique, index) => {
      const share = index === 0 ? 1 : 0.4;
      const cue = this.cues.get(technique);
      const lost = cue ? 1 - this.sees(technique, at) : 1;
      this.cues.set(technique, { at, halfDays: cue ? cue.halfDays * (1 + 1.5 * share * seeing[kind] * lost) : 7 });
      const added = effort[kind] * (isSolved ? 1 : 0.7) * (known ? 0.3 + 0.4 * faded : 1) * share;
      this.skills.set(technique, (this.skills.get(technique) ?? 0) + 0.5 * added);
    });
  }

  private sees(technique: TechniqueId, at: number): number {
    const cue = this.cues.get(technique);
    return cue ? 0.35 + 0.63 * Math.exp((-Math.LN2 * daysBetween(cue.at, at)) / cue.halfDays) : 0.35;
  }
}

function daysBetween(from: number, to: number): number {
  return Math.max(to - from, 0) / millisecondsPerDay;
}

export function createLearner(seed: number): Learner {
  return new RecognitionLearner(seed, nature);
}
