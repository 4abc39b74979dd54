import type { TechniqueEstimate } from '../estimate/estimate';
import { type Log, techniquesById, techniquesOf } from '../log/log';
import { type Difficulty, type Problem, difficulties } from '../log/problem';
import type { TechniqueId } from '../log/technique';

/** A problem that was kept for later, with why it fits. */
export interface Offer {
  readonly problem: Problem;
  readonly why: string;
}

/** What to look for where something new of a technique is planned. */
export interface NewProblemAdvice {
  readonly level: Difficulty;
  /** Why this level. */
  readonly why: string;
  /** What in a statement points to the technique. */
  readonly cues: readonly string[];
  /** Planned problems of the technique, best first. */
  readonly offers: readonly Offer[];
}

const mostOffers = 3;
/** Chance of an unaided solve in time below which easy problems teach most, and from which on hard ones do. */
const [easyBelow, hardFrom] = [0.3, 0.75];

/** Problems that were never sat, in the order in which they were written down. */
export function plannedProblems({ problems, sittings }: Pick<Log, 'problems' | 'sittings'>): Problem[] {
  const sat = new Set(sittings.map(({ problemId }) => problemId));
  return problems
    .filter(({ id }) => !sat.has(id))
    .sort((a, b) => (a.createdAt < b.createdAt ? -1 : a.createdAt > b.createdAt ? 1 : a.id < b.id ? -1 : 1));
}

/** Which level teaches most now, what to look for, and what was kept for later that fits. */
export function newProblemAdvice(
  technique: TechniqueId,
  estimate: Pick<TechniqueEstimate, 'strength' | 'sittings'> | null,
  log: Log,
): NewProblemAdvice {
  const point = estimate?.strength.point ?? 0.5;
  const level: Difficulty = point < easyBelow ? 'easy' : point < hardFrom ? 'medium' : 'hard';
  const byId = techniquesById(log);
  const dropped = new Set(
    log.choices.flatMap(({ target, choice }) =>
      'problemId' in target && 'dropped' in choice ? [target.problemId] : [],
    ),
  );
  const ofTechnique = plannedProblems(log).filter(
    (problem) => !dropped.has(problem.id) && techniquesOf(problem, byId)[0] === technique,
  );
  return {
    level,
    why: `At ${Math.round(point * 100)} % ${reasons[level]}`,
    cues: byId.get(technique)?.cues ?? [],
    offers: ofTechnique
      .map((problem) => ({ problem, steps: stepsFrom(level, problem.difficulty) }))
      .sort((a, b) => Math.abs(a.steps ?? 0.5) - Math.abs(b.steps ?? 0.5))
      .slice(0, mostOffers)
      .map(({ problem, steps }) => ({ problem, why: whyOf(problem, steps) })),
  };
}

const reasons: Readonly<Record<Difficulty, string>> = {
  easy: 'an easy one teaches most: you will solve it, and see how the technique runs.',
  medium: 'a medium one teaches most: hard enough to work for, within reach.',
  hard: 'medium ones teach little more; a hard one shows where it still breaks.',
};

/** How many steps harder a problem is than the level; null where its difficulty is not stated. */
function stepsFrom(level: Difficulty, difficulty: Difficulty | null): number | null {
  return difficulty === null ? null : difficulties.indexOf(difficulty) - difficulties.indexOf(level);
}

function whyOf({ difficulty }: Problem, steps: number | null): string {
  if (steps === null || difficulty === null) return 'difficulty not stated';
  if (steps === 0) return `${difficulty}, the level that teaches most now`;
  return steps > 0 ? `${difficulty}, a step up` : `${difficulty}, to get going`;
}
