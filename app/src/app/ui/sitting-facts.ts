import { type Sitting, attemptFields, isReviewKind } from '@lernen/core/model';
import { kinds } from './kinds';
import { counted, helpWords, resultWords, slipWords } from './words';

/** A sitting in a few words: `rebuild, 24 min, 2 attempts, a hint`. */
export function sittingText(sitting: Sitting, techniqueName: (id: string) => string): string {
  const parts = [
    kindText(sitting),
    sitting.minutes === null ? null : `${Math.round(sitting.minutes)} min`,
    resultWords[sitting.result],
    sitting.attempts.length > 0 ? counted(sitting.attempts.length, 'attempt') : null,
    judgedText(sitting) || null,
    sitting.help === 'none' ? null : helpWords[sitting.help],
    isReviewKind(sitting.kind) && sitting.named !== null ? `named ${techniqueName(sitting.named).toLowerCase()}` : null,
    sitting.stated.time === null
      ? null
      : `stated ${[sitting.stated.time, sitting.stated.space].filter((cost) => cost !== null).join(', ')}`,
    ...sitting.slips.map((slip) => `slip: ${slipWords(slip)}`),
    sitting.felt === null ? null : `felt ${sitting.felt} of 5`,
  ];
  return parts.filter((part) => part !== null).join(' · ');
}

function kindText({ kind, twist }: Sitting): string {
  const word = kinds[kind].word.toLowerCase();
  return kind === 'twist' && twist !== null ? `${word} “${twist}”` : word;
}

/** What the judge told of the last attempt: `judged 52ms 17MB 91%`. */
function judgedText({ attempts }: Sitting): string {
  const words = attemptFields.submission.inWords?.write(attempts.at(-1)?.submission ?? null) ?? '';
  return words === '' ? '' : `judged ${words}`;
}
