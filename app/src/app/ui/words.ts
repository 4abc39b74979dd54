import { type Difficulty, type Help, type Result, type Slip, type Verdict, counted } from '@lernen/core/model';

export { counted };

/* The words of the product for what the core names with slugs; for kinds of sittings see `kinds.ts`. */

export const resultWords: Readonly<Record<Result, string>> = {
  solved: 'solved',
  partly: 'partly solved',
  unsolved: 'not solved',
  abandoned: 'abandoned',
};

export const helpWords: Readonly<Record<Help, string>> = {
  none: 'no help',
  hint: 'a hint',
  read: 'read a worked answer',
  copied: 'copied an answer',
};

export const verdictWords: Readonly<Record<Verdict, string>> = {
  accepted: 'accepted',
  'wrong-answer': 'wrong answer',
  'too-slow': 'too slow',
  'too-much-memory': 'too much memory',
  crashed: 'crashed',
  'did-not-compile': 'did not compile',
};

export const difficultyWords: Readonly<Record<Difficulty, string>> = { easy: 'easy', medium: 'medium', hard: 'hard' };

/** How hard it felt, from 1 to 5. */
export const feltWords = ['very light', 'light', 'fair', 'hard', 'very hard'] as const;

export function slipWords(slip: Slip): string {
  return slip.replaceAll('-', ' ');
}

export function percent(chance: number): string {
  return `${Math.round(chance * 100)}\u00A0%`;
}

export function capitalised(word: string): string {
  return word.charAt(0).toUpperCase() + word.slice(1);
}

/** `50 000` */
export function grouped(count: number): string {
  return String(count).replace(/\B(?=(\d{3})+$)/g, '\u00A0');
}

/** The size of a file: `12 kB`. */
export function kilobytes(bytes: number): string {
  return `${Math.max(Math.round(bytes / 1000), 1)} kB`;
}

/** When recall is one half, as the end of a sentence about a problem: “about 12 days from now”. */
export function halfText(daysToHalf: number): string {
  const days = Math.round(Math.abs(daysToHalf));
  if (daysToHalf <= 0) return days === 0 ? 'just below one half' : `below one half for ${counted(days, 'day')}`;
  return days === 0 ? 'one half within a day' : `one half in about ${counted(days, 'day')} without a review`;
}
