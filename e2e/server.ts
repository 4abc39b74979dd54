import { randomBytes } from 'node:crypto';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { pino } from 'pino';
import { startServer } from '../server/src/server';

export interface TestServer {
  readonly address: string;
  /** What the address that people open first carries. */
  readonly key: string;
  readonly backupFolder: string;
  /** Ends the server, but keeps its backups. */
  stop(): Promise<void>;
  /** Ends it and removes what it wrote. */
  discard(): Promise<void>;
}

const builtApp = fileURLToPath(new URL('../app/dist/app/browser', import.meta.url));

/** The real server over the built app, or another build, on a free port, with a backup folder of its own. */
export async function startTestServer(appFolder = builtApp): Promise<TestServer> {
  const backupFolder = await mkdtemp(join(tmpdir(), 'lernen-backups-'));
  const key = randomBytes(32).toString('base64url');
  const { address, server } = await startServer({
    port: 0,
    appFolder,
    backupFolder,
    nativeSwitch: `${backupFolder}-native`,
    key,
    logger: pino({ level: 'silent' }),
  });
  const stop = async (): Promise<void> => server.close();
  return {
    address,
    key,
    backupFolder,
    stop,
    discard: async () => {
      await stop();
      // A backup that was under way when the server closed may still be written.
      await rm(`${backupFolder}-native`, { force: true });
      await rm(backupFolder, { recursive: true, force: true, maxRetries: 10, retryDelay: 100 });
    },
  };
}

/** How many times as slow as usual this machine is, as whoever runs the tests has measured. */
export const slowness = Number(process.env['LERNEN_SLOWNESS'] ?? 1);

export const chromium = {
  executablePath: process.env['CHROME_BIN'] ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
};
