import {
  type Interview,
  InterviewSchema,
  type Log,
  type Problem,
  ProblemSchema,
  type Sitting,
  SittingSchema,
  dayOf,
  defaultSettings,
  millisecondsPerDay,
} from '@lernen/core/model';
import { v7 as newId } from 'uuid';
import { Dexie } from 'dexie';
import { LernenDatabase } from '../data/database';
import { draftDatabaseOf } from '../data/draft-table';
import { LogReader } from '../data/log-reader';

/** A real IndexedDB database, emptied first, and nothing kept from earlier pages. */
export async function emptyDatabase(): Promise<LernenDatabase> {
  const database = new LernenDatabase('own');
  localStorage.clear();
  await Dexie.delete(draftDatabaseOf(database.name));
  await database.delete();
  await database.open();
  return database;
}

/** All that stands in a database. */
export async function standingIn(database: LernenDatabase): Promise<Log> {
  const reader = new LogReader(database);
  await reader.catchUp();
  return reader.log();
}

export function someProblem(title = 'Tide Gauge Gaps'): Problem {
  return ProblemSchema.parse({
    id: newId(),
    revision: newId(),
    title,
    techniques: ['heap'],
    createdAt: '2026-11-01T10:00:00.000Z',
  });
}

export function someSitting(problemId: string, part: Partial<Sitting> = {}): Sitting {
  const id = newId();
  return SittingSchema.parse({
    id,
    revision: newId(),
    problemId,
    kind: 'first-solve',
    startedAt: '2026-11-20T18:00:00.000Z',
    result: 'solved',
    minutes: 20,
    ...part,
  });
}

export const someSettings = { ...defaultSettings, revision: newId(), goal: 0.8 };

/** Twelve problems of three techniques, each solved once over the last five weeks. */
export function somePractice(): { problems: Problem[]; sittings: Sitting[] } {
  const techniques = ['heap', 'sliding-window', 'greedy'];
  const problems = Array.from({ length: 12 }, (_, index) => ({
    ...someProblem(`Beacon ${String.fromCharCode(65 + index)}`),
    techniques: [techniques[index % techniques.length] ?? 'heap'],
    difficulty: 'medium' as const,
  }));
  const sittings = problems.map(({ id }, index) =>
    someSitting(id, { startedAt: daysFromNow(-3 * index - 2), minutes: 20 + index }),
  );
  return { problems, sittings };
}

export function someInterview(inDays: number, part: Partial<Interview> = {}): Interview {
  const id = newId();
  return InterviewSchema.parse({
    id,
    revision: id,
    employer: 'Otterbridge',
    at: daysFromNow(inDays),
    zone: 'Europe/Lisbon',
    ...part,
  });
}

/** An instant so many days from now; negative for days gone by. */
export function daysFromNow(days: number): string {
  return new Date(Date.now() + days * millisecondsPerDay).toISOString();
}

/** The day so many days from now, as it is here. */
export function dayIn(days: number): string {
  return dayOf(daysFromNow(days), Intl.DateTimeFormat().resolvedOptions().timeZone);
}
