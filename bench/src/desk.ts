// How long code takes to run: from the key to the verdict, the first load of Python, C++ over the server, many large checks,
// and the browser against Node and CPython. `npm run bench:desk`.
import { chmod, mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Ran, type Runnable, preparedRun, usualCheckRules, valueJson } from '@lernen/core/run';
import { compileHeaders, runOnMachine } from '@lernen/native';
import { type Browser, type Page, chromium as browserType } from 'playwright';
import { chromium, startTestServer } from '../../e2e/server';

const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0;
const line = (what: string, value: string, goal = ''): void =>
  void process.stdout.write(`${what.padEnd(58)} ${value.padStart(12)} ${goal}\n`);
const ms = (value: number): string => (value < 10 ? `${value.toFixed(2)} ms` : `${Math.round(value)} ms`);

/** A program in both languages of the browser, with an input that keeps it busy. */
interface Program {
  readonly name: string;
  readonly input: string;
  readonly python: string;
  readonly javascript: string;
}

const numbers = (count: number, most: number): string =>
  `[${Array.from({ length: count }, (_, index) => (index * 7919 + 13) % most).join(', ')}]`;

const programs: readonly Program[] = [
  {
    name: 'loop of sums',
    input: '3000000',
    python: 'def f(n):\n    s = 0\n    for i in range(n):\n        s = (s + i * i) % 1000003\n    return s\n',
    javascript: 'function f(n) { let s = 0; for (let i = 0; i < n; i++) s = (s + i * i) % 1000003; return s; }',
  },
  {
    name: 'sort and scan of 200 000',
    input: numbers(200_000, 1_000_003),
    python: 'def f(a):\n    a = sorted(a)\n    return max(y - x for x, y in zip(a, a[1:]))\n',
    javascript:
      'function f(a) { a.sort((x, y) => x - y); let m = 0; for (let i = 1; i < a.length; i++) m = Math.max(m, a[i] - a[i - 1]); return m; }',
  },
  {
    name: 'counts in a map',
    input: numbers(200_000, 5003),
    python: 'def f(a):\n    c = {}\n    for x in a:\n        c[x] = c.get(x, 0) + 1\n    return max(c.values())\n',
    javascript:
      'function f(a) { const c = new Map(); for (const x of a) c.set(x, (c.get(x) ?? 0) + 1); return Math.max(...c.values()); }',
  },
  {
    name: 'grid of a knapsack',
    input: '400',
    python:
      'def f(n):\n    d = [0] * (n * 4)\n    for i in range(1, n):\n        for w in range(len(d) - 1, i - 1, -1):\n            d[w] = max(d[w], d[w - i] + i % 17)\n    return d[-1]\n',
    javascript:
      'function f(n) { const d = new Array(n * 4).fill(0); for (let i = 1; i < n; i++) for (let w = d.length - 1; w >= i; w--) d[w] = Math.max(d[w], d[w - i] + (i % 17)); return d.at(-1); }',
  },
  {
    name: 'recursion',
    input: '25',
    python: 'def f(n):\n    return n if n < 2 else f(n - 1) + f(n - 2)\n',
    javascript: 'function f(n) { return n < 2 ? n : f(n - 1) + f(n - 2); }',
  },
];

function prepared(language: string, code: string, inputs: readonly string[]): Runnable & { readonly asked: unknown[] } {
  const examples = inputs.map((input, index) => ({ id: String(index), input, expected: '' }));
  const made = preparedRun({ language, code }, examples, usualCheckRules);
  if ('fault' in made) throw new Error(made.fault);
  const asked = made.checks.flatMap((check) => (check.fault === null ? [check.input] : []));
  return { family: made.family, program: made.program, asked };
}

/** Puts the runner page into the page, as the application does, and leaves `benchRun` on the window. */
async function connect(page: Page): Promise<void> {
  await page.evaluate(async () => {
    const frame = document.createElement('iframe');
    frame.setAttribute('sandbox', 'allow-scripts');
    frame.allow = 'cross-origin-isolated';
    frame.hidden = true;
    const port = await new Promise<MessagePort>((resolve) => {
      frame.addEventListener('load', () => {
        const { port1, port2 } = new MessageChannel();
        port1.onmessage = () => resolve(port1);
        frame.contentWindow?.postMessage('connect', '*', [port2]);
      });
      frame.src = '/runner/page.html';
      document.body.append(frame);
    });
    let id = 1_000_000;
    Object.assign(window, {
      benchRun: (machine: string, program: string, inputs: unknown[]) =>
        new Promise((resolve, reject) => {
          const mine = ++id;
          const started = performance.now();
          const all: unknown[] = [];
          port.onmessage = ({ data }: MessageEvent<{ id: number; tell: string; ran: unknown; message: string }>) => {
            if (data.id !== mine) return;
            if (data.tell === 'ran') all.push(data.ran);
            if (data.tell === 'failed') reject(new Error(data.message));
            if (data.tell === 'done') resolve({ ran: all, ms: performance.now() - started });
          };
          port.postMessage({ ask: 'run', id: mine, machine, program, inputs, limitMs: 60_000 });
        }),
    });
  });
}

interface Timed {
  readonly ran: readonly Ran[];
  readonly ms: number;
}

function inBrowser(page: Page, { family, program, asked }: ReturnType<typeof prepared>): Promise<Timed> {
  const machine = family === 'python' ? 'python' : 'script';
  return page.evaluate(
    ([name, text, inputs]) =>
      (
        window as unknown as { benchRun: (machine: string, program: string, inputs: unknown[]) => Promise<Timed> }
      ).benchRun(name, text, inputs),
    [machine, program.text, asked] as const,
  );
}

const small = {
  python: 'def f(a):\n    return sum(a)\n',
  javascript: 'const f = (a) => a.reduce((s, x) => s + x, 0);',
};

async function smallChecks(page: Page): Promise<void> {
  const python = prepared('python', small.python, ['[1, 2, 3]']);
  const first = await inBrowser(page, python);
  line('Python, first load to the first verdict', ms(first.ms), 'goal under 6000 ms');
  const script = prepared('javascript', small.javascript, ['[1, 2, 3]']);
  await inBrowser(page, script);
  for (const [name, job, goal] of [
    ['JavaScript', script, 50],
    ['Python', python, 100],
  ] as const) {
    const times: number[] = [];
    for (let round = 0; round < 15; round++) times.push((await inBrowser(page, job)).ms);
    line(`${name}, one small check when warm, median of 15`, ms(median(times)), `goal under ${goal} ms`);
  }
}

async function manyLarge(page: Page): Promise<void> {
  const inputs = Array.from({ length: 100 }, () => numbers(100_000, 1_000_003));
  for (const language of ['javascript', 'python'] as const) {
    const { ms: time, ran } = await inBrowser(page, prepared(language, small[language], inputs));
    line(`${language}, 100 checks of 100 000 numbers (${ran.length} answered)`, ms(time));
  }
}

async function againstMachine(page: Page): Promise<void> {
  for (const program of programs)
    for (const [language, other] of [
      ['javascript', 'Node'],
      ['python', 'CPython'],
    ] as const) {
      const job = prepared(language, program[language], [program.input]);
      const [browser, machine]: [number[], number[]] = [[], []];
      for (let round = 0; round < 3; round++) {
        browser.push((await inBrowser(page, job)).ran[0]?.ms ?? NaN);
        machine.push((await runOnMachine(job, job.asked[0] as never, 60)).ms);
      }
      const ratio = median(browser) / median(machine);
      line(
        `${program.name}: browser ÷ ${other}`,
        `${ratio.toFixed(2)} ×`,
        `${ms(median(browser))} ÷ ${ms(median(machine))}`,
      );
    }
}

async function native(page: Page): Promise<void> {
  const job = prepared('C++', `int f(vector<int> a) { return accumulate(a.begin(), a.end(), 0); } // ${Date.now()}`, [
    '[1, 2, 3]',
  ]);
  const body = valueJson({ family: job.family, program: job.program, inputs: job.asked, limitMs: 5000 } as never);
  const ask = (): Promise<{ readonly ms: number; readonly text: string }> =>
    page.evaluate(async (text) => {
      const headers = { 'Content-Type': 'application/json' };
      const started = performance.now();
      const response = await fetch('/api/native/run', { method: 'POST', headers, body: text });
      const told = await response.text();
      return { ms: performance.now() - started, text: told };
    }, body);
  await page.evaluate(() =>
    fetch('/api/native', { method: 'PUT', headers: { 'Content-Type': 'application/json' }, body: '{"isOn":true}' }),
  );
  const first = await ask();
  if (!/answered/.test(first.text)) {
    line('C++ over the server', 'not there', first.text.trim());
    return;
  }
  const times: number[] = [];
  for (let round = 0; round < 9; round++) times.push((await ask()).ms);
  line('C++ over the server, compiled before, median of 9', ms(median(times)));
  line('C++ over the server, compiling with it', ms(first.ms));
}

/** The same program, with the headers of C++ as they come and as they are kept, in a folder that has neither before. */
async function headers(): Promise<void> {
  const folder = await mkdtemp(join(tmpdir(), 'lernen-bench-'));
  await chmod(folder, 0o711);
  const usual = process.env['TMPDIR'];
  process.env['TMPDIR'] = folder;
  try {
    const compiled = async (name: string): Promise<number> => {
      const job = prepared('C++', `int ${name}(map<int, int> a) { return a.begin()->second; }`, ['{"1": 2}']);
      const started = performance.now();
      await runOnMachine(job, job.asked[0] as never, 60);
      return performance.now() - started;
    };
    const plain = await compiled('plain');
    const started = performance.now();
    await compileHeaders(new AbortController().signal);
    const making = performance.now() - started;
    line('C++, compiled and run, headers as they come', ms(plain));
    line('C++, compiled and run, headers compiled before', ms(await compiled('kept')), `made in ${ms(making)}`);
  } catch (error) {
    line('C++ with compiled headers', 'not there', String(error).slice(0, 60));
  } finally {
    if (usual === undefined) delete process.env['TMPDIR'];
    else process.env['TMPDIR'] = usual;
    await rm(folder, { recursive: true, force: true });
  }
}

let browser: Browser | null = null;
const server = await startTestServer();
try {
  browser = await browserType.launch(chromium);
  const page = await browser.newPage();
  // The runner that strips the types names functions by a helper, which the page does not have.
  await page.addInitScript('globalThis.__name = (it) => it');
  await page.goto(`${server.address}/setup?key=${server.key}`);
  await connect(page);
  await smallChecks(page);
  await native(page);
  await headers();
  await manyLarge(page);
  await againstMachine(page);
} finally {
  await browser?.close();
  await server.discard();
}
