import * as z from 'zod/mini';
import { type Attempt, AttemptSchema, attemptFields, maxAttempts, attemptWith } from './attempt';
import { readCountCell, readHelpCell, readMinutesCell, readResultCell } from './cells';
import {
  MomentSchema,
  StretchSchema,
  maxMoments,
  maxStretches,
  readCourse,
  readMoments,
  writeCourse,
  writeMoments,
} from './course';
import { type CsvColumn, type Field, type FieldsOf, fewWords, field, schemasOf } from './field-table';
import { line, listOf, numberWithin, orNull, text, wholeNumber } from './fields';
import { type CostPair, CostPairSchema, noCost } from './problem';
import { IdSchema, type LogRecord, recordShape } from './record';
import { SittingKindSchema, sittingKinds } from './sitting-kinds';
import { HelpSchema, ResultSchema, type Slip, SlipSchema, maxMinutes, slips } from './sitting-words';
import { TechniqueIdSchema, maxName, techniqueIdFrom } from './technique';
import { InstantSchema, clockOf, dayOf } from './time';

/** Columns that hold a field of every attempt, parted by semicolons. */
function columnsOfAttempts(): CsvColumn<Attempt[]>[] {
  return Object.entries(attemptFields as unknown as Readonly<Record<string, Field>>).flatMap(([name, { csv }]) =>
    csv.map(
      ({ heading, aliases = [], write, read }): CsvColumn<Attempt[]> => ({
        heading,
        aliases,
        write: (attempts, names) => {
          const cells = attempts.map((attempt) => String(write(attempt[name as keyof Attempt] as unknown, names)));
          return cells.some((cell) => cell !== '') ? cells.join('; ') : '';
        },
        ...(read && {
          read: (cell, before = [], finder) => {
            const attempts = [...before];
            for (const [index, part] of cell.split(';').slice(0, maxAttempts).entries()) {
              const found = read(part.trim(), undefined, finder);
              if ('reason' in found) return found;
              attempts[index] = { ...(attempts[index] ?? attemptWith(null)), [name]: found.value } as Attempt;
            }
            return { value: attempts };
          },
        }),
      }),
    ),
  );
}

/**
 * Every field of a sitting, once: its schema with the default for records from before it, its columns in CSV, and how it
 * is said in words on the quick line and in the form. Adding one is a row here.
 */
export const sittingFields = {
  problemId: field(IdSchema, {
    csv: [
      { heading: 'problem id', write: (id) => id },
      { heading: 'problem', write: (id, names) => names.title(id) },
    ],
    inWords: null,
  }),
  startedAt: field(InstantSchema, {
    csv: [
      { heading: 'date', write: (at, { zone }) => dayOf(at, zone) },
      { heading: 'time', write: (at, { zone }) => clockOf(at, zone) },
      { heading: 'started', write: (at) => at },
    ],
    inWords: null,
  }),
  kind: field(SittingKindSchema, {
    csv: [
      {
        heading: 'kind',
        write: (kind) => kind,
        read: (cell) => {
          const kind = sittingKinds.find((it) => it === techniqueIdFrom(cell));
          return kind ? { value: kind } : { reason: `“${cell}” is not a kind of sitting` };
        },
      },
    ],
    inWords: null,
  }),
  /** Minutes at work, pauses left out; null where nobody looked at the clock. */
  minutes: field(orNull(numberWithin(0, maxMinutes)), {
    csv: [
      {
        heading: 'minutes',
        aliases: [
          'min',
          'mins',
          'time',
          'time taken',
          'duration',
          'solve time',
          'time (min)',
          'dauer',
          'zeit',
          'minuten',
        ],
        write: (minutes) => minutes ?? '',
        read: readMinutesCell,
      },
    ],
    inWords: null,
  }),
  attempts: field(listOf(AttemptSchema, maxAttempts), {
    csv: [
      {
        heading: 'attempts',
        aliases: ['tries', 'submissions', 'versuche', '# attempts'],
        write: (attempts) => attempts.length,
        read: (cell) => {
          const count = readCountCell(cell, maxAttempts);
          return 'reason' in count
            ? count
            : { value: Array.from({ length: count.value ?? 0 }, () => attemptWith(null)) };
        },
      },
      ...columnsOfAttempts(),
    ],
    inWords: null,
  }),
  result: field(ResultSchema, {
    csv: [
      {
        heading: 'result',
        aliases: ['solved', 'status', 'outcome', 'done', 'ergebnis', 'gelöst'],
        write: (result) => result,
        read: readResultCell,
      },
    ],
    inWords: null,
  }),
  help: field(z._default(HelpSchema, 'none'), {
    csv: [
      {
        heading: 'help',
        aliases: ['hint', 'hints', 'assistance', 'hilfe', 'looked at solution'],
        write: (help) => help,
        read: readHelpCell,
      },
    ],
    inWords: null,
  }),
  /** The technique named before anything was revealed; null where none was named. */
  named: field(orNull(TechniqueIdSchema), {
    csv: [
      {
        heading: 'technique named',
        write: (named, names) => names.technique(named),
        read: (cell, _before, finder) =>
          techniqueIdFrom(cell) === '' || cell.length > maxName
            ? { reason: `“${cell.slice(0, 60)}” is not the name of a technique` }
            : { value: finder.technique(cell) },
      },
    ],
    inWords: null,
  }),
  /** The cost as it was stated in this sitting. */
  stated: field(z._default(CostPairSchema, noCost), {
    csv: [
      costColumn('time', 'time cost', ['time complexity', 'complexity', 'big o', 'big-o', 'runtime', 'laufzeit']),
      costColumn('space', 'space cost', ['space complexity', 'space', 'memory', 'speicher']),
    ],
    inWords: null,
  }),
  slips: field(listOf(SlipSchema), {
    csv: [
      {
        heading: 'slips',
        aliases: ['slip', 'mistake', 'mistakes', 'error', 'fehler'],
        write: (some) => some.join('; '),
        read: (cell) => ({ value: slipsIn(cell).known }),
      },
    ],
    inWords: null,
  }),
  /** How hard it felt, 1 (light) to 5 (very hard). */
  felt: field(orNull(wholeNumber(1, 5)), {
    csv: [
      {
        heading: 'felt',
        aliases: ['felt difficulty', 'feeling', 'perceived', 'gefühlt'],
        write: (felt) => felt ?? '',
        read: (cell) => {
          const felt = readCountCell(cell, 5);
          return 'reason' in felt ? felt : { value: felt.value || null };
        },
      },
    ],
    inWords: null,
  }),
  language: field(orNull(line(40)), {
    csv: [
      {
        heading: 'language',
        aliases: ['lang', 'sprache'],
        write: (language) => language ?? '',
        read: (cell) => (cell.length > 40 ? { reason: 'has more than 40 characters' } : { value: cell }),
      },
    ],
    inWords: fewWords('in', 'Language', 40),
  }),
  /** For a Twist: what was changed in the problem. */
  twist: field(orNull(z.string().check(z.maxLength(500))), {
    csv: [
      {
        heading: 'twist',
        write: (twist) => twist ?? '',
        read: (cell) => (cell.length > 500 ? { reason: 'has more than 500 characters' } : { value: cell }),
      },
    ],
    inWords: null,
  }),
  /** The phases as they came, where the sitting was timed at the desk. */
  course: field(listOf(StretchSchema, maxStretches), {
    csv: [{ heading: 'phases', write: writeCourse, read: readCourse }],
    inWords: null,
  }),
  /** What happened when, in the order of time. */
  moments: field(listOf(MomentSchema, maxMoments), {
    csv: [{ heading: 'moments', write: writeMoments, read: readMoments }],
    inWords: null,
  }),
  note: field(text(50_000), {
    csv: [
      {
        heading: 'note',
        aliases: ['notes', 'comment', 'comments', 'remarks', 'lesson', 'notiz', 'notizen', 'bemerkung'],
        write: (note) => note,
        read: (cell) => (cell.length > 50_000 ? { reason: 'has more than 50000 characters' } : { value: cell }),
      },
    ],
    inWords: null,
  }),
};

/**
 * One timed session at one problem: what happened, never how it was felt to go. Sittings are append-only: an edit is
 * a further revision of the same id, a deletion a tombstone.
 */
export const SittingSchema = z.strictObject({ ...recordShape, ...schemasOf(sittingFields) });
export type Sitting = z.infer<typeof SittingSchema>;

export type SittingFieldName = keyof typeof sittingFields;
export const sittingFieldNames = Object.keys(sittingFields) as SittingFieldName[];

/** A field of the table as what all of them have in common. */
export function sittingField(name: SittingFieldName): Field {
  return sittingFields[name] as unknown as Field;
}

/** What a sitting is said to have; what is not said has its default. */
export type SittingFacts = Partial<FieldsOf<typeof sittingFields>>;

/** A sitting of which nothing is said. */
export function emptySitting(
  said: Pick<Sitting, 'id' | 'revision' | 'problemId' | 'kind' | 'startedAt' | 'result'>,
): Sitting {
  const defaults = sittingFieldNames.flatMap((name) => {
    const byDefault = z.safeParse(sittingField(name).schema, undefined);
    return byDefault.success ? [[name, byDefault.data] as const] : [];
  });
  return { ...(Object.fromEntries(defaults) as Sitting), deleted: false, ...said };
}

/** Slips in a cell, by their names, and the words that are none. */
export function slipsIn(cell: string): { readonly known: Slip[]; readonly unknown: string[] } {
  const words = cell
    .split(/[,;]+/)
    .map((word) => word.trim())
    .filter((word) => word !== '');
  const slipOf = (word: string): Slip | undefined => slips.find((slip) => slip === techniqueIdFrom(word));
  return {
    known: [...new Set(words.flatMap((word) => slipOf(word) ?? []))],
    unknown: words.filter((word) => !slipOf(word)),
  };
}

/** Orders by start; sittings of the same instant keep the order in which they were written. */
export function bySittingTime(
  a: Pick<Sitting, 'startedAt'> & Pick<LogRecord, 'id'>,
  b: Pick<Sitting, 'startedAt'> & Pick<LogRecord, 'id'>,
): number {
  if (a.startedAt !== b.startedAt) return a.startedAt < b.startedAt ? -1 : 1;
  return a.id < b.id ? -1 : a.id > b.id ? 1 : 0;
}

function costColumn(part: keyof CostPair, heading: string, aliases: readonly string[]): CsvColumn<CostPair> {
  return {
    heading,
    aliases,
    write: (cost) => cost[part] ?? '',
    read: (cell, before = noCost) =>
      cell.length > 120 ? { reason: 'has more than 120 characters' } : { value: { ...before, [part]: cell } },
  };
}
