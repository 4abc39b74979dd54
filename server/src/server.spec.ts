import { mkdir, mkdtemp, readFile, readdir, rm, writeFile } from 'node:fs/promises';
import { request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { archiveFrom, formatArchive } from '@lernen/core/archive';
import { noRecords } from '@lernen/core/model';
import { pino } from 'pino';
import { BackupFolder, backupDaysKept, backupsKept, minGapMinutes } from './backup-folder';
import { BusyPortError, MissingBuildError } from './errors';
import { type RunningServer, startServer } from './server';

const archive = formatArchive(archiveFrom(noRecords, '2026-11-24T18:00:00.000Z'));
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

  const ask = (path: string, headers: Record<string, string> = {}, method = 'GET', body = ''): Promise<Answer> =>
    new Promise((resolve, reject) => {
      const sent = request({ host: '127.0.0.1', port, path, method, headers }, (response) => {
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
  const post = (body: string): Promise<Answer> =>
    ask('/api/backups', { 'Content-Type': 'application/vnd.lernen+json' }, 'POST', body);

  beforeAll(async () => {
    folder = await mkdtemp(join(tmpdir(), 'lernen-server-'));
    await mkdir(join(folder, 'app'));
    await writeFile(join(folder, 'app/index.html'), '<app-root ngCspNonce="NONCE_OF_THIS_RESPONSE"></app-root>');
    await writeFile(join(folder, 'app/main-ABCDEFGH.js'), 'plain');
    await writeFile(join(folder, 'app/main-ABCDEFGH.js.br'), 'squeezed');
    running = await startServer({
      port: 0,
      appFolder: join(folder, 'app'),
      backupFolder: join(folder, 'backups'),
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
    expect((await ask('/missing-ABCDEFGH.js')).status).toBe(404);
    expect((await ask('/../server.ts')).status).toBeGreaterThanOrEqual(400);
  });

  it('refuses other hosts and other sites', async () => {
    expect((await ask('/api/backups', { Host: 'tide.example' })).status).toBe(421);
    expect((await ask('/api/backups', { Origin: 'http://tide.example' })).status).toBe(403);
    expect((await ask('/api/backups', { Origin: `http://127.0.0.1:${port}` })).status).toBe(200);
  });

  it('keeps a backup and gives it back', async () => {
    const kept = await post(archive);
    expect(kept.status).toBe(201);
    const { name } = JSON.parse(kept.body) as { name: string };
    expect(JSON.parse((await ask('/api/backups')).body)).toEqual([
      jasmine.objectContaining({ name, bytes: archive.length }),
    ]);
    expect((await ask(`/api/backups/${name}`)).body).toBe(archive);
  });

  it('refuses what is no archive, and names that lead elsewhere', async () => {
    expect((await post('{"format":"other"}')).status).toBe(400);
    expect((await ask('/api/backups', { 'Content-Type': 'text/html' }, 'POST', archive)).status).toBe(415);
    expect((await ask('/api/backups/..%2F..%2Fetc%2Fpasswd')).status).toBe(400);
    expect((await ask('/api/backups/lernen-20200101T000000000Z.json')).status).toBe(404);
  });

  it('says in one line that a port is busy or the app not built', async () => {
    await expectAsync(
      startServer({ port, appFolder: join(folder, 'app'), backupFolder: folder, logger }),
    ).toBeRejectedWithError(BusyPortError, /Port \d+ is in use/);
    await expectAsync(startServer({ port: 0, appFolder: folder, backupFolder: folder, logger })).toBeRejectedWithError(
      MissingBuildError,
      /npm run build/,
    );
  });
});

describe('the backup folder', () => {
  let folder = '';
  beforeEach(async () => (folder = await mkdtemp(join(tmpdir(), 'lernen-backups-'))));
  afterEach(() => rm(folder, { recursive: true, force: true }));

  it('keeps the newest twenty and leaves no half-written file', async () => {
    const backups = new BackupFolder(folder);
    const start = Date.parse('2026-11-24T18:00:00Z');
    const gap = minGapMinutes * 60_000;
    await Promise.all(
      Array.from({ length: backupsKept + 5 }, (_, index) =>
        backups.write(`{"n":${index}}`, new Date(start + index * gap)),
      ),
    );
    const files = (await readdir(folder)).sort();
    expect(files).toHaveSize(backupsKept);
    expect(await readFile(join(folder, files.at(-1) ?? ''), 'utf8')).toBe(`{"n":${backupsKept + 4}}`);
    expect((await backups.list())[0]?.name).toBe(files.at(-1) ?? '');
  });

  it('keeps the last of every day for a month beside them, so that a busy evening pushes nothing old out', async () => {
    const backups = new BackupFolder(folder);
    const at = (day: number, minute: number): Date => new Date(Date.UTC(2026, 9, day, 18, minute));
    for (let day = 1; day <= 33; day++)
      for (const minute of [0, 30]) await backups.write(`{"day":${day},"minute":${minute}}`, at(day, minute));
    for (let index = 1; index <= 25; index++) await backups.write(`{"busy":${index}}`, at(34, index * minGapMinutes));
    const texts = await Promise.all((await backups.list()).map(({ name }) => backups.read(name)));
    expect(texts.slice(0, backupsKept).every((text) => text?.includes('busy'))).toBeTrue();
    expect(texts.slice(backupsKept)).toEqual(
      Array.from({ length: backupDaysKept - 1 }, (_, index) => `{"day":${33 - index},"minute":30}`),
    );
  });

  it('thins out what was written within minutes, and always keeps the last', async () => {
    const backups = new BackupFolder(folder);
    for (const minute of [0, 1, 9, 11, 12])
      await backups.write(`{"minute":${minute}}`, new Date(Date.UTC(2026, 10, 24, 18, minute)));
    const texts = await Promise.all((await backups.list()).map(({ name }) => backups.read(name)));
    expect(texts).toEqual(['{"minute":12}', '{"minute":11}', '{"minute":0}']);
  });

  it('writes two of the same moment side by side, and is empty while there is no folder', async () => {
    const backups = new BackupFolder(join(folder, 'new'));
    expect(await backups.list()).toEqual([]);
    const at = new Date('2026-11-24T18:00:00Z');
    await Promise.all([backups.write('{}', at), backups.write('{}', at)]);
    expect(await backups.list()).toHaveSize(2);
  });
});
