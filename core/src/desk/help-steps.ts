import { type Entry, byOrder, isFilled, isOnSheet, ofKind } from '../model';

/** Something that helps without giving the answer: what told the technique, then one observation after the other. */
export interface HelpStep {
  readonly id: string;
  readonly kind: 'cue' | 'observation';
  readonly text: string;
}

/** The ladder of help that a sheet holds, from the lightest step to the one that gives most away. */
export function helpStepsOf(entries: readonly Entry[]): HelpStep[] {
  const standing = entries.filter((entry) => isOnSheet(entry) && isFilled(entry)).sort(byOrder);
  const cues = ofKind(standing, 'lesson').filter(({ lesson, text }) => lesson === 'cue' && text.trim() !== '');
  const observations = ofKind(standing, 'observation').filter(({ text }) => text.trim() !== '');
  return [
    ...cues.map(({ id, text }): HelpStep => ({ id, kind: 'cue', text })),
    ...observations.map(({ id, text }): HelpStep => ({ id, kind: 'observation', text })),
  ];
}
