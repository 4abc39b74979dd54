import type { TechniqueEstimate } from '../../estimate/estimate';
import { type Log, techniquesById, techniquesOf } from '../../model/log';
import { type ProblemList, plannedProblems } from '../../model/problem-list';
import { type Difficulty, type Problem, type ProblemId, difficulties } from '../../model/problem';
import type { TechniqueId } from '../../model/technique';
import { type Day, daysBetween } from '../../model/time';

/** A problem that was kept for later, with why it fits. */
export interface Offer {
  readonly problem: Problem;
  readonly why: string;
  /** The list that it stands on, the most urgent one; null where it stands on none. */
  readonly list: Pick<ProblemList, 'title' | 'until'> | null;
}

/** What to look for where something new of a technique is planned. */
export interface NewProblemAdvice {
  readonly level: Difficulty;
  /** Why this level. */
  readonly why: string;
  /** What in a statement points to the technique. */
  readonly cues: readonly string[];
  /** Planned problems of the technique: what a list wants within a week, then nearest to the level, as the lists order them. */
  readonly offers: readonly Offer[];
  /** A planned problem that names no technique yet: reading it and naming one is a Spot in itself. */
  readonly unnamed: Offer | null;
}

const maxOffers = 3;
/** What a list wants within so many days comes before what only fits better. */
const urgentDays = 7;
/** Chance of an unaided solve in time below which easy problems teach most, and from which on hard ones do. */
const [easyBelow, hardFrom] = [0.3, 0.75];

/** Which level teaches most now, what to look for, and what was kept for later that fits. */
export function newProblemAdvice(
  technique: TechniqueId,
  estimate: Pick<TechniqueEstimate, 'strength' | 'sittings'> | null,
  log: Log,
  today: Day,
): NewProblemAdvice {
  const point = estimate?.strength.point ?? 0.5;
  const level: Difficulty = point < easyBelow ? 'easy' : point < hardFrom ? 'medium' : 'hard';
  const byId = techniquesById(log);
  const dropped = new Set(
    log.choices.flatMap(({ target, choice }) =>
      'problemId' in target && 'dropped' in choice ? [target.problemId] : [],
    ),
  );
  const listOf = new Map<ProblemId, ProblemList>();
  for (const list of log.lists) for (const id of list.problems) if (!listOf.has(id)) listOf.set(id, list);
  const ordered = byPlace(plannedProblems(log), log.lists).filter(({ id }) => !dropped.has(id));
  const isUrgent = ({ id }: Problem): boolean => {
    const until = listOf.get(id)?.until ?? null;
    return until !== null && daysBetween(today, until) <= urgentDays;
  };
  const offer = (problem: Problem): Offer => ({
    problem,
    why: whyOf(problem, stepsFrom(level, problem.difficulty)),
    list: listOf.get(problem.id) ?? null,
  });
  const distance = ({ difficulty }: Problem): number => Math.abs(stepsFrom(level, difficulty) ?? 0.5);
  const unnamed = ordered.find(({ techniques }) => techniques.length === 0);
  return {
    level,
    why: `At ${Math.round(point * 100)} % ${reasons[level]}`,
    cues: byId.get(technique)?.cues ?? [],
    offers: ordered
      .filter((problem) => techniquesOf(problem, byId)[0] === technique)
      .sort((a, b) => Number(isUrgent(b)) - Number(isUrgent(a)) || distance(a) - distance(b))
      .slice(0, maxOffers)
      .map(offer),
    unnamed: unnamed ? offer(unnamed) : null,
  };
}

/** As the lists order them, the most urgent list first; what stands on none comes last. */
function byPlace(problems: readonly Problem[], lists: readonly ProblemList[]): Problem[] {
  const places = new Map<ProblemId, number>();
  for (const id of lists.flatMap((list) => list.problems)) if (!places.has(id)) places.set(id, places.size);
  return [...problems].sort((a, b) => (places.get(a.id) ?? Infinity) - (places.get(b.id) ?? Infinity) || 0);
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
