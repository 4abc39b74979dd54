import { recallAt } from '../estimate/recall';
import { type TechniqueOutlook, lentBy, readinessOf } from '../estimate/readiness';
import type { Person } from '../estimate/strength';
import type { TechniqueId } from '../log/technique';
import type { Day } from '../log/time';
import { memoryAfter } from './candidate';
import type { Target } from './horizon';
import type { ReadinessPoint } from './plan';
import { type Track, creditsOrNone } from './track';

/** Days computed exactly over the whole plan; between them the curve is drawn straight. */
const exactPoints = 30;

/** Readiness for the next interview as if it were on each day: at the end of the day if the plan is kept, and if it is dropped. */
export function readinessCurve(
  tracks: readonly Track[],
  targets: readonly Target[],
  dates: readonly Day[],
  person: Person,
  outlookOf: (technique: TechniqueId) => TechniqueOutlook,
): ReadinessPoint[] {
  const step = Math.ceil(dates.length / exactPoints);
  const worked = tracks.filter(({ candidate, placements }) => candidate.memory !== null || placements.length > 0);
  const targetOn = (day: number): Target | undefined => targets.find((target) => target.day >= day) ?? targets.at(-1);
  const exact = new Map<number, Chances>();
  const exactAt = (day: number, target: Target): Chances => {
    const key = day * targets.length + targets.indexOf(target);
    let chances = exact.get(key);
    if (!chances) exact.set(key, (chances = chancesOn(day, target, worked, person, outlookOf)));
    return chances;
  };
  return dates.map((date, day) => {
    const target = targetOn(day);
    if (!target) return { date, interviewId: null, ifKept: 0, ifDropped: 0 };
    const before = Math.floor(day / step) * step;
    const left = exactAt(before, target);
    const right = before === day ? left : exactAt(Math.min(before + step, dates.length - 1), target);
    const share = (day - before) / step;
    return {
      date,
      interviewId: target.interviewId,
      ifKept: left.kept + share * (right.kept - left.kept),
      ifDropped: left.dropped + share * (right.dropped - left.dropped),
    };
  });
}

interface Chances {
  readonly kept: number;
  readonly dropped: number;
}

function chancesOn(
  day: number,
  target: Target,
  tracks: readonly Track[],
  person: Person,
  outlookOf: (technique: TechniqueId) => TechniqueOutlook,
): Chances {
  const sums = new Map<TechniqueId, { kept: number; dropped: number }>();
  for (const { candidate, placements } of tracks) {
    const without = candidate.memory ? lentBy(recallAt(candidate.memory, day)) : 0;
    const memory = placements.length === 0 ? null : memoryAfter(candidate.memory, placements, day);
    const withPlan = memory ? lentBy(recallAt(memory, day)) : without;
    for (const { technique, share } of creditsOrNone(candidate)) {
      if (technique === null) continue;
      let sum = sums.get(technique);
      if (!sum) sums.set(technique, (sum = { kept: 0, dropped: 0 }));
      sum.kept += share * withPlan;
      sum.dropped += share * without;
    }
  }
  const { shares, difficulty } = target;
  return {
    kept: readinessOf(person, shares, difficulty, outlookOf, (id) => sums.get(id)?.kept ?? 0).point,
    dropped: readinessOf(person, shares, difficulty, outlookOf, (id) => sums.get(id)?.dropped ?? 0).point,
  };
}
