import * as fc from 'fast-check';
import * as z from 'zod/mini';
import { makeInterview, makeList, makeProblem, makeSitting, newId } from '../testing/make';
import { attemptWith } from './attempt';
import { collectionNames, collectionOf } from './collections';
import { emptyEntry } from './entry';
import { numberWithin, orNull, text } from './fields';
import { safeParse } from './safe-parse';

describe('reading what was once written', () => {
  const problem = makeProblem({ techniques: ['heap'] });
  const written: Readonly<Record<(typeof collectionNames)[number], object>> = {
    problems: { ...problem, changed: { title: newId() } },
    sittings: makeSitting(problem.id, {
      attempts: [attemptWith('accepted')],
      course: [{ phase: 'read', seconds: 40 }],
      note: 'A heap of two.',
    }),
    techniques: { id: 'tides', revision: newId(), name: 'Tides', family: 'My own' },
    interviews: makeInterview(7),
    choices: { id: newId(), revision: newId(), target: { problemId: problem.id }, choice: { dropped: true } },
    lists: makeList([problem]),
    entries: emptyEntry('example', problem.id, newId()),
  };
  const whole = collectionNames.map((name) => {
    const { schema } = collectionOf(name);
    return { name, schema, record: schema.parse(written[name]) as object };
  });

  it('gives most records back themselves', () => {
    for (const name of ['sittings', 'problems', 'entries', 'techniques', 'lists'] as const) {
      const found = whole.find((it) => it.name === name);
      const read = found && safeParse(found.schema, found.record);
      expect(read?.data as unknown)
        .withContext(name)
        .toBe(found?.record);
    }
  });

  it('makes of any value what Zod makes of it, to the letter', () => {
    const odd = fc.oneof(
      fc.jsonValue(),
      fc.constantFrom(
        undefined,
        NaN,
        Infinity,
        -1,
        1e9,
        ' padded ',
        newId(),
        '2026-11-24T18:00:00.000Z',
        new Date(0),
        [],
      ),
    );
    const change = fc.record({ at: fc.nat(), how: fc.constantFrom('set', 'add', 'remove', 'first'), value: odd });
    fc.assert(
      fc.property(fc.constantFrom(...whole), fc.array(change, { maxLength: 3 }), ({ schema, record }, changes) => {
        const value = structuredClone(record);
        for (const one of changes) alter(value, one);
        const [ours, theirs] = [safeParse(schema, value), schema.safeParse(value)];
        expect(ours.success).toBe(theirs.success);
        expect(asText(ours.data)).toEqual(asText(theirs.data));
      }),
      { numRuns: 3000 },
    );
  });

  it('leaves to Zod what it does not know, and what is filled in, trimmed or stands in another order', () => {
    const schema = z.strictObject({
      line: z.string().check(z.trim()),
      text: text(5),
      number: orNull(numberWithin(0, 9)),
      either: z.union([z.string(), z.number()]),
    });
    const read = (value: object): unknown => safeParse(schema, value).data;
    const value = { line: 'a', text: '', number: 3, either: 1 };
    expect(read(value)).toEqual(value);
    expect(read({ ...value, line: ' a ' })).toEqual(value);
    expect(read({ line: 'a', either: 1 })).toEqual({ ...value, number: null });
    expect(read({ ...value, number: 10 })).toBeUndefined();
    const known = z.strictObject({ one: z.string(), other: z.optional(z.number()) });
    for (const same of [{ one: 'a', other: 2 }, { one: 'a' }]) expect(safeParse(known, same).data).toBe(same);
    expect(Object.keys(safeParse(known, { other: 2, one: 'a' }).data ?? {})).toEqual(['one', 'other']);
  });
});

/** Changes one field somewhere within a value. */
function alter(value: object, { at, how, value: odd }: { at: number; how: string; value: unknown }): void {
  const places = objectsIn(value);
  const place = places[at % places.length] as Record<string, unknown>;
  const names = Object.keys(place);
  const name = names[at % Math.max(names.length, 1)] ?? 'none';
  if (how === 'set') place[name] = structuredClone(odd);
  else if (how === 'add') place[`other${at % 3}`] = structuredClone(odd);
  else {
    const before = place[name];
    Reflect.deleteProperty(place, name);
    // The same field, but the last of all.
    if (how === 'first') place[name] = before;
  }
}

function objectsIn(value: unknown): object[] {
  return typeof value === 'object' && value !== null ? [value, ...Object.values(value).flatMap(objectsIn)] : [];
}

/** As JSON, so that the order of fields counts too. */
function asText(value: unknown): string | undefined {
  return JSON.stringify(value);
}
