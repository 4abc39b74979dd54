import { type Signal, effect, inject, signal } from '@angular/core';
import type { Repository } from '../data/repository';
import { Notices } from './notices';
import { REPOSITORY } from './profile';

/**
 * What a question to the repository is answered with, again whenever the answer changes. `ask` reads the signals that the
 * question depends on and gives the question. Call in an injection context.
 */
export function liveSignal<T>(ask: () => (repository: Repository) => Promise<T>, initial: T): Signal<T> {
  const [repository, notices] = [inject(REPOSITORY), inject(Notices)];
  const answer = signal(initial);
  effect((onCleanup) => {
    const question = ask();
    const following = repository
      .follow(() => question(repository))
      .subscribe({
        next: (found) => answer.set(found),
        error: (error: unknown) => notices.fail(error),
      });
    onCleanup(() => following.unsubscribe());
  });
  return answer.asReadonly();
}
