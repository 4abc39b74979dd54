import { existsSync } from 'node:fs';
import { join } from 'node:path';
import helmet from '@fastify/helmet';
import rateLimit from '@fastify/rate-limit';
import Fastify, { type FastifyInstance } from 'fastify';
import type { Logger } from 'pino';
import { appRoutes } from './app-routes';
import { BackupFolder } from './backup-folder';
import { backupRoutes } from './backup-routes';
import { BusyPortError, MissingBuildError } from './errors';
import { addressOf, guardRequests } from './guard';
import { nativeRoutes } from './native-routes';
import { runnerRoutes } from './runner-routes';

export interface ServerOptions {
  /** 0 takes any free port. */
  readonly port: number;
  /** Folder of the built app. */
  readonly appFolder: string;
  readonly backupFolder: string;
  /** The file that says whether programs may be run with the machine's own compilers. */
  readonly nativeSwitch: string;
  /** What a browser must have to ask for backups; see `installKey`. */
  readonly key: string;
  readonly logger: Logger;
}

export interface RunningServer {
  readonly address: string;
  readonly server: FastifyInstance;
}

/** The app needs nothing of the machine but its storage and, when asked, the clipboard. */
const noPermissions = [
  'camera',
  'microphone',
  'geolocation',
  'payment',
  'usb',
  'serial',
  'hid',
  'midi',
  'display-capture',
]
  .map((name) => `${name}=()`)
  .join(', ');

/** Starts the server on loopback. @throws BusyPortError, MissingBuildError */
export async function startServer(options: ServerOptions): Promise<RunningServer> {
  if (!existsSync(join(options.appFolder, 'index.html'))) throw new MissingBuildError(options.appFolder);
  const server = Fastify({
    loggerInstance: options.logger,
    bodyLimit: 100_000,
    forceCloseConnections: true,
    // An archive of the largest size comes over loopback in a second; whoever takes longer only holds a connection.
    requestTimeout: 60_000,
    connectionTimeout: 60_000,
    http: { headersTimeout: 10_000 },
  }) as unknown as FastifyInstance;
  let port = options.port;
  guardRequests(server, () => port, options.key);
  await server.register(helmet, {
    // The page sets its own policy with a nonce; everything else may load nothing at all.
    contentSecurityPolicy: {
      useDefaults: false,
      directives: { defaultSrc: ["'none'"], scriptSrc: ["'self'"], connectSrc: ["'self'"], frameAncestors: ["'none'"] },
    },
    crossOriginEmbedderPolicy: true,
    strictTransportSecurity: false,
  });
  await server.register(rateLimit, {
    max: 600,
    timeWindow: '1 minute',
    allowList: (request) => !request.url.startsWith('/api/'),
  });
  server.addHook('onSend', async (_request, reply) => void reply.header('Permissions-Policy', noPermissions));
  const backups = new BackupFolder(options.backupFolder);
  await backups.clearDrafts(new Date());
  backupRoutes(server, backups);
  nativeRoutes(server, options.nativeSwitch);
  await runnerRoutes(server, options.appFolder, () => addressOf(port));
  await appRoutes(server, options.appFolder);
  try {
    await server.listen({ host: '127.0.0.1', port });
  } catch (error) {
    await server.close();
    if (error instanceof Error && 'code' in error && error.code === 'EADDRINUSE') throw new BusyPortError(port);
    throw error;
  }
  const address = server.server.address();
  if (address && typeof address === 'object') port = address.port;
  return { address: addressOf(port), server };
}
