import type { PastSitting } from './estimate';
import { isFullKind } from './worked';

/** Whether a sitting says if a person can solve the problem: a Spot asks for less. */
export function tellsOfSolving({ kind }: PastSitting): boolean {
  return isFullKind(kind) || kind === 'sketch';
}

/** The last time that a problem was not solved by oneself, as a whole or as a Sketch since; null where it was. */
export function failureIn(history: readonly PastSitting[]): PastSitting | null {
  const whole = history.findLast(({ kind }) => isFullKind(kind));
  const last = whole?.isOwn ? history.findLast(tellsOfSolving) : whole;
  return !last || last.isOwn ? null : last;
}
