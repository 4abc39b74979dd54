import type { Lesson } from '../../model/entry';
import { type Interview, sharesOf } from '../../model/interview';
import { type Log, techniquesById, techniquesOf } from '../../model/log';
import type { Problem } from '../../model/problem';

/** A lesson of one's own, with the problem that taught it. */
export interface Reread {
  readonly lesson: Lesson;
  readonly problem: Problem;
}

/** Lessons that an evening before an interview has room for. */
const maxReread = 8;

/**
 * What is worth rereading before an interview: one's own lessons from problems of the techniques that it asks, those of
 * the largest share first, of one technique the newest first, and the techniques in turn.
 */
export function rereadingFor(
  { mix }: Pick<Interview, 'mix'>,
  lessons: readonly Lesson[],
  log: Pick<Log, 'problems' | 'techniques'>,
): Reread[] {
  const shares = sharesOf(mix, log.techniques);
  const byId = techniquesById(log);
  const problems = new Map(log.problems.map((problem) => [problem.id, problem]));
  const ofTechnique = new Map<string, Reread[]>();
  for (const lesson of lessons) {
    const problem = problems.get(lesson.problemId);
    const technique = problem && techniquesOf(problem, byId)[0];
    if (!problem || technique === undefined || !shares.has(technique) || lesson.text.trim() === '') continue;
    ofTechnique.set(technique, [...(ofTechnique.get(technique) ?? []), { lesson, problem }]);
  }
  const rows = [...ofTechnique]
    .sort(([a], [b]) => (shares.get(b) ?? 0) - (shares.get(a) ?? 0))
    .map(([, some]) => some.sort((a, b) => (a.lesson.revision < b.lesson.revision ? 1 : -1)));
  const max = Math.max(0, ...rows.map(({ length }) => length));
  const inTurn = Array.from({ length: max }, (_, round) => rows.flatMap((row) => row.slice(round, round + 1))).flat();
  return inTurn.slice(0, maxReread);
}
