import { type Attempt, type Moment, type Result, type Verdict, attemptWith, maxMoments } from '../model';
import type { CheckResult } from '../run/checks';

/** What a judge would say of a check that did not come out right; null where nobody can tell. */
const verdictOf: Readonly<Record<CheckResult['verdict'], Verdict | null>> = {
  right: 'accepted',
  ran: null,
  unreadable: null,
  'did-not-compile': 'did-not-compile',
  crashed: 'crashed',
  'too-slow': 'too-slow',
  'too-much-memory': 'too-much-memory',
  'too-much-output': 'wrong-answer',
  wrong: 'wrong-answer',
};

/**
 * A run over all checks as an attempt: the verdict is that of the first check that did not come out right. Null where no
 * check says what is expected, so that nothing was tried.
 */
export function attemptOf(results: readonly CheckResult[], versionId: string, at: number): Attempt | null {
  const judged = results.filter(({ verdict }) => verdictOf[verdict] !== null);
  if (judged.length === 0) return null;
  const wrong = judged.filter(({ verdict }) => verdict !== 'right');
  return {
    ...attemptWith(null),
    verdict: verdictOf[wrong[0]?.verdict ?? 'right'],
    checks: { right: judged.length - wrong.length, of: judged.length },
    at: Math.round(at / 1000),
    versionId,
  };
}

/** The moments after a run that passed everything: the first such is the first complete solution, the last the best. */
export function withComplete(moments: readonly Moment[], at: number): Moment[] {
  const kind = moments.some((it) => it.kind === 'first-complete') ? 'best' : 'first-complete';
  const complete: Moment = { at, kind, text: '' };
  return [...moments.filter((it) => it.kind !== kind), complete].slice(-maxMoments);
}

/** What the attempts say of the result; null where they say nothing. */
export function resultFrom(attempts: readonly Attempt[], hasPlain: boolean, hasGivenUp: boolean): Result | null {
  const isSolved = attempts.some(({ verdict }) => verdict === 'accepted');
  if (isSolved) return 'solved';
  if (hasGivenUp) return 'unsolved';
  const best = Math.max(0, ...attempts.map(({ checks }) => (checks ? checks.right / checks.of : 0)));
  return best > 0 || (hasPlain && attempts.length > 0) ? 'partly' : null;
}
