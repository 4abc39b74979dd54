import { at } from '../at';
import { titleKey } from '../model/problem';
import { type Technique, techniqueIdFrom } from '../model/technique';
import { offeredTechniques } from '../model/log';
import { type Day, addDays } from '../model/time';
import { closest } from './closest';
import { daysFromDate } from './quick-day';
import type { QuickContext, QuickPart } from './quick-line';
import { quote } from './quick-tokens';

/** Something in a line that was understood, but may have been meant otherwise. It is asked before the line is saved. */
export interface QuickDoubt {
  readonly question: string;
  /** What may be meant, the likeliest first, each with the line that says so without a doubt. */
  readonly choices: readonly { readonly label: string; readonly line: string }[];
}

/** What is to be asked about a line, in its order. */
export function doubtsIn(
  line: string,
  parts: readonly QuickPart[],
  title: string,
  isKnown: boolean,
  context: QuickContext,
): QuickDoubt[] {
  const titleParts = parts.filter(({ kind }) => kind === 'title');
  const doubts = parts.flatMap((part) => {
    const text = line.slice(part.start, part.end);
    if (part.isNew && !text.startsWith('#"')) return [techniqueDoubt(line, part, context.techniques)];
    if (part.kind !== 'title' || isKnown) return [];
    const isLast = part === titleParts.at(-1) && titleParts.length > 1;
    return (
      numberDoubt(line, part, text, isLast) ??
      costDoubt(line, part, text) ??
      dayDoubt(line, part, isLast, context.today) ??
      []
    );
  });
  const near = isKnown || titleParts.some((part) => line.charAt(part.start) === '"') ? null : nearTitle(title, context);
  return near === null ? doubts : [...doubts, titleDoubt(line, titleParts, title, near)];
}

function techniqueDoubt(line: string, part: QuickPart, techniques: readonly Technique[]): QuickDoubt {
  const name = line.slice(part.start + 1, part.end);
  const near = nearTechniques(name, techniques);
  return {
    question: `No technique is called “${name}”.`,
    choices: [
      ...near.map((technique) => ({
        label: `It is ${technique.name}`,
        line: withPart(line, part, `#${technique.id}`),
      })),
      { label: `Add “${name}” as new`, line: withPart(line, part, `#${quote(name)}`) },
    ],
  };
}

/** A number behind the title is most often minutes that lack their unit. */
function numberDoubt(line: string, part: QuickPart, text: string, isLast: boolean): QuickDoubt | null {
  if (!isLast || !/^\d{1,3}$/.test(text) || Number(text) === 0) return null;
  return {
    question: `Does “${text}” belong to the title?`,
    choices: [
      { label: `${text} minutes`, line: withPart(line, part, `${text}m`) },
      { label: 'It belongs to the title', line: withPart(line, part, quote(text)) },
    ],
  };
}

const looksLikeCost = /^(?:\d*[a-z](?:\^[a-z0-9(]|[²³]|\*|(?:\*?log))\S*|\d+\^[a-z]\S*|log\(?[a-z]\)?)$/i;

function costDoubt(line: string, part: QuickPart, text: string): QuickDoubt | null {
  if (!looksLikeCost.test(text) || /^[a-z]log[a-z]{2,}$/i.test(text)) return null;
  const cost = `O(${text.replace(/([a-z0-9])\*?log(?=[a-z(])/i, '$1 log ')})`;
  return {
    question: `Does “${text}” belong to the title?`,
    choices: [
      { label: `The cost is ${cost}`, line: withPart(line, part, cost) },
      { label: 'It belongs to the title', line: withPart(line, part, quote(text)) },
    ],
  };
}

/** A date, or `yesterday` behind the title, most often tells when, and lacks its mark. */
function dayDoubt(line: string, part: QuickPart, isLast: boolean, today: Day): QuickDoubt | null {
  const text = line.slice(part.start, part.end);
  const days = isLast && text.toLowerCase() === 'yesterday' ? [addDays(today, -1)] : daysFromDate(text);
  const past = days.filter((day) => day <= today);
  if (past.length === 0) return null;
  return {
    question: `Does “${text}” belong to the title?`,
    choices: [
      ...past.map((day) => ({ label: `It was on ${day}`, line: withPart(line, part, `@${day}`) })),
      { label: 'It belongs to the title', line: withPart(line, part, quote(text)) },
    ],
  };
}

function titleDoubt(line: string, titleParts: readonly QuickPart[], title: string, near: string): QuickDoubt {
  const first = at(titleParts, 0);
  const renamed = (to: string): string => {
    const rest = titleParts.slice(1).reduceRight((text, part) => withPart(text, part, ''), line);
    return withPart(rest, first, quote(to)).replace(/\s+/g, ' ').trim();
  };
  return {
    question: `“${near}” is logged already.`,
    choices: [
      { label: 'That is the one', line: renamed(near) },
      { label: `“${title}” is another problem`, line: renamed(title) },
    ],
  };
}

function withPart(line: string, part: QuickPart, text: string): string {
  return line.slice(0, part.start) + text + line.slice(part.end);
}

/** Techniques of which a label, or the beginning of one, is within two typing errors of a word. */
function nearTechniques(word: string, techniques: readonly Technique[]): Technique[] {
  const wanted = techniqueIdFrom(word);
  if (wanted.length < 4) return [];
  return offeredTechniques(techniques)
    .filter(({ id, name, aliases }) =>
      [id, name, ...aliases]
        .map((label) => techniqueIdFrom(label))
        .some((label) => closest(wanted, [label, label.slice(0, wanted.length)]) !== null || isNear(wanted, label)),
    )
    .slice(0, 3);
}

/** Whether a word of a label is nearly this one. */
function isNear(wanted: string, label: string): boolean {
  return label.split('-').some((word) => word.length > 3 && closest(wanted, [word]) !== null);
}

const shortest = 8;

/** The one title that is within two typing errors of this one. */
function nearTitle(title: string, { problems }: QuickContext): string | null {
  const key = titleKey(title);
  if (key.length < shortest) return null;
  const near = problems.filter((problem) => Math.abs(problem.title.length - key.length) <= 2);
  const found = closest(
    key,
    near.map((problem) => titleKey(problem.title)),
  );
  // What differs in its numbers is another problem on purpose.
  if (found === null || found.replace(/\D/g, '') !== key.replace(/\D/g, '')) return null;
  return near.find((problem) => titleKey(problem.title) === found)?.title ?? null;
}
