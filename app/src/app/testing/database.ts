import { defaultSettings } from '@lernen/core';
import { ProblemSchema, type Problem, type Sitting, SittingSchema } from '@lernen/core';
import { v7 as newId } from 'uuid';
import { LernenDatabase } from '../data/database';

/** A real IndexedDB database, emptied first. */
export async function emptyDatabase(): Promise<LernenDatabase> {
  const database = new LernenDatabase('own');
  await database.delete();
  await database.open();
  return database;
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
