import { CdkVirtualScrollViewport } from '@angular/cdk/scrolling';
import { Directive, Injectable, afterNextRender, inject } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { NavigationStart, Router } from '@angular/router';

/** Where lists were scrolled to when they were left, by their addresses. */
@Injectable({ providedIn: 'root' })
class ListPositions {
  readonly offsets = new Map<string, number>();
  /** Whether the page was come to by going back or forward. */
  isBack = false;

  constructor() {
    inject(Router)
      .events.pipe(takeUntilDestroyed())
      .subscribe((event) => {
        if (event instanceof NavigationStart) this.isBack = event.navigationTrigger === 'popstate';
      });
  }
}

/** Frames in which a list may come to its height. */
const maxFrames = 30;

/** Going back to a list finds the place where one was. A list that is opened otherwise begins at its top. */
@Directive({ selector: 'cdk-virtual-scroll-viewport[appListPosition]', host: { '(scroll)': 'remember()' } })
export class ListPosition {
  private readonly viewport = inject(CdkVirtualScrollViewport);
  private readonly positions = inject(ListPositions);

  constructor() {
    const offset = this.positions.isBack ? (this.positions.offsets.get(location.href) ?? 0) : 0;
    if (offset > 0) afterNextRender(() => this.restore(offset, maxFrames));
  }

  protected remember(): void {
    this.positions.offsets.set(location.href, this.viewport.measureScrollOffset());
  }

  private restore(offset: number, left: number): void {
    this.viewport.scrollToOffset(offset);
    if (left > 0 && this.viewport.measureScrollOffset() < offset - 1)
      requestAnimationFrame(() => this.restore(offset, left - 1));
  }
}
