import { readArchive } from '@lernen/core/archive';
import { ArchiveError } from '@lernen/core/errors';
import { currentRecords } from '@lernen/core/model';
import type { FastifyInstance } from 'fastify';
import { type BackupFolder, copyPattern, earlierCopy, namePattern } from './backup-folder';

const backupSchema = {
  type: 'object',
  required: ['copy', 'name', 'writtenAt', 'bytes', 'problems', 'sittings', 'isDatedAhead'],
  additionalProperties: false,
  properties: {
    copy: { type: 'string' },
    name: { type: 'string' },
    writtenAt: { type: 'string' },
    bytes: { type: 'integer' },
    problems: { type: 'integer' },
    sittings: { type: 'integer' },
    isDatedAhead: { type: 'boolean' },
  },
} as const;
const errorSchema = { type: 'object', properties: { error: { type: 'string' } } } as const;
const copySchema = { type: 'string', pattern: copyPattern.source } as const;
const fileSchema = {
  type: 'object',
  required: ['copy', 'name'],
  properties: {
    copy: { anyOf: [copySchema, { const: earlierCopy }] },
    name: { type: 'string', pattern: namePattern.source },
  },
} as const;

/** The largest archive taken, in bytes; ten thousand sittings with notes need about ten million. */
const largestArchive = 100_000_000;

/** `GET /api/backups`, `GET /api/backups/:copy/:name`, `POST /api/backups/:copy` with an archive as its body. */
export function backupRoutes(server: FastifyInstance, folder: BackupFolder): void {
  server.removeAllContentTypeParsers();
  // As text: what is kept is what was sent, and the reader of archives says what is wrong with it.
  server.addContentTypeParser(
    'application/json',
    { parseAs: 'string', bodyLimit: largestArchive },
    (_request, body, done) => done(null, body),
  );

  server.get('/api/backups', { schema: { response: { 200: { type: 'array', items: backupSchema } } } }, () =>
    folder.list(new Date()),
  );

  server.get<{ Params: { copy: string; name: string } }>(
    '/api/backups/:copy/:name',
    { schema: { params: fileSchema } },
    async (request, reply) => {
      const content = await folder.read(request.params.copy, request.params.name);
      if (content === null) return reply.code(404).send({ error: 'There is no such backup.' });
      return reply.type('application/json; charset=utf-8').header('Cache-Control', 'no-store').send(content);
    },
  );

  server.post<{ Body: string; Params: { copy: string } }>(
    '/api/backups/:copy',
    {
      bodyLimit: largestArchive,
      schema: {
        params: { type: 'object', required: ['copy'], properties: { copy: copySchema } },
        body: { type: 'string', minLength: 2 },
        response: { 201: backupSchema, 400: errorSchema, 422: errorSchema },
      },
    },
    async (request, reply) => {
      try {
        const archive = readArchive(request.body);
        if (Object.values(archive).every((value) => !Array.isArray(value) || value.length === 0))
          return await reply.code(422).send({ error: 'There is nothing in this archive to keep.' });
        const counts = {
          problems: currentRecords(archive.problems).length,
          sittings: currentRecords(archive.sittings).length,
        };
        return await reply.code(201).send(await folder.write(request.params.copy, request.body, counts, new Date()));
      } catch (error) {
        if (!(error instanceof ArchiveError)) throw error;
        return reply.code(400).send({ error: error.message });
      }
    },
  );
}
