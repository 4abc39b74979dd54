import type { SittingKind, TechniqueId } from '@lernen/core/model';
import type { Learner, ProblemFacts } from './learner';
import { Person, effort, logistic, millisecondsPerDay } from './person';

interface Trace {
  readonly at: number;
  readonly weight: number;
  /** A trace laid while much was still active fades faster (Pavlik & Anderson 2005). */
  readonly decay: number;
}

/** Memory as activation: every practice leaves a trace that fades by a power of its age, and the traces add up. */
class ActivationLearner extends Person {
  private readonly problems = new Map<string, Trace[]>();
  private readonly techniques = new Map<TechniqueId, Trace[]>();

  protected recall(problemId: string, at: number): number {
    const traces = this.problems.get(problemId);
    return traces ? logistic((activation(traces, at) + 1.1) / 0.45) * 0.98 : 0;
  }

  protected practice(technique: TechniqueId, at: number): number {
    const traces = this.techniques.get(technique);
    return traces ? 1.1 * this.speed * Math.log1p(Math.exp(activation(traces, at) + 1.4)) : 0;
  }

  protected learn(problem: ProblemFacts, kind: SittingKind, isSolved: boolean, at: number): void {
    const weight = effort[kind] * (isSolved ? 1 : 0.75);
    add(this.problems, problem.id, at, weight, 0.3);
    problem.techniques.forEach((technique, index) => {
      // A problem met for the first time teaches the technique most; going over the same again less and less.
      const times = this.problems.get(problem.id)?.length ?? 1;
      const fresh = kind === 'twist' ? 0.8 : 1 / Math.sqrt(times);
      add(this.techniques, technique, at, weight * fresh * (index === 0 ? 1 : 0.4), 0.2);
    });
  }
}

function add<K>(map: Map<K, Trace[]>, key: K, at: number, weight: number, base: number): void {
  const traces = map.get(key) ?? [];
  const decay = base + 0.22 * Math.exp(Math.min(activation(traces, at), 1.5));
  map.set(key, [...traces, { at, weight, decay: Math.min(decay, 1.2) }]);
}

function activation(traces: readonly Trace[], at: number): number {
  let sum = 0;
  for (const { at: then, weight, decay } of traces) {
    const days = Math.max((at - then) / millisecondsPerDay, 0.04);
    sum += weight * days ** -decay;
  }
  return Math.log(Math.max(sum, 1e-9));
}

export function createLearner(seed: number): Learner {
  return new ActivationLearner(seed);
}
