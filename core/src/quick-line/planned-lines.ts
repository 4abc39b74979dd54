import { type Problem, titleKey } from '../model/problem';
import { type PlannedRecords, type QuickMoment, plannedFromDraft } from './quick-log';
import { type QuickContext, readQuickLine } from './quick-line';

/** Lines that are read at once; more are refused. */
export const maxPlannedLines = 500;

/** What the reader must know, with all of the known problems. */
export interface PlannedContext extends QuickContext {
  readonly problems: readonly Problem[];
  /** Whether a known problem is fine, because the lines go on a list. */
  readonly takesKnown?: boolean;
}

/** One line of a list of problems for later, as it was understood. */
export interface PlannedLine {
  /** From 1. */
  readonly number: number;
  readonly text: string;
  /** What is wrong with it, or why it adds nothing; null where it can be kept. */
  readonly fault: string | null;
  readonly records: PlannedRecords | null;
}

/**
 * Reads problems for later, one a line: title, link, `#technique`, `=hard` and what else the quick line has, in any order.
 * A link without a title gives one by its last words. Empty lines are passed over.
 */
export function readPlannedLines(text: string, context: PlannedContext, moment: QuickMoment): PlannedLine[] {
  const seen = new Set<string>();
  return text
    .split(/\r?\n/)
    .slice(0, maxPlannedLines)
    .flatMap((line, index) => (line.trim() === '' ? [] : [readLine(line.trim(), index + 1, context, moment, seen)]));
}

function readLine(
  text: string,
  number: number,
  context: PlannedContext,
  moment: QuickMoment,
  seen: Set<string>,
): PlannedLine {
  const { draft, parts, purpose, doubts } = readQuickLine(text.replace(/^(?:[-*]|\d+[.)])\s+/, ''), context);
  const refused = (fault: string): PlannedLine => ({ number, text, fault, records: null });
  const [wrong] = parts.filter((part) => part.fault !== null);
  if (wrong?.fault) return refused(`${wrong.value}: ${wrong.fault}`);
  const unknown = parts.find(({ isNew, value }) => isNew && !text.includes(`#"${value}`));
  if (unknown) return refused(`${doubts[0]?.question ?? ''} To add it as new, write #"${unknown.value}".`);
  if (purpose === 'sitting') return refused('This tells of a sitting; log it in the line below.');
  const title = draft.title.trim() || (draft.link === null ? '' : titleOfLink(draft.link));
  if (title === '') return refused('There is neither a title nor a link in it.');
  const key = titleKey(title);
  if (seen.has(key)) return refused('It stands in the list twice.');
  seen.add(key);
  const known = context.problems.find((problem) => titleKey(problem.title) === key) ?? null;
  const records = plannedFromDraft({ ...draft, title }, known, moment);
  const isRefused = records.problem === null && context.takesKnown !== true;
  return isRefused ? refused('You have this problem already.') : { number, text, fault: null, records };
}

/** The last words of an address, as a title. */
export function titleOfLink(link: string): string {
  const { pathname, hostname } = new URL(link);
  const last = pathname.split('/').findLast((part) => part !== '') ?? hostname;
  const words = last
    .replace(/%[0-9a-f]{2}/gi, ' ')
    .replace(/\.\w{2,4}$/, '')
    .replace(/[-_+\s]+/g, ' ')
    .trim();
  return (words.charAt(0).toUpperCase() + words.slice(1)).slice(0, 300) || hostname;
}
