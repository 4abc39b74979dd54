import type { Candidate } from '../model/candidate';
import { gainBy, worthOf } from './greedy';
import type { Target } from '../model/horizon';
import { planParameters } from '../parameters';
import type { Schedule } from './schedule';
import type { CandidateState } from '../model/candidate-state';

/** A single placement that was tried, and what the candidate would transfer with it at each target. */
interface Trial {
  readonly minutes: number;
  readonly transferred: readonly number[];
}

/**
 * The candidates that can find a place at all; the rest would only cost time. Judged by their best single placement halfway
 * to the first and to the last target. What that would transfer is the same in every filling of a calendar, so it is computed
 * once.
 */
export class Promising {
  private readonly trials = new Map<Candidate, readonly Trial[]>();

  of(states: readonly CandidateState[], schedule: Schedule, minutes: number): CandidateState[] {
    const { min, minutesEach } = planParameters.promising;
    const enough = Math.max(min, Math.ceil(minutes / minutesEach));
    if (states.length <= enough) return [...states];
    return states
      .map((state) => ({ state, score: this.scoreOf(state, schedule) }))
      .sort((a, b) => b.score - a.score)
      .slice(0, enough)
      .map(({ state }) => state);
  }

  private scoreOf(state: CandidateState, schedule: Schedule): number {
    const worth = worthOf(state.candidate, schedule.marginalGains);
    let best = 0;
    for (const { transferred, minutes } of this.trialsOf(state, schedule))
      best = Math.max(best, gainBy(worth, state.transferred, transferred) / (minutes + planParameters.switching));
    return best;
  }

  private trialsOf(state: CandidateState, schedule: Schedule): readonly Trial[] {
    if (state.placements.length > 0) return trialsOf(state, schedule);
    let known = this.trials.get(state.candidate);
    if (!known) this.trials.set(state.candidate, (known = trialsOf(state, schedule)));
    return known;
  }
}

function trialsOf(state: CandidateState, schedule: Schedule): Trial[] {
  const trials: Trial[] = [];
  for (const half of halfwayTo(schedule.targets)) {
    const day = Math.max(half, state.candidate.notBefore);
    if (day >= schedule.calendar.length) continue;
    for (const { kind, minutes } of schedule.kindsByGain(state, day))
      trials.push({ minutes, transferred: schedule.transferredWith(state, { day, kind, minutes }) });
  }
  return trials;
}

function halfwayTo(targets: readonly Target[]): Set<number> {
  return new Set([targets[0], targets.at(-1)].map((target) => Math.floor((target?.day ?? 0) / 2)));
}
