import { type Interview, type Shares, sharesOf } from '../../model/interview';
import type { Log } from '../../model/log';
import type { Difficulty } from '../../model/problem';
import type { TechniqueId } from '../../model/technique';
import { type Day, type Instant, type Zone, addDays, dayOf, daysBetween } from '../../model/time';
import { planParameters } from '../parameters';

/** An interview as the planner sees it, with everything that is planned or only with what is planned until a day. */
export interface Target {
  /** Null for the rolling goal that stands in where there is no interview. */
  readonly interviewId: string | null;
  /** Days from the end of today: the middle of the interview's day. */
  readonly time: number;
  /** Calendar days from today. */
  readonly day: number;
  /** Only what is planned before this day counts. */
  readonly until: number;
  /** Whether all that is planned for it counts. */
  readonly isWhole: boolean;
  /** Importances sum to 1 over all targets. */
  readonly importance: number;
  readonly shares: Shares;
  readonly difficulty: Difficulty;
}

/** Planned interviews after now, next first, within what a plan can reach. */
export function comingInterviews(interviews: readonly Interview[], asOf: Instant): Interview[] {
  return interviews
    .filter((interview) => interview.status === 'planned' && Date.parse(interview.at) > Date.parse(asOf))
    .sort((a, b) => Date.parse(a.at) - Date.parse(b.at));
}

/**
 * The targets of a plan in the order of what counts for them; without any interview, a usual mix at the end of the
 * rolling days. Everything is counted in calendar days, so that the hour of planning changes nothing.
 */
export function targetsOf(log: Log, asOf: Instant, zone: Zone): Target[] {
  const today = dayOf(asOf, zone);
  const coming = comingInterviews(log.interviews, asOf)
    .map((interview) => ({ interview, day: daysBetween(today, dayOf(interview.at, zone)) }))
    .filter(({ day }) => day <= planParameters.maxDays);
  const total = coming.reduce((sum, { interview }) => sum + interview.importance, 0);
  const goals =
    coming.length === 0
      ? [rollingGoal(log)]
      : coming.map(({ interview, day }) => ({
          interviewId: interview.id,
          day,
          importance: interview.importance / total,
          shares: sharesOf(interview.mix, log.techniques),
          difficulty: interview.difficulty,
        }));
  return goals
    .flatMap((goal) =>
      planParameters.stops.map(({ share, weight }) => ({
        ...goal,
        time: goal.day + 0.5,
        until: share === 1 ? goal.day + 1 : Math.ceil(goal.day * share),
        isWhole: share === 1,
        importance: goal.importance * weight,
      })),
    )
    .sort((a, b) => a.until - b.until || a.time - b.time);
}

function rollingGoal(log: Log): Pick<Target, 'interviewId' | 'day' | 'importance' | 'shares' | 'difficulty'> {
  const shares = sharesOf('usual', log.techniques);
  return { interviewId: null, day: planParameters.rollingDays, importance: 1, shares, difficulty: 'medium' };
}

/** The days of a plan: today to the last target. */
export function horizonDays(targets: readonly Target[], today: Day): Day[] {
  const last = Math.max(...targets.map((target) => target.day), 0);
  return Array.from({ length: last + 1 }, (_, index) => addDays(today, index));
}

/** The interviews that a plan leads up to, each told by its identifier and its day. */
export function interviewsIn(targets: readonly Target[], dates: readonly Day[]): string[] {
  return targets.flatMap(({ interviewId, isWhole, day }) =>
    interviewId !== null && isWhole ? [`${interviewId} ${dates[day] ?? ''}`] : [],
  );
}

/**
 * The days on which what an interview asks can come changed: the last third of those to it, and at least so many; all of
 * them where there is no interview.
 */
export function twistDays(technique: TechniqueId, targets: readonly Target[]): Set<number> {
  const { share, min } = planParameters.twists;
  const days = new Set<number>();
  for (const { interviewId, isWhole, day: last, shares } of targets) {
    if (!isWhole || !shares.has(technique)) continue;
    const from = interviewId === null ? 0 : Math.max(Math.min(Math.floor(last * (1 - share)), last - min), 0);
    for (let day = from; day < last; day++) days.add(day);
  }
  return days;
}
