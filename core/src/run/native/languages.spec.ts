import { preparedRun, usualCheckRules } from '../prepared';
import { type CodeFamily, signatureOf, signatureText } from '../signature';

function asked(family: CodeFamily, code: string, input: string): string {
  const signature = signatureOf(code, family, input);
  return signature === null ? 'nothing' : signatureText(signature);
}

const call = 'oil = [1, 2], b = 5';
const calls = 'Shelf(2) put(3) take()';

describe('how programs of native languages are asked', () => {
  it('is a function with the names of its parameters', () => {
    const functions: readonly (readonly [CodeFamily, string])[] = [
      [
        'java',
        'class Oil {\n  private int help(int a, int b) { return a; }\n  int longest(final int[] oil, long b) { return 0; }\n}',
      ],
      ['java', 'static int longest(int[] oil, Map<String, List<Integer>> b) { return 0; }'],
      ['csharp', 'public class Oil { public IList<int> longest(int[] oil, long b = 1) => null; }'],
      ['kotlin', 'fun help(a: Int) = a\nfun longest(oil: IntArray, b: Map<String, Int>): Int { return 0 }'],
      ['go', 'package main\nfunc help(a int) int { return a }\nfunc longest(oil []int, b int) int { return 0 }'],
      ['go', 'func longest(oil, b []int) int { return 0 }'],
      ['rust', "fn longest<'a>(oil: &'a [i64], mut b: i64) -> usize { 0 } // fn longest(x)"],
      ['ruby', 'def longest(oil, b = 5)\n  0\nend'],
      ['ruby', 'def longest oil, b\n  0\nend'],
      ['c', 'static int helper(int a, int c) { return a; }\nint longest(const int *oil, int n, long b) { return 0; }'],
      ['c', 'int longest(int n, int oil[], long b) { return 0; }'],
      ['c', 'int *longest(char **oil, size_t count, int **b, int rows, int *columns, int *length) { return 0; }'],
      ['c', 'struct Node *longest(struct Node *oil, Node* b) { return oil; }'],
    ];
    for (const [family, code] of functions)
      expect(asked(family, code, call))
        .withContext(`${family}: ${code}`)
        .toBe('longest(oil, b)');
  });

  it('is a class where the example calls operations', () => {
    const classes: readonly (readonly [CodeFamily, string])[] = [
      ['java', 'public class Shelf { Shelf(int size) {} void put(int a) {} int take() { return 1; } }'],
      ['csharp', 'public class Shelf { public Shelf(int size) {} public void Put(int a) {} }'],
      ['kotlin', 'class Shelf(val size: Int) { fun put(a: Int) {} }'],
      [
        'go',
        'type Shelf struct { size int }\nfunc NewShelf(size int) *Shelf { return &Shelf{size} }\nfunc (s *Shelf) Put(a int) {}',
      ],
      [
        'rust',
        'struct Shelf { size: usize }\nimpl Shelf { fn new(size: usize) -> Self { Shelf { size } } fn put(&mut self, a: i32) {} }',
      ],
      ['ruby', 'class Shelf\n  def initialize(size)\n  end\n  def put(a)\n  end\nend'],
    ];
    for (const [family, code] of classes)
      expect(asked(family, code, calls))
        .withContext(family)
        .toBe('class Shelf');
  });

  it('is standard input where the program begins by itself', () => {
    const programs: readonly (readonly [CodeFamily, string])[] = [
      ['java', 'public class Main { public static void main(String[] a) {} int f(int a) { return a; } }'],
      ['csharp', 'class A { static void Main() {} }'],
      ['kotlin', 'fun main() { println(readLine()) }'],
      ['go', 'package main\nfunc main() {}'],
      ['rust', 'fn main() {}'],
      ['ruby', 'def f(a)\n a\nend\nputs f(gets.to_i)'],
      ['c', 'int f(int a) { return a; }\nint main(void) { return f(1); }'],
    ];
    for (const [family, code] of programs)
      expect(asked(family, code, '1'))
        .withContext(family)
        .toBe('standard input');
  });

  it('puts what asks beside the code, whose lines stay where they are', () => {
    const made = (language: string, code: string): { readonly text: string; readonly harness?: string } => {
      const run = preparedRun({ code, language }, [{ id: 'a', input: '1', expected: '1' }], usualCheckRules);
      if ('fault' in run) throw new Error(run.fault);
      return run.program;
    };
    const java = made('java', 'package a;\npublic final class A {\n  int f(int a) { return a; }\n}');
    expect(java.text.split('\n')[1]?.trim()).toBe('final class A {');
    expect(java.text).not.toContain('package');
    expect(java.harness).toContain('class Lernen');
    expect(made('go', 'func f(a int) int { return a }').text).toBe('package main; func f(a int) int { return a }');
    expect(made('c#', 'using System.IO;\nint f(int a) { return a; }').text.split('\n')[1]).toContain(
      'class Solution { int f',
    );
    expect(made('rust', 'fn f(a: &str, b: &mut Vec<i32>) {}').text).toContain('f(&a0, &mut a1)');
    expect(made('ruby', 'def f(a)\n  a\nend').harness).toContain("require_relative 'solution'");
    expect(made('kotlin', 'fun f(a: Int) = a').harness).toContain('SolutionKt');
  });

  it('says what cannot be asked', () => {
    const rules = { ...usualCheckRules, asked: 'f(a)' };
    const fault = (language: string, code: string): string => {
      const run = preparedRun({ code, language }, [{ id: 'a', input: '1', expected: '1' }], rules);
      return 'fault' in run ? run.fault : '';
    };
    expect(fault('rust', 'fn g(a: i32) {}')).toMatch(/there is no f that could be called/);
    expect(fault('c', 'int f(int *a) { return *a; }')).toMatch(/a is a list and needs its length behind it/);
    expect(fault('c', 'int f(int **a, int n) { return 1; }')).toMatch(/a is a grid and needs its rows and columns/);
    expect(fault('c', 'int *f(int a) { return 0; }')).toMatch(/needs a place for its length at the end: int \*length/);
    expect(fault('c', 'int f(FILE *a, int n) { return 0; }')).toMatch(/FILE\* a cannot be passed/);
    expect(fault('c', 'int g(int a) { return 0; }')).toMatch(/there is no f that could be called/);
    expect(fault('c++', 'int f(int* a) { return *a; }')).toMatch(/of pointers only those to nodes are/);
    const shelf = preparedRun({ code: 'int put(int a) { return a; }', language: 'C' }, [], {
      ...usualCheckRules,
      asked: 'class Shelf',
    });
    expect('fault' in shelf ? shelf.fault : '').toMatch(/C has no classes/);
  });
});
