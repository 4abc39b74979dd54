import type { Page } from '@playwright/test';

/** What stands in a browser's database, read past the app. */
export interface StandingRecords {
  readonly problems: readonly { readonly id: string; readonly title: string }[];
  readonly sittings: readonly { readonly id: string; readonly problemId: string; readonly note: string }[];
  /** The statements of sheets, by problem. */
  readonly statements: Readonly<Record<string, string>>;
  /** The quick line as it was begun. */
  readonly line: string;
  /** The sitting under way; null where none is. */
  readonly running: { readonly sittingId: string; readonly note: string } | null;
}

/** Reads the database of the page's origin: newest revisions without tombstones. */
export function standingRecords(page: Page): Promise<StandingRecords> {
  return page.evaluate(async () => {
    const done = <T>(request: IDBRequest<T>): Promise<T> =>
      new Promise((resolve, reject) => {
        request.onsuccess = () => resolve(request.result);
        request.onerror = () => reject(new Error(request.error?.message));
      });
    interface Row {
      readonly id: string;
      readonly revision: string;
      readonly deleted: boolean;
      readonly title: string;
      readonly problemId: string;
      readonly note: string;
      readonly kind: string;
      readonly text: string;
    }
    const database = await done(indexedDB.open('lernen'));
    const all = async (table: string): Promise<Row[]> => {
      const rows = await done(database.transaction(table).objectStore(table).getAll() as IDBRequest<Row[]>);
      const newest = new Map<string, Row>();
      for (const row of rows) if (row.revision > (newest.get(row.id)?.revision ?? '')) newest.set(row.id, row);
      return [...newest.values()].filter(({ deleted }) => !deleted);
    };
    const running = (await done(database.transaction('local').objectStore('local').get('running'))) as
      | { readonly value: { readonly hasEnded?: true; readonly sittingId: string; readonly note: string } }
      | undefined;
    const [problems, sittings, entries] = [await all('problems'), await all('sittings'), await all('entries')];
    database.close();
    const line = document.querySelector<HTMLInputElement>('app-quick-line input')?.value ?? '';
    const statements = entries
      .filter(({ kind }) => kind === 'statement')
      .map(({ problemId, text }) => [problemId, text]);
    return {
      problems: problems.map(({ id, title }) => ({ id, title })),
      sittings: sittings.map(({ id, problemId, note }) => ({ id, problemId, note })),
      line,
      statements: Object.fromEntries(statements) as Record<string, string>,
      running: !running || running.value.hasEnded ? null : running.value,
    };
  });
}
