import { Injectable, signal } from '@angular/core';
import { numberIn } from '../ui/value-of';
import { errorText, isOfClosedDatabase } from '../ui/error-text';

export interface Notice {
  readonly id: number;
  readonly text: string;
  readonly kind: 'done' | 'failed';
  readonly action: { readonly label: string; readonly run: () => void } | null;
}

const shownFor = { done: 12_000, failed: 60_000 } as const;

/** What happened last, said once at the foot of the page. */
@Injectable({ providedIn: 'root' })
export class Notices {
  private readonly shown = signal<Notice | null>(null);
  private count = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;
  readonly current = this.shown.asReadonly();
  /** Height of the foot of the page, over which it is said, in pixels. */
  readonly foot = signal(0);
  /** Once a bar tells that the records are gone, with what to do, what fails for that alone is not said again. */
  areRecordsLost = false;

  say(text: string, action: Notice['action'] = null): void {
    this.show({ id: ++this.count, text, kind: 'done', action });
  }

  /** Says what went wrong; an error keeps its own words. */
  fail(error: unknown): void {
    if (this.areRecordsLost && isOfClosedDatabase(error)) return;
    const text = errorText(error);
    this.show({ id: ++this.count, text, kind: 'failed', action: null });
  }

  /** The number in a field that was `before`; null, and what it may be is said, when it is none. */
  numberIn(event: Event, before: number): number | null {
    const read = numberIn(event, before);
    if (typeof read === 'number') return read;
    this.fail(read);
    return null;
  }

  clear(): void {
    this.shown.set(null);
  }

  private show(notice: Notice): void {
    clearTimeout(this.timer);
    this.shown.set(notice);
    this.timer = setTimeout(() => {
      if (this.shown()?.id === notice.id) this.clear();
    }, shownFor[notice.kind]);
  }
}
