import { mkdir, mkdtemp, readFile, readdir, rm, stat, symlink, utimes, writeFile } from 'node:fs/promises';
import { request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { archiveFrom, formatArchive } from '@lernen/core/archive';
import { ProblemSchema, defaultSettings, noRecords } from '@lernen/core/model';
import { pino } from 'pino';
import { BackupFolder, backupDaysKept, backupsKept, minGapMinutes } from './backup-folder';
import { BusyPortError, MissingBuildError } from './errors';
import { installKey } from './install-key';
import { type RunningServer, startServer } from './server';

const archive = formatArchive(
  archiveFrom(
    { ...noRecords, settings: { ...defaultSettings, revision: '019e0000-0000-7000-8000-000000000000' } },
    '2026-11-24T18:00:00.000Z',
  ),
);
const problem = ProblemSchema.parse({
  id: '019e0000-0000-7000-8000-000000000001',
  revision: '019e0000-0000-7000-8000-000000000001',
  title: 'Tide Gauge Gaps',
  createdAt: '2026-11-01T10:00:00.000Z',
});
const full = formatArchive(archiveFrom({ ...noRecords, problems: [problem] }, '2026-11-24T18:00:00.000Z'));
const copy = '019e0000-0000-7000-8000-00000000000a';
const otherCopy = '019e0000-0000-7000-8000-00000000000b';
const key = 'k'.repeat(43);
const logger = pino({ level: 'silent' });

interface Answer {
  readonly status: number;
  readonly headers: Readonly<Record<string, string | string[] | undefined>>;
  readonly body: string;
}

describe('the server', () => {
  let folder = '';
  let running: RunningServer;
  let port = 0;

  /** As a page of this installation asks, unless the headers say otherwise. */
  const ask = (path: string, headers: Record<string, string> = {}, method = 'GET', body = ''): Promise<Answer> =>
    new Promise((resolve, reject) => {
      const all = { Cookie: `lernen-${port}=${key}`, ...headers };
      const sent = request({ host: '127.0.0.1', port, path, method, headers: all }, (response) => {
        const chunks: Buffer[] = [];
        response.on('data', (chunk: Buffer) => chunks.push(chunk));
        response.on('end', () =>
          resolve({
            status: response.statusCode ?? 0,
            headers: response.headers,
            body: Buffer.concat(chunks).toString(),
          }),
        );
      });
      sent.on('error', reject);
      sent.end(body);
    });
  const post = (body: string, headers: Record<string, string> = {}): Promise<Answer> =>
    ask(`/api/backups/${copy}`, { 'Content-Type': 'application/json', ...headers }, 'POST', body);

  beforeAll(async () => {
    folder = await mkdtemp(join(tmpdir(), 'lernen-server-'));
    await mkdir(join(folder, 'app'));
    await writeFile(join(folder, 'app/index.html'), '<app-root ngCspNonce="NONCE_OF_THIS_RESPONSE"></app-root>');
    await writeFile(join(folder, 'app/main-ABCDEFGH.js'), 'plain');
    await writeFile(join(folder, 'app/main-ABCDEFGH.js.br'), 'squeezed');
    await writeFile(join(folder, 'app/chunk-a_B-c1Dz.js'), 'part');
    await mkdir(join(folder, 'app/runner'));
    await writeFile(join(folder, 'app/runner/page.html'), '<script src="page.js"></script>');
    running = await startServer({
      port: 0,
      appFolder: join(folder, 'app'),
      backupFolder: join(folder, 'backups'),
      nativeSwitch: join(folder, 'native'),
      key,
      logger,
    });
    port = Number(new URL(running.address).port);
  });

  afterAll(async () => {
    await running.server.close();
    await rm(folder, { recursive: true, force: true });
  });

  it('sends the page on every route, each time under a new nonce and a strict policy', async () => {
    const [first, second] = [await ask('/problems/abc?demo'), await ask('/')];
    const policy = String(first.headers['content-security-policy']);
    const nonce = /'nonce-([^']+)'/.exec(policy)?.[1] ?? '';
    expect(first.body).toContain(`ngCspNonce="${nonce}"`);
    expect(second.headers['content-security-policy']).not.toBe(policy);
    expect(policy).toContain("default-src 'none'");
    expect(policy).not.toContain('unsafe');
    expect(policy).toContain("require-trusted-types-for 'script'");
    expect(first.headers['x-content-type-options']).toBe('nosniff');
  });

  it('sends hashed files compressed and to be kept', async () => {
    const file = await ask('/main-ABCDEFGH.js', { 'Accept-Encoding': 'br' });
    expect([file.body, file.headers['content-encoding'], file.headers['cache-control']]).toEqual([
      'squeezed',
      'br',
      'public, max-age=31536000, immutable',
    ]);
    expect((await ask('/main-ABCDEFGH.js')).body).toBe('plain');
    expect((await ask('/chunk-a_B-c1Dz.js')).headers['cache-control']).toContain('immutable');
    expect((await ask('/missing-ABCDEFGH.js')).status).toBe(404);
    expect((await ask('/../server.ts')).status).toBeGreaterThanOrEqual(400);
  });

  it('refuses other hosts and other sites, but lets a link lead here', async () => {
    expect((await ask('/api/backups', { Host: 'tide.example' })).status).toBe(421);
    expect((await ask('/api/backups', { Origin: 'http://tide.example' })).status).toBe(403);
    expect((await ask('/api/backups', { Origin: `http://127.0.0.1:${port}` })).status).toBe(200);
    const foreign = { 'Sec-Fetch-Site': 'cross-site', 'Sec-Fetch-Mode': 'no-cors', 'Sec-Fetch-Dest': 'image' };
    expect((await ask('/api/backups', foreign)).status).toBe(403);
    expect((await ask('/main-ABCDEFGH.js', foreign)).status).toBe(403);
    const link = { 'Sec-Fetch-Site': 'cross-site', 'Sec-Fetch-Mode': 'navigate', 'Sec-Fetch-Dest': 'document' };
    expect((await ask('/today', link)).status).toBe(200);
  });

  it('gives the runner page an origin of its own, from which nothing but what lies beside it can be read', async () => {
    const page = await ask('/runner/page.html', { Origin: 'null', 'Sec-Fetch-Site': 'cross-site', Cookie: '' });
    expect(page.status).toBe(200);
    const policy = String(page.headers['content-security-policy']);
    expect(policy).toContain('sandbox allow-scripts;');
    expect(policy).toContain(`connect-src http://127.0.0.1:${port}/runner/;`);
    expect(policy).toContain(`frame-ancestors http://127.0.0.1:${port}`);
    expect(policy).not.toContain('unsafe-eval;');
    expect(page.headers['access-control-allow-origin']).toBe('null');
    for (const path of ['/api/backups', '/main-ABCDEFGH.js', '/'])
      expect((await ask(path, { Origin: 'null', 'Sec-Fetch-Site': 'cross-site' })).status)
        .withContext(path)
        .toBe(403);
    expect((await ask('/runner/page.html', { Origin: 'https://example.org' })).status).toBe(403);
    expect((await ask('/runner/page.html', { Host: 'example.org', Origin: 'null' })).status).toBe(421);
    expect((await ask('/runner/../main-ABCDEFGH.js', { Origin: 'null', 'Sec-Fetch-Site': 'cross-site' })).status).toBe(
      403,
    );
    expect((await ask('/runner/', { Origin: 'null' }, 'POST')).status).toBe(403);
  });

  it('does not let other sites use up what the app may ask', async () => {
    for (let count = 0; count < 700; count++) await ask('/api/backups', { 'Sec-Fetch-Site': 'cross-site' });
    expect((await ask('/api/backups')).status).toBe(200);
  });

  it('gives backups only to a browser with the key of the installation, which it gets by the printed address', async () => {
    for (const cookie of ['', `lernen-${port}=${'x'.repeat(43)}`, `lernen-${port}=`])
      expect((await ask('/api/backups', { Cookie: cookie })).status).toBe(401);
    expect((await post(full, { Cookie: '' })).status).toBe(401);
    const first = await ask(`/today?demo&key=${key}`, { Cookie: '' });
    expect([first.status, first.headers.location]).toEqual([303, `http://127.0.0.1:${port}/today?demo`]);
    const [cookie = ''] = (first.headers['set-cookie'] ?? []) as string[];
    expect(cookie).toMatch(/; Path=\/api; .*HttpOnly; SameSite=Strict$/);
    expect((await ask('/api/backups', { Cookie: cookie.split(';')[0] ?? '' })).status).toBe(200);
    expect((await ask('/?key=wrong', { Cookie: '' })).headers['set-cookie']).toBeUndefined();
  });

  it('has one address, so that records have one place', async () => {
    const answer = await ask('/problems?demo', { Host: `localhost:${port}` });
    expect([answer.status, answer.headers.location]).toEqual([303, `http://127.0.0.1:${port}/problems?demo`]);
    expect(answer.headers['permissions-policy']).toContain('camera=()');
  });

  it('keeps a backup of each database and gives it back', async () => {
    const kept = await post(full);
    expect(kept.status).toBe(201);
    const { name } = JSON.parse(kept.body) as { name: string };
    expect(JSON.parse((await ask('/api/backups')).body)).toEqual([
      jasmine.objectContaining({ copy, name, bytes: full.length, problems: 1, sittings: 0, isDatedAhead: false }),
    ]);
    expect((await ask(`/api/backups/${copy}/${name}`)).body).toBe(full);
    expect((await ask(`/api/backups/${otherCopy}/${name}`)).status).toBe(404);
  });

  it('refuses what is no archive or holds nothing, and names that lead elsewhere', async () => {
    expect((await post('{"format":"other"}')).status).toBe(400);
    expect((await post(archive)).status).toBe(422);
    expect((await post(full, { 'Content-Type': 'text/html' })).status).toBe(415);
    expect((await post(full, { 'Content-Type': 'application/vnd.lernen+json' })).status).toBe(415);
    expect((await ask('/api/backups/..%2F..%2Fetc%2Fpasswd')).status).toBe(404);
    expect((await ask(`/api/backups/${copy}/..%2F..%2Fetc%2Fpasswd`)).status).toBe(400);
    expect((await ask(`/api/backups/..%2Fapp/lernen-20200101T000000000Z.json`)).status).toBe(400);
    expect((await ask(`/api/backups/${copy}/lernen-20200101T000000000Z.json`)).status).toBe(404);
  });

  it('answers soon to a body that is wrong in millions of places', async () => {
    const zeros = `{"format":"lernen-archive","version":5,"problems":[${'0,'.repeat(5_000_000)}0]}`;
    const answer = await post(zeros);
    expect([answer.status, JSON.parse(answer.body)]).toEqual([400, { error: jasmine.stringContaining('100 places') }]);
    expect((await ask('/api/backups')).status).toBe(200);
  });

  it('says in one line that a port is busy or the app not built', async () => {
    await expectAsync(
      startServer({
        port,
        appFolder: join(folder, 'app'),
        backupFolder: folder,
        nativeSwitch: join(folder, 'native'),
        key,
        logger,
      }),
    ).toBeRejectedWithError(BusyPortError, /Port \d+ is in use/);
    await expectAsync(
      startServer({
        port: 0,
        appFolder: folder,
        backupFolder: folder,
        nativeSwitch: join(folder, 'native'),
        key,
        logger,
      }),
    ).toBeRejectedWithError(MissingBuildError, /npm run build/);
  });
});

describe('the backup folder', () => {
  let folder = '';
  beforeEach(async () => (folder = await mkdtemp(join(tmpdir(), 'lernen-backups-'))));
  afterEach(() => rm(folder, { recursive: true, force: true }));

  const counts = { problems: 1, sittings: 2 };
  const late = new Date('2027-06-01T00:00:00Z');

  it('never thins one database for another, nor lets what is dated ahead be the newest', async () => {
    const backups = new BackupFolder(folder);
    const at = (minute: number): Date => new Date(Date.UTC(2026, 10, 24, 18, minute));
    await writeFile(join(folder, 'lernen-20261001T180000000Z.json'), '{"from":"before"}');
    await backups.write(copy, '{"whose":"first"}', counts, at(0));
    await backups.write(copy, '{"whose":"ahead"}', counts, new Date('2031-01-01T00:00:00Z'));
    for (let index = 0; index < backupsKept + 5; index++)
      await backups.write(otherCopy, `{"n":${index}}`, counts, at(index * minGapMinutes));
    for (const minute of [30, 31]) await backups.write(copy, `{"minute":${minute}}`, counts, at(minute));
    const listed = await backups.list(at(60));
    const own = listed.filter((it) => it.copy === copy);
    expect(own.map(({ isDatedAhead }) => isDatedAhead)).toEqual([false, false, false, true]);
    expect(await backups.read(copy, own[0]?.name ?? '')).toBe('{"minute":31}');
    expect(listed.filter((it) => it.copy === otherCopy)).toHaveSize(backupsKept);
    expect(listed.filter((it) => it.copy === 'earlier')).toHaveSize(1);
    expect(own[0]).toEqual(jasmine.objectContaining({ problems: 1, sittings: 2 }));
  });

  it('follows no link, and clears what a crash left half-written', async () => {
    const backups = new BackupFolder(folder);
    await backups.write(copy, '{}', counts, new Date('2026-11-24T18:00:00Z'));
    const link = 'lernen-20261125T180000000Z.json';
    await writeFile(join(folder, 'secret'), 'secret');
    await symlink(join(folder, 'secret'), join(folder, copy, link));
    expect(await backups.read(copy, link)).toBeNull();
    await symlink(folder, join(folder, otherCopy));
    await expectAsync(backups.write(otherCopy, '{}', counts, late)).toBeRejectedWithError(/is a link/);
    const [old, young] = ['old', 'young'].map((it) =>
      join(folder, copy, `.lernen-20261124T170000000Z-1p-2s.json.${it}`),
    );
    for (const draft of [old, young]) await writeFile(draft ?? '', '{');
    await utimes(old ?? '', new Date('2026-11-24T17:00:00Z'), new Date('2026-11-24T17:00:00Z'));
    await backups.clearDrafts(new Date());
    expect((await readdir(join(folder, copy))).filter((name) => name.startsWith('.'))).toEqual([
      jasmine.stringMatching(/young$/),
    ]);
  });

  it('keeps the newest twenty and leaves no half-written file', async () => {
    const backups = new BackupFolder(folder);
    const start = Date.parse('2026-11-24T18:00:00Z');
    const gap = minGapMinutes * 60_000;
    await Promise.all(
      Array.from({ length: backupsKept + 5 }, (_, index) =>
        backups.write(copy, `{"n":${index}}`, counts, new Date(start + index * gap)),
      ),
    );
    const files = (await readdir(join(folder, copy))).sort();
    expect(files).toHaveSize(backupsKept);
    expect(await readFile(join(folder, copy, files.at(-1) ?? ''), 'utf8')).toBe(`{"n":${backupsKept + 4}}`);
    expect((await backups.list(late))[0]?.name).toBe(files.at(-1) ?? '');
  });

  it('keeps the last of every day for a month beside them, so that a busy evening pushes nothing old out', async () => {
    const backups = new BackupFolder(folder);
    const at = (day: number, minute: number): Date => new Date(Date.UTC(2026, 9, day, 18, minute));
    for (let day = 1; day <= 33; day++)
      for (const minute of [0, 30])
        await backups.write(copy, `{"day":${day},"minute":${minute}}`, counts, at(day, minute));
    for (let index = 1; index <= 25; index++)
      await backups.write(copy, `{"busy":${index}}`, counts, at(34, index * minGapMinutes));
    const texts = await Promise.all((await backups.list(late)).map(({ name }) => backups.read(copy, name)));
    expect(texts.slice(0, backupsKept).every((text) => text?.includes('busy'))).toBeTrue();
    expect(texts.slice(backupsKept)).toEqual(
      Array.from({ length: backupDaysKept - 1 }, (_, index) => `{"day":${33 - index},"minute":30}`),
    );
  });

  it('thins out what was written within minutes, and always keeps the last', async () => {
    const backups = new BackupFolder(folder);
    for (const minute of [0, 1, 9, 11, 12])
      await backups.write(copy, `{"minute":${minute}}`, counts, new Date(Date.UTC(2026, 10, 24, 18, minute)));
    const texts = await Promise.all((await backups.list(late)).map(({ name }) => backups.read(copy, name)));
    expect(texts).toEqual(['{"minute":12}', '{"minute":11}', '{"minute":0}']);
  });

  it('writes two of the same moment side by side, also from two servers, and is empty while there is no folder', async () => {
    const [backups, other] = [new BackupFolder(join(folder, 'new')), new BackupFolder(join(folder, 'new'))];
    expect(await backups.list(late)).toEqual([]);
    const at = new Date('2026-11-24T18:00:00Z');
    await Promise.all([backups.write(copy, '{}', counts, at), other.write(copy, '{}', counts, at)]);
    expect(await backups.list(late)).toHaveSize(2);
  });
});

describe('the key of an installation', () => {
  it('is made once, for its owner alone, and is refused when it is none', async () => {
    const folder = await mkdtemp(join(tmpdir(), 'lernen-key-'));
    const file = join(folder, 'data', 'key');
    const first = await installKey(file);
    expect(await installKey(file)).toBe(first);
    expect((await stat(file)).mode & 0o777).toBe(0o600);
    await writeFile(file, 'short');
    await expectAsync(installKey(file)).toBeRejectedWithError(/holds no key/);
    await rm(folder, { recursive: true, force: true });
  });
});
