import type { FastifyInstance, FastifyRequest } from 'fastify';
import { isSameKey } from './install-key';
import { runnerPath } from './runner-routes';

/** The one address that pages have. Records belong to an address, so that a second name would show an empty log. */
export function addressOf(port: number): string {
  return `http://127.0.0.1:${port}`;
}

/**
 * Lets in only what pages of this server ask for, on behalf of whoever owns the installation. A foreign site can make a
 * name of its own point here (DNS rebinding), but it cannot change the Host, the Origin and the Sec-Fetch-Site that the
 * browser then sends; another person on this machine can send anything, but does not have the key.
 */
export function guardRequests(server: FastifyInstance, port: () => number, key: string): void {
  server.addHook('onRequest', async (request, reply) => {
    const hosts = [`127.0.0.1:${port()}`, `localhost:${port()}`, `[::1]:${port()}`];
    const { host, origin } = request.headers;
    if (!host || !hosts.includes(host))
      return reply.code(421).send({ error: 'This server answers to 127.0.0.1 and localhost only.' });
    // The runner page has no origin: what lies beside it holds nothing of anybody.
    if (request.method === 'GET' && request.url.startsWith(runnerPath) && (origin === undefined || origin === 'null'))
      return undefined;
    if (origin !== undefined && !hosts.some((known) => origin === `http://${known}`))
      return reply.code(403).send({ error: 'Requests from other sites are refused.' });
    const isApi = request.url.startsWith('/api/');
    if (isFromElsewhere(request, isApi))
      return reply.code(403).send({ error: 'Requests from other sites are refused.' });
    const url = new URL(request.url, addressOf(port()));
    const given = url.searchParams.get('key');
    if (!isApi && request.method === 'GET' && (given !== null || host !== hosts[0])) {
      url.searchParams.delete('key');
      if (given !== null && isSameKey(given, key)) void reply.header('Set-Cookie', cookie(port(), key));
      // An empty value is written without its sign, as people write it.
      return reply.redirect(url.href.replace(/=(?=&|$)/g, ''), 303);
    }
    if (isApi && !hasKey(request, port(), key))
      return reply.code(401).send({
        error: 'This browser has no key. Open the address that npm start prints, once.',
      });
    return undefined;
  });
}

/** A link on a foreign page may lead here; nothing else of it may. */
function isFromElsewhere({ headers, method }: FastifyRequest, isApi: boolean): boolean {
  const site = headers['sec-fetch-site'];
  if (site === undefined || site === 'same-origin' || site === 'none') return false;
  return (
    isApi || method !== 'GET' || headers['sec-fetch-mode'] !== 'navigate' || headers['sec-fetch-dest'] !== 'document'
  );
}

const cookieDays = 400;

function cookieName(port: number): string {
  return `lernen-${port}`;
}

function cookie(port: number, key: string): string {
  return `${cookieName(port)}=${key}; Path=/api; Max-Age=${cookieDays * 86_400}; HttpOnly; SameSite=Strict`;
}

function hasKey({ headers }: FastifyRequest, port: number, key: string): boolean {
  const prefix = `${cookieName(port)}=`;
  const given = (headers.cookie ?? '').split(/; */).find((part) => part.startsWith(prefix));
  return given !== undefined && isSameKey(given.slice(prefix.length), key);
}
