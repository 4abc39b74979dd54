import type { Placement } from './candidate';
import type { Filling } from '../search/filling';
import type { Schedule } from '../search/schedule';
import { type Track, trackOf } from './track';

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
export function gainsInOrder({ tracks, schedule: { calendar } }: Filling, empty: Schedule): Map<Placement, Gain> {
  const { targets, way } = empty;
  const replayed = new Map(
    tracks
      .filter(({ placements }) => placements.length > 0)
      .map((track) => [track, trackOf(track.candidate, targets, way)]),
  );
  const gains = new Map<Placement, Gain>();
  for (const items of calendar.placed) {
    const waiting = items.map(({ track, placement }) => ({ track, placement }));
    while (waiting.length > 0) {
      const next = waiting
        .map((item) => ({ item, gain: gainOf(replayed.get(item.track), item.placement, empty) }))
        .sort((a, b) => b.gain.worth / b.item.placement.minutes - a.gain.worth / a.item.placement.minutes)[0];
      if (!next) break;
      const { item, gain } = next;
      gains.set(item.placement, gain);
      const track = replayed.get(item.track);
      if (track) empty.put(track, item.placement);
      waiting.splice(waiting.indexOf(item), 1);
    }
  }
  return gains;
}

function gainOf(track: Track | undefined, placement: Placement, schedule: Schedule): Gain {
  if (!track) return { byTarget: [], worth: 0 };
  const lent = schedule.lentWith(track, placement);
  return { byTarget: schedule.gainsOf(track, lent, true), worth: schedule.gainOf(track, lent) };
}
