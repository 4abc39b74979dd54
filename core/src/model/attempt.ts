import * as z from 'zod/mini';
import type { Cell } from './cells';
import { type FieldsOf, field, schemasOf } from './field-table';
import { SecondsSchema, readSeconds, secondsText } from './course';
import { numberWithin, orNull, wholeNumber } from './fields';
import { IdSchema } from './record';
import { type Result, VerdictSchema, verdicts } from './sitting-words';

export const maxAttempts = 99;

/** What a judge tells of a submission beside its verdict; null where it does not. */
export const SubmissionSchema = z.strictObject({
  /** Milliseconds. */
  runTime: orNull(numberWithin(0, 3_600_000)),
  /** Megabytes of 10⁶ bytes. */
  memory: orNull(numberWithin(0, 1_000_000)),
  /** Percent of the other submissions that took longer. */
  standing: orNull(numberWithin(0, 100)),
});
export type Submission = z.infer<typeof SubmissionSchema>;

/** How many of the checks came out right when the code was run over all of them. */
export const CheckCountSchema = z
  .strictObject({ right: wholeNumber(0, 1000), of: wholeNumber(1, 1000) })
  .check(z.refine(({ right, of }) => right <= of, 'more checks are right than there are'));
export type CheckCount = z.infer<typeof CheckCountSchema>;

/** Every field of an attempt, once. Its columns hold what the attempts say, the first one first. */
export const attemptFields = {
  /** Null where only the number of attempts is known. */
  verdict: field(orNull(VerdictSchema), {
    csv: [
      {
        heading: 'verdicts',
        write: (verdict) => verdict ?? 'unknown',
        read: (cell) => {
          const verdict = verdicts.find((it) => it === cell) ?? null;
          return verdict !== null || cell === 'unknown'
            ? { value: verdict }
            : { reason: `“${cell.slice(0, 60)}” is not a verdict, such as ${verdicts.slice(0, 3).join(', ')}` };
        },
      },
    ],
    inWords: null,
  }),
  submission: field(orNull(SubmissionSchema), {
    csv: [{ heading: 'judged', write: writeSubmission, read: readSubmission }],
    inWords: {
      key: 'judged',
      label: 'As judged',
      maxLength: 60,
      example: '52ms 17MB 91%',
      read: readSubmission,
      write: writeSubmission,
    },
  }),
  /** For a run of one's own; null where the code was handed in elsewhere, or nobody counted. */
  checks: field(orNull(CheckCountSchema), {
    csv: [
      {
        heading: 'checks',
        write: (checks) => (checks ? `${checks.right}/${checks.of}` : ''),
        read: (cell) => {
          if (cell === '') return { value: null };
          const [, right, of] = /^(\d{1,4})\/(\d{1,4})$/.exec(cell) ?? [];
          const checked = CheckCountSchema.safeParse({ right: Number(right), of: Number(of) });
          return checked.success
            ? { value: checked.data }
            : { reason: `“${cell.slice(0, 60)}” is no count of checks, such as 4/6` };
        },
      },
    ],
    inWords: null,
  }),
  /** Seconds at work until then. */
  at: field(orNull(SecondsSchema), {
    csv: [
      {
        heading: 'attempted at',
        write: (at) => (at === null ? '' : secondsText(at)),
        read: (cell) => {
          if (cell === '') return { value: null };
          const at = readSeconds(cell);
          return at === null ? { reason: `“${cell.slice(0, 60)}” is no time, such as 13:05` } : { value: at };
        },
      },
    ],
    inWords: null,
  }),
  /** The version of the code that was tried. */
  versionId: field(orNull(IdSchema), {
    csv: [
      {
        heading: 'versions tried',
        write: (id) => id ?? '',
        read: (cell) => {
          if (cell === '') return { value: null };
          const id = IdSchema.safeParse(cell);
          return id.success ? { value: id.data } : { reason: `“${cell.slice(0, 60)}” is not the id of a version` };
        },
      },
    ],
    inWords: null,
  }),
};

/** One submission or full run. */
export const AttemptSchema = z.strictObject(schemasOf(attemptFields));
export type Attempt = FieldsOf<typeof attemptFields>;

/** An attempt of which nothing but the verdict is known. */
export function attemptWith(verdict: Attempt['verdict']): Attempt {
  return { verdict, submission: null, checks: null, at: null, versionId: null };
}

/** `count` attempts where only the number is known, but for the last one of a solved sitting. */
export function attemptsFrom(count: number, result: Result): Attempt[] {
  return withResult(
    Array.from({ length: count }, () => attemptWith(null)),
    result,
  );
}

/** The last attempt of a solved sitting was accepted. */
export function withResult(attempts: readonly Attempt[], result: Result): Attempt[] {
  const last = attempts.length - 1;
  return attempts.map((attempt, index) =>
    index === last && result === 'solved' && attempt.verdict === null ? { ...attempt, verdict: 'accepted' } : attempt,
  );
}

const units = { ms: 1, s: 1000, kb: 0.001, mb: 1, gb: 1000 } as const;

/** Run time, memory and standing in any order, each at most once: `52ms 17.4MB 91%`. */
function readSubmission(words: string): Cell<Submission | null> {
  const found: { -readonly [F in keyof Submission]: Submission[F] } = { runTime: null, memory: null, standing: null };
  for (const word of words.split(/[\s,]+/).filter((it) => it !== '')) {
    const match = /^(\d{1,9}(?:\.\d{1,6})?)(ms|s|kb|mb|gb|%)$/i.exec(word);
    if (!match) return { reason: `“${word}” is no run time, memory or standing, such as 52ms 17MB 91%` };
    const unit = (match[2] ?? '').toLowerCase();
    const part = unit === '%' ? 'standing' : unit.endsWith('b') ? 'memory' : 'runTime';
    if (found[part] !== null) return { reason: `“${word}” says again what was said before` };
    found[part] = Number((Number(match[1]) * (unit === '%' ? 1 : units[unit as keyof typeof units])).toFixed(6));
  }
  if (Object.values(found).every((it) => it === null)) return { value: null };
  const checked = SubmissionSchema.safeParse(found);
  return checked.success ? { value: checked.data } : { reason: `“${words}” is out of range` };
}

function writeSubmission(submission: Submission | null): string {
  if (!submission) return '';
  const { runTime, memory, standing } = submission;
  const words = [
    runTime === null ? null : `${runTime}ms`,
    memory === null ? null : `${memory}MB`,
    standing === null ? null : `${standing}%`,
  ];
  return words.filter((word) => word !== null).join(' ');
}
