import { isTimelySolve } from '../../estimate/evidence';
import type { Log, LogHead } from '../../model/log';
import { minutesOn, sittingTarget } from '../../model/settings';
import { type Day, type Instant, type Zone, addDays, dayOf, daysBetween } from '../../model/time';
import { planParameters } from '../parameters';

/** Something about a log that makes its plan look odd, with one sentence that says why. */
export interface Remark {
  readonly kind:
    | 'no-minutes'
    | 'future-sittings'
    | 'long-gap'
    | 'interview-today'
    | 'interview-over'
    | 'never-solved'
    | 'always-solved';
  readonly text: string;
}

/** From this many days without a sitting on, and from this many sittings on that all went alike. */
const longGapDays = 60;
const manySittings = 8;

/** What remarks are made from, of all sittings. */
export interface Practice {
  readonly count: number;
  /** How many are dated later than now. */
  readonly futureCount: number;
  /** The day of the last one; null where there is none. */
  readonly lastDay: Day | null;
  /** Whether all were unaided solves in time, or none was; null where some were, and where they are too few to tell. */
  readonly outcome: boolean | null;
}

export function practiceOf(log: Log, asOf: Instant, zone: Zone): Practice {
  const { sittings } = log;
  const last = sittings.at(-1);
  return {
    count: sittings.length,
    futureCount: sittings.length - 1 - sittings.findLastIndex(({ startedAt }) => startedAt <= asOf),
    lastDay: last ? dayOf(last.startedAt, zone) : null,
    outcome: sittings.length >= manySittings ? commonOutcome(log) : null,
  };
}

/** What a person should know before they wonder about the plan. */
export function remarksOn(
  log: LogHead,
  { count, futureCount, lastDay, outcome }: Practice,
  asOf: Instant,
  zone: Zone,
  dateText: (day: Day) => string,
): Remark[] {
  const today = dayOf(asOf, zone);
  const remarks: Remark[] = [];
  const week = Array.from({ length: planParameters.rollingDays }, (_, day) => addDays(today, day));
  if (week.every((day) => minutesOn(day, log.settings) === 0))
    remarks.push({
      kind: 'no-minutes',
      text: 'No day of the coming month has any minutes, so nothing can be planned. Give some days minutes on the runway.',
    });
  for (const { employer, at, status } of log.interviews) {
    const day = dayOf(at, zone);
    if (status !== 'planned') continue;
    if (day === today && at > asOf)
      remarks.push({
        kind: 'interview-today',
        text: `${employer} is today. Only Spots and Sketches are planned.`,
      });
  }
  const over = log.interviews.filter(({ at, status }) => status === 'planned' && at <= asOf);
  const [first, ...others] = over;
  if (first)
    remarks.push({
      kind: 'interview-over',
      text:
        others.length === 0
          ? `${first.employer} was on ${dateText(dayOf(first.at, zone))}; the plan looks to what comes after it. Mark it as done on the runway.`
          : `${listed(over.map(({ employer }) => employer))} are over; the plan looks to what comes after them. Mark them as done on the runway.`,
    });
  if (futureCount > 0)
    remarks.push({
      kind: 'future-sittings',
      text: `${futureCount === 1 ? 'One sitting is' : `${futureCount} sittings are`} dated later than now, and counted as done now. Correct the date if it is wrong.`,
    });
  const gap = lastDay === null ? 0 : daysBetween(lastDay, today);
  if (gap >= longGapDays)
    remarks.push({
      kind: 'long-gap',
      text: `Nothing was logged for ${gap} days: what you knew then is taken to be half forgotten, and all ranges are wide. A few sittings narrow them.`,
    });
  if (outcome === false)
    remarks.push({
      kind: 'never-solved',
      text: `None of your ${count} sittings was an unaided solve in time, so every chance is low and much alike. Easier problems would tell more.`,
    });
  if (outcome === true)
    remarks.push({
      kind: 'always-solved',
      text: `All of your ${count} sittings were unaided solves in time, so every chance is high and much alike. Harder problems would tell more.`,
    });
  return remarks;
}

/** “A, B and C”. */
function listed(names: readonly string[]): string {
  return `${names.slice(0, -1).join(', ')} and ${names.at(-1) ?? ''}`;
}

/** Whether all sittings were unaided solves in time, or none; null where some were. The newest are looked at first. */
function commonOutcome(log: Log): boolean | null {
  const problems = new Map(log.problems.map((problem) => [problem.id, problem]));
  let common: boolean | null = null;
  for (let index = log.sittings.length - 1; index >= 0; index--) {
    const sitting = log.sittings[index];
    const problem = sitting && problems.get(sitting.problemId);
    if (!problem) continue;
    const outcome = isTimelySolve(sitting, sittingTarget(sitting.kind, problem.difficulty, log.settings));
    if (common !== null && outcome !== common) return null;
    common = outcome;
  }
  return common;
}
