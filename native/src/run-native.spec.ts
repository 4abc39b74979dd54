import { chmodSync, existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type CheckResult, type Ran, preparedRun, usualCheckRules } from '@lernen/core/run';
import { confinement } from './confined';
import { compileHeaders, compiledHeaders } from './precompiled';
import { runOnMachine } from './interpreters';
import { runNative } from './run-native';
import { findToolchains } from './toolchains';

interface Asked {
  readonly language?: string;
  readonly code: string;
  readonly input: string;
  readonly expected?: string;
  readonly seconds?: number;
  readonly asked?: string;
}

async function checked({
  language = 'C++',
  code,
  input,
  expected = '',
  seconds = 10,
  asked = '',
}: Asked): Promise<CheckResult | string> {
  const made = preparedRun({ code, language }, [{ id: 'one', input, expected }], { ...usualCheckRules, asked });
  if ('fault' in made) return made.fault;
  const [check] = made.checks;
  if (check?.fault !== null) return check?.fault ?? 'no check';
  return made.resultOf(check, await runOnMachine(made, check.input, seconds));
}

async function verdict(asked: Asked): Promise<string> {
  const result = await checked(asked);
  if (typeof result === 'string') return result;
  const { verdict: said, actual, message, line } = result;
  return [said, actual, message, line === null ? '' : `line ${line}`].filter((part) => part !== '').join(' | ');
}

const isThere = new Map<string, boolean>();
beforeAll(async () => {
  for (const { name, version } of await findToolchains()) isThere.set(name, version !== null);
}, 60_000);

/** A machine without a compiler cannot show what it does; CI and every machine with one can. */
function needs(name: string): void {
  if (isThere.get(name) !== true) pending(`${name} is not on this machine`);
}

describe('C++ on the machine', () => {
  beforeEach(() => needs('C++'));
  const longest =
    'int longest(const vector<int>& oil, long long b) {\n  size_t left = 0;\n  long long total = 0;\n  int best = 0;\n' +
    '  for (size_t right = 0; right < oil.size(); right++) {\n    total += oil[right];\n' +
    '    while (total > b) total -= oil[left++];\n    best = max(best, (int)(right - left + 1));\n  }\n  return best;\n}\n';

  it('calls a function with arguments of its types', async () => {
    expect(await verdict({ code: longest, input: 'oil = [3, 1, 2, 5, 1, 1, 1], b = 5', expected: '3' })).toBe(
      'right | 3',
    );
    const words =
      'string joined(vector<string> all, char by, bool twice, double x) { string s; for (auto& w : all) s += w + by; return twice ? s + s + to_string(x > 1.5) : s; }';
    expect(
      await verdict({ code: words, input: '["a", "é\\n"], "-", true, 1.75', expected: '"a-é\\n-a-é\\n-1"' }),
    ).toMatch(/^right/);
    const maps =
      'map<int, set<long long>> f(vector<pair<int, long long>> a) { map<int, set<long long>> m; for (auto [k, v] : a) m[k].insert(v); return m; }';
    expect(
      await verdict({
        code: maps,
        input: '[[1, 9223372036854775807], [1, 2]]',
        expected: '{1: [2, 9223372036854775807]}',
      }),
    ).toMatch(/^right/);
    const inPlace = 'void turn(vector<vector<int>>& grid) { for (auto& row : grid) reverse(row.begin(), row.end()); }';
    expect(await verdict({ code: inPlace, input: '[[1, 2], [3, 4]]', expected: '[[2, 1], [4, 3]]' })).toMatch(/^right/);
  }, 120_000);

  it('builds an object, and compares the answers of its calls', async () => {
    const shelf =
      'class Shelf {\n  int room;\n  deque<int> charts;\n  int hidden() { return 1; }\npublic:\n  Shelf(int room) : room(room) {}\n' +
      '  void put(int chart) { charts.push_back(chart); if ((int)charts.size() > room) charts.pop_front(); }\n' +
      '  int oldest() const { return charts.empty() ? -1 : charts.front(); }\n  bool has(int chart) { return count(charts.begin(), charts.end(), chart) > 0; }\n};\n';
    expect(
      await verdict({ code: shelf, input: 'Shelf(2) put(1) put(2) put(3) oldest() has(1)', expected: '2, false' }),
    ).toMatch(/^right/);
    expect(await verdict({ code: shelf, input: 'Shelf(2) take(1)', expected: '2' })).toBe(
      'crashed | Shelf has no take that takes so much.',
    );
  }, 60_000);

  it('reads standard input and writes standard output', async () => {
    const sum =
      '#include <iostream>\nint main() { long long n, x, s = 0; std::cin >> n; while (n-- && std::cin >> x) s += x; std::cout << s << "\\n"; }\n';
    expect(await verdict({ code: sum, input: '3\n1 2 3', expected: '6' })).toBe('right | 6');
    expect(await verdict({ code: sum, input: '3\n1 2 3', expected: '7' })).toBe('wrong | 6');
  }, 60_000);

  it('says where it does not compile, and of what it crashed', async () => {
    expect(await verdict({ code: 'int f(int a) {\n  return b;\n}\n', input: '1', expected: '1' })).toMatch(
      /^did-not-compile \| .*‘b’ was not declared.*\(column 10\) \| line 2$/,
    );
    expect(await verdict({ code: 'int f(int* a) { return *a; }', input: '1', expected: '1' })).toMatch(
      /of pointers only those to nodes are/,
    );
    expect(await verdict({ code: 'int f(vector<int> a) { return a.at(5); }', input: '[1]', expected: '1' })).toMatch(
      /^crashed \| vector::_M_range_check/,
    );
    expect(
      await verdict({ code: 'int f(int a) { volatile int z = 0; return a / z; }', input: '1', expected: '1' }),
    ).toMatch(/^crashed \| It divided by zero/);
    const deep =
      'long f(long a) { volatile char room[4096]; room[0] = a; return a < 0 ? room[0] : f(a + 1) + room[0]; }';
    expect(await verdict({ code: deep, input: '1', expected: '1' })).toMatch(/^crashed \| It touched memory/);
  }, 120_000);

  it('is ended where it does not end, eats memory, prints without end or starts processes without end', async () => {
    expect(
      await verdict({ code: 'int f(int a) { for (volatile int x = 0;; ) x = x + 1; }', input: '1', seconds: 1 }),
    ).toMatch(/^too-slow/);
    const eats = 'int f(int a) { vector<vector<char>> all; for (;;) all.emplace_back(100 << 20, 1); }';
    expect(await verdict({ code: eats, input: '1' })).toMatch(/^(?:crashed \| std::bad_alloc|too-much-memory)/);
    const prints = 'int f(int a) { string s(1 << 20, 120); for (;;) cout << s; }';
    expect(await verdict({ code: prints, input: '1' })).toBe('too-much-output | It printed too much.');
    const storm = '#include <unistd.h>\nint f(int a) { for (;;) fork(); }';
    expect(await verdict({ code: storm, input: '1', seconds: 2 })).toMatch(/^(?:too-slow|crashed)/);
  }, 120_000);

  it('says what it took at its most, where the machine can tell', async () => {
    if (confinement().measure.length === 0) pending('the package “time” is not on this machine');
    const code = 'long long filled(int n) { vector<int> all(n, 1); return accumulate(all.begin(), all.end(), 0LL); }';
    const small = await checked({ code, input: '1000' });
    const large = await checked({ code, input: '25000000' });
    if (typeof small === 'string' || typeof large === 'string') throw new Error('It was not run.');
    // 25 million numbers of four bytes.
    expect((large.bytes ?? 0) - (small.bytes ?? 0)).toBeGreaterThan(95e6);
    expect((large.bytes ?? 0) - (small.bytes ?? 0)).toBeLessThan(110e6);
  }, 60_000);

  it('compiles against headers that were compiled before, and says the same', async () => {
    const own = mkdtempSync(join(tmpdir(), 'lernen-spec-'));
    chmodSync(own, 0o711);
    const usual = process.env['TMPDIR'];
    process.env['TMPDIR'] = own;
    try {
      const never = new AbortController().signal;
      expect(await compiledHeaders()).toBeNull();
      await compileHeaders(never);
      const folder = await compiledHeaders();
      expect(folder).not.toBeNull();
      const code = 'int twice(int a) { map<int, int> all{{1, a}}; return all[1] * 2; }';
      expect(await verdict({ code, input: '21', expected: '42' })).toBe('right | 42');
      const broken = 'int f(int a) {\n  return b;\n}';
      expect(await verdict({ code: broken, input: '1' })).toMatch(/did-not-compile \|.*line 2/);
      expect(readdirSync(own).filter((name) => name.includes('half'))).toEqual([]);
      // What somebody else could have written is not used.
      chmodSync(folder ?? own, 0o777);
      expect(await compiledHeaders()).toBeNull();
    } finally {
      if (usual === undefined) delete process.env['TMPDIR'];
      else process.env['TMPDIR'] = usual;
      rmSync(own, { recursive: true });
    }
  }, 180_000);

  it('reaches no network, leaves nothing behind, and can be stopped', async () => {
    // Others may run something here at the same time.
    const [usual, own] = [process.env['TMPDIR'], mkdtempSync(join(tmpdir(), 'lernen-own-'))];
    chmodSync(own, 0o755);
    process.env['TMPDIR'] = own;
    const network =
      '#include <sys/socket.h>\n#include <netinet/in.h>\n#include <arpa/inet.h>\nint f(int port) { int s = socket(AF_INET, SOCK_STREAM, 0); sockaddr_in to{}; to.sin_family = AF_INET; to.sin_port = htons(port); inet_pton(AF_INET, "127.0.0.1", &to.sin_addr); return connect(s, (sockaddr*)&to, sizeof to); }';
    if (/without network/.test(confinement().inWords))
      expect(await verdict({ code: network, input: '22', expected: '-1' })).toBe('right | -1');
    const writes =
      '#include <fstream>\nint f(int a) { ofstream("left.txt") << a; ofstream("/etc/lernen-left") << a; return 1; }';
    expect(await verdict({ code: writes, input: '1', expected: '1' })).toBe('right | 1');
    if (confinement().user !== null) expect(existsSync('/etc/lernen-left')).toBeFalse();
    const made = preparedRun(
      { language: 'C++', code: 'int f(int a) { for (volatile int x = 0;; ) x = x + 1; }' },
      [{ id: 'one', input: '1', expected: '' }],
      usualCheckRules,
    );
    const [check] = 'checks' in made ? made.checks : [];
    if ('fault' in made || made.family !== 'cpp' || check?.fault !== null) throw new Error('not prepared');
    const stop = new AbortController();
    const started = performance.now();
    setTimeout(() => stop.abort(), 500);
    const seen: string[] = [];
    const job = { family: made.family, program: made.program, inputs: [check.input], limitMs: 30_000 };
    await runNative(job, (_, { outcome }) => seen.push(outcome), stop.signal);
    expect([seen, performance.now() - started < 15_000]).toEqual([[], true]);
    expect(readdirSync(own).filter((name) => name.startsWith('lernen-run-'))).toEqual([]);
    if (usual === undefined) delete process.env['TMPDIR'];
    else process.env['TMPDIR'] = usual;
    rmSync(own, { recursive: true });
  }, 120_000);
});

describe('other languages on the machine', () => {
  const sums: Readonly<Record<string, string>> = {
    C: '#include <stdio.h>\nint main(void) { long a, b; if (scanf("%ld %ld", &a, &b) == 2) printf("%ld\\n", a + b); return 0; }\n',
    Java: 'import java.util.*;\npublic class Main { public static void main(String[] a) { Scanner in = new Scanner(System.in); System.out.println(in.nextLong() + in.nextLong()); } }\n',
    Go: 'package main\nimport "fmt"\nfunc main() { var a, b int; fmt.Scan(&a, &b); fmt.Println(a + b) }\n',
    Rust: 'use std::io::*;\nfn main() { let mut s = String::new(); stdin().read_to_string(&mut s).unwrap(); println!("{}", s.split_whitespace().map(|x| x.parse::<i64>().unwrap()).sum::<i64>()); }\n',
    Ruby: 'puts STDIN.read.split.map(&:to_i).sum\n',
  };

  for (const [language, code] of Object.entries(sums))
    it(`run over standard input: ${language}`, async () => {
      needs(language);
      expect(await verdict({ language, code, input: '2 40', expected: '42', seconds: 20 })).toBe('right | 42');
    }, 120_000);

  it('are missing in words that say what to install', async () => {
    const missing = (await findToolchains()).filter(({ version }) => version === null);
    for (const { name, install } of missing.filter(({ name }) => name in sums)) {
      const run = checked({ language: name, code: sums[name] ?? '', input: '1 2' });
      await expectAsync(run).toBeRejectedWithError(new RegExp(`install ${install.replace(/\+/g, '\\+')}`));
    }
  }, 60_000);
});

/** The same three things in every language that calls functions and objects. */
interface Sample {
  /** The longest run of `oil` whose sum is at most `b`. */
  readonly longest: string;
  /** A shelf of so many places: put, and take the largest, −1 while it is empty. */
  readonly shelf: string;
  /** A grid of signs and a word, given back as rows and a map. */
  readonly shapes: string;
  /** Reads behind the end of a list, in its third line. */
  readonly crash: string;
  /** What does not compile, in its second line. */
  readonly broken: string;
  /** What never ends. */
  readonly endless: string;
}

const samples: Readonly<Record<string, Sample>> = {
  Java: {
    longest:
      'class Oil {\n  int longest(int[] oil, long b) {\n    int left = 0, best = 0; long total = 0;\n' +
      '    for (int right = 0; right < oil.length; right++) {\n      total += oil[right];\n' +
      '      while (total > b) total -= oil[left++];\n      best = Math.max(best, right - left + 1);\n    }\n    return best;\n  }\n}',
    shelf:
      'public class Shelf {\n  private final int size;\n  private final PriorityQueue<Integer> all = new PriorityQueue<>(Comparator.reverseOrder());\n' +
      '  public Shelf(int size) { this.size = size; }\n  public void put(int book) { if (all.size() < size) all.add(book); }\n' +
      '  public int take() { return all.isEmpty() ? -1 : all.poll(); }\n}',
    shapes:
      'List<Object> shapes(char[][] grid, String word, List<List<Integer>> rows, double half) {\n  Map<String, Integer> count = new TreeMap<>();\n' +
      '  for (char sign : word.toCharArray()) count.merge("" + sign, 1, Integer::sum);\n' +
      '  return List.of(new String(grid[1]), count, rows.get(1), half);\n}',
    crash: 'class A {\n  int f(int[] a) {\n    return a[a.length];\n  }\n}',
    broken: 'class A { int f(int a) {\n  return b;\n} }',
    endless: 'class A { int f(int a) { while (a > 0) a = a % 7 + 1; return a; } }',
  },
  Go: {
    longest:
      'func longest(oil []int, b int) int {\n\tleft, total, best := 0, 0, 0\n\tfor right, it := range oil {\n\t\ttotal += it\n' +
      '\t\tfor total > b { total -= oil[left]; left++ }\n\t\tif right-left+1 > best { best = right - left + 1 }\n\t}\n\treturn best\n}',
    shelf:
      'import "sort"\ntype Shelf struct { size int; all []int }\nfunc NewShelf(size int) *Shelf { return &Shelf{size: size} }\n' +
      'func (s *Shelf) Put(book int) { if len(s.all) < s.size { s.all = append(s.all, book); sort.Ints(s.all) } }\n' +
      'func (s *Shelf) Take() int { if len(s.all) == 0 { return -1 }; last := s.all[len(s.all)-1]; s.all = s.all[:len(s.all)-1]; return last }',
    shapes:
      'func shapes(grid [][]byte, word string, rows [][]int, half float64) []interface{} {\n\tcount := map[string]int{}\n' +
      '\tfor _, sign := range word { count[string(sign)]++ }\n\treturn []interface{}{grid[1], count, rows[1], half}\n}',
    crash: 'func f(a []int) int {\n\tat := len(a)\n\treturn a[at]\n}',
    broken: 'func f(a int) int {\n\treturn b\n}',
    endless: 'func f(a int) int {\n\tfor a > 0 {\n\t\ta = a%7 + 1\n\t}\n\treturn a\n}',
  },
  Rust: {
    longest:
      'fn longest(oil: &[i64], b: i64) -> usize {\n    let (mut left, mut total, mut best) = (0, 0, 0);\n    for right in 0..oil.len() {\n' +
      '        total += oil[right];\n        while total > b { total -= oil[left]; left += 1; }\n        best = best.max(right + 1 - left);\n    }\n    best\n}',
    shelf:
      'use std::collections::BinaryHeap;\nstruct Shelf { size: usize, all: BinaryHeap<i32> }\nimpl Shelf {\n' +
      '    fn new(size: usize) -> Self { Shelf { size, all: BinaryHeap::new() } }\n' +
      '    fn put(&mut self, book: i32) { if self.all.len() < self.size { self.all.push(book); } }\n' +
      '    fn take(&mut self) -> i32 { self.all.pop().unwrap_or(-1) }\n}',
    shapes:
      'use std::collections::BTreeMap;\nfn shapes(grid: Vec<Vec<char>>, word: &str, rows: Vec<Vec<i32>>, half: f64) -> (String, BTreeMap<char, i32>, Vec<i32>) {\n' +
      '    let mut count = BTreeMap::new();\n    for sign in word.chars() { *count.entry(sign).or_insert(0) += 1; }\n' +
      '    let _ = half;\n    (grid[1].iter().collect(), count, rows[1].clone())\n}',
    crash: 'fn f(a: Vec<i32>) -> i32 {\n    let at = a.len();\n    a[at]\n}',
    broken: 'fn f(a: i32) -> i32 {\n    b\n}',
    endless: 'fn f(mut a: i32) -> i32 {\n    while a > 0 { a = a % 7 + 1; }\n    a\n}',
  },
  'C#': {
    longest:
      'public class Oil {\n  public int longest(int[] oil, long b) {\n    int left = 0, best = 0; long total = 0;\n' +
      '    for (var right = 0; right < oil.Length; right++) {\n      total += oil[right];\n' +
      '      while (total > b) total -= oil[left++];\n      best = Math.Max(best, right - left + 1);\n    }\n    return best;\n  }\n}',
    shelf:
      'public class Shelf {\n  readonly int size; readonly List<int> all = new List<int>();\n  public Shelf(int size) { this.size = size; }\n' +
      '  public void Put(int book) { if (all.Count < size) { all.Add(book); all.Sort(); } }\n' +
      '  public int Take() { if (all.Count == 0) return -1; var last = all[all.Count - 1]; all.RemoveAt(all.Count - 1); return last; }\n}',
    shapes:
      'static object[] shapes(char[][] grid, string word, IList<IList<int>> rows, double half) {\n  var count = new SortedDictionary<char, int>();\n' +
      '  foreach (var sign in word) count[sign] = count.ContainsKey(sign) ? count[sign] + 1 : 1;\n' +
      '  return new object[] { new string(grid[1]), count, rows[1], half };\n}',
    crash: 'class A {\n  static int f(int[] a) {\n    return a[a.Length];\n  }\n}',
    broken: 'class A { static int f(int a) {\n  return b;\n} }',
    endless: 'class A { static int f(int a) { while (a > 0) a = a % 7 + 1; return a; } }',
  },
  Kotlin: {
    longest:
      'fun longest(oil: IntArray, b: Long): Int {\n    var left = 0\n    var best = 0\n    var total = 0L\n    for (right in oil.indices) {\n' +
      '        total += oil[right]\n        while (total > b) total -= oil[left++]\n        best = maxOf(best, right - left + 1)\n    }\n    return best\n}',
    shelf:
      'class Shelf(private val size: Int) {\n    private val all = java.util.PriorityQueue<Int>(reverseOrder<Int>())\n' +
      '    fun put(book: Int) { if (all.size < size) all.add(book) }\n    fun take(): Int = all.poll() ?: -1\n}',
    shapes:
      'fun shapes(grid: Array<CharArray>, word: String, rows: List<List<Int>>, half: Double): List<Any> {\n' +
      '    return listOf(String(grid[1]), word.groupBy { it }.mapValues { it.value.size }.toSortedMap(), rows[1], half)\n}',
    crash: 'fun f(a: IntArray): Int {\n    val at = a.size\n    return a[at]\n}',
    broken: 'fun f(a: Int): Int {\n    return b\n}',
    endless: 'fun f(a: Int): Int {\n    var at = a\n    while (at > 0) at = at % 7 + 1\n    return at\n}',
  },
  Ruby: {
    longest:
      'def longest(oil, b)\n  left = total = best = 0\n  oil.each_with_index do |it, right|\n    total += it\n' +
      '    while total > b\n      total -= oil[left]\n      left += 1\n    end\n    best = [best, right - left + 1].max\n  end\n  best\nend',
    shelf:
      'class Shelf\n  def initialize(size)\n    @size, @all = size, []\n  end\n  def put(book)\n    @all << book if @all.size < @size\n    nil\n  end\n' +
      '  def take\n    return -1 if @all.empty?\n    @all.delete_at(@all.index(@all.max))\n  end\nend',
    shapes: 'def shapes(grid, word, rows, half)\n  [grid[1], word.chars.tally, rows[1], half]\nend',
    crash: 'def f(a)\n  at = a.size\n  a.fetch(at)\nend',
    broken: 'def f(a)\n  a +* 1 )\nend',
    endless: 'def f(a)\n  a = a % 7 + 1 while a > 0\n  a\nend',
  },
};

describe('JavaScript by Node', () => {
  it('gives what it gives elsewhere, with the memory that it took, and stays within its limits', async () => {
    const told = async (code: string, limitMs = 10_000): Promise<Ran | undefined> => {
      const made = preparedRun(
        { language: 'TypeScript', code },
        [{ id: 'one', input: '9007199254740993', expected: '' }],
        usualCheckRules,
      );
      const [check] = 'checks' in made ? made.checks : [];
      if ('fault' in made || check?.fault !== null) throw new Error('not prepared');
      const all: Ran[] = [];
      const job = { family: 'javascript', program: made.program, inputs: [check.input], limitMs } as const;
      await runNative(job, (_, ran) => void all.push(ran), new AbortController().signal);
      return all[0];
    };
    const filled = await told(
      'function f(a: bigint) { console.log("ran"); return [a + 1n, new Array(10_000_000).fill(0).length]; }',
    );
    expect(filled).toEqual(
      jasmine.objectContaining({ outcome: 'answered', value: [9007199254740994n, 10_000_000], printed: 'ran\n' }),
    );
    const [most, least] = [filled, await told('function f(a: bigint) { return 1; }')].map((ran) =>
      ran?.outcome === 'answered' ? (ran.bytes ?? 0) : 0,
    );
    expect((most ?? 0) - (least ?? 0)).toBeGreaterThan(70e6);
    expect(await told('function f(a: bigint) { throw new Error("no"); }')).toEqual(
      jasmine.objectContaining({ outcome: 'crashed', message: 'Error: no' }),
    );
    expect((await told('function f(a: bigint) { for (;;); }', 1000))?.outcome).toBe('too-slow');
    const network = 'function f(a: bigint) { return typeof require === "function" ? require("node:net") : 1; }';
    expect((await told(network))?.outcome).toBe('crashed');
  }, 60_000);
});

describe('functions and objects in the languages of the machine', () => {
  for (const [language, { longest, shelf, shapes, crash, broken, endless }] of Object.entries(samples)) {
    it(`are called in ${language}, with arguments of their types`, async () => {
      needs(language);
      const asked = { language, seconds: 20 };
      const input = 'oil = [3, 1, 2, 5, 1, 1, 1], b = 5';
      expect(await verdict({ ...asked, code: longest, input, expected: '3' })).toBe('right | 3');
      const calls = 'Shelf(2) take() put(3) put(5) put(9) take() take()';
      expect(
        await verdict({ ...asked, code: shelf, input: calls, expected: '[null, -1, null, null, null, 5, 3]' }),
      ).toBe('right | [null, -1, null, null, null, 5, 3]');
      const several = '["#.", ".#"]\n"abca"\n[[1, 2], [3]]\n0.5';
      const { actual } = (await checked({ ...asked, code: shapes, input: several })) as CheckResult;
      expect(actual).toMatch(/^\[".#", \{"a": 2, "b": 1, "c": 1\}, \[3\](?:, 0\.5)?\]$/);
    }, 360_000);

    it(`crash and do not compile in ${language} with a line, and are ended where they do not end`, async () => {
      needs(language);
      const crashed = (await checked({ language, code: crash, input: '[1, 2]', seconds: 20 })) as CheckResult;
      expect(crashed.verdict).toBe('crashed');
      expect(crashed.message).toMatch(/index|out of|bounds/i);
      // The compiler of C# that Debian has tells no lines at run time.
      if (language !== 'C#') expect(crashed.line).toBe(3);
      const wrong = (await checked({ language, code: broken, input: '1', seconds: 20 })) as CheckResult;
      expect([wrong.verdict, wrong.line]).toEqual(['did-not-compile', 2]);
      const late = (await checked({ language, code: endless, input: '3', seconds: 2 })) as CheckResult;
      expect(late.verdict).toBe('too-slow');
    }, 360_000);
  }
});
