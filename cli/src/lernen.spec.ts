import { spawnSync } from 'node:child_process';
import { mkdtemp, readFile, readdir, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { runLernen } from './lernen';

const asOf = '2026-11-24T18:00:00Z';

async function lernen(args: readonly string[], input = ''): Promise<{ code: number; out: string; err: string }> {
  let [out, err] = ['', ''];
  const code = await runLernen(args, {
    out: (text) => (out += text),
    error: (text) => (err += text),
    input: () => Promise.resolve(input),
    lines: async function* () {
      for (const line of input.split('\n')) yield await Promise.resolve(line);
    },
    zone: 'UTC',
    now: () => asOf,
    ended: new AbortController().signal,
  });
  return { code, out, err };
}

/** The answers to these lines of standard input. */
async function answers(args: readonly string[], lines: readonly string[]): Promise<Record<string, unknown>[]> {
  const { code, out, err } = await lernen([...args, '--lines'], lines.join('\n'));
  expect([code, err]).toEqual([0, '']);
  return out
    .trimEnd()
    .split('\n')
    .map((line) => JSON.parse(line) as Record<string, unknown>);
}

describe('lernen on the command line', () => {
  let folder = '';
  let file = '';

  beforeAll(async () => {
    folder = await mkdtemp(join(tmpdir(), 'lernen-cli-'));
    file = join(folder, 'demo.json');
    const { out, err } = await lernen(['demo', '--as-of', asOf]);
    expect(err).toBe('');
    await writeFile(file, out);
  });

  afterAll(() => rm(folder, { recursive: true, force: true }));

  it('checks an archive from a file and from standard input', async () => {
    expect((await lernen(['check', file])).out).toMatch(/^sound: 66 problems/);
    const damaged = (await readFile(file, 'utf8')).replace('"difficulty":"hard"', '"difficulty":"grim"');
    const { code, out, err } = await lernen(['check', '-'], damaged);
    expect([code, out]).toEqual([1, '']);
    expect(err).toMatch(/^problems\[\d+\]\.difficulty: .+\nlernen: This archive is damaged in one place/);
  });

  it('reads a quick line, and fails on one that it cannot read', async () => {
    const good = await lernen(['quick', 'Gull Census #heap 31m', '--json', '--as-of', asOf]);
    expect(JSON.parse(good.out).draft).toEqual(
      jasmine.objectContaining({ title: 'Gull Census', techniques: ['heap'], minutes: 31 }),
    );
    const bad = await lernen(['quick', 'Gull 31s']);
    expect([bad.code, bad.out.includes('not understood: 31s')]).toEqual([1, true]);
  });

  it('plans as JSON with readiness and days', async () => {
    const plan = JSON.parse((await lernen(['plan', file, '--as-of', asOf, '--json'])).out);
    expect(plan.readiness).toHaveSize(3);
    expect(Object.keys(plan.readiness[0])).toEqual(
      jasmine.arrayContaining(['interviewId', 'now', 'ifKept', 'ifDropped']),
    );
    expect(plan.days[0]).toEqual(jasmine.objectContaining({ date: '2026-11-24', budget: 45 }));
    expect(plan.days[0].minutes).toBeLessThanOrEqual(1.12 * 45);
    expect(Object.keys(plan.days[0].items[0])).toEqual(
      jasmine.arrayContaining(['problemId', 'technique', 'kind', 'minutes', 'reasons']),
    );
  });

  it('gives strengths as JSON, weakest first, each with its range', async () => {
    const {
      techniques,
      mixUps,
      asOf: at,
    } = JSON.parse((await lernen(['techniques', file, '--as-of', asOf, '--json'])).out);
    const points = techniques.map((it: { strength: { point: number } }) => it.strength.point);
    expect(at).toBe(asOf);
    expect(points).toEqual([...points].sort((a, b) => a - b));
    for (const { strength } of techniques) {
      expect(strength.low).toBeLessThan(strength.point);
      expect(strength.high).toBeGreaterThan(strength.point);
    }
    expect(mixUps[0].count).toBeGreaterThan(0);
  });

  it('lists techniques and converts to CSV', async () => {
    expect((await lernen(['techniques', file, '--as-of', asOf])).out).toMatch(/Stack +\d+ % \(\d+ % to \d+ %\)/);
    expect((await lernen(['convert', file, '--to', 'csv'])).out.split('\r\n')[0]).toMatch(
      /^id,problem id,problem,date/,
    );
    expect((await lernen(['convert', file, '--to', 'stone'])).code).toBe(1);
    expect(await lernen(['check', join(folder, 'none.json')])).toEqual({
      code: 1,
      out: '',
      err: jasmine.stringContaining('ENOENT'),
    });
  });

  it('reads a cost: normal form, why, relation, and what it comes to at the bounds', async () => {
    const bounds = ['--bounds', 'n<=2e5,q<=1e5', '--limit', '2s', '--memory', '256MB'];
    const { code, out } = await lernen(['cost', 'O(3n log n + m)', '--compare', 'n^2', '--assume', 'm<=n', '--json']);
    expect([code, JSON.parse(out).normal, JSON.parse(out).relation]).toEqual([0, 'O(n·log n)', 'smaller']);
    expect(JSON.parse(out).steps.map((step: { why: string }) => step.why)).toEqual([
      '3·n·log n is n·log n: a constant factor does not count',
      'm is dominated by n·log n',
    ]);
    const large = JSON.parse((await lernen(['cost', '19*2*20*20', '--json'])).out);
    expect([large.normal, large.constant]).toEqual(['O(1)', 15_200]);
    const { at } = JSON.parse((await lernen(['cost', 'n^2', ...bounds, '--json'])).out);
    expect([at.steps.value, at.fits, at.memory.fits]).toEqual([4e10, 'over', 'over']);
    expect(at.classes.find((it: { cost: string }) => it.cost === 'n·q')).toEqual({
      cost: 'n·q',
      fits: 'over',
      largest: 2000,
    });
    expect((await lernen(['cost', '2^n', ...bounds])).out).toContain('steps of 2·10⁸: over');
  });

  it('says what a text limits, with every digit, and what of it is not read', async () => {
    const text = '1 ≤ n ≤ 2^63 - 1\nn is lucky';
    const { code, out } = await lernen(['bounds', text, '--json']);
    expect(code).toBe(0);
    expect(out).toContain('"high": 9223372036854775807');
    expect(JSON.parse(out)).toEqual([
      jasmine.objectContaining({ text: '1 ≤ n ≤ 2^63 - 1', kind: 'size', name: 'n', low: 1, from: 0, to: 16 }),
      { text: 'n is lucky', kind: 'unread', name: null, low: null, high: null, from: 17, to: 27 },
    ]);
    expect((await lernen(['bounds', text])).out).toContain('17-27  not read: n is lucky');
    expect((await lernen(['bounds', '-'], '2 s')).out).toContain('time limit 2 s');
    expect((await lernen(['bounds'])).code).toBe(1);
  });

  it('says what there is to say of a sheet, and which advice was put aside how often', async () => {
    const demo = (await lernen(['demo'])).out;
    const { problems } = JSON.parse(
      (await lernen(['advise', '-', '--problem', 'driftwood rafts', '--json'], demo)).out,
    );
    expect(problems.map(({ title }: { title: string }) => title)).toEqual(['Driftwood Rafts']);
    const advice = problems[0].approaches.flatMap((it: { advice: { rule: string }[] }) => it.advice);
    expect(advice.map(({ rule }: { rule: string }) => rule)).toContain('time-forgets-sort');
    const archive = JSON.parse(demo);
    const approach = archive.entries.find((it: { kind: string; idea?: string }) => it.kind === 'approach');
    const choices = archive.entries.find((it: { kind: string }) => it.kind === 'cue-choices');
    choices.dismissed = [`space-forgets@${approach.id}`, 'quadratic:n'];
    const { putAside } = JSON.parse((await lernen(['advise', '-', '--json'], JSON.stringify(archive))).out);
    expect(putAside).toContain({ rule: 'space-forgets', count: 1 });
    expect((await lernen(['advise', '-', '--problem', 'No Such Rock'], demo)).err).toContain('No problem is called');
  });

  it('fails on a cost, a bound or a limit that it cannot read, and says where', async () => {
    const errors = await Promise.all([
      lernen(['cost', 'n log )', '--json']),
      lernen(['cost', 'n', '--bounds', 'plenty of n']),
      lernen(['cost', 'n*z', '--bounds', 'n<=5']),
      lernen(['cost', 'n', '--bounds', 'n<=5', '--limit', 'soon']),
    ]);
    expect(errors.map(({ code, out }) => [code, out])).toEqual(errors.map(() => [1, '']));
    expect(errors[0].err).toContain('at position 7: expected a variable');
    expect(errors[1].err).toContain('“plenty of n” is no bound');
    expect(errors[2].err).toContain('no size for z');
    expect(errors[3].err).toContain('“soon” is no time limit');
  });

  it('answers many lines in one process, those that cannot be read with an error', async () => {
    const costs = [
      '["O(3n log n + m)","--compare","n^2","--assume","m<=n"]',
      '["n log )"]',
      'n^2',
      '["n","--pace","1"]',
    ];
    const [good, unread, noList, unknown] = await answers(['cost'], costs);
    expect(good).toEqual(jasmine.objectContaining({ normal: 'O(n·log n)', relation: 'smaller' }));
    expect(unread).toEqual({ error: jasmine.objectContaining({ code: 'cost', at: 6 }) });
    expect(noList).toEqual({ error: jasmine.objectContaining({ code: 'arguments' }) });
    expect(unknown).toEqual({ error: jasmine.objectContaining({ code: 'arguments' }) });
    const many = Array.from({ length: 2000 }, (_, index) => `Gull Census ${index} #heap ${(index % 90) + 1}m`);
    const readings = await answers(['quick'], many);
    expect(readings.map((it) => (it['draft'] as { minutes: number }).minutes)).toEqual(
      many.map((_, index) => (index % 90) + 1),
    );
  });

  it('says what is missing or unknown among its arguments', async () => {
    expect(await lernen(['quick'])).toEqual({ code: 1, out: '', err: 'lernen: The line is missing.\n' });
    expect(await lernen(['fly'])).toEqual({ code: 1, out: '', err: jasmine.stringContaining("unknown command 'fly'") });
    expect((await lernen(['quick', 'Gull', '--as-of', 'soon'])).err).toContain('Write an instant such as');
    const { code, out } = await lernen(['--help']);
    expect([code, out.includes('Usage: lernen')]).toEqual([0, true]);
  });

  it('runs as a program, with standard input and an exit code', () => {
    const script = fileURLToPath(new URL('../../scripts/lernen.mjs', import.meta.url));
    const { status, stdout, stderr } = spawnSync(process.execPath, [script, 'check', '-'], {
      input: '{',
      encoding: 'utf8',
    });
    expect([status, stdout]).toEqual([1, '']);
    expect(stderr).toContain('lernen: This file is not JSON, or is cut off.');
  }, 60_000);

  it('tells what is kept for later, list by list, with what is done', async () => {
    const { out } = await lernen(['lists', file]);
    expect(out).toMatch(
      /^Tidewater Course, week 9 until \d{4}-\d\d-\d\d: 2 of 5 solved\n {2}\[x\] Lowest Lamp Stack\n/,
    );
    expect(out).toContain('  [~] Lamp Window Peak\n  [ ] Rope Splice Ledger\n');
    const report = JSON.parse((await lernen(['lists', file, '--json'])).out);
    expect(report.lists.map((list: { title: string }) => list.title)).toEqual([
      'Tidewater Course, week 9',
      'Before Otterbridge',
    ]);
    expect(report.unlisted).toEqual([]);
    const tables = join(folder, 'a folder', 'that is new');
    expect((await lernen(['convert', file, '--to', 'csv', '--out', tables])).code).toBe(0);
    const [heading, first] = (await readFile(join(tables, 'lists.csv'), 'utf8')).split('\r\n');
    expect(heading).toBe('list,until,place,problem id,title,difficulty,techniques,link,state,list id,list created');
    expect(first).toMatch(/^"Tidewater Course, week 9",\d{4}-\d\d-\d\d,1,[0-9a-f-]{36},Lowest Lamp Stack,/);
  });

  it('writes sheets as Markdown and makes the same archive of them again', async () => {
    const sheets = join(folder, 'sheets');
    expect(await lernen(['convert', file, '--to', 'markdown', '--out', sheets])).toEqual({ code: 0, out: '', err: '' });
    const names = await readdir(sheets);
    expect(names).toHaveSize(68);
    const { out } = await lernen(['convert', sheets, '--to', 'archive', '--as-of', asOf]);
    const written = join(folder, 'made again');
    const inFolder = ['convert', sheets, '--to', 'archive', '--as-of', asOf, '--out', written];
    expect(await lernen(inFolder)).toEqual({ code: 0, out: '', err: '' });
    expect(JSON.parse(await readFile(join(written, 'lernen.json'), 'utf8'))).toEqual(JSON.parse(out));
    const [again, before] = [JSON.parse(out), JSON.parse(await readFile(file, 'utf8'))];
    const sorted = (records: { id: string }[]): unknown => [...records].sort((a, b) => (a.id < b.id ? -1 : 1));
    expect(sorted(again.problems)).toEqual(sorted(before.problems));
    expect(sorted(again.entries)).toEqual(sorted(before.entries));
    expect(sorted(again.lists)).toEqual(sorted(before.lists));
    const damaged = join(sheets, names[0] ?? '');
    await writeFile(damaged, (await readFile(damaged, 'utf8')).replace('format: lernen-sheet', 'format: tale'));
    const { code, err } = await lernen(['convert', sheets, '--to', 'archive']);
    expect([code, err]).toEqual([
      1,
      `lernen: ${damaged}: Cannot read this file at line 2: expected format: lernen-sheet.\n`,
    ]);
    expect((await lernen(['convert', file, '--to', 'markdown'])).err).toContain('--out FOLDER');
  });
});
