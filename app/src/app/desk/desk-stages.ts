import type { SittingKind, Stage } from '@lernen/core/model';
import { stages } from '@lernen/core/model';

/** Whether a sitting is written on the sheet itself; a review is written apart from it, and compared at its end. */
export function isOnTheSheet(kind: SittingKind): boolean {
  return kind === 'first-solve';
}

const solve = ['read', 'examples', 'approaches', 'code', 'why'] as const;

/** The stages that each kind of sitting has room for, in the order of the work. */
export const deskStages: Readonly<Record<SittingKind, readonly Stage[]>> = {
  'first-solve': stages,
  spot: ['read'],
  sketch: ['read', 'examples', 'observations', 'approaches', 'why'],
  rebuild: solve,
  twist: solve,
  rehearsal: ['read', 'examples', 'observations', 'approaches', 'code', 'why'],
};
