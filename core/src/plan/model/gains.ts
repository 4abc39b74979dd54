import type { Placement } from './candidate';
import type { Filling } from '../search/filling';
import type { Schedule } from '../search/schedule';
import { type CandidateState, stateWithoutPlacements } from './candidate-state';

/** What an item adds to all that is planned before it. */
export interface Gain {
  /** Readiness by target, without their importance. */
  readonly byTarget: readonly number[];
  /** Importance-weighted readiness over all targets. */
  readonly worth: number;
}

/**
 * What each item adds when the plan is kept day by day; of one day, what adds most per minute comes first. All together
 * add what the plan adds. `empty` is a schedule without any items; it is filled on the way.
 */
export function gainsInOrder({ states, schedule: { calendar } }: Filling, empty: Schedule): Map<Placement, Gain> {
  const { targets, way } = empty;
  const replayed = new Map(
    states
      .filter(({ placements }) => placements.length > 0)
      .map((state) => [state, stateWithoutPlacements(state.candidate, targets, way)]),
  );
  const gains = new Map<Placement, Gain>();
  for (const items of calendar.placed) {
    const waiting = items.map(({ state, placement }) => ({ state, placement }));
    while (waiting.length > 0) {
      const next = waiting
        .map((item) => ({ item, gain: gainOf(replayed.get(item.state), item.placement, empty) }))
        .sort((a, b) => b.gain.worth / b.item.placement.minutes - a.gain.worth / a.item.placement.minutes)[0];
      if (!next) break;
      const { item, gain } = next;
      gains.set(item.placement, gain);
      const state = replayed.get(item.state);
      if (state) empty.put(state, item.placement);
      waiting.splice(waiting.indexOf(item), 1);
    }
  }
  return gains;
}

function gainOf(state: CandidateState | undefined, placement: Placement, schedule: Schedule): Gain {
  if (!state) return { byTarget: [], worth: 0 };
  const transferred = schedule.transferredWith(state, placement);
  return { byTarget: schedule.gainsOf(state, transferred, true), worth: schedule.gainOf(state, transferred) };
}
