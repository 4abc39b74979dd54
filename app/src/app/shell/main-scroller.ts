import { ViewportScroller } from '@angular/common';
import { Injectable, inject } from '@angular/core';
import { Router } from '@angular/router';

const moves = ['wheel', 'touchmove', 'keydown', 'pointerdown'] as const;
/** What is loaded later than this is not waited for, milliseconds. */
const patienceMs = 3000;
/** So long a part that was found is kept in view while what stands around it is loaded, milliseconds. */
const settlingMs = 1000;

/**
 * Places scroll inside `main`, not with the window: this tells the router so. A new place begins at its top, a fragment
 * leads to its part, and going back leads to where one was, each as soon as that much of the place is there.
 */
@Injectable()
export class MainScroller implements ViewportScroller {
  private readonly router = inject(Router);
  private stopWaiting = (): void => undefined;
  private path = '';

  setOffset(): void {
    // Nothing covers the top of main.
  }

  getScrollPosition(): [number, number] {
    return [0, this.main()?.scrollTop ?? 0];
  }

  scrollToPosition([, top]: [number, number]): void {
    const [path = ''] = this.router.url.split(/[?#]/);
    // A filter or a choice in the address is no other place.
    const isSamePlace = path === this.path;
    this.path = path;
    if (top === 0 && isSamePlace) return;
    this.onceThere((main) => {
      main.scrollTop = top;
      return main.scrollTop >= top - 1;
    });
  }

  scrollToAnchor(anchor: string): void {
    [this.path = ''] = this.router.url.split(/[?#]/);
    let foundAt = Infinity;
    this.onceThere(() => {
      if (performance.now() > foundAt + settlingMs) return true;
      const part = document.getElementById(anchor);
      part?.scrollIntoView();
      if (part) foundAt = Math.min(foundAt, performance.now());
      return false;
    });
  }

  setHistoryScrollRestoration(mode: 'auto' | 'manual'): void {
    history.scrollRestoration = mode;
  }

  /** Tries now, and with every change of the place until it can be done, or the person moves on. */
  private onceThere(scroll: (main: HTMLElement) => boolean): void {
    this.stopWaiting();
    const main = this.main();
    if (!main || scroll(main)) return;
    const observer = new MutationObserver(() => {
      if (scroll(main)) this.stopWaiting();
    });
    observer.observe(main, { childList: true, subtree: true });
    const timer = setTimeout(() => this.stopWaiting(), patienceMs);
    this.stopWaiting = () => {
      observer.disconnect();
      clearTimeout(timer);
      for (const move of moves) removeEventListener(move, this.stopWaiting);
      this.stopWaiting = () => undefined;
    };
    for (const move of moves) addEventListener(move, this.stopWaiting, { passive: true });
  }

  private main(): HTMLElement | null {
    return document.getElementById('main');
  }
}
