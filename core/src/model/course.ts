import * as z from 'zod/mini';
import type { Cell } from './cells';
import { text, wholeNumber } from './fields';

/** What one is at in a sitting, in the order of the work. */
export const phases = ['read', 'plan', 'code', 'check', 'explain'] as const;
export const PhaseSchema = z.enum(phases);
export type Phase = z.infer<typeof PhaseSchema>;

/** Seconds of a day, the longest that a sitting lasts. */
const mostSeconds = 86_400;
export const SecondsSchema = wholeNumber(0, mostSeconds);

/** One phase without a break. */
export const StretchSchema = z.strictObject({ phase: PhaseSchema, seconds: SecondsSchema });
export type Stretch = z.infer<typeof StretchSchema>;

/** Stretches and moments that a sitting keeps. */
export const maxStretches = 300;
export const maxMoments = 100;

/**
 * What can happen at a moment of a sitting: the plain approach stood with its cost; the first complete solution passed its
 * checks; so did the best one; a step of help was shown.
 */
export const momentKinds = ['plain', 'first-complete', 'best', 'help'] as const;
const MomentKindSchema = z.enum(momentKinds);
export type MomentKind = z.infer<typeof MomentKindSchema>;

export const MomentSchema = z.strictObject({
  /** Seconds at work until then, pauses left out. */
  at: SecondsSchema,
  kind: MomentKindSchema,
  /** The cost of an approach, or what the help said. */
  text: text(500),
});
export type Moment = z.infer<typeof MomentSchema>;

/** Seconds as minutes and seconds, `2:05`. */
export function secondsText(seconds: number): string {
  const whole = Math.max(Math.round(seconds), 0);
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
}

/** `2:05` as seconds; null where it is none. */
export function readSeconds(words: string): number | null {
  const match = /^(\d{1,4}):([0-5]\d)$/.exec(words.trim());
  const seconds = Number(match?.[1]) * 60 + Number(match?.[2]);
  return match && seconds <= mostSeconds ? seconds : null;
}

/** How many seconds each phase took in all. */
export function phaseSeconds(course: readonly Stretch[]): Readonly<Record<Phase, number>> {
  const sums = { read: 0, plan: 0, code: 0, check: 0, explain: 0 };
  for (const { phase, seconds } of course) sums[phase] += seconds;
  return sums;
}

/** `read 2:20; plan 5:05`. */
export function writeCourse(course: readonly Stretch[]): string {
  return course.map(({ phase, seconds }) => `${phase} ${secondsText(seconds)}`).join('; ');
}

export function readCourse(cell: string): Cell<Stretch[]> {
  const course: Stretch[] = [];
  for (const part of cell.split(/[;,]/).slice(0, maxStretches)) {
    const [word = '', time = ''] = part.trim().split(/\s+/);
    const phase = phases.find((it) => it === word);
    const seconds = readSeconds(time);
    if (!phase || seconds === null)
      return { reason: `“${part.trim().slice(0, 60)}” is no phase with its time, such as plan 5:05` };
    course.push({ phase, seconds });
  }
  return { value: course };
}

/** One a line: `5:10 plain O(n²)`. A line break within what was said is written as a backslash and an n. */
export function writeMoments(moments: readonly Moment[]): string {
  const escaped = (words: string): string => words.replace(/\\/g, '\\\\').replace(/\n/g, '\\n').replace(/\r/g, '\\r');
  return moments.map(({ at, kind, text: said }) => `${secondsText(at)} ${kind} ${escaped(said)}`).join('\n');
}

export function readMoments(cell: string): Cell<Moment[]> {
  const moments: Moment[] = [];
  for (const part of cell.split('\n').slice(0, maxMoments)) {
    const [, time = '', word = '', said = ''] = /^(\S+) (\S+) ?(.*)$/.exec(part) ?? [];
    const at = readSeconds(time);
    const kind = momentKinds.find((it) => it === word);
    if (at === null || !kind || said.length > 500)
      return { reason: `“${part.slice(0, 60)}” is no moment of a sitting, such as 5:10 plain O(n^2)` };
    const plain = said.replace(/\\(.)/g, (_, sign: string) => (sign === 'n' ? '\n' : sign === 'r' ? '\r' : sign));
    moments.push({ at, kind, text: plain });
  }
  return { value: moments };
}
