import { createContext, runInContext } from 'node:vm';
import { type CheckResult, checkOf, resultOf } from './checks';
import type { CaseInput, Ran } from './job';
import { CompileFault } from './compile-fault';
import { scriptProgram } from './javascript';
import { valueJson } from './write-value';
import { pythonProgram } from './python';
import { type BrowserFamily, familyOf, signatureOf } from './signature';
import { startPython } from '../testing/python';
import { type Value, readValue } from './value';

/** Runs JavaScript as a worker does, in a context of its own. */
function runScript(code: string, family: Exclude<BrowserFamily, 'python'>, input: CaseInput, example: string): Ran {
  const signature = signatureOf(code, family, example);
  if (!signature) throw new Error('nothing to call');
  const program = scriptProgram(code, family, signature);
  if (program instanceof CompileFault)
    return { outcome: 'did-not-compile', message: program.message, line: program.line, printed: '', ms: 0 };
  const context = createContext({ performance, input });
  return runInContext(`${program.text}\nlernenRun(input)`, context, { timeout: 5000 }) as Ran;
}

/** Runs Python as the browser has it. */
async function runPython(code: string, input: CaseInput, example: string): Promise<Ran> {
  const signature = signatureOf(code, 'python', example);
  if (!signature) throw new Error('nothing to call');
  const run = await startPython(pythonProgram(code, signature).text);
  return readValue(run(valueJson(input as unknown as Value))) as unknown as Ran;
}

async function checked(language: string, code: string, input: string, expected: string): Promise<CheckResult> {
  const family = familyOf(language);
  const signature = family && signatureOf(code, family, input);
  if (!family || !signature) throw new Error(`nothing to call in ${language}`);
  const check = checkOf({ id: 'one', input, expected }, signature);
  if (check.fault !== null) return resultOf(check, null);
  const ran =
    family === 'python'
      ? await runPython(code, check.input, input)
      : runScript(code, family as 'javascript' | 'typescript', check.input, input);
  return resultOf(check, ran);
}

const verdictOf = async (language: string, code: string, input: string, expected: string): Promise<string> => {
  const { verdict, actual, difference, message, line } = await checked(language, code, input, expected);
  const why = difference ? `${difference.place}: ${difference.actual} for ${difference.expected}` : message;
  return [verdict, actual, why, line === null ? '' : `line ${line}`].filter((part) => part !== '').join(' | ');
};

const window = {
  Python:
    'def longest(oil, b):\n    left = total = best = 0\n    for right, x in enumerate(oil):\n        total += x\n        while total > b:\n            total -= oil[left]\n            left += 1\n        best = max(best, right - left + 1)\n    return best\n',
  TypeScript:
    'export function longest(oil: number[], b: number): number {\n  let [left, total, best] = [0, 0, 0];\n  oil.forEach((x, right) => {\n    total += x;\n    while (total > b) total -= oil[left++]!;\n    best = Math.max(best, right - left + 1);\n  });\n  return best;\n}\n',
  JavaScript: 'const longest = (oil, b) => {\n  return oil.length;\n};\n',
};

// To load Python takes seconds, on a slow machine many.
beforeAll(() => startPython(''), 120_000);

describe('a check of a function', () => {
  const input = 'oil = [3, 1, 2, 5, 1, 1, 1], b = 5';
  it('is right or wrong, with what came out and where it differs', async () => {
    expect(await verdictOf('python', window.Python, input, '3')).toBe('right | 3');
    expect(await verdictOf('TypeScript', window.TypeScript, input, '3')).toBe('right | 3');
    expect(await verdictOf('js', window.JavaScript, input, '3')).toBe('wrong | 7 | : 7 for 3');
  });

  it('crashes with the line of the person', async () => {
    const python = 'def f(a):\n    return a[5]\n';
    expect(await verdictOf('python', python, 'a = [1]', '1')).toBe(
      'crashed | IndexError: list index out of range | line 2',
    );
    expect(await verdictOf('javascript', 'function f(a) {\n  return a.b.c;\n}', '[1]', '1')).toMatch(
      /^crashed \| TypeError: .* \| line 2$/,
    );
    expect(await verdictOf('typescript', 'function f(n: number): number {\n  throw "no";\n}', '1', '1')).toBe(
      'crashed | It threw "no".',
    );
  });

  it('does not compile, with the line', async () => {
    expect(await verdictOf('python', 'def f(a):\n    return a +\n', '1', '1')).toMatch(
      /^did-not-compile \| SyntaxError: .* \| line 2$/,
    );
    expect(await verdictOf('typescript', 'function f(a) {\n  return a +;\n}', '1', '1')).toMatch(
      /^did-not-compile \| .* \| line 2$/,
    );
  });

  it('ends where it prints without end', async () => {
    expect(await verdictOf('python', 'def f(a):\n    while True:\n        print("x" * 100000)\n', '1', '1')).toBe(
      'too-much-output | It printed too much.',
    );
    expect(await verdictOf('javascript', 'function f(a) { for (;;) console.log("x".repeat(100000)); }', '1', '1')).toBe(
      'too-much-output | It printed too much.',
    );
  });

  it('keeps whole numbers of any size, special numbers, sets and maps', async () => {
    expect(
      await verdictOf('python', 'def f(a):\n    return a + 1\n', '9223372036854775807', '9223372036854775808'),
    ).toMatch(/^(?:right|wrong)/);
    expect(
      await verdictOf('javascript', 'const f = (a) => a + 1n;', '9223372036854775807', '9223372036854775808'),
    ).toBe('right | 9223372036854775808');
    expect(await verdictOf('javascript', 'const f = (a) => new Map([[1, new Set(a)]]);', '[2, 3]', '{1: [2, 3]}')).toBe(
      'right | {"1": [2, 3]}',
    );
    expect(await verdictOf('python', 'def f(a):\n    return {1: {2, 3}}\n', '[2]', '{1: [2, 3]}')).toBe(
      'right | {"1": [2, 3]}',
    );
    expect(await verdictOf('javascript', 'const f = (a) => 1 / 0;', '1', 'Infinity')).toBe('right | Infinity');
  });

  it('runs without an expected answer too, and says where an input cannot be read', async () => {
    expect(await verdictOf('python', window.Python, input, '')).toBe('ran | 3');
    expect(await verdictOf('python', window.Python, '[1, 2]', '3')).toBe(
      'unreadable | Cannot read the value at position 1: expected 2 arguments (oil, b), and 1 stand there.',
    );
    expect(await verdictOf('python', 'def f(a):\n    return a\n', '[1, 2', '3')).toMatch(/^unreadable/);
  });

  it('takes rows of numbers as lists, and several answers', async () => {
    expect(await verdictOf('python', 'def f(a):\n    return sorted(a)\n', '5 2 4', '2 4 5')).toBe('right | [2, 4, 5]');
    expect(await verdictOf('python', 'def f(a, k):\n    return a[k]\n', '5 2 4\n1', '2')).toBe('right | 2');
    expect(await verdictOf('python', 'def f(a):\n    return [1, 0]\n', '5', '[0, 1] or [1, 0]')).toBe('right | [1, 0]');
  });
});

describe('a check of an object', () => {
  const python =
    'class Mast:\n    def __init__(self):\n        self.flags = []\n    def push(self, x):\n        self.flags.append(x)\n    def pop(self):\n        self.flags.pop()\n    def lowest(self):\n        return min(self.flags)\n';
  const script =
    'class Mast {\n  flags = [];\n  push(x) { this.flags.push(x); }\n  pop() { this.flags.pop(); }\n  lowest() { return Math.min(...this.flags); }\n}\n';
  it('makes its calls one after the other; answers of nothing may be left out', async () => {
    for (const [language, code] of [
      ['python', python],
      ['javascript', script],
    ] as const) {
      expect(await verdictOf(language, code, 'push(5) push(3) lowest() pop() lowest()', '3 5'))
        .withContext(language)
        .toBe('right | [null, null, 3, null, 5]');
      expect(await verdictOf(language, code, 'push(5) push(3) lowest()', '[null, null, 4]'))
        .withContext(language)
        .toBe('wrong | [null, null, 3] | [2]: 3 for 4');
    }
    expect(await verdictOf('javascript', script, 'push(1) sink()', '1')).toMatch(/crashed \| Error: Mast has no sink/);
  });
});

describe('a check of a program', () => {
  it('reads standard input and is compared line by line', async () => {
    const python =
      'n = int(input())\nfor _ in range(n):\n    a, b = map(int, input().split())\n    print(a + b, end=" \\n")\n';
    expect(await verdictOf('python', python, '2\n1 2\n3 4', '3\n7\n')).toBe('right | 3 \n7');
    const script =
      "const [n, ...rows] = require('fs').readFileSync(0, 'utf8').trim().split('\\n');\nfor (const row of rows) console.log(row.split(' ').reduce((a, b) => a + Number(b), 0));\n";
    expect(await verdictOf('javascript', script, '2\n1 2\n3 4', '3\n8')).toBe('wrong | 3\n7 | line 2: 7 for 8');
  });
});

describe('values', () => {
  it('are read in the spellings of statements', () => {
    const read = (text: string): string => valueJson(readValue(text));
    expect(read("['a', True, None, -inf, {x: 1}]")).toBe('["a",true,null,-Infinity,{"x":1}]');
    expect(read('[1 2 3]')).toBe('[1,2,3]');
    expect(read('"a\\n\\u0041"')).toBe('"a\\nA"');
    expect(read('{3, 4}')).toBe('[3,4]');
    expect(() => readValue('[1, 2')).toThrowError(/position 6: expected “]”/);
    expect(() => readValue('1 2')).toThrowError(/position 3: expected the end of the value/);
    expect(() => readValue('['.repeat(300))).toThrowError(/fewer brackets/);
  });
});
