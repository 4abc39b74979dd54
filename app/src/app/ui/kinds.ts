import type { SittingKind } from '@lernen/core/model';
import type { PlannedKind } from '@lernen/core/plan';

/** How a kind of sitting, or of an item of the plan, is shown. */
interface KindWords {
  readonly word: string;
  /** What it asks for. */
  readonly task: string;
  /** How much of a circle of radius 5 round (6, 6) is filled: a Spot asks for a quarter of the work, a Rebuild for all. */
  readonly mark: string;
}

export const kinds: Readonly<Record<SittingKind | PlannedKind, KindWords>> = {
  'first-solve': { word: 'First solve', task: 'Solve it and have it checked.', mark: '' },
  spot: {
    word: 'Spot',
    task: 'Name the technique and the cue that points to it. Two or three minutes.',
    mark: 'M6 6V1A5 5 0 0 1 11 6Z',
  },
  sketch: {
    word: 'Sketch',
    task: 'Outline the approach, its cost and why it is right. Five to ten minutes.',
    mark: 'M6 1A5 5 0 0 1 6 11Z',
  },
  rebuild: {
    word: 'Rebuild',
    task: 'Solve it again from a blank page, and have it checked.',
    mark: 'M6 1A5 5 0 1 1 6 11A5 5 0 1 1 6 1Z',
  },
  twist: {
    word: 'Twist',
    task: 'Change the problem, then solve the changed one.',
    mark: 'M6 1A5 5 0 0 1 6 11A5 5 0 0 0 6 6A2.5 2.5 0 0 1 6 1Z',
  },
  rehearsal: {
    word: 'Rehearsal',
    task: 'Solve it aloud, inside the clock, as in the interview.',
    mark: 'M3 4H9V8H3Z',
  },
  fresh: { word: 'Something new', task: 'Solve a problem that you have not seen.', mark: '' },
};
