import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Command, InvalidArgumentError } from 'commander';
import envPaths from 'env-paths';
import { pino } from 'pino';
import { ServerError } from './errors';
import { installKey } from './install-key';
import { startServer } from './server';

const { data } = envPaths('lernen', { suffix: '' });
const program = new Command('lernen-server')
  .description('Serves Lernen on this machine only.')
  .option('--port <port>', 'port to listen on', readPort, 4870)
  .option('--app <folder>', 'the built app', fileURLToPath(new URL('../../app/dist/app/browser', import.meta.url)))
  .option('--backups <folder>', 'where backups are kept', join(data, 'backups'))
  .option('--path <path>', 'path in the printed address', '/')
  .parse();
const { port, app, backups, path } = program.opts<{ port: number; app: string; backups: string; path: string }>();
const logger = pino({ level: process.env['LERNEN_LOG'] ?? 'warn' });

try {
  const key = await installKey(join(data, 'key'));
  const nativeSwitch = join(data, 'native-languages');
  const running = await startServer({ port, appFolder: app, backupFolder: backups, nativeSwitch, key, logger });
  const address = new URL(path, running.address);
  address.searchParams.set('key', key);
  process.stdout.write(
    [
      `Lernen is at ${address.href.replace('demo=&', 'demo&')}`,
      `The key lets your browser keep backups on disk; later ${running.address} will do.`,
      `Backups go to ${backups}. Stop with Ctrl+C.\n`,
    ].join('\n'),
  );
  for (const signal of ['SIGINT', 'SIGTERM'] as const) {
    process.once(signal, () => void running.server.close().then(() => process.exit(0)));
  }
} catch (error) {
  process.stderr.write(`${error instanceof ServerError ? error.message : String(error)}\n`);
  process.exit(1);
}

function readPort(text: string): number {
  const port = Number(text);
  if (!Number.isInteger(port) || port < 0 || port > 65_535)
    throw new InvalidArgumentError('A port is a number from 0 to 65535.');
  return port;
}
