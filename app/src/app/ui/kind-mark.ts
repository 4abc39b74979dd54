import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { SittingKind } from '@lernen/core/model';
import type { PlannedKind } from '@lernen/core/plan';
import { kinds } from './kinds';

/** A kind of sitting as a shape and a word. */
@Component({
  selector: 'app-kind-mark',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg width="12" height="12" viewBox="0 0 12 12" aria-hidden="true">
      <circle cx="6" cy="6" r="5" fill="none" stroke="currentColor" />
      <path [attr.d]="path()" fill="currentColor" />
    </svg>
    <span>{{ word() }}</span>
  `,
  styles: `
    :host {
      display: inline-flex;
      gap: 6px;
      align-items: center;
      color: var(--sea);
      font: 600 12px/1.4 var(--text);
      white-space: nowrap;
    }
  `,
})
export class KindMark {
  readonly kind = input.required<SittingKind | PlannedKind>();
  protected readonly path = computed(() => kinds[this.kind()].mark);
  protected readonly word = computed(() => (this.kind() === 'fresh' ? 'New' : kinds[this.kind()].word));
}
