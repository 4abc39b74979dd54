import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { SittingKind } from '@lernen/core/model';
import type { PlannedKind } from '@lernen/core/plan';
import { kindWords } from './words';

/** How much of the circle a kind fills: a Spot asks for a quarter of the work, a Rebuild for all of it. */
const filled: Readonly<Record<SittingKind | PlannedKind, string>> = {
  spot: 'M6 6V1A5 5 0 0 1 11 6Z',
  sketch: 'M6 1A5 5 0 0 1 6 11Z',
  rebuild: 'M6 1A5 5 0 1 1 6 11A5 5 0 1 1 6 1Z',
  twist: 'M6 1A5 5 0 0 1 6 11A5 5 0 0 0 6 6A2.5 2.5 0 0 1 6 1Z',
  rehearsal: 'M3 4H9V8H3Z',
  'first-solve': '',
  fresh: '',
};

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
  protected readonly path = computed(() => filled[this.kind()]);
  protected readonly word = computed(() => (this.kind() === 'fresh' ? 'New' : kindWords[this.kind()]));
}
