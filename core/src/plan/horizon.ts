import { type Interview, type Shares, sharesOf } from '../log/interview';
import type { Log } from '../log/log';
import type { Difficulty } from '../log/problem';
import { type Day, type Instant, type Zone, addDays, dayOf, daysBetween, millisecondsPerDay } from '../log/time';
import { planParameters } from './parameters';

/** An interview as the planner sees it. */
export interface Target {
  /** Null for the rolling goal that stands in where there is no interview. */
  readonly interviewId: string | null;
  /** Days from now, with a fraction. */
  readonly time: number;
  /** Calendar days from today. */
  readonly day: number;
  /** Importances sum to 1. */
  readonly importance: number;
  readonly shares: Shares;
  readonly difficulty: Difficulty;
}

/** Interviews that are still to come, next first, within what a plan can reach. */
export function comingInterviews(interviews: readonly Interview[], asOf: Instant): Interview[] {
  return interviews
    .filter((interview) => interview.status === 'planned' && Date.parse(interview.at) > Date.parse(asOf))
    .sort((a, b) => Date.parse(a.at) - Date.parse(b.at));
}

/** The targets of a plan; without any interview, a usual mix at the end of the rolling days. */
export function targetsOf(log: Log, asOf: Instant, zone: Zone): Target[] {
  const today = dayOf(asOf, zone);
  const coming = comingInterviews(log.interviews, asOf).filter(
    (interview) => daysBetween(today, dayOf(interview.at, zone)) <= planParameters.mostDays,
  );
  const total = coming.reduce((sum, interview) => sum + interview.importance, 0);
  if (coming.length === 0) {
    const shares = sharesOf('usual', log.techniques);
    const time = planParameters.rollingDays;
    return [{ interviewId: null, time, day: time, importance: 1, shares, difficulty: 'medium' }];
  }
  return coming.map((interview) => ({
    interviewId: interview.id,
    time: (Date.parse(interview.at) - Date.parse(asOf)) / millisecondsPerDay,
    day: daysBetween(today, dayOf(interview.at, zone)),
    importance: interview.importance / total,
    shares: sharesOf(interview.mix, log.techniques),
    difficulty: interview.difficulty,
  }));
}

/** The days of a plan: today to the last target. */
export function horizonDays(targets: readonly Target[], today: Day): Day[] {
  const last = Math.max(...targets.map((target) => target.day), 0);
  return Array.from({ length: last + 1 }, (_, index) => addDays(today, index));
}

/** Days that two sittings at one problem should lie apart in a plan of so many days. */
export function leastGapIn(days: number): number {
  return Math.max(planParameters.leastGap.days, Math.round(planParameters.leastGap.share * days));
}
