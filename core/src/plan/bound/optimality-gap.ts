import { at } from '../../at';
import { type Candidate, transferredAtTargets } from '../model/candidate';
import { ColumnMaker } from './columns';
import { type Prices, type ColumnSet, bestPrices, uniformPrices, usableMinutes } from './prices';
import type { Schedule } from '../search/schedule';
import { type CandidateState, creditsOrNone } from '../model/candidate-state';

/** Prices are searched again with the candidates that the last ones leave something to gain, so many times at most. */
const searches = 4;

/** What a plan adds to doing nothing, as importance-weighted readiness, and what no plan could exceed. */
export interface OptimalityGap {
  readonly reached: number;
  readonly max: number;
}

/**
 * What the plan reaches, and an upper bound on what any plan could reach under the same model and rules: never below the
 * best plan. Three things are relaxed. Readiness is replaced by a concave curve above it and that by its tangent at the
 * plan that was found, so that candidates can be judged one by one; minutes have prices by day instead of limits (Lagrangian
 * relaxation); and of candidates with too many sequences of reviews each is taken to come at its best moment with the
 * largest spacing effect. With any prices the bound holds.
 *
 * `candidates` are all candidates with their placements in the plan.
 */
export function optimalityGapOf(states: readonly CandidateState[], schedule: Schedule): OptimalityGap {
  const { marginalGains, targets, calendar } = schedule;
  const slopes = new Map<string | null, readonly number[]>();
  const slopesOf = (technique: string | null): readonly number[] => {
    let known = slopes.get(technique);
    if (!known)
      slopes.set(technique, (known = targets.map((_, index) => marginalGains.tangent(technique, index, 0).slope)));
    return known;
  };
  const worthOf = (candidate: Candidate): number[] =>
    targets.map((_, index) =>
      creditsOrNone(candidate).reduce((sum, it) => sum + it.share * (slopesOf(it.technique)[index] ?? 0), 0),
    );
  // What the tangents give where nothing is done, above what doing nothing gives.
  let [idle, reached] = [0, 0];
  const added = new Map<string | null, number[]>();
  for (const state of states) {
    const nothing = transferredAtTargets(state.candidate.worked, [], targets, schedule.way);
    for (const { technique, share } of creditsOrNone(state.candidate)) {
      const sums = added.get(technique) ?? targets.map(() => 0);
      added.set(
        technique,
        sums.map((sum, index) => sum + share * (at(state.transferred, index) - at(nothing, index))),
      );
    }
  }
  for (const [technique, sums] of added)
    sums.forEach((sum, index) => {
      const { above, slope, gained } = marginalGains.tangent(technique, index, sum);
      idle += above - slope * sum;
      reached += gained;
    });
  const given = Array.from({ length: calendar.length }, (_, day) => calendar.minutesOn(day));
  const usable = usableMinutes(lengthsOf(states), Math.max(...given, 0));
  const minutes = given.map((it) => usable[it] ?? it);
  const columns = new ColumnMaker(schedule, worthOf);
  return { reached, max: idle + maxOf(candidateColumnsOf(states, columns), [...minutes, ...given], reached - idle) };
}

/** All lengths that an item can have. */
export function lengthsOf(states: readonly CandidateState[]): Set<number> {
  return new Set(
    states.flatMap(({ candidate, placements }) =>
      [...candidate.firstKinds, ...candidate.kinds, ...(candidate.twist?.kinds ?? []), ...placements].map(
        (it) => it.minutes,
      ),
    ),
  );
}

/** A candidate with its columns, the exact ones made when they are asked for; others that follow it have the same. */
interface CandidateColumns {
  readonly loose: ColumnSet;
  readonly exact: () => ColumnSet;
}

function candidateColumnsOf(states: readonly CandidateState[], columns: ColumnMaker): CandidateColumns[] {
  const opened = new Set(states.map(({ candidate }) => candidate));
  return states.map((state) => {
    let count = 1;
    // What would come next on a candidate can give no more than it.
    for (let next = state.candidate.successor; next && !opened.has(next); next = next.successor) count++;
    let exact: ColumnSet | null = null;
    return {
      loose: { columns: columns.loose(state), count },
      exact: () => (exact ??= { columns: columns.exact(state), count }),
    };
  });
}

/**
 * More than any choice of columns gives. Most candidates of a long log are never worth their minutes: only those that may be,
 * judged by their loose columns, are looked at exactly.
 */
function maxOf(allColumns: readonly CandidateColumns[], minutes: readonly number[], reached: number): number {
  const mayGain = ({ loose }: CandidateColumns, prices: Prices): boolean => prices.best(loose.columns).worth > 0;
  let prices = uniformPrices(
    allColumns.map(({ loose }) => loose),
    minutes,
  );
  let active = new Set(allColumns.filter((candidateColumns) => mayGain(candidateColumns, prices)));
  let max = Infinity;
  for (let search = 0; search < searches; search++) {
    const found = bestPrices(
      [...active].map(({ exact }) => exact()),
      minutes,
      reached,
      prices,
    );
    prices = found.prices;
    const further = allColumns.filter(
      (candidateColumns) => !active.has(candidateColumns) && mayGain(candidateColumns, found.prices),
    );
    const above = further.reduce((sum, { exact }) => {
      const { columns, count } = exact();
      return sum + count * found.prices.best(columns).worth;
    }, 0);
    max = Math.min(max, found.max + above);
    if (above === 0) break;
    active = new Set([...active, ...further]);
  }
  return max;
}
