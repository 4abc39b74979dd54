import { ChangeDetectionStrategy, Component, DestroyRef, Injector, effect, inject, untracked } from '@angular/core';
import { DerivedStore } from '../store/derived-store';
import { type Notice, Notices } from '../store/notices';
import type { NoticeSnacks } from './notice-snack';
import { PlanningLine } from './planning-line';

/** So long after the start the parts of a notice are fetched: from then on it needs no server, milliseconds. */
const fetchedAfterMs = 2500;

/** Says what happened last, over the foot of the page; and planning that takes long, with the way to stop it. */
@Component({
  selector: 'app-notice-bar',
  imports: [PlanningLine],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @defer (when derived.isStopped() || derived.progress() !== null) {
      <app-planning-line />
    }
  `,
})
export class NoticeBar {
  private readonly notices = inject(Notices);
  private readonly injector = inject(Injector);
  private isGone = false;
  private snacks: NoticeSnacks | null = null;
  protected readonly derived = inject(DerivedStore);

  constructor() {
    const timer = setTimeout(() => void this.parts(), fetchedAfterMs);
    inject(DestroyRef).onDestroy(() => {
      clearTimeout(timer);
      this.isGone = true;
    });
    effect(() => {
      const notice = this.notices.current();
      untracked(() => this.show(notice));
    });
  }

  /** How long it stays is for the notices to say. Once its parts are here it is seen with what the page draws next. */
  private show(notice: Notice | null): void {
    if (this.snacks) this.snacks.show(notice);
    else if (notice !== null)
      void this.parts().then(() => notice === this.notices.current() && this.snacks?.show(notice));
  }

  /** Not needed for the first page: they come once it stands, unless the server is gone before that. */
  private async parts(): Promise<void> {
    const parts = await import('./notice-snack').catch(() => null);
    if (parts && !this.isGone) this.snacks ??= this.injector.get(parts.NoticeSnacks);
  }
}
