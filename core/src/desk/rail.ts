import { type Attempt, type Moment, type Phase, type Stretch, secondsText } from '../model';

/** A stretch of the rail of a sitting, in percent of its length. */
export interface RailSegment {
  readonly phase: Phase;
  readonly start: number;
  readonly width: number;
  /** `plan 5:05`. */
  readonly text: string;
}

/** Something that happened, above the rail or, for help, below it. */
export interface RailMark {
  readonly kind: 'right' | 'wrong' | 'submitted' | 'stood' | 'help';
  /** Percent of the rail's length. */
  readonly at: number;
  /** 0 next to the rail, 1 beyond it; null where there is no room for its words. */
  readonly lane: 0 | 1 | null;
  readonly text: string;
  /** `13:00`. */
  readonly time: string;
}

/** The picture of a sitting: the phases as they came, what happened on the way, and the target. */
export interface Rail {
  readonly segments: readonly RailSegment[];
  readonly marks: readonly RailMark[];
  /** Where a number of minutes stands, in percent. */
  readonly ticks: readonly { readonly at: number; readonly minutes: number }[];
  readonly target: number;
  /** All of it in words. */
  readonly inWords: string;
}

export interface RailFacts {
  readonly course: readonly Stretch[];
  readonly attempts: readonly Attempt[];
  readonly moments: readonly Moment[];
  readonly targetSeconds: number;
}

/** Letters that fit on the whole rail, beside each other. */
const lettersWide = 150;

const momentWords = {
  plain: 'plain approach',
  'first-complete': 'first complete',
  best: 'best',
  help: 'help',
} as const;

/** Lays out a sitting. The rail is as long as the target and a little more, or as what was worked. */
export function railOf({ course, attempts, moments, targetSeconds }: RailFacts): Rail {
  const worked = course.reduce((sum, { seconds }) => sum + seconds, 0);
  const span = Math.max(targetSeconds * 1.04, worked * 1.02, 60);
  const percentOf = (seconds: number): number => (100 * Math.min(seconds, span)) / span;
  let from = 0;
  const segments = course.map(({ phase, seconds }): RailSegment => {
    const start = from;
    from += seconds;
    return {
      phase,
      start: percentOf(start),
      width: percentOf(from) - percentOf(start),
      text: `${phase} ${secondsText(seconds)}`,
    };
  });
  const marks = [...attempts.flatMap(attemptMark), ...moments.map(momentMark)].sort((a, b) => a.seconds - b.seconds);
  return {
    segments,
    marks: placed(marks, percentOf),
    ticks: ticksOf(span, targetSeconds).map((minutes) => ({ at: percentOf(minutes * 60), minutes })),
    target: percentOf(targetSeconds),
    inWords: [
      ...segments.map(({ text }) => text),
      ...marks.map(({ text, seconds }) => `at ${secondsText(seconds)} ${text}`),
      `target ${Math.round(targetSeconds / 60)} min`,
    ].join('; '),
  };
}

interface Happened {
  readonly kind: RailMark['kind'];
  readonly seconds: number;
  readonly text: string;
}

function attemptMark({ at, checks, verdict }: Attempt, index: number): Happened[] {
  if (at === null) return [];
  const kind = checks === null ? 'submitted' : verdict === 'accepted' ? 'right' : 'wrong';
  const text = checks === null ? `attempt ${index + 1}` : `attempt ${index + 1} · ${checks.right} of ${checks.of}`;
  return [{ kind, seconds: at, text }];
}

function momentMark({ at, kind, text }: Moment, index: number, all: readonly Moment[]): Happened {
  if (kind !== 'help') return { kind: 'stood', seconds: at, text: `${momentWords[kind]} ${text}`.trim() };
  const number = all.slice(0, index + 1).filter((it) => it.kind === 'help').length;
  return { kind: 'help', seconds: at, text: `help ${number}` };
}

/** Words stand beside each other where they fit; else in a second lane, else the mark stands alone. */
function placed(marks: readonly Happened[], percentOf: (seconds: number) => number): RailMark[] {
  const ends = { above: [-1, -1], below: [-1, -1] };
  return marks.map(({ kind, seconds, text }) => {
    const at = percentOf(seconds);
    const side = kind === 'help' ? ends.below : ends.above;
    const wide = (100 * (text.length + 4)) / lettersWide;
    const free = ([0, 1] as const).find((index) => (side[index] ?? 0) <= at && at + wide <= 100);
    if (free !== undefined) side[free] = at + wide;
    return { kind, at, lane: free ?? null, text, time: secondsText(seconds) };
  });
}

/** Every five minutes, or so many more that there are at most eight; the one that the target stands at is left out. */
function ticksOf(span: number, targetSeconds: number): number[] {
  const step = [1, 5, 10, 15, 30, 60, 120, 240].find((minutes) => span / 60 / minutes <= 8) ?? 480;
  const count = Math.floor(span / 60 / step);
  return Array.from({ length: count + 1 }, (_, index) => index * step).filter(
    (minutes) => Math.abs(minutes * 60 - targetSeconds) > span * 0.05,
  );
}
