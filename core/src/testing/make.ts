import { catalogue } from '../model/catalogue';
import { type Interview, InterviewSchema } from '../model/interview';
import { type Estimates, estimateLog } from '../estimate/estimate';
import { type Log, type StoredRecords, logFrom, noRecords } from '../model/log';
import { type Problem, ProblemSchema } from '../model/problem';
import { type ProblemList, ProblemListSchema } from '../model/problem-list';
import { type Sitting, SittingSchema } from '../model/sitting';
import { type Instant, endOfDay, millisecondsPerDay } from '../model/time';

/** The moment that the specs take for now: a Tuesday evening. */
export const now: Instant = '2026-11-24T18:00:00.000Z';

let counter = 0;

/** A new valid UUIDv7, larger than all before it. */
export function newId(): string {
  counter++;
  const count = counter.toString(16).padStart(12, '0');
  return `0193${count.slice(0, 4)}-${count.slice(4, 8)}-7${count.slice(8, 11)}-8${count.slice(11)}00-000000000000`;
}

/** An instant so many days before `now`. */
export function daysAgo(days: number): Instant {
  return new Date(Date.parse(now) - days * millisecondsPerDay).toISOString();
}

export function makeProblem(part: Partial<Problem> = {}): Problem {
  const id = newId();
  return ProblemSchema.parse({
    id,
    revision: id,
    title: `Beacon ${id.slice(-16)}`,
    techniques: ['heap'],
    createdAt: daysAgo(90),
    difficulty: 'medium',
    ...part,
  });
}

export function makeSitting(problemId: string, part: Partial<Sitting> = {}): Sitting {
  const id = newId();
  return SittingSchema.parse({
    id,
    revision: id,
    problemId,
    kind: 'first-solve',
    startedAt: daysAgo(10),
    result: 'solved',
    minutes: 25,
    ...part,
  });
}

export function makeInterview(inDays: number, part: Partial<Interview> = {}): Interview {
  const id = newId();
  return InterviewSchema.parse({
    id,
    revision: id,
    employer: 'Otterbridge',
    at: daysAgo(-inDays),
    zone: 'UTC',
    ...part,
  });
}

export function makeList(problems: readonly Problem[], part: Partial<ProblemList> = {}): ProblemList {
  const id = newId();
  return ProblemListSchema.parse({
    id,
    revision: id,
    title: 'Course week 3',
    problems: problems.map((problem) => problem.id),
    createdAt: daysAgo(4),
    ...part,
  });
}

export function makeLog(part: Partial<StoredRecords> = {}): Log {
  return logFrom({ ...noRecords, ...part });
}

/** What the quick line's reader needs, with the shipped techniques. */
export const quickContext = {
  today: '2026-11-24',
  techniques: catalogue,
  problems: [] as { id: string; title: string }[],
};

/** A week with the same minutes on every day. */
export function everyDay(minutes: number): Log['settings']['week'] {
  return { mon: minutes, tue: minutes, wed: minutes, thu: minutes, fri: minutes, sat: minutes, sun: minutes };
}

/** Estimates as a plan takes them: as of the end of the day. */
export function estimatesFor(log: Log, asOf = now, zone = 'UTC'): Estimates {
  return estimateLog(log, endOfDay(asOf, zone));
}
