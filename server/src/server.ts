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
import { guardHostAndOrigin } from './guard';

export interface ServerOptions {
  /** 0 takes any free port. */
  readonly port: number;
  /** Folder of the built app. */
  readonly appFolder: string;
  readonly backupFolder: string;
  readonly logger: Logger;
}

export interface RunningServer {
  readonly address: string;
  readonly server: FastifyInstance;
}

/** Starts the server on loopback. @throws BusyPortError, MissingBuildError */
export async function startServer(options: ServerOptions): Promise<RunningServer> {
  if (!existsSync(join(options.appFolder, 'index.html'))) throw new MissingBuildError(options.appFolder);
  const server = Fastify({
    loggerInstance: options.logger,
    bodyLimit: 100_000,
    forceCloseConnections: true,
  }) as unknown as FastifyInstance;
  let port = options.port;
  guardHostAndOrigin(server, () => port);
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
  backupRoutes(server, new BackupFolder(options.backupFolder));
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
  return { address: `http://127.0.0.1:${port}`, server };
}
