import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  ElementRef,
  Injector,
  afterNextRender,
  computed,
  inject,
  input,
  output,
  signal,
} from '@angular/core';
import { MatIconButton } from '@angular/material/button';
import type { Entry } from '@lernen/core/model';
import { SheetStore } from '../../store/sheet-store';
import { whenNear } from '../../ui/nearby';
import { afterPress } from '../../ui/press';
import { shortcutOf } from '../../ui/shortcut-registry';

/**
 * The frame of one entry: its number in the gutter, its content, and what can be done with it, which shows while one is
 * in it. Alt with an arrow moves it, Alt with Enter goes on to a new one.
 */
@Component({
  selector: 'app-entry-row',
  imports: [MatIconButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: {
    '(keydown)': 'key($event)',
    '[attr.data-entry]': 'entry().id',
    '[class.long]': 'store.isLong()',
    tabindex: '-1',
    '(focusin)': 'isIn.set(true)',
    '(focusout)': 'leave()',
  },
  template: `
    <span class="number" aria-hidden="true">{{ mark() }}</span>
    <div class="content"><ng-content /></div>
    <div class="tools">
      @if (ordered()) {
        <button
          type="button"
          matIconButton
          class="tool"
          (click)="move(-1)"
          [attr.aria-label]="'Move ' + label() + ' up'"
        >
          ↑
        </button>
        <button
          type="button"
          matIconButton
          class="tool"
          (click)="move(1)"
          [attr.aria-label]="'Move ' + label() + ' down'"
        >
          ↓
        </button>
      }
      <button
        type="button"
        matIconButton
        class="tool"
        (click)="store.remove(entry())"
        [attr.aria-label]="'Remove ' + label()"
      >
        ×
      </button>
    </div>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: 20px minmax(0, 1fr);
      gap: 4px 6px;
      position: relative;
      padding: 6px 0;
      border-top: 1px solid var(--line);
    }
    :host(:first-of-type) {
      border-top: 0;
    }
    :host(:focus) {
      outline: none;
    }
    .number {
      padding-top: 2px;
      color: var(--ink-2);
      font: 600 15px/1.6 var(--heading);
    }
    /* A long sheet lays out only what can be seen. The room around it is for the frame of a field. */
    :host(.long) .content {
      margin: -3px;
      padding: 3px;
      content-visibility: auto;
      contain-intrinsic-size: auto 30px;
    }
    .tools {
      display: flex;
      position: absolute;
      right: 0;
      top: -17px;
      z-index: 2;
      border: 1px solid var(--line);
      border-radius: 4px;
      background: var(--sheet);
      visibility: hidden;
    }
    :host(:hover) .tools,
    :host(:focus-within) .tools {
      visibility: visible;
    }
    @media print {
      :host(.long) .content {
        content-visibility: visible;
      }
      .tools {
        display: none;
      }
    }
  `,
})
export class EntryRow {
  protected readonly store = inject(SheetStore);
  private readonly injector = inject(Injector);
  readonly entry = input.required<Entry>();
  /** What it is called, such as `observation 3`. */
  readonly label = input.required<string>();
  readonly mark = input<string | number>('');
  readonly ordered = input(true);
  /** Somebody wants a new entry behind this one. */
  readonly next = output();

  private readonly isNear = signal(false);
  /** Whether its fields are made; in a long sheet only its text is there until it comes near the window. */
  readonly isWhole = computed(() => !this.store.isLong() || this.isNear());
  /** Whether one is in it; what is empty in its details shows only then. */
  readonly isIn = signal(false);
  private isMoving = false;
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;

  constructor() {
    inject(DestroyRef).onDestroy(whenNear(this.host, () => this.isNear.set(true)));
  }

  /** The focus is still in the row while it goes from one of its fields to the next. */
  protected leave(): void {
    afterPress(() => queueMicrotask(() => this.close()));
  }

  private close(): void {
    if (!this.isMoving) this.isIn.set(this.host.contains(document.activeElement));
  }

  protected key(event: KeyboardEvent): void {
    const command = shortcutOf(event, 'entry');
    if (command === 'new-entry') this.next.emit();
    else if (command === 'entry-up' && this.ordered()) this.move(-1);
    else if (command === 'entry-down' && this.ordered()) this.move(1);
    else return;
    event.preventDefault();
  }

  protected move(by: -1 | 1): void {
    const written = document.activeElement;
    this.store.move(this.entry(), by);
    // A row that changes its place loses the focus, and its fields must outlast that.
    this.isMoving = true;
    afterNextRender(
      () => {
        if (written instanceof HTMLElement) written.focus();
        this.isMoving = false;
      },
      { injector: this.injector },
    );
  }
}
