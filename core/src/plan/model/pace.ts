import type { Log } from '../../model/log';
import { sittingTarget } from '../../model/settings';
import type { SittingKind } from '../../model/sitting-kinds';
import { planParameters } from '../parameters';
import type { Paces } from '../plan';

/**
 * How long a person takes for each kind of sitting where they solve it: the median of minutes over target of their last
 * ones. Giving up early says nothing of how long it takes. Kinds that were solved too few times, or without minutes, are
 * not in it. A pace `before` that is not far off stays.
 */
export function pacesOf({ problems, sittings, settings }: Log, before: Paces = {}): ReadonlyMap<SittingKind, number> {
  const { min, counted, lookedAt, range, stays } = planParameters.pace;
  const byId = new Map(problems.map((problem) => [problem.id, problem]));
  const paces = new Map<SittingKind, number[]>();
  for (const { kind, minutes, problemId, result } of sittings.slice(-lookedAt).reverse()) {
    const problem = byId.get(problemId);
    const known = paces.get(kind) ?? [];
    if (minutes === null || result !== 'solved' || !problem || known.length >= counted) continue;
    known.push(minutes / sittingTarget(kind, problem.difficulty, settings));
    paces.set(kind, known);
  }
  const medians = new Map<SittingKind, number>();
  for (const [kind, some] of paces) {
    if (some.length < min) continue;
    const middle = some.sort((a, b) => a - b)[Math.floor(some.length / 2)] ?? 1;
    const pace = Math.min(Math.max(middle, range[0]), range[1]);
    const known = before[kind];
    medians.set(kind, known !== undefined && Math.abs(pace / known - 1) <= stays ? known : pace);
  }
  return medians;
}
