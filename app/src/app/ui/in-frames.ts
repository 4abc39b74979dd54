import { DestroyRef, type Signal, computed, inject, signal } from '@angular/core';

/** More frames than this no list takes: what is still missing then comes at once. */
const maxFrames = 20;

/** How many frames a component has been there, from 1 up to `count`. To be called where the component is made. */
export function framesShown(count: number): Signal<number> {
  const frames = signal(1);
  const next = (): void => {
    frames.update((value) => value + 1);
    if (frames() < count) request = requestAnimationFrame(next);
  };
  let request = requestAnimationFrame(next);
  inject(DestroyRef).onDestroy(() => {
    cancelAnimationFrame(request);
  });
  return frames;
}

/**
 * A long list that is drawn `step` items a frame, so that opening its page never holds a key press or a scroll back.
 * Once it stood as a whole it stays whole, whatever is added.
 */
export function inFrames<Item>(list: Signal<readonly Item[]>, step: number): Signal<readonly Item[]> {
  const frames = framesShown(maxFrames);
  return computed(() => (frames() < maxFrames ? list().slice(0, frames() * step) : list()));
}
