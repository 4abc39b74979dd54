import { isSameCost } from '../cost/compare-costs';
import type { CostPair, Problem } from '../model/problem';
import type { Sitting } from '../model/sitting';
import type { TechniqueId } from '../model/technique';
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
  /** Steps of help that were shown one at a time; 0 where none was, or nobody counted. */
  readonly hints: number;
  /** Share of the checks that were right in the last full run; null where there was none. */
  readonly checksRight: number | null;
  /** Whether a plain approach with its cost stood before the first attempt. */
  readonly isPlainFirst: boolean;
}

/**
 * Evidence in (0, 1) that the person solves such a problem unaided and in time. What came of the sitting decides first:
 * any unaided solve is above any solve with a hint, that above a part, that above an answer read, that above one copied;
 * and of what was not solved, a real try is above giving up. Within each, more attempts, a wrong technique, a wrong
 * cost, further help or checks that are not right lower it, and a plain approach first raises it. Minutes count for an
 * unaided solve only.
 */
export function evidenceOf(facts: EvidenceFacts): number {
  const outcome = table.outcome[facts.result][facts.help];
  const further = Math.min(Math.max(facts.attempts - 1, 0), table.maxFurtherAttempts);
  const manner =
    table.furtherAttempt * further +
    (facts.named === null ? 0 : table.named[facts.named]) +
    (facts.stated === null ? 0 : table.stated[facts.stated]);
  const isUnaided = facts.result === 'solved' && facts.help === 'none';
  if (!isUnaided) return chanceOf(outcome + table.otherwise * manner + helpedLogOdds(facts));
  const wrongChecks = facts.checksRight === null ? 0 : 1 - facts.checksRight;
  const atTheDesk = table.checks.unaided * wrongChecks + (facts.isPlainFirst ? table.plainFirst.unaided : 0);
  const logOdds = outcome + manner + atTheDesk + timeLogOdds(facts.timeToTarget);
  const { from, to } = table.unaidedFloor;
  return chanceOf(logOdds >= from ? logOdds : to + (from - to) * Math.exp((logOdds - from) / (from - to)));
}

/** What was recorded at the desk of a sitting that was not solved unaided. It never reaches the next outcome. */
function helpedLogOdds({ result, help, hints, checksRight, isPlainFirst }: EvidenceFacts): number {
  if (help !== 'none' && help !== 'hint') return 0;
  const further = help === 'hint' ? Math.min(Math.max(hints - 1, 0), table.maxFurtherHints) : 0;
  const hinted = further * table.furtherHint[result === 'solved' ? 'solved' : 'otherwise'];
  if (result === 'solved') return hinted;
  const checks = checksRight === null ? 0 : table.checks.otherwise * (checksRight - 0.5);
  return hinted + checks + (isPlainFirst ? table.plainFirst.otherwise : 0);
}

/** Takes the facts from a sitting. `techniques` are the problem's after merges; `resolve` follows merges. */
export function factsOf(
  sitting: Sitting,
  problem: Problem,
  techniques: readonly TechniqueId[],
  targetMinutes: number,
  resolve: (id: TechniqueId) => TechniqueId,
): EvidenceFacts {
  const last = sitting.attempts.findLast(({ checks }) => checks !== null)?.checks ?? null;
  const plain = sitting.moments.find(({ kind }) => kind === 'plain');
  const firstAttempt = sitting.attempts.find(({ at }) => at !== null)?.at ?? Infinity;
  const isNamedRight = sitting.named !== null && techniques.includes(resolve(sitting.named));
  return {
    result: sitting.result,
    help: sitting.help,
    attempts: sitting.attempts.length,
    timeToTarget: sitting.minutes === null ? null : sitting.minutes / targetMinutes,
    named: sitting.named === null || techniques.length === 0 ? null : isNamedRight ? 'right' : 'wrong',
    stated: comparedCost(sitting.stated, problem.cost),
    hints: sitting.moments.filter(({ kind }) => kind === 'help').length,
    checksRight: last === null ? null : last.right / last.of,
    isPlainFirst: plain !== undefined && plain.at <= firstAttempt,
  };
}

/** An unaided solve in time: what a strength is the chance of. Unknown minutes count as in time. */
export function isTimelySolve({ result, help, minutes }: Sitting, targetMinutes: number): boolean {
  return result === 'solved' && help === 'none' && (minutes === null || minutes <= targetMinutes);
}

/** Solved by oneself, at most with a hint; only this shows that a solution was found. */
export function isOwnSolve({ result, help }: Pick<Sitting, 'result' | 'help'>): boolean {
  return result === 'solved' && (help === 'none' || help === 'hint');
}

/** Whether the answer was seen in the sitting, or found. */
export function knowsAnswer({ result, help }: Pick<Sitting, 'result' | 'help'>): boolean {
  return result === 'solved' || help === 'read' || help === 'copied';
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
    ? table.slower.doubling * doublings
    : Math.min(-table.quicker.halving * doublings, table.quicker.max);
}
