import { at } from '../../at';
import { type TechniqueBaseline, readinessOf } from '../../estimate/readiness';
import type { Person } from '../../estimate/strength';
import type { TechniqueId } from '../../model/technique';
import type { Day } from '../../model/time';
import { transferredOn } from '../../estimate/worked';
import { workedUntil } from '../model/candidate';
import type { Target } from '../model/horizon';
import type { ReadinessPoint } from '../plan';
import type { CandidateState } from '../model/candidate-state';

/** Days computed exactly over the whole plan; between them the curve is drawn straight. */
const exactPoints = 30;

/** Readiness for the next interview as if it were on each day: at the end of the day if the plan is kept, and if it is dropped. */
export function readinessCurve(
  states: readonly CandidateState[],
  targets: readonly Target[],
  dates: readonly Day[],
  person: Person,
  baselineOf: (technique: TechniqueId) => TechniqueBaseline,
): ReadinessPoint[] {
  const step = Math.ceil(dates.length / exactPoints);
  const sums = new Sums(states, person, baselineOf);
  const whole = targets.filter(({ isWhole }) => isWhole);
  const targetOn = (day: number): Target | undefined => whole.find((target) => target.day >= day) ?? whole.at(-1);
  const exact = new Map<number, Chances>();
  const exactAt = (day: number, target: Target): Chances => {
    const key = day * targets.length + targets.indexOf(target);
    let chances = exact.get(key);
    if (!chances) exact.set(key, (chances = sums.chancesOn(day, target)));
    return chances;
  };
  return dates.map((date, day) => {
    const target = targetOn(day);
    if (!target) return { date, interviewId: null, ifKept: 0, ifDropped: 0 };
    const before = Math.floor(day / step) * step;
    const left = exactAt(before, target);
    const right = before === day ? left : exactAt(Math.min(before + step, dates.length - 1), target);
    const share = (day - before) / step;
    return {
      date,
      interviewId: target.interviewId,
      ifKept: left.kept + share * (right.kept - left.kept),
      ifDropped: left.dropped + share * (right.dropped - left.dropped),
    };
  });
}

interface Chances {
  readonly kept: number;
  readonly dropped: number;
}

/** A candidate with the indices of its techniques in the sums, so that a day's sums are taken without looking anything up. */
interface TransferSource {
  readonly state: CandidateState;
  readonly parts: readonly { readonly index: number; readonly share: number }[];
}

class Sums {
  private readonly indices = new Map<TechniqueId, number>();
  private readonly sources: readonly TransferSource[];

  constructor(
    states: readonly CandidateState[],
    private readonly person: Person,
    private readonly baselineOf: (technique: TechniqueId) => TechniqueBaseline,
  ) {
    this.sources = states
      .filter(({ candidate, placements }) => candidate.problemId !== null || placements.length > 0)
      .map((state) => ({
        state,
        parts: state.candidate.credits.map(({ technique, share }) => ({ index: this.indexOf(technique), share })),
      }));
  }

  chancesOn(day: number, { shares, difficulty }: Target): Chances {
    const kept = new Float64Array(this.indices.size);
    const dropped = new Float64Array(this.indices.size);
    for (const { state, parts } of this.sources) {
      const { candidate, placements } = state;
      const { worked } = candidate;
      const without = transferredOn(worked, day, this.person);
      const withPlan =
        placements.length === 0
          ? without
          : transferredOn(workedUntil(worked, placements, this.person, day), day, this.person);
      for (const { index, share } of parts) {
        kept[index] = at(kept, index) + share * withPlan;
        dropped[index] = at(dropped, index) + share * without;
      }
    }
    const chance = (sums: Float64Array): number => {
      const transferredTo = (id: TechniqueId): number => sums[this.indices.get(id) ?? -1] ?? 0;
      return readinessOf(this.person, shares, difficulty, this.baselineOf, transferredTo).point;
    };
    return { kept: chance(kept), dropped: chance(dropped) };
  }

  private indexOf(technique: TechniqueId): number {
    const index = this.indices.get(technique) ?? this.indices.size;
    this.indices.set(technique, index);
    return index;
  }
}
