/** The input of an example, as far as its shape can be told. */
export type ExampleInput =
  | { readonly shape: 'blank' }
  /** `[5, 2, 4]`, `5 2 4`, or a count and so many numbers. */
  | { readonly shape: 'numbers'; readonly numbers: readonly number[] }
  | { readonly shape: 'text'; readonly text: string }
  /** Pairs of ends: `[1,3] [2,5]`, `[[1,3],[2,5]]`, `1-3, 2-5`. */
  | { readonly shape: 'intervals'; readonly intervals: readonly (readonly [number, number])[] }
  /** Rows of equal length. */
  | { readonly shape: 'grid'; readonly rows: readonly (readonly string[])[] }
  /** `push(5) pop()`. */
  | { readonly shape: 'calls'; readonly calls: readonly { readonly name: string; readonly given: string }[] }
  | { readonly shape: 'other' };

const number = String.raw`[-−+]?\d{1,20}(?:\.\d{1,20})?`;
const pair = new RegExp(String.raw`[[(]\s*(${number})\s*[,;]\s*(${number})\s*[\])]`, 'g');

/** Reads an input by its shape. Longer ones than people write by hand are not looked into. */
export function readExampleInput(input: string): ExampleInput {
  const text = input.trim().replace(/^[A-Za-z]\w{0,30}\s*=\s*(?!=)/, '');
  if (text === '') return { shape: 'blank' };
  if (text.length > 5000) return { shape: 'other' };
  return (
    readCalls(text) ??
    readNumbers(text) ??
    readIntervals(text) ??
    readGrid(text) ??
    readText(text) ?? { shape: 'other' }
  );
}

function readCalls(text: string): ExampleInput | null {
  const calls = [...text.matchAll(/([A-Za-z]\w{0,40})\(([^()]{0,200})\)/g)].map(([, name = '', given = '']) => ({
    name,
    given: given.trim(),
  }));
  const rest = text.replace(/[A-Za-z]\w{0,40}\([^()]{0,200}\)/g, '').replace(/[\s,;.]|->|→/g, '');
  return calls.length > 1 && rest === '' ? { shape: 'calls', calls } : null;
}

/** `3` and `5 2 4` in two lines are a count and its numbers; other first numbers belong to the list. */
function readNumbers(text: string): ExampleInput | null {
  const [first = '', ...lines] = text.split('\n').map((line) => line.trim());
  if (lines.length === 1 && /^\d{1,7}$/.test(first)) {
    const counted = plainNumbers(lines[0] ?? '');
    if (counted?.length === Number(first)) return { shape: 'numbers', numbers: counted };
  }
  if (lines.length > 0) return null;
  const isEmpty = /^(?:\[\s*\]|empty|none|\{\s*\})$/i.test(first);
  const numbers = isEmpty ? [] : plainNumbers(first.replace(/,\s*[A-Za-z]\w{0,20}\s*=\s*[-−]?\d+$/, ''));
  return numbers && { shape: 'numbers', numbers };
}

function plainNumbers(line: string): number[] | null {
  const inner = line.replace(/^[[({]|[\])}]$/g, '').trim();
  if (!new RegExp(`^${number}(?:[\\s,;]+${number})*$`).test(inner)) return null;
  return inner.split(/[\s,;]+/).map((part) => Number(part.replace('−', '-')));
}

function readIntervals(text: string): ExampleInput | null {
  const found = [...text.matchAll(pair)];
  const rest = text.replace(pair, '').replace(/[\s,;[\]]/g, '');
  const dashed = /^\d+\s?[-–]\s?\d+(?:\s*[,;]\s*\d+\s?[-–]\s?\d+)*$/.test(text)
    ? [...text.matchAll(/(\d+)\s?[-–]\s?(\d+)/g)]
    : [];
  const ends = found.length > 0 && rest === '' ? found : dashed;
  const intervals = ends.map(
    ([, from = '', to = '']) => [Number(from.replace('−', '-')), Number(to.replace('−', '-'))] as const,
  );
  return intervals.length > 0 ? { shape: 'intervals', intervals } : null;
}

function readGrid(text: string): ExampleInput | null {
  const bracketed = /^\[\s*\[[^[\]]*\](?:\s*,\s*\[[^[\]]*\])*\s*\]$/.test(text);
  const lines = bracketed
    ? [...text.matchAll(/\[([^[\]]*)\]/g)].map(([, row = '']) => row)
    : text.split('\n').map((line) => line.trim());
  const rows = lines.map((line) =>
    /[\s,]/.test(line) ? line.split(/[\s,]+/).filter((cell) => cell !== '') : [...line],
  );
  const width = rows[0]?.length ?? 0;
  const isGrid = rows.every((row) => row.length === width) && width > 0 && (rows.length > 1 || bracketed);
  return isGrid
    ? { shape: 'grid', rows: rows.map((row) => row.map((cell) => cell.replace(/^["']|["']$/g, ''))) }
    : null;
}

function readText(text: string): ExampleInput | null {
  const word = /^(["'“]?)(\S{0,2000}?)(["'”]?)$/.exec(text);
  if (!word || (word[1] === '' && !/^[A-Za-z0-9]+$/.test(text))) return null;
  return { shape: 'text', text: word[2] ?? '' };
}
