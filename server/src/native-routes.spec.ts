import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { preparedRun, usualCheckRules, valueJson } from '@lernen/core/run';
import { findToolchains } from '@lernen/native';
import Fastify, { type FastifyInstance } from 'fastify';
import { guardRequests } from './guard';
import { nativeRoutes } from './native-routes';

const key = 'k'.repeat(43);

describe('running native languages', () => {
  let server: FastifyInstance;
  let folder = '';
  const host = '127.0.0.1:4870';
  const headers = { host, cookie: `lernen-4870=${key}` };

  beforeEach(async () => {
    folder = await mkdtemp(join(tmpdir(), 'lernen-native-'));
    server = Fastify();
    guardRequests(server, () => 4870, key);
    server.removeAllContentTypeParsers();
    server.addContentTypeParser('application/json', { parseAs: 'string' }, (_request, body, done) => done(null, body));
    nativeRoutes(server, join(folder, 'switch'));
  });
  afterEach(async () => {
    await server.close();
    await rm(folder, { recursive: true, force: true });
  });

  const put = async (isOn: unknown): Promise<number> =>
    (
      await server.inject({
        method: 'PUT',
        url: '/api/native',
        headers: { ...headers, 'content-type': 'application/json' },
        payload: JSON.stringify({ isOn }),
      })
    ).statusCode;
  const run = (payload: string, more: Record<string, string> = {}) =>
    server.inject({
      method: 'POST',
      url: '/api/native/run',
      headers: { ...headers, 'content-type': 'application/json', ...more },
      payload,
    });
  const job = (code: string): string => {
    const made = preparedRun({ language: 'C++', code }, [{ id: 'one', input: '20', expected: '' }], usualCheckRules);
    if ('fault' in made) throw new Error(made.fault);
    const inputs = made.checks.flatMap((check) => (check.fault === null ? [check.input] : []));
    return valueJson({ family: made.family, program: made.program, inputs, limitMs: 5000 } as never);
  };

  it('is off until it is switched on, and then says what there is and how it is confined', async () => {
    const state = async () => (await server.inject({ url: '/api/native', headers })).json<Record<string, unknown>>();
    expect(await state()).toEqual({ isOn: false, confined: jasmine.stringMatching(/network/), tools: [] });
    const refused = await run(job('int f(int a) { return a; }'));
    expect([refused.statusCode, refused.json()]).toEqual([
      403,
      { error: 'Running native languages is switched off. Setup switches it on.' },
    ]);
    expect(await put('yes')).toBe(400);
    expect(await put(true)).toBe(204);
    const { isOn, tools } = await state();
    expect(isOn).toBeTrue();
    expect((tools as { name: string }[]).map(({ name }) => name)).toContain('C++');
    expect(await put(false)).toBe(204);
    expect((await state())['isOn']).toBeFalse();
  }, 60_000);

  it('belongs to pages of this server that have the key', async () => {
    await put(true);
    const text = job('int f(int a) { return a; }');
    expect((await run(text, { cookie: '' })).statusCode).toBe(401);
    expect((await run(text, { host: 'lernen.example' })).statusCode).toBe(421);
    expect((await run(text, { origin: 'https://lernen.example' })).statusCode).toBe(403);
    expect((await run(text, { origin: 'null' })).statusCode).toBe(403);
    expect((await run(text, { 'sec-fetch-site': 'cross-site' })).statusCode).toBe(403);
    for (const bad of [
      '{}',
      '{"family": "sh"}',
      'no json',
      '{"family":"cpp","program":{"text":1},"inputs":[],"limitMs":1}',
    ])
      expect((await run(bad)).statusCode).toBe(400);
  });

  it('writes a line for each input, and says in a line what cannot be run', async () => {
    await put(true);
    const isThere = (await findToolchains()).some(({ family, version }) => family === 'cpp' && version !== null);
    const { body } = await run(job('int doubled(int a) { cout << "hello"; return 2 * a; }'));
    const lines = body
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as Record<string, unknown>);
    if (isThere) {
      const ran = { outcome: 'answered', value: 40, printed: 'hello', ms: jasmine.any(Number) };
      expect(lines).toEqual([{ index: 0, ran: jasmine.objectContaining(ran) }, { isDone: true }]);
    } else expect(lines).toEqual([{ error: 'C++ is not on this machine: install g++.' }]);
  }, 60_000);
});
