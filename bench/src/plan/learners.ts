import { isAbsolute, resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import type { LearnerModule } from './learner';

/** The learners that are shipped, by the name that the tables have for them. */
export const shippedLearners: Readonly<Record<string, string>> = {
  activation: './activation-learner',
  multiscale: './multiscale-learner',
  'two rates': './two-rate-learner',
  resolving: './resolving-learner',
  prerequisites: './prerequisite-learner',
  recognition: './recognition-learner',
  stability: './stability-learner',
  fatigue: './fatigue-learner',
};

/** A shipped learner by its name, or any module by its path. */
export async function loadLearner(name: string): Promise<LearnerModule> {
  const path = shippedLearners[name];
  const url = path === undefined ? pathToFileURL(isAbsolute(name) ? name : resolve(name)).href : path;
  return (await import(url)) as LearnerModule;
}
