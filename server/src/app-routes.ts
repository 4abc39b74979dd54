import { randomBytes } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import fastifyStatic from '@fastify/static';
import type { FastifyInstance, FastifyReply } from 'fastify';

const nonceMark = 'NONCE_OF_THIS_RESPONSE';
const hashed = /-[A-Za-z0-9_-]{8}\.(?:js|css|woff2?|map)$/;

/**
 * Serves the built app: hashed files may be kept for ever and are sent as compressed at build time; every other path
 * without an extension gets the page itself, which knows its routes, under a policy with a nonce of its own.
 */
export async function appRoutes(server: FastifyInstance, folder: string): Promise<void> {
  const page = await readFile(join(folder, 'index.html'), 'utf8');
  await server.register(fastifyStatic, {
    root: folder,
    index: false,
    preCompressed: true,
    wildcard: true,
    cacheControl: false,
    setHeaders: (response, path) => {
      const file = path.replace(/\.(?:br|gz)$/, '');
      response.setHeader('Cache-Control', hashed.test(file) ? 'public, max-age=31536000, immutable' : 'no-cache');
    },
  });
  const sendPage = (reply: FastifyReply): FastifyReply => {
    const nonce = randomBytes(16).toString('base64');
    return reply
      .header('Content-Security-Policy', policy(nonce))
      .header('Cache-Control', 'no-store')
      .type('text/html; charset=utf-8')
      .send(page.replaceAll(nonceMark, nonce));
  };
  server.get('/', { schema: { querystring: { type: 'object' } } }, (_request, reply) => sendPage(reply));
  server.get('/index.html', (_request, reply) => sendPage(reply));
  server.setNotFoundHandler((request, reply) => {
    const [path = ''] = request.url.split('?');
    const isPage = request.method === 'GET' && !path.startsWith('/api/') && !/\.[a-z0-9]+$/i.test(path);
    return isPage ? sendPage(reply) : reply.code(404).send({ error: 'There is nothing here.' });
  });
}

function policy(nonce: string): string {
  return [
    "default-src 'none'",
    "script-src 'self'",
    `style-src 'self' 'nonce-${nonce}'`,
    "font-src 'self'",
    "img-src 'self' data: blob:",
    "connect-src 'self'",
    "worker-src 'self'",
    // The runner page, which is sandboxed.
    "frame-src 'self'",
    "manifest-src 'self'",
    "base-uri 'self'",
    "form-action 'none'",
    "frame-ancestors 'none'",
    "require-trusted-types-for 'script'",
    // Of the framework, of the sanitizer, and the app's own, through which everything else goes.
    'trusted-types angular angular#components dompurify default',
  ].join('; ');
}
