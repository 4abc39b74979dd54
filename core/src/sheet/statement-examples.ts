/** An example as a statement tells it. */
export interface FoundExample {
  readonly input: string;
  readonly expected: string;
}

const inputWord = /^[\s>*_#-]*(?:sample |example )?(?:input|given|in)\b\s*\d*\s*[*_]*\s*[:=]?[*_]*\s*/i;
const expectedWord =
  /^[\s>*_#-]*(?:sample |example )?(?:output|expected(?: output)?|answer|result|returns?|out)\b\s*\d*\s*[*_]*\s*[:=]?[*_]*\s*/i;
const endWord = /^[\s>*_#-]*(?:explanation|note|example|because|constraints|bounds|limits)\b/i;

/**
 * Examples that a statement seems to contain: a line or block that says what goes in, followed by one that says what
 * must come out; also `5 2 4 → 1 2 0` on one line. They are offered, never taken.
 */
export function examplesInStatement(statement: string, known: readonly FoundExample[] = []): FoundExample[] {
  const have = new Set(known.map(keyOf));
  const found = [...blocks(statement), ...arrows(statement)];
  return found.filter((example) => {
    const key = keyOf(example);
    if (example.input === '' || example.expected === '' || have.has(key)) return false;
    have.add(key);
    return true;
  });
}

function* blocks(statement: string): Generator<FoundExample> {
  let [part, input, expected]: ['none' | 'input' | 'expected', string[], string[]] = ['none', [], []];
  const example = (): FoundExample => ({ input: textOf(input), expected: textOf(expected) });
  for (const line of [...statement.split(/\r?\n/), '']) {
    const isFence = /^\s*```/.test(line);
    if (isFence) continue;
    if (inputWord.test(line) && !arrow.test(line)) {
      if (part === 'expected') yield example();
      [part, input, expected] = ['input', [line.replace(inputWord, '')], []];
    } else if (part !== 'none' && expectedWord.test(line)) {
      [part, expected] = ['expected', [line.replace(expectedWord, '')]];
    } else if (part === 'expected' && (endWord.test(line) || (line.trim() === '' && textOf(expected) !== ''))) {
      yield example();
      part = 'none';
    } else if (part === 'input') input.push(line);
    else if (part === 'expected') expected.push(line);
  }
  if (part === 'expected') yield example();
}

const arrow = /\s(?:→|->|=>|⇒)\s/;

function* arrows(statement: string): Generator<FoundExample> {
  for (const line of statement.split(/\r?\n/)) {
    const [input = '', expected, ...more] = line.split(arrow);
    if (expected === undefined || more.length > 0 || !/\d|"|\[|'/.test(input)) continue;
    yield {
      // What leads up to the input is a sentence, or says that an example follows.
      input: textOf([
        input
          .replace(inputWord, '')
          .replace(/^.*(?:\bexample\s?\d*|\be\.g\.|[a-z)]\.)[\s:,]+/i, '')
          .replace(/^[\s>*-]+(?=[^\d])/, ''),
      ]),
      expected: textOf([expected]),
    };
  }
}

function textOf(lines: readonly string[]): string {
  return lines
    .join('\n')
    .trim()
    .replace(/^`+|`+$/g, '')
    .trim();
}

function keyOf({ input, expected }: FoundExample): string {
  return `${input}→${expected}`.replace(/\s+/g, '');
}
