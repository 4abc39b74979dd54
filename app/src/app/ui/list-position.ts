import { CdkVirtualScrollViewport } from '@angular/cdk/scrolling';
import { Directive, Injectable, afterNextRender, inject } from '@angular/core';
import { Router } from '@angular/router';

/** Where lists were scrolled to when they were left, by their addresses. */
@Injectable({ providedIn: 'root' })
class ListPositions {
  readonly offsets = new Map<string, number>();
}

/** Going back to a list finds the place where one was. A list that is opened otherwise begins at its top. */
@Directive({ selector: 'cdk-virtual-scroll-viewport[appListPosition]', host: { '(scroll)': 'remember()' } })
export class ListPosition {
  private readonly viewport = inject(CdkVirtualScrollViewport);
  private readonly positions = inject(ListPositions).offsets;
  private readonly router = inject(Router);
  private readonly url = this.router.currentNavigation()?.finalUrl?.toString() ?? this.router.url;

  constructor() {
    const isBack = this.router.currentNavigation()?.trigger === 'popstate';
    const offset = isBack ? (this.positions.get(this.url) ?? 0) : 0;
    if (offset > 0) afterNextRender(() => this.viewport.scrollToOffset(offset));
  }

  protected remember(): void {
    this.positions.set(this.url, this.viewport.measureScrollOffset());
  }
}
