import type { FastifyInstance } from 'fastify';

/**
 * Lets in only requests that a page of this server made. A foreign site can make a name of its own point here (DNS
 * rebinding), but it cannot change the Host and Origin that the browser then sends.
 */
export function guardHostAndOrigin(server: FastifyInstance, port: () => number): void {
  server.addHook('onRequest', async (request, reply) => {
    const hosts = [`127.0.0.1:${port()}`, `localhost:${port()}`, `[::1]:${port()}`];
    const { host, origin } = request.headers;
    if (!host || !hosts.includes(host)) {
      return reply.code(421).send({ error: 'This server answers to 127.0.0.1 and localhost only.' });
    }
    if (origin !== undefined && !hosts.some((known) => origin === `http://${known}`)) {
      return reply.code(403).send({ error: 'Requests from other sites are refused.' });
    }
    return undefined;
  });
}
