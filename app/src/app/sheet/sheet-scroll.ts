import { DestroyRef, Injectable, inject, signal } from '@angular/core';
import { type Stage, stages } from '@lernen/core/model';

const moves = ['wheel', 'touchmove', 'keydown', 'pointerdown'] as const;

/** Where one is in the sheet. Its stages say when they are there, for those further down are made later. Provided by the sheet. */
@Injectable()
export class SheetScroll {
  /** The stage that stands where one reads. */
  readonly here = signal<Stage | null>(null);
  private readonly shown = new Map<Element, Stage>();
  private readonly observer = new IntersectionObserver(
    (seen) => {
      if (this.isAsked) return;
      for (const { isIntersecting, target } of seen) if (isIntersecting) this.enter(target);
    },
    { rootMargin: '-20% 0px -75% 0px' },
  );
  private whenWhole: (() => void) | null = null;
  /** One asked for a stage and did not move on since; at the ends of the page it may not come to where one reads. */
  private isAsked = false;

  constructor() {
    const moveOn = (): void => void (this.isAsked = false);
    for (const move of moves) addEventListener(move, moveOn, { passive: true });
    inject(DestroyRef).onDestroy(() => moves.forEach((move) => removeEventListener(move, moveOn)));
  }

  /** Brings a stage to where one reads, as soon as it is on the page. */
  ask(stage: Stage): void {
    this.isAsked = true;
    this.here.set(stage);
    const element = document.getElementById(stage);
    if (element) element.scrollIntoView();
    else this.onceWhole(() => document.getElementById(stage)?.scrollIntoView());
  }

  /** A stage is on the page. Returns how it says that it is gone. */
  arrive(stage: Stage, element: Element): () => void {
    this.shown.set(element, stage);
    this.observer.observe(element);
    if (this.shown.size === stages.length) {
      this.whenWhole?.();
      this.whenWhole = null;
    }
    return () => {
      this.shown.delete(element);
      this.observer.unobserve(element);
    };
  }

  /** One is in a stage: the one whose element this is, or holds this. */
  enter(element: Element): void {
    const frame = element.closest('app-stage-frame');
    const stage = frame && this.shown.get(frame);
    if (stage) this.here.set(stage);
  }

  /** Calls back as soon as the stages that are made from now on are all on the page. */
  onceWhole(then: () => void): void {
    this.whenWhole = then;
  }
}
