import { recallAt } from '../estimate/recall';
import { type Instant, millisecondsPerDay } from '../log/time';
import type { Placed } from './calendar';
import type { Target } from './horizon';
import type { PlanInput, Reasons } from './plan';

/** What only the whole plan can tell of an item. */
export interface InPlan {
  /** Recall on its day before it is done; null for a fresh problem. */
  readonly recallOnDay: number | null;
  /** Recall at each target with the whole plan kept. */
  readonly recallsIfKept: readonly number[];
  readonly gainPerMinute: number;
}

/** Why an item is where it is. */
export function reasonsFor(item: Placed, input: PlanInput, targets: readonly Target[], inPlan: InPlan): Reasons {
  const { candidate } = item.track;
  const { estimates } = input;
  const technique = candidate.technique === null ? undefined : estimates.techniques.get(candidate.technique);
  const last = candidate.problemId === null ? undefined : estimates.problems.get(candidate.problemId)?.lastSitting;
  const index = helpedMost(item, targets);
  const target = targets[index];
  const mixUp = estimates.mixUps.find(
    ({ right, lastAt }) => right === candidate.technique && isRecent(lastAt, input.asOf),
  );
  return {
    recallNow: candidate.memory ? recallAt(candidate.memory, 0) : null,
    recallOnDay: inPlan.recallOnDay,
    recallIfKept: candidate.memory ? (inPlan.recallsIfKept[index] ?? null) : null,
    recallIfDropped: candidate.memory && target ? recallAt(candidate.memory, target.time) : null,
    strength: technique?.strength ?? null,
    evidence: technique?.sittings ?? 0,
    interviewId: target?.interviewId ?? null,
    share: target && candidate.technique !== null ? (target.shares.get(candidate.technique) ?? 0) : 0,
    gainPerMinute: Math.max(inPlan.gainPerMinute, 0),
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

/** The target after the item's day in which its technique weighs most. */
function helpedMost({ track: { candidate }, placement }: Placed, targets: readonly Target[]): number {
  let best = -1;
  let weight = -1;
  targets.forEach((target, index) => {
    const share = candidate.technique === null ? 0 : (target.shares.get(candidate.technique) ?? 0);
    if (target.day >= placement.day && target.importance * share > weight) {
      best = index;
      weight = target.importance * share;
    }
  });
  return best;
}
