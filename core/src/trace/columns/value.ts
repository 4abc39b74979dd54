import { drawWord } from '../drawing';
import { type ColumnType, numberText, stopAt } from './column-type';

/** One word: a number, a name. */
export interface ValueCell {
  readonly kind: 'value';
  readonly text: string;
}

export const valueColumn: ColumnType<ValueCell> = {
  hint: '7, or += 3 to count up',
  read: readValue,
  draw: ({ text }) => drawWord(text),
  words: ({ text }) => text,
  value: ({ text }) => text,
};

function readValue(text: string, before: ValueCell | null): ValueCell {
  const change = /^\s*([-+])=\s*(\d+(?:\.\d+)?)\s*$/.exec(text);
  if (!change && /^\s*[-+]=/.test(text)) stopAt(text.search(/\S/) + 2, 'expected one number: += 3');
  if (!change) return { kind: 'value', text: text.trim().replace(/^"(.*)"$/s, '$1') };
  const [, sign, amount] = change;
  const known = Number(before?.text ?? '');
  if (before === null || !Number.isFinite(known)) stopAt(0, 'there is no number above to change');
  return { kind: 'value', text: numberText(known + Number(amount) * (sign === '-' ? -1 : 1)) };
}
