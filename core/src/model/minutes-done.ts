import type { Sitting } from './sitting';
import { type Day, type Zone, dayOf, instantAt } from './time';

/**
 * The minutes of the sittings of each day that has any, from a day on.
 * @param sittings in their order, the newest last
 */
export function minutesDoneByDay(
  sittings: readonly Pick<Sitting, 'startedAt' | 'minutes'>[],
  from: Day,
  zone: Zone,
): Map<Day, number> {
  const minutes = new Map<Day, number>();
  const first = instantAt(from, '00:00', zone);
  let [day, start] = ['', ''];
  for (let index = sittings.length - 1; index >= 0; index--) {
    const sitting = sittings[index];
    if (!sitting || sitting.startedAt < first) break;
    // To ask of each on which day it was takes long where there are many: it is asked where a day begins.
    if (day === '' || sitting.startedAt < start) {
      day = dayOf(sitting.startedAt, zone);
      start = instantAt(day, '00:00', zone);
    }
    minutes.set(day, (minutes.get(day) ?? 0) + (sitting.minutes ?? 0));
  }
  return minutes;
}
