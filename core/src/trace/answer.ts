import type { Trace } from '../model/entry';
import { cellWords } from './draw-cell';
import type { TraceReading } from './read-trace';
import { tokensOf } from './tokens';

/** What the last row of a trace gives, beside what is expected. */
export interface AnswerComparison {
  /** Open while the last row has no answer. */
  readonly outcome: 'same' | 'other' | 'open';
  /** What the answer's column holds in the last row. */
  readonly given: string;
  readonly column: number;
}

const answerNames = new Set(['answer', 'ans', 'result', 'output', 'return', 'returns']);

/**
 * Compares the last row of a trace with the answer that its example expects: numbers to nine decimals, lists item by item,
 * whatever their brackets and quotes. The answer stands in the column called answer, result, output or return; of a trace of
 * calls, the answers of all rows are compared. Null without such a column, and where nothing is expected.
 */
export function compareAnswer(
  { columns, rows: texts }: Pick<Trace, 'columns' | 'rows'>,
  { rows }: TraceReading,
  expected: string,
): AnswerComparison | null {
  const column = columns.findIndex(({ name }) => answerNames.has(name.trim().toLowerCase()));
  const last = rows.at(-1);
  if (column < 0 || !last || expected.trim() === '') return null;
  // Of calls each has an answer of its own.
  if (columns.some(({ name }) => /^calls?$/i.test(name.trim()))) {
    const given = texts
      .map((cells) => (cells[column] ?? '').trim())
      .filter((text) => text !== '')
      .join(' ');
    return { outcome: given === '' ? 'open' : isSameAnswer(given, expected) ? 'same' : 'other', given, column };
  }
  const cell = last[column]?.cell ?? null;
  if (cell === null) return { outcome: 'open', given: '', column };
  const given = cell.kind === 'value' || !('items' in cell) ? cellWords(cell) : cell.items.join(' ');
  return { outcome: isSameAnswer(given, expected) ? 'same' : 'other', given, column };
}

function isSameAnswer(given: string, expected: string): boolean {
  const [a, b] = [partsOf(given), partsOf(expected)];
  return a.length === b.length && a.every((part, index) => isSamePart(part, b[index] ?? ''));
}

const spelled: Readonly<Record<string, string>> = { yes: 'true', no: 'false' };

/** Its words, whatever brackets stand around them. */
function partsOf(text: string): string[] {
  return tokensOf(text.replace(/[[\](){}]/g, ' ')).map(({ text: word }) => {
    const lower = word.replace(/^'(.*)'$/, '$1').toLowerCase();
    return spelled[lower] ?? lower;
  });
}

function isSamePart(a: string, b: string): boolean {
  if (a === b) return true;
  const difference = Number(a) - Number(b);
  return a !== '' && b !== '' && Math.abs(difference) < 1e-9;
}
