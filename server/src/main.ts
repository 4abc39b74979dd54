import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Command, InvalidArgumentError } from 'commander';
import envPaths from 'env-paths';
import { pino } from 'pino';
import { ServerError } from './errors';
import { startServer } from './server';

const program = new Command('lernen-server')
  .description('Serves Lernen on this machine only.')
  .option('--port <port>', 'port to listen on', readPort, 4870)
  .option('--app <folder>', 'the built app', fileURLToPath(new URL('../../app/dist/app/browser', import.meta.url)))
  .option('--backups <folder>', 'where backups are kept', join(envPaths('lernen', { suffix: '' }).data, 'backups'))
  .option('--path <path>', 'path in the printed address', '/')
  .parse();
const { port, app, backups, path } = program.opts<{ port: number; app: string; backups: string; path: string }>();
const logger = pino({ level: process.env['LERNEN_LOG'] ?? 'warn' });

try {
  const running = await startServer({ port, appFolder: app, backupFolder: backups, logger });
  process.stdout.write(`Lernen is at ${running.address}${path}\nBackups go to ${backups}. Stop with Ctrl+C.\n`);
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
