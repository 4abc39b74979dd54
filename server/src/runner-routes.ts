import { existsSync } from 'node:fs';
import { join } from 'node:path';
import fastifyStatic from '@fastify/static';
import type { FastifyInstance } from 'fastify';

/** Below this path lie the page on which people's code runs and what it needs. */
export const runnerPath = '/runner/';

/**
 * Serves the runner page. It belongs to an origin of its own, as it is sandboxed: code on it reaches neither the app nor its
 * database. Its policy lets it load what lies beside it and nothing else, so that code reaches no network.
 */
export async function runnerRoutes(server: FastifyInstance, folder: string, address: () => string): Promise<void> {
  const root = join(folder, 'runner');
  if (!existsSync(root)) return;
  await server.register(fastifyStatic, {
    root,
    prefix: runnerPath,
    decorateReply: false,
    preCompressed: true,
    cacheControl: false,
    setHeaders: (response) => {
      const beside = `${address()}${runnerPath}`;
      response.setHeader('Cache-Control', 'no-cache');
      // The page has no origin; what it loads must be told that it may be read there.
      response.setHeader('Access-Control-Allow-Origin', 'null');
      response.setHeader('Cross-Origin-Resource-Policy', 'cross-origin');
      response.setHeader(
        'Content-Security-Policy',
        [
          'sandbox allow-scripts',
          "default-src 'none'",
          `script-src ${beside} blob: 'wasm-unsafe-eval'`,
          'worker-src blob:',
          `connect-src ${beside}`,
          `frame-ancestors ${address()}`,
        ].join('; '),
      );
    },
  });
}
