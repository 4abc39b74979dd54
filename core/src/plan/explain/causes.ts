import { mainTechniqueOf } from '../../estimate/estimate';
import { type Day, dayOf } from '../../model/time';
import { keyOf } from '../done';
import { sittingsSince } from '../news';
import { type Duty, type PlanChange, type PlanDay, type PlanInput, type PlanItem, isClaim } from '../plan';

type Cause = Pick<PlanChange, 'why' | 'sittings' | 'by'>;

/** What is not where it was, and what it was there for. */
export interface Moved extends Omit<PlanChange, keyof Cause> {
  readonly duty: Duty | null | undefined;
}

/** Says of what moved what made it move; `found` is all that moved. */
export function causes(input: PlanInput, days: readonly PlanDay[], found: readonly Moved[]): (moved: Moved) => Cause {
  const { previous, estimates, asOf, zone } = input;
  const today = dayOf(asOf, zone);
  const since = sittingsSince(input);
  const stood = new Set(previous?.days.flatMap(({ date, items }) => items.map((item) => `${date} ${keyOf(item)}`)));
  const dueOn = (date: Day): PlanItem | undefined =>
    days
      .find((day) => day.date === date)
      ?.items.find((item) => isClaim(item.reasons.duty) && !stood.has(`${date} ${keyOf(item)}`));
  return ({ technique, from, to, duty }) => {
    if (from < today) return { why: 'missed' };
    const own = since.filter(({ problemId }) => mainTechniqueOf(estimates.problems.get(problemId)) === technique);
    const last = technique === null ? undefined : own.at(-1);
    if (last) return { why: 'logged', sittings: own.length, by: last.problemId };
    if (to !== null && to < from) return { why: 'better' };
    if (from === today && since.some(({ startedAt }) => dayOf(startedAt, zone) === today)) return { why: 'spent' };
    const failed = dueOn(from)?.problemId;
    if (failed) return { why: 'failure', by: failed };
    if (found.some((change) => change.from < today && change.to === from)) return { why: 'catching-up' };
    // A failure keeps its evening for as long as there is any of the share left.
    return { why: isClaim(duty) ? 'share' : 'better' };
  };
}
