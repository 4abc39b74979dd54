import type { Candidate } from '../model/candidate';
import { gainBy, worthOf } from './greedy';
import type { Target } from '../model/horizon';
import { planParameters } from '../parameters';
import type { Schedule } from './schedule';
import { type Track, kindsOn } from '../model/track';

/** A single placement that was tried, and what the track would lend with it at each target. */
interface Trial {
  readonly minutes: number;
  readonly lent: readonly number[];
}

/**
 * The tracks that can find a place at all; the rest would only cost time. Judged by their best single placement halfway
 * to the first and to the last target. What that would lend is the same in every filling of a calendar, so it is computed
 * once.
 */
export class Promising {
  private readonly trials = new Map<Candidate, readonly Trial[]>();

  of(tracks: readonly Track[], schedule: Schedule, minutes: number): Track[] {
    const { least, minutesEach } = planParameters.promising;
    const enough = Math.max(least, Math.ceil(minutes / minutesEach));
    if (tracks.length <= enough) return [...tracks];
    return tracks
      .map((track) => ({ track, score: this.scoreOf(track, schedule) }))
      .sort((a, b) => b.score - a.score)
      .slice(0, enough)
      .map(({ track }) => track);
  }

  private scoreOf(track: Track, schedule: Schedule): number {
    const worth = worthOf(track.candidate, schedule.outlook);
    let best = 0;
    for (const { lent, minutes } of this.trialsOf(track, schedule))
      best = Math.max(best, gainBy(worth, track.lent, lent) / (minutes + planParameters.switching));
    return best;
  }

  private trialsOf(track: Track, schedule: Schedule): readonly Trial[] {
    if (track.placements.length > 0) return trialsOf(track, schedule);
    let known = this.trials.get(track.candidate);
    if (!known) this.trials.set(track.candidate, (known = trialsOf(track, schedule)));
    return known;
  }
}

function trialsOf(track: Track, schedule: Schedule): Trial[] {
  const trials: Trial[] = [];
  for (const half of halfwayTo(schedule.targets)) {
    const day = Math.max(half, track.candidate.notBefore);
    for (const { kind, minutes } of kindsOn(track, day))
      trials.push({ minutes, lent: schedule.lentWith(track, { day, kind, minutes }) });
  }
  return trials;
}

function halfwayTo(targets: readonly Target[]): Set<number> {
  return new Set([targets[0], targets.at(-1)].map((target) => Math.floor((target?.day ?? 0) / 2)));
}
