import { readArchive } from '@lernen/core/archive';
import { ArchiveError } from '@lernen/core/errors';
import type { FastifyInstance } from 'fastify';
import type { BackupFolder } from './backup-folder';

const backupSchema = {
  type: 'object',
  required: ['name', 'writtenAt', 'bytes'],
  additionalProperties: false,
  properties: { name: { type: 'string' }, writtenAt: { type: 'string' }, bytes: { type: 'integer' } },
} as const;
const errorSchema = { type: 'object', properties: { error: { type: 'string' } } } as const;
const nameSchema = {
  type: 'object',
  required: ['name'],
  properties: { name: { type: 'string', pattern: '^lernen-[0-9]{8}T[0-9]{9}Z\\.json$' } },
} as const;

/** The largest archive taken, in bytes; ten thousand sittings with notes need about ten million. */
const largestArchive = 100_000_000;

/** `GET /api/backups`, `GET /api/backups/:name`, `POST /api/backups` with an archive as its body. */
export function backupRoutes(server: FastifyInstance, folder: BackupFolder): void {
  server.addContentTypeParser(
    'application/vnd.lernen+json',
    { parseAs: 'string', bodyLimit: largestArchive },
    (_request, body, done) => done(null, body),
  );

  server.get('/api/backups', { schema: { response: { 200: { type: 'array', items: backupSchema } } } }, () =>
    folder.list(),
  );

  server.get<{ Params: { name: string } }>(
    '/api/backups/:name',
    { schema: { params: nameSchema } },
    async (request, reply) => {
      const content = await folder.read(request.params.name);
      if (content === null) return reply.code(404).send({ error: 'There is no such backup.' });
      return reply.type('application/json; charset=utf-8').header('Cache-Control', 'no-store').send(content);
    },
  );

  server.post<{ Body: string }>(
    '/api/backups',
    {
      bodyLimit: largestArchive,
      schema: { body: { type: 'string', minLength: 2 }, response: { 201: backupSchema, 400: errorSchema } },
    },
    async (request, reply) => {
      try {
        readArchive(request.body);
      } catch (error) {
        if (!(error instanceof ArchiveError)) throw error;
        return reply.code(400).send({ error: error.message });
      }
      return reply.code(201).send(await folder.write(request.body, new Date()));
    },
  );
}
