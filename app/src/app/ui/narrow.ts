import { BreakpointObserver } from '@angular/cdk/layout';
import { type Signal, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { map } from 'rxjs';

/** Whether the window is narrower than so many pixels. Call it where a component is made. */
export function isNarrowerThan(pixels: number): Signal<boolean> {
  const observed = inject(BreakpointObserver).observe(`(width < ${pixels}px)`);
  return toSignal(observed.pipe(map(({ matches }) => matches)), { requireSync: true });
}
