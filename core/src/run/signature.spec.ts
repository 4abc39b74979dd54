import { topLevelParts } from '../brackets';
import { argumentTexts, familyOf, signatureOf } from './signature';

const asked = (family: 'python' | 'typescript' | 'javascript', code: string, input = ''): string => {
  const signature = signatureOf(code, family, input);
  if (!signature) return 'nothing';
  if (signature.shape === 'stdio') return 'stdio';
  if (signature.shape === 'object') return `object ${signature.name}`;
  return `${signature.name}(${signature.parameters.map(({ name, type }) => (type === '' ? name : `${name}: ${type}`)).join(', ')})`;
};

describe('how code is asked', () => {
  it('is told by its functions, with types, defaults and rests', () => {
    expect(asked('python', 'def f(a: list[int], k: int = 2, *rest, **more):\n    pass\n')).toBe(
      'f(a: list[int], k: int)',
    );
    expect(asked('typescript', 'export const f = (a: Map<string, number>, b?: number): number => 1;')).toBe(
      'f(a: Map<string, number>, b: number)',
    );
    expect(asked('javascript', 'async function go(a, b = [1, 2], ...c) {}')).toBe('go(a, b)');
    expect(asked('javascript', 'var f = function (x) { return x; }')).toBe('f(x)');
  });

  it('takes of several functions the one that fits the example', () => {
    const code =
      'def helper(x):\n    pass\ndef solve(oil, b):\n    def inner(oil, b):\n        pass\ndef other(a, c):\n    pass\n';
    expect(asked('python', code, 'oil = [1], b = 2')).toBe('solve(oil, b)');
    expect(asked('python', code, '[1]\n2')).toBe('other(a, c)');
    expect(asked('python', code, '5 2 4')).toBe('helper(x)');
  });

  it('is a class where the example has calls, or nothing else is declared', () => {
    const code = 'class Mast:\n    def push(self, x):\n        pass\ndef helper(x):\n    pass\n';
    expect(asked('python', code, 'push(5) push(3)')).toBe('object Mast');
    expect(asked('python', code, '5')).toBe('helper(x)');
    expect(asked('typescript', 'export class Mast {\n  push(x: number) {}\n}\n', '5')).toBe('object Mast');
  });

  it('is standard input where that is read, and nothing where nothing is declared', () => {
    expect(asked('python', 'print(sum(map(int, input().split())))', '1 2')).toBe('stdio');
    expect(asked('javascript', "const lines = require('fs').readFileSync(0, 'utf8');")).toBe('stdio');
    expect(asked('python', 'def solve():\n    print(input())\nsolve()\n', '1 2')).toBe('stdio');
    expect(asked('python', 'x = 1')).toBe('nothing');
  });

  it('is in a language by any of its names', () => {
    expect(['Python', 'py', 'python3', 'TS', 'node', 'C++', 'c', 'C#', 'Cobol', ''].map(familyOf)).toEqual([
      'python',
      'python',
      'python',
      'typescript',
      'javascript',
      'cpp',
      'c',
      'csharp',
      null,
      null,
    ]);
  });
});

describe('the arguments of an example', () => {
  const parts = (input: string): string[] =>
    argumentTexts(input).map(({ name, text }) => (name === '' ? text : `${name}=${text}`));

  it('are parted where no bracket and no quote holds them together', () => {
    expect(parts('oil = [3, 1], b = "a, b"')).toEqual(['oil=[3, 1]', 'b="a, b"']);
    expect(parts('[1, 2], 3')).toEqual(['[1, 2]', '3']);
    expect(parts('5 2 4, k = 2')).toEqual(['5 2 4', 'k=2']);
    expect(parts('5, 2, 4')).toEqual(['5, 2, 4']);
    expect(parts('3\n1 2 3')).toEqual(['3', '1 2 3']);
    expect(parts('a == b')).toEqual(['a == b']);
    expect(parts('')).toEqual([]);
    expect(topLevelParts('f("a\\"b", [1, {2: 3}]), 4', ',')).toEqual(['f("a\\"b", [1, {2: 3}])', ' 4']);
  });
});
