import { at } from '../at';
import type { Placement } from '../plan/model/candidate';
import { transferredAtTargets, withPlacement } from '../plan/model/candidate';
import { lengthsOf } from '../plan/bound/optimality-gap';
import type { Planner } from '../plan/planner';
import { usableMinutes } from '../plan/bound/prices';
import { type CandidateState, creditsOrNone, stateWithoutPlacements } from '../plan/model/candidate-state';

/** Its gain is by the tangents at the plan that was found: in sum never below the true gain. */
interface Sequence {
  readonly gain: number;
  readonly placements: readonly Placement[];
}

export interface Optimum {
  /** The most importance-weighted readiness that any plan adds to doing nothing. */
  readonly gain: number;
  /** False when there were too many plans to look at all. */
  readonly isProven: boolean;
}

/**
 * The true optimum of a small case: every sequence of every candidate is tried with every other's, except where the tangents
 * and prices of minutes prove that nothing better can follow. Starts from what the planner found; plans that are not
 * better than that by more than the tolerance, a share of the gain, may be passed over.
 */
export function bestPlan(planner: Planner, tolerance: number, maxSteps = 3_000_000): Optimum {
  const { schedule } = planner;
  const { targets, calendar, marginalGains, way } = schedule;
  const reached = planner.optimalityGap().reached;
  const tangents = new Map<string | null, { slope: number; added: number }[]>();
  const states: CandidateState[] = [];
  const opened = new Set(planner.states.map(({ candidate }) => candidate));
  for (const state of planner.states) {
    states.push(stateWithoutPlacements(state.candidate, targets, way));
    let next = state.candidate.successor;
    for (let more = 0; next && !opened.has(next) && more < 2; next = next.successor, more++)
      states.push(stateWithoutPlacements(next, targets, way));
    for (const { technique, share } of creditsOrNone(state.candidate)) {
      const known = tangents.get(technique) ?? targets.map(() => ({ slope: 0, added: 0 }));
      const nothing = transferredAtTargets(state.candidate.worked, [], targets, way);
      known.forEach((it, index) => (it.added += share * (at(state.transferred, index) - at(nothing, index))));
      tangents.set(technique, known);
    }
  }
  let idle = 0;
  for (const [technique, known] of tangents)
    known.forEach((it, index) => {
      const { above, slope } = marginalGains.tangent(technique, index, it.added);
      it.slope = slope;
      idle += above - slope * it.added;
    });
  const all = states.map((state) => sequencesFor(state, planner, tangents));
  const minutes = Array.from({ length: calendar.length }, (_, day) => calendar.minutesOn(day));
  const usable = usableMinutes(lengthsOf(planner.states), Math.max(...minutes, 0));
  const restOf = restsBy(all, usable);
  // Everything is taken out, so that gains are counted from doing nothing.
  for (const state of planner.states) for (const placement of state.placements) schedule.takeOut(state, placement);
  let best = reached;
  const enough = reached / (1 - tolerance);
  let steps = 0;
  const left = [...minutes];
  const fresh = minutes.map(() => 0);
  const chosen: Sequence[] = [];
  const visit = (index: number, linear: number): void => {
    if (++steps > maxSteps) return;
    if (idle + linear + restOf(index, left) <= Math.max(best, enough) + 1e-9) return;
    if (index === all.length) {
      best = Math.max(best, gainOf(chosen));
      return;
    }
    // Fresh problems of a technique are all alike: the next one never comes before the one that opens it.
    const isNext = index > 0 && states[index - 1]?.candidate.successor === states[index]?.candidate;
    const earliest = isNext ? (chosen[index - 1]?.placements[0]?.day ?? Infinity) : 0;
    for (const sequence of all[index] ?? []) {
      const { placements, gain } = sequence;
      if (placements.some(({ day, minutes: taken }) => taken > at(left, day) || day < earliest)) continue;
      for (const { day, minutes: taken, kind } of placements) {
        left[day] = at(left, day) - taken;
        if (kind === 'fresh') fresh[day] = at(fresh, day) + 1;
      }
      if (fresh.every((count, day) => count <= calendar.maxFreshOn(day))) {
        chosen.push(sequence);
        visit(index + 1, linear + gain);
        chosen.pop();
      }
      for (const { day, minutes: taken, kind } of placements) {
        left[day] = at(left, day) + taken;
        if (kind === 'fresh') fresh[day] = at(fresh, day) - 1;
      }
    }
  };
  const gainOf = (sequences: readonly Sequence[]): number => {
    let gain = 0;
    const done: (readonly [CandidateState, Placement])[] = [];
    sequences.forEach(({ placements }, index) => {
      const state = states[index];
      for (const placement of state ? placements : []) {
        if (!state) continue;
        gain += schedule.gainOf(state, schedule.transferredWith(state, placement));
        schedule.put(state, placement);
        done.push([state, placement]);
      }
    });
    for (const [state, placement] of done.reverse()) schedule.takeOut(state, placement);
    return gain;
  };
  visit(0, 0);
  return { gain: best, isProven: steps <= maxSteps };
}

/** Every sequence that keeps its distance and fits its days alone, the empty one too; the most promising first. */
function sequencesFor(
  state: CandidateState,
  { schedule }: Planner,
  tangents: ReadonlyMap<string | null, readonly { readonly slope: number }[]>,
): Sequence[] {
  const { candidate } = state;
  const { calendar, targets, way } = schedule;
  const nothing = transferredAtTargets(candidate.worked, [], targets, way);
  const made: Sequence[] = [];
  const add = (placements: readonly Placement[]): void => {
    const transferred = transferredAtTargets(candidate.worked, placements, targets, way);
    let gain = 0;
    for (const { technique, share } of creditsOrNone(candidate))
      transferred.forEach((amount, index) => {
        gain += share * (tangents.get(technique)?.[index]?.slope ?? 0) * (amount - at(nothing, index));
      });
    made.push({ placements, gain });
    if (placements.length >= candidate.max) return;
    const from = Math.max(candidate.notBefore, (placements.at(-1)?.day ?? -1) + 1);
    const so: CandidateState = { candidate, placements, transferred: [] };
    for (let day = from; day < calendar.length; day++)
      for (const { kind, minutes } of schedule.isSpaced(so, day) ? schedule.kindsByGain(so, day) : [])
        if (calendar.admits(day, minutes) && !calendar.isTooHeavy(day, kind, candidate))
          add(withPlacement(placements, { day, kind, minutes }));
  };
  add([]);
  return made.sort((a, b) => b.gain - a.gain);
}

/** The most that the sequences of the candidates from one on can give by the tangents, for every rest of minutes by day. */
function restsBy(
  all: readonly (readonly Sequence[])[],
  usable: readonly number[],
): (index: number, left: readonly number[]) => number {
  const known = all.map(() => new Map<number, number>());
  const restOf = (index: number, left: readonly number[]): number => {
    const memo = known[index];
    if (!memo) return 0;
    const rest = left.map((it) => usable[it] ?? it);
    const key = rest.reduce((sum, it) => sum * usable.length + it, 0);
    const found = memo.get(key);
    if (found !== undefined) return found;
    let best = 0;
    for (const { placements, gain } of all[index] ?? []) {
      if (placements.some(({ day, minutes }) => minutes > at(rest, day))) continue;
      const after = [...rest];
      for (const { day, minutes } of placements) after[day] = at(after, day) - minutes;
      best = Math.max(best, gain + restOf(index + 1, after));
    }
    memo.set(key, best);
    return best;
  };
  return restOf;
}
