import type { ArgumentKind, LessonKind, ReasonLeft, RelationKind, Stage } from '@lernen/core/model';

export const stageWords: Readonly<Record<Stage, string>> = {
  read: 'Read',
  bounds: 'Bounds',
  examples: 'Examples',
  observations: 'Observations',
  approaches: 'Approaches',
  trace: 'Trace',
  code: 'Code',
  why: 'Why it holds',
  lessons: 'Lessons',
  family: 'Family',
};

export const argumentWords: Readonly<Record<ArgumentKind, string>> = {
  invariant: 'by an invariant',
  exchange: 'by an exchange',
  induction: 'by induction',
  contradiction: 'by contradiction',
  counting: 'by counting',
  'case-by-case': 'case by case',
};

export const leftWords: Readonly<Record<ReasonLeft, string>> = {
  'over-limit': 'over the limit',
  counterexample: 'a counterexample',
  condition: 'breaks a condition',
  'too-long': 'too long to write',
};

export const lessonWords: Readonly<Record<LessonKind, string>> = {
  cue: 'The cue that should have told me',
  slip: 'What slipped',
  say: 'What to say next time',
  question: 'A question left open',
};

export const relationWords: Readonly<Record<RelationKind, string>> = {
  'builds-on': 'builds on',
  'twist-of': 'is a twist of',
  'same-idea': 'same idea as',
};
