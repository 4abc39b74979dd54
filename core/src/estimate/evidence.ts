import { isSameCost } from '../cost/compare-costs';
import type { CostPair, Problem } from '../log/problem';
import type { Sitting } from '../log/sitting';
import type { TechniqueId } from '../log/technique';
import { chanceOf } from './chance';
import { evidenceTable as table } from './parameters';

/** What of a sitting counts as evidence; the rest of it does not. */
export interface EvidenceFacts {
  readonly result: Sitting['result'];
  readonly help: Sitting['help'];
  /** 0 where unknown. */
  readonly attempts: number;
  /** Minutes taken, divided by the target for the kind and the difficulty; null where unknown. */
  readonly timeToTarget: number | null;
  readonly named: 'right' | 'wrong' | null;
  readonly stated: 'right' | 'wrong' | null;
}

/**
 * Evidence in (0, 1) that the person solves such a problem unaided and in time: the log-odds of the table, added up.
 * It falls with more help, attempts and minutes, and with a wrong technique or cost.
 */
export function evidenceOf(facts: EvidenceFacts): number {
  const further = Math.min(Math.max(facts.attempts - 1, 0), table.mostFurtherAttempts);
  return chanceOf(
    table.result[facts.result] +
      table.help[facts.help] +
      table.furtherAttempt * further +
      timeLogOdds(facts.timeToTarget) +
      (facts.named === null ? 0 : table.named[facts.named]) +
      (facts.stated === null ? 0 : table.stated[facts.stated]),
  );
}

/** Takes the facts from a sitting. `techniques` are the problem's after merges; `resolve` follows merges. */
export function factsOf(
  sitting: Sitting,
  problem: Problem,
  techniques: readonly TechniqueId[],
  targetMinutes: number,
  resolve: (id: TechniqueId) => TechniqueId,
): EvidenceFacts {
  const isNamedRight = sitting.named !== null && techniques.includes(resolve(sitting.named));
  return {
    result: sitting.result,
    help: sitting.help,
    attempts: sitting.attempts.length,
    timeToTarget: sitting.minutes === null ? null : sitting.minutes / targetMinutes,
    named: sitting.named === null || techniques.length === 0 ? null : isNamedRight ? 'right' : 'wrong',
    stated: comparedCost(sitting.stated, problem.cost),
  };
}

/** An unaided solve in time: what a strength is the chance of. Unknown minutes count as in time. */
export function isTimelySolve({ result, help, minutes }: Sitting, targetMinutes: number): boolean {
  return result === 'solved' && help === 'none' && (minutes === null || minutes <= targetMinutes);
}

/** Right when every stated part equals the recorded one; null when nothing can be compared. */
export function comparedCost(stated: CostPair, recorded: CostPair): 'right' | 'wrong' | null {
  const time = comparedPart(stated.time, recorded.time);
  const space = comparedPart(stated.space, recorded.space);
  if (time === false || space === false) return 'wrong';
  return time === true || space === true ? 'right' : null;
}

function comparedPart(said: string | null, known: string | null): boolean | null {
  return said === null || known === null ? null : isSameCost(said, known);
}

function timeLogOdds(timeToTarget: number | null): number {
  if (timeToTarget === null) return 0;
  const doublings = Math.log2(Math.max(timeToTarget, 1 / 64));
  return doublings > 0
    ? Math.max(table.slower.doubling * doublings, table.slower.least)
    : Math.min(-table.quicker.halving * doublings, table.quicker.most);
}
