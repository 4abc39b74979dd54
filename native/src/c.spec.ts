import { type CheckResult, preparedRun, usualCheckRules } from '@lernen/core/run';
import { runOnMachine } from './interpreters';
import { findToolchains } from './toolchains';

let isThere = false;
beforeAll(async () => {
  isThere = (await findToolchains()).some(({ family, version }) => family === 'c' && version !== null);
}, 60_000);

async function checked(code: string, input: string, expected = ''): Promise<CheckResult | string> {
  const made = preparedRun({ code, language: 'C' }, [{ id: 'one', input, expected }], usualCheckRules);
  if ('fault' in made) return made.fault;
  const [check] = made.checks;
  if (check?.fault !== null) return check?.fault ?? 'no check';
  return made.resultOf(check, await runOnMachine(made, check.input, 10));
}

async function answer(code: string, input: string): Promise<string> {
  const result = await checked(code, input);
  return typeof result === 'string' ? result : `${result.actual}${result.message}`;
}

describe('functions in C', () => {
  beforeEach(() => {
    if (!isThere) pending('C is not on this machine');
  });

  it('take lists with their lengths, behind or before them', async () => {
    const longest =
      'int longest(const int *oil, int n, long b) {\n  int left = 0, best = 0; long total = 0;\n  for (int right = 0; right < n; right++) {\n    total += oil[right];\n    while (total > b) total -= oil[left++];\n    if (right - left + 1 > best) best = right - left + 1;\n  }\n  return best;\n}';
    expect(await answer(longest, 'oil = [3, 1, 2, 5, 1, 1, 1], b = 5')).toBe('3');
    expect(await answer(longest.replace('const int *oil, int n', 'int n, int oil[]'), '[3, 1, 2], 5')).toBe('2');
    expect(await answer(longest, '[], 5')).toBe('0');
    expect(await answer(longest, 'oil = true, b = 5')).toBe('A list was expected.');
  }, 60_000);

  it('take and give texts, signs, fractions, flags and numbers of 64 bits', async () => {
    const twice =
      'char *twice(const char *text, char end, double half, bool is_whole, unsigned long long big) {\n  char *out = malloc(200);\n  sprintf(out, "%s%s%c %.2f %d %llu", text, text, end, half, is_whole, big);\n  return out;\n}';
    expect(await answer(twice, '"a\\"é\\n", "!", 0.5, true, 18446744073709551615')).toBe(
      '"a\\"é\\na\\"é\\n! 0.50 1 18446744073709551615"',
    );
    expect(await answer('double half(double a) { return a / 2; }', 'Infinity')).toBe('Infinity');
    expect(await answer('bool f(long long a) { return a > 9007199254740993LL; }', '9007199254740994')).toBe('true');
  }, 60_000);

  it('take grids and lists of texts, and give them with places for their lengths', async () => {
    const turned =
      'int **turned(int **grid, int rows, int columns, int *height, int *width) {\n  int **out = malloc(columns * sizeof *out);\n  for (int i = 0; i < columns; i++) { out[i] = malloc(rows * sizeof **out); for (int j = 0; j < rows; j++) out[i][j] = grid[j][i]; }\n  *height = columns; *width = rows;\n  return out;\n}';
    expect(await answer(turned, '[[1, 2, 3], [4, 5, 6]]')).toBe('[[1, 4], [2, 5], [3, 6]]');
    const lengths =
      'int *lengths(char **names, int n, int *length) { int *out = malloc(n * sizeof *out); for (int i = 0; i < n; i++) out[i] = strlen(names[i]); *length = n; return out; }';
    expect(await answer(lengths, '["ab", "c", ""]')).toBe('[2, 1, 0]');
    const ragged =
      'void doubled(int **rows, int n, int *columns) { for (int i = 0; i < n; i++) for (int j = 0; j < columns[i]; j++) rows[i][j] *= 2; }';
    expect(await answer(ragged, '[[1], [2, 3]]')).toBe('[[2], [4, 6]]');
    const chart =
      'int count(char **chart, int rows) { int all = 0; for (int i = 0; i < rows; i++) for (char *c = chart[i]; *c; c++) all += *c == 35; return all; }';
    expect(await answer(chart, '["#.", "##"]')).toBe('3');
    const inPlace =
      'void sorted(int *all, int n) { for (int i = 0; i < n / 2; i++) { int a = all[i]; all[i] = all[n - 1 - i]; all[n - 1 - i] = a; } }';
    expect(await answer(inPlace, '[1, 2, 3]')).toBe('[3, 2, 1]');
  }, 60_000);

  it('crash, do not compile, and are ended', async () => {
    expect(await answer('int f(int a) {\n  return b;\n}', '1')).toMatch(/‘b’ undeclared.*column 10/);
    expect(await answer('int f(int *a, int n) { volatile int *none = 0; return n + *none; }', '[1]')).toMatch(
      /It touched memory/,
    );
    const result = await checked('int f(int a) { for (volatile int x = 0;; ) x = x + 1; }', '1');
    expect(typeof result === 'string' ? result : result.verdict).toBe('too-slow');
  }, 60_000);
});
