import { type Signal, effect, inject, signal } from '@angular/core';
import { liveQuery } from 'dexie';
import type { LernenDatabase } from '../data/database';
import { Notices } from './notices';
import { DATABASE } from './profile';

/**
 * What a question to the database is answered with, again whenever the answer changes. `ask` reads the signals that the
 * question depends on and gives the question. Call in an injection context.
 */
export function liveSignal<T>(ask: () => (database: LernenDatabase) => Promise<T>, initial: T): Signal<T> {
  const [database, notices] = [inject(DATABASE), inject(Notices)];
  const answer = signal(initial);
  effect((onCleanup) => {
    const question = ask();
    const following = liveQuery(() => question(database)).subscribe({
      next: (found) => answer.set(found),
      error: (error: unknown) => notices.fail(error),
    });
    onCleanup(() => following.unsubscribe());
  });
  return answer.asReadonly();
}
