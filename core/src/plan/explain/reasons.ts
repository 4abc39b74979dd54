import { at } from '../../at';
import type { ProblemEstimate } from '../../estimate/estimate';
import { isOwnSolve } from '../../estimate/evidence';
import { recallAt } from '../../estimate/recall';
import { isFullKind, wasSolved } from '../../estimate/worked';
import type { Sitting } from '../../model/sitting';
import type { TechniqueId } from '../../model/technique';
import { type Day, type Instant, millisecondsPerDay } from '../../model/time';
import type { Placed } from '../search/calendar';
import { workedUntil } from '../model/candidate';
import type { Gain } from '../model/gains';
import type { Target } from '../model/horizon';
import type { Duty, PlanInput, Reasons } from '../plan';
import type { Schedule } from '../search/schedule';

/** What the whole plan knows about its items. */
export interface InPlan {
  readonly schedule: Schedule;
  readonly dates: readonly Day[];
  readonly duty: Duty | null;
  /** What it adds to all that is planned before it. */
  readonly gain: Gain;
  /** Techniques below the goal, by how much the interviews need them. */
  readonly needs: readonly TechniqueId[];
}

/** Why an item is where it is. */
export function reasonsFor(
  item: Placed,
  input: PlanInput,
  { schedule, dates, duty, needs, gain: { byTarget } }: InPlan,
): Reasons {
  const { state, placement } = item;
  const { candidate, placements } = state;
  const { estimates } = input;
  const technique = candidate.technique === null ? undefined : estimates.techniques.get(candidate.technique);
  const known = candidate.problemId === null ? undefined : estimates.problems.get(candidate.problemId);
  const last = known?.lastSitting;
  const { target, gain } = maxGained(byTarget, schedule.targets);
  const mixUp = estimates.mixUps.find(
    ({ right, lastAt }) => right === candidate.technique && isRecent(lastAt, input.asOf),
  );
  const before = workedUntil(
    candidate.worked,
    placements.filter((other) => other.day < placement.day),
    schedule.way,
  );
  const next = placements.find((other) => other.day > placement.day);
  const rank = candidate.technique === null ? -1 : needs.indexOf(candidate.technique);
  return {
    duty,
    interviewId: target?.interviewId ?? null,
    gain,
    share: target && candidate.technique !== null ? (target.shares.get(candidate.technique) ?? 0) : 0,
    gainPerMinute: Math.max(schedule.gainPerMinute(state, placement), 0),
    recallOnDay: before.memory ? recallAt(before.memory, placement.day, schedule.way.memory) : null,
    strength: technique?.strength ?? null,
    evidence: technique?.sittings ?? 0,
    needRank: rank < 0 ? null : rank + 1,
    ...failuresOf(item, known),
    comesBack: next ? (dates[next.day] ?? null) : null,
    lastSitting: last
      ? {
          at: last.startedAt,
          kind: last.kind,
          result: last.result,
          help: last.help,
          attempts: last.attempts.length,
          minutes: last.minutes,
        }
      : null,
    mixUp: mixUp ? { named: mixUp.named, at: mixUp.lastAt } : null,
    isPinned: item.isPinned,
  };
}

/** Older mix-ups are no reason any more. */
const mixUpDays = 30;

function isRecent(at: Instant, asOf: Instant): boolean {
  return Date.parse(asOf) - Date.parse(at) < mixUpDays * millisecondsPerDay;
}

/** The interview whose readiness the item raises most, and by how much. */
function maxGained(byTarget: readonly number[], targets: readonly Target[]): { target: Target | null; gain: number } {
  let best: { target: Target | null; gain: number } = { target: null, gain: 0 };
  targets.forEach((target, index) => {
    const gain = at(byTarget, index);
    if (target.isWhole && (best.target === null || gain > best.gain)) best = { target, gain: Math.max(gain, 0) };
  });
  return best;
}

/** How a problem failed so far; the plan tells it of what comes next only. */
function failuresOf(
  { state: { candidate, placements }, placement }: Placed,
  known: ProblemEstimate | undefined,
): Pick<Reasons, 'failures' | 'wasSolved' | 'failedAs'> {
  const isSolved = wasSolved(candidate.worked);
  if (!known || placements[0] !== placement) return { failures: 0, wasSolved: isSolved, failedAs: null };
  const full = known.history.filter(({ kind }) => isFullKind(kind));
  const failures = full.length - 1 - full.findLastIndex(({ isOwn }) => isOwn);
  return { failures, wasSolved: isSolved, failedAs: isSolved ? failedAs(known.lastSitting) : null };
}

function failedAs(last: Sitting): Reasons['failedAs'] {
  return (last.kind === 'sketch' || last.kind === 'twist') && !isOwnSolve(last) ? last.kind : null;
}
