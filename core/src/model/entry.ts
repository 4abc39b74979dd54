import * as z from 'zod/mini';
import { flag, line, listOf, numberWithin, orNull, text, wholeNumber } from './fields';
import { type Id, IdSchema, recordShape } from './record';
import { SlipSchema } from './sitting-words';
import { TechniqueIdSchema } from './technique';

/**
 * A sheet is the worked record of a problem. It is kept in entries: one record for the statement, each question,
 * observation, approach, trace and so on, so that two tabs and two copies of a log can be merged entry by entry.
 * Everything may be empty: an entry is written as it is typed. The techniques and the right cost belong to the problem
 * itself, because estimates and the plan need them.
 */
const entryShape = {
  ...recordShape,
  problemId: IdSchema,
  /** The review in which it was written, apart from the sheet; null for what stands on the sheet. */
  sittingId: orNull(IdSchema),
  /** Its place among the entries of its kind; smaller comes first. */
  order: z._default(z.number(), 0),
};

const short = text(500);
const long = text(20_000);

/** The statement in Markdown, kept for this person alone. One a sheet. */
const StatementSchema = z.strictObject({ ...entryShape, kind: z.literal('statement'), text: text(50_000) });

/** Lines of bounds that a sheet keeps, and the characters of one. */
export const maxBoundLines = 40;
export const maxBoundLine = 200;

/** Limits and conditions as text, one a line: `n ≤ 200 000`, `one pass`. One a sheet. */
const BoundLinesSchema = z.strictObject({
  ...entryShape,
  kind: z.literal('bounds'),
  lines: listOf(line(maxBoundLine), maxBoundLines),
});

/** Whatever has no place of its own, as Markdown. One a sheet. */
const NotesSchema = z.strictObject({ ...entryShape, kind: z.literal('notes'), text: text(50_000) });

/** What is given and returned, in the person's own words. One a sheet. */
const ReadingSchema = z.strictObject({ ...entryShape, kind: z.literal('reading'), given: long, returns: long });

/** Something to ask the interviewer, with the answer. */
const QuestionSchema = z.strictObject({ ...entryShape, kind: z.literal('question'), text: long, answer: long });

/** Which of the cues that follow from the bounds were accepted or dismissed, by their ids. One a sheet. */
const CueChoicesSchema = z.strictObject({
  ...entryShape,
  kind: z.literal('cue-choices'),
  accepted: listOf(z.string(), 100),
  dismissed: listOf(z.string(), 100),
});

/** Groups of checks: usual inputs, those where code breaks, and those that show whether it is fast enough. */
export const checkGroups = ['normal', 'edge', 'large'] as const;
const CheckGroupSchema = z.enum(checkGroups);
export type CheckGroup = z.infer<typeof CheckGroupSchema>;

const ExampleSchema = z.strictObject({
  ...entryShape,
  kind: z.literal('example'),
  /** What goes in; `<100 000 numbers from 1 to 9>` stands for what such a rule makes. */
  input: long,
  expected: long,
  note: long,
  /** Edge cases that it covers: `empty`, `all-equal`. */
  tags: listOf(line(40), 20),
  /** Null where it follows from what goes in. */
  group: orNull(CheckGroupSchema),
  /** Whether what is expected was taken from what a version gave, so that it shows only whether another does the same. */
  isTaken: flag(),
  /** Whether it is kept as a check: every version of the code must give what is expected. */
  isCheck: flag(),
});

/** How an answer can be held against the expected one; by a function of one's own that says whether it is right. */
export const comparisons = ['exact', 'unordered', 'close', 'own'] as const;
const ComparisonSchema = z.enum(comparisons);
export type Comparison = z.infer<typeof ComparisonSchema>;

/** How the code of a sheet is checked, where what is guessed will not do. One a sheet. */
const CheckRulesSchema = z.strictObject({
  ...entryShape,
  kind: z.literal('check-rules'),
  comparison: z._default(ComparisonSchema, 'exact'),
  /** For numbers within a tolerance: relative and absolute. */
  tolerance: z._default(numberWithin(0, 1e6), 1e-6),
  /** How the code is asked, as told by hand: `merge(a: nodes, b: nodes)`, `class Shelf`, `standard input`. */
  asked: short,
  /** A function of one's own: it takes what went in, the answer, and what is expected, and says whether that is right. */
  checker: long,
  checkerLanguage: text(40),
});

export const argumentKinds = [
  'invariant',
  'exchange',
  'induction',
  'contradiction',
  'counting',
  'case-by-case',
] as const;
const ArgumentKindSchema = z.enum(argumentKinds);
export type ArgumentKind = z.infer<typeof ArgumentKindSchema>;

/** One sentence that makes the problem smaller. */
const ObservationSchema = z.strictObject({
  ...entryShape,
  kind: z.literal('observation'),
  text: long,
  /** What it makes smaller: from `every pair` to `neighbours`. */
  from: short,
  to: short,
  /** Shown, or only believed. */
  isShown: flag(),
  argumentKind: orNull(ArgumentKindSchema),
  argument: long,
});

export const reasonsLeft = ['over-limit', 'counterexample', 'condition', 'too-long'] as const;
const ReasonLeftSchema = z.enum(reasonsLeft);
export type ReasonLeft = z.infer<typeof ReasonLeftSchema>;

const OperationCostSchema = z.strictObject({ name: short, time: short });

/** One way to solve the problem. The approaches of a sheet are ordered from first to best. */
const ApproachSchema = z.strictObject({
  ...entryShape,
  kind: z.literal('approach'),
  idea: long,
  technique: orNull(TechniqueIdSchema),
  /** Costs as they were stated. */
  time: short,
  space: short,
  /** What each operation costs, for a structure with several. */
  operations: listOf(OperationCostSchema, 30),
  /** The part that costs most, named. */
  dominant: short,
  /** Why it was left; null where it was not. */
  left: orNull(ReasonLeftSchema),
  /** The example that breaks it. */
  counterexampleId: orNull(IdSchema),
  /** The condition that it breaks, or what else there is to say. */
  leftNote: short,
  tradeOff: long,
});

const ParameterSchema = z.strictObject({
  name: short,
  /** How many values it takes, as a cost: `n`, `26`, `S + 1`. */
  count: short,
  /** What it follows from, in words; then it is no parameter. */
  follows: short,
});

/** The state of a dynamic programme or a search, written out. */
const StateCardSchema = z.strictObject({
  ...entryShape,
  kind: z.literal('state-card'),
  approachId: orNull(IdSchema),
  /** What a state stands for: `best value of the first i stones with load w`. */
  meaning: long,
  parameters: listOf(ParameterSchema, 12),
  transitions: long,
  /** How many transitions leave a state, as a cost. */
  transitionCount: short,
  base: long,
  answer: long,
  fillOrder: long,
  elementBytes: z._default(wholeNumber(1, 4096), 8),
});

/** Which operations must be fast. One a sheet. */
const NeedsSchema = z.strictObject({ ...entryShape, kind: z.literal('needs'), operations: listOf(line(40), 40) });

/** A column that holds no cells but a rule, checked on every row. */
export const ruleColumn = 'rule';

export const TraceColumnSchema = z.strictObject({
  name: text(60),
  /** What its cells hold, a kind that `trace` knows, or `rule`. Kept where a later version brought it. */
  kind: z.string().check(z.regex(/^[a-z][a-z-]{0,39}$/)),
  /** For a rule: what must hold in every row. */
  rule: short,
});
export type TraceColumn = z.infer<typeof TraceColumnSchema>;

/** An example worked by hand, a row a step. */
const TraceSchema = z.strictObject({
  ...entryShape,
  kind: z.literal('trace'),
  title: short,
  exampleId: orNull(IdSchema),
  columns: listOf(TraceColumnSchema, 20),
  /** Cells as they were typed, by row and column; an empty cell carries the value above it down. */
  rows: listOf(z.array(z.string().check(z.maxLength(2000))).check(z.maxLength(20)), 2000),
});

/** One version of the code. */
const VersionSchema = z.strictObject({
  ...entryShape,
  kind: z.literal('version'),
  title: short,
  language: text(40),
  code: text(100_000),
  isOwn: z._default(z.boolean(), true),
  /** Who wrote it and where it stands, for somebody else's. */
  source: short,
  link: text(2000),
  approachId: orNull(IdSchema),
  /** The checks that it passed, by the ids of their examples. */
  passed: listOf(IdSchema, 200),
});

/** Why the chosen approach is right. One a sheet. */
const ArgumentSchema = z.strictObject({
  ...entryShape,
  kind: z.literal('argument'),
  argumentKind: orNull(ArgumentKindSchema),
  text: long,
});

export const lessonKinds = ['cue', 'slip', 'say', 'question'] as const;
const LessonKindSchema = z.enum(lessonKinds);
export type LessonKind = z.infer<typeof LessonKindSchema>;

/** What stays: the cue that should have told, what slipped, what to say next time, a question left open. */
const LessonSchema = z.strictObject({
  ...entryShape,
  kind: z.literal('lesson'),
  lesson: LessonKindSchema,
  text: long,
  slip: orNull(SlipSchema),
  /** For a question: the answer; while it is empty the question is open. */
  answer: long,
});

export const relations = ['builds-on', 'twist-of', 'same-idea'] as const;
const RelationKindSchema = z.enum(relations);
export type RelationKind = z.infer<typeof RelationKindSchema>;

/** How this problem is related to another. */
const RelationSchema = z.strictObject({
  ...entryShape,
  kind: z.literal('relation'),
  relation: RelationKindSchema,
  otherId: IdSchema,
  /** For a twist: the requirement as it was and as it is, and what that changes in the approach. */
  was: short,
  is: short,
  changes: long,
});

/** A change that an interviewer might ask for. */
const TwistSchema = z.strictObject({ ...entryShape, kind: z.literal('twist'), text: long, changes: long });

export const EntrySchema = z.discriminatedUnion('kind', [
  StatementSchema,
  ReadingSchema,
  QuestionSchema,
  BoundLinesSchema,
  CueChoicesSchema,
  ExampleSchema,
  ObservationSchema,
  ApproachSchema,
  StateCardSchema,
  NeedsSchema,
  TraceSchema,
  VersionSchema,
  CheckRulesSchema,
  ArgumentSchema,
  LessonSchema,
  NotesSchema,
  RelationSchema,
  TwistSchema,
]);
export type Entry = z.infer<typeof EntrySchema>;
export type EntryKind = Entry['kind'];
export type EntryOf<K extends EntryKind> = Extract<Entry, { kind: K }>;
export type Approach = EntryOf<'approach'>;
export type Example = EntryOf<'example'>;
export type Observation = EntryOf<'observation'>;
export type StateCard = EntryOf<'state-card'>;
export type Trace = EntryOf<'trace'>;
export type Version = EntryOf<'version'>;
export type Lesson = EntryOf<'lesson'>;
export type Relation = EntryOf<'relation'>;

/** Kinds of which a sheet has one, by a letter for their ids. */
const singleKinds = {
  reading: '1',
  'cue-choices': '2',
  needs: '3',
  argument: '4',
  statement: '5',
  bounds: '6',
  notes: '7',
  'check-rules': '8',
} as const;
export type SingleKind = keyof typeof singleKinds;

export function isSingleKind(kind: EntryKind): kind is SingleKind {
  return kind in singleKinds;
}

/**
 * The id of the one entry of a kind. It follows from the problem's, so that two tabs that begin it at once write the
 * same entry.
 */
export function singleEntryId(problemId: Id, kind: SingleKind): Id {
  return `${problemId.slice(0, -4)}e5e${singleKinds[kind]}`;
}

/** The one entry of a kind, made now. */
export function singleEntry<K extends SingleKind>(
  kind: K,
  problemId: Id,
  revision: Id,
  part: Partial<EntryOf<K>>,
): EntryOf<K> {
  return emptyEntry(kind, problemId, singleEntryId(problemId, kind), { ...part, revision });
}

/** A new entry with nothing in it but `part`. */
export function emptyEntry<K extends EntryKind>(
  kind: K,
  problemId: Id,
  id: Id,
  part: Partial<EntryOf<K>> = {},
): EntryOf<K> {
  const blank =
    kind === 'lesson' ? { lesson: 'cue' } : kind === 'relation' ? { relation: 'builds-on', otherId: id } : {};
  return EntrySchema.parse({ ...blank, id, revision: id, problemId, kind, ...part }) as EntryOf<K>;
}

const metadata = new Set([
  'id',
  'revision',
  'deleted',
  'problemId',
  'sittingId',
  'order',
  'kind',
  'group',
  'elementBytes',
  'comparison',
  'tolerance',
  'lesson',
  'isOwn',
]);

/** Kinds of which a review shows what the sheet holds, as they give nothing away. */
const givenKinds: ReadonlySet<EntryKind> = new Set(['statement', 'bounds', 'example', 'check-rules']);

/**
 * What is open in a sitting. On the sheet itself all that stands on it; in a review what the sheet gives without giving
 * anything away, and what was written in that review.
 */
export function isOpenIn(entry: Entry, sittingId: Id | null): boolean {
  return entry.sittingId === sittingId || (entry.sittingId === null && givenKinds.has(entry.kind));
}

/** Whether a person has put anything into an entry. */
export function isFilled(entry: Entry): boolean {
  if (entry.kind === 'check-rules' && entry.comparison !== 'exact') return true;
  return Object.entries(entry).some(([name, value]) => !metadata.has(name) && holdsSomething(value));
}

function holdsSomething(value: unknown): boolean {
  if (typeof value === 'string') return value.trim() !== '';
  if (Array.isArray(value)) return value.some(holdsSomething);
  if (typeof value === 'object' && value !== null)
    return Object.entries(value).some(([name, inner]) => name !== 'kind' && holdsSomething(inner));
  return value === true;
}

/** Whether an entry is part of a sheet, and not of what was written in a review; in rows of before, that is not said. */
export function isOnSheet({ sittingId }: { readonly sittingId?: Id | null }): boolean {
  return sittingId == null;
}

/** Those of a kind. */
export function ofKind<K extends EntryKind>(entries: readonly Entry[], kind: K): EntryOf<K>[] {
  return entries.filter((entry): entry is EntryOf<K> => entry.kind === kind);
}

/** Entries in their order; of the same place the older first. */
export function byOrder(a: Entry, b: Entry): number {
  return a.order - b.order || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);
}
