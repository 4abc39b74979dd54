import { createContext, runInContext } from 'node:vm';
import { startPython } from '../testing/python';
import type { CheckResult } from './checks';
import type { CaseInput, Ran } from './job';
import { type CheckRules, type Runnable, checkedResult, checkerInput, preparedRun, usualCheckRules } from './prepared';
import { signatureFrom, signatureText } from './signature';
import { type Value, readValue } from './value';
import { valueJson } from './write-value';

async function ran({ family, program }: Runnable, input: CaseInput): Promise<Ran> {
  if (family === 'python') {
    const run = await startPython(program.text);
    return readValue(run(valueJson(input as unknown as Value))) as unknown as Ran;
  }
  const context = createContext({ performance, input });
  return runInContext(`${program.text}\nlernenRun(input)`, context, { timeout: 5000 }) as Ran;
}

interface Asked {
  readonly language: string;
  readonly code: string;
  readonly input: string;
  readonly expected: string;
}

/** What a check comes to under these rules; or why nothing can be run. */
async function checked(
  { language, code, input, expected }: Asked,
  rules: Partial<CheckRules>,
): Promise<CheckResult | string> {
  const made = preparedRun({ code, language }, [{ id: 'one', input, expected }], { ...usualCheckRules, ...rules });
  if ('fault' in made) return made.fault;
  const [check] = made.checks;
  if (!check) throw new Error('no check');
  if (check.fault !== null) return check.fault;
  const answer = await ran(made, check.input);
  const result = made.resultOf(check, answer);
  const asked = made.checker && checkerInput(check, answer);
  return made.checker && asked ? checkedResult(result, await ran(made.checker, asked)) : result;
}

async function verdict(asked: Asked, rules: Partial<CheckRules> = {}): Promise<string> {
  const result = await checked(asked, rules);
  if (typeof result === 'string') return result;
  return [result.verdict, result.actual, result.message].filter((part) => part !== '').join(' | ');
}

// To load Python takes seconds, on a slow machine many.
beforeAll(() => startPython('import json'), 120_000);

describe('how code is asked, told by hand', () => {
  it('is a function, a class or standard input, and anything else is refused', () => {
    for (const text of ['merge(a: nodes, b: nodes)', 'pairs(ropes, k)', 'class Shelf', 'standard input']) {
      const signature = signatureFrom(text);
      expect(signature && signatureText(signature)).toBe(text);
    }
    expect(signatureFrom('turn(a: tree) -> nodes')).toEqual({
      shape: 'call',
      name: 'turn',
      parameters: [{ name: 'a', type: 'tree' }],
      returns: 'nodes',
    });
    expect([signatureFrom('two words'), signatureFrom('f(a'), signatureFrom('')]).toEqual([null, null, null]);
  });

  it('decides over what would be guessed', async () => {
    const code = 'const helper = (a, b) => a - b;\nconst sum = (a, b) => a + b;\nconst other = (a, b) => a * b;\n';
    const asked = { language: 'javascript', code, input: '5\n3', expected: '8' };
    expect(await verdict(asked, { asked: 'sum(a, b)' })).toBe('right | 8');
    expect(await verdict(asked, { asked: 'helper(a, b)' })).toBe('wrong | 2');
    expect(await verdict(asked, { asked: 'sum two numbers' })).toMatch(/^“sum two numbers” does not say how/);
    expect(await verdict({ ...asked, language: 'Cobol' })).toMatch(/^Cobol does not run here yet/);
  });
});

describe('linked nodes and trees', () => {
  const merge = {
    python:
      'def merge(a, b):\n    head = tail = Node()\n    while a and b:\n        if a.value <= b.value:\n            tail.next, a = a, a.next\n        else:\n            tail.next, b = b, b.next\n        tail = tail.next\n    tail.next = a or b\n    return head.next\n',
    javascript:
      'function merge(a, b) {\n  if (!a || !b) return a || b;\n  if (a.value > b.value) [a, b] = [b, a];\n  a.next = merge(a.next, b);\n  return a;\n}\n',
  };
  const mirror = {
    python:
      'def mirror(root):\n    if root:\n        root.left, root.right = mirror(root.right), mirror(root.left)\n    return root\n',
    javascript:
      'const mirror = (root) => root && ({ value: root.value, left: mirror(root.right), right: mirror(root.left) });\n',
  };

  it('go in as lists and level order, and come out as they are written', async () => {
    for (const language of ['python', 'javascript'] as const) {
      const nodes = { asked: 'merge(a: nodes, b: nodes) -> nodes' };
      const lists = { language, code: merge[language], input: '[1, 4], [2, 3, 9]', expected: '[1, 2, 3, 4, 9]' };
      expect(await verdict(lists, nodes))
        .withContext(language)
        .toBe('right | [1, 2, 3, 4, 9]');
      expect(await verdict({ ...lists, input: '[], []', expected: '[]' }, nodes)).toBe('right | []');
      const tree = { asked: 'mirror(root: tree) -> tree' };
      const levels = {
        language,
        code: mirror[language],
        input: '[1, 2, 3, null, 4]',
        expected: '[1, 3, 2, null, null, 4]',
      };
      expect(await verdict(levels, tree))
        .withContext(language)
        .toBe('right | [1, 3, 2, null, null, 4]');
    }
  });

  it('that go round are ended with words', async () => {
    const round = {
      language: 'python',
      code: 'def f(a):\n    a.next = a\n    return a\n',
      input: '[1]',
      expected: '[1]',
    };
    expect(await verdict(round, { asked: 'f(a: nodes) -> nodes' })).toMatch(
      /^crashed \| ValueError: The linked nodes never end/,
    );
    expect(
      await verdict(
        { ...round, language: 'javascript', code: 'const f = (a) => ((a.next = a), a);' },
        { asked: 'f(a: nodes)' },
      ),
    ).toMatch(/^crashed \| Error: The linked nodes never end/);
  });
});

describe('how answers are compared', () => {
  const list = {
    language: 'javascript',
    code: 'const f = (a) => a.reverse();',
    input: '[1, 2, 3]',
    expected: '[1, 2, 3]',
  };

  it('is chosen: the same, in any order, or within a tolerance', async () => {
    expect(await verdict(list)).toBe('wrong | [3, 2, 1]');
    expect(await verdict(list, { comparison: 'unordered' })).toBe('right | [3, 2, 1]');
    const third = { language: 'python', code: 'def f(a):\n    return a / 3\n', input: '1', expected: '0.33' };
    expect(await verdict(third)).toMatch(/^wrong/);
    expect(await verdict(third, { comparison: 'close', tolerance: 0.01 })).toMatch(/^right/);
    expect(await verdict(third, { comparison: 'close', tolerance: 0.001 })).toMatch(/^wrong/);
  });

  it('can be said by a function of one’s own, in any language that runs', async () => {
    const sorted = 'const isRight = ([items], answer) => [...answer].sort().join() === [...items].sort().join();';
    const own = (checker: string, checkerLanguage = 'javascript') =>
      verdict(list, { comparison: 'own', checker, checkerLanguage });
    expect(await own(sorted)).toBe('right | [3, 2, 1]');
    expect(
      await own('def ok(given, answer, expected):\n    return answer == expected or "not the same"\n', 'python'),
    ).toBe('wrong | [3, 2, 1] | not the same');
    expect(await own('const no = () => 7;')).toMatch(/^unreadable \| .*gave 7 instead of true, false/);
    expect(await own('const no = () => { throw new Error("odd"); };')).toMatch(/did not answer: Error: odd/);
    expect(await own('')).toBe('There is no checking function yet.');
    expect(await own('const no = (a) => a +;')).toMatch(/^The checking function cannot be run\. It does not compile/);
    const crashed = { ...list, code: 'const f = (a) => a.b.c;' };
    expect(await verdict(crashed, { comparison: 'own', checker: sorted, checkerLanguage: 'js' })).toMatch(/^crashed/);
  });
});
