import { DestroyRef, inject } from '@angular/core';

/**
 * Does something whenever the page is put away: the last moment at which a write is begun for sure. Call it where something
 * is made.
 */
export function whenHidden(task: () => void): void {
  const leave = (): void => {
    if (document.visibilityState === 'hidden') task();
  };
  document.addEventListener('visibilitychange', leave);
  inject(DestroyRef).onDestroy(() => document.removeEventListener('visibilitychange', leave));
}
