import { ChangeDetectionStrategy, Component, DestroyRef, Injector, effect, inject, untracked } from '@angular/core';
import { DerivedStore } from '../store/derived-store';
import { type Notice, Notices } from '../store/notices';
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
  protected readonly derived = inject(DerivedStore);

  constructor() {
    const timer = setTimeout(() => void this.parts(), fetchedAfterMs);
    inject(DestroyRef).onDestroy(() => {
      clearTimeout(timer);
      this.isGone = true;
    });
    let isShown = false;
    effect(() => {
      const notice = this.notices.current();
      if (notice !== null || isShown) untracked(() => void this.show(notice));
      isShown = notice !== null;
    });
  }

  /** How long it stays is for the notices to say. */
  private async show(notice: Notice | null): Promise<void> {
    const parts = await this.parts();
    if (!this.isGone && notice === this.notices.current()) parts?.showNotice(this.injector, notice);
  }

  /** Not needed for the first page: they come once it stands. Null where the server is gone before that. */
  private parts(): Promise<typeof import('./notice-snack') | null> {
    return import('./notice-snack').catch(() => null);
  }
}
