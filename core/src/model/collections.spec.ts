import { collectionNames, collectionOf, dataVersion, eachCollection, keyOf, logCollectionNames } from './collections';
import { noRecords } from './log';

describe('the registry of collections', () => {
  it('brings each with a version that exists, and the log holds all but what the sheets hold', () => {
    expect(collectionNames.length).toBeGreaterThan(5);
    for (const name of collectionNames) {
      expect(collectionOf(name).since).toBeGreaterThanOrEqual(1);
      expect(collectionOf(name).since).toBeLessThanOrEqual(dataVersion);
    }
    expect(collectionNames.filter((name) => !logCollectionNames.some((it) => it === name))).toEqual(['entries']);
  });

  it('names only fields that a record has', () => {
    for (const name of collectionNames) {
      const { schema, planFields } = collectionOf(name);
      const said = schema.safeParse({ unknown: 1 }).error?.issues.flatMap(({ code, path }) => [code, ...path]) ?? [];
      expect(said.length).toBeGreaterThan(0);
      if (!('shape' in schema.def)) continue;
      const fields = Object.keys(schema.def.shape as object);
      expect((planFields ?? []).filter((field) => !fields.includes(field))).toEqual([]);
    }
  });

  it('tells revisions apart where all of them are kept, and records by their id elsewhere', () => {
    const record = { id: 'a', revision: 'b' };
    expect(collectionNames.filter((name) => keyOf(name, record) === 'b')).toEqual(['sittings']);
    expect(Object.keys(noRecords)).toEqual([...collectionNames, 'settings']);
    expect(eachCollection((name) => name)).toEqual(
      Object.fromEntries(collectionNames.map((name) => [name, name])) as never,
    );
  });
});
