import * as z from 'zod/mini';
import type { Cell } from './cells';
import { type FieldsOf, field, schemasOf } from './field-table';
import { numberWithin, orNull } from './fields';
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
};

/** One submission or full run. */
export const AttemptSchema = z.strictObject(schemasOf(attemptFields));
export type Attempt = FieldsOf<typeof attemptFields>;

export const unknownAttempt: Attempt = { verdict: null, submission: null };

/** An attempt of which nothing but the verdict is known. */
export function attemptWith(verdict: Attempt['verdict']): Attempt {
  return { ...unknownAttempt, verdict };
}

/** `count` attempts where only the number is known, but for the last one of a solved sitting. */
export function attemptsFrom(count: number, result: Result): Attempt[] {
  return withResult(
    Array.from({ length: count }, () => unknownAttempt),
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
