import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Difficulty } from '@lernen/core/model';

/** A difficulty as one, two or three notches of ink. */
@Component({
  selector: 'app-difficulty',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (difficulty(); as known) {
      <svg width="17" height="12" viewBox="0 0 17 12" aria-hidden="true">
        @for (x of notches(); track x) {
          <path [attr.d]="'M' + x + ' 11L' + (x + 3) + ' 1'" stroke="currentColor" stroke-width="2" />
        }
      </svg>
      <span [class.unseen]="!named()">{{ known }}</span>
    } @else {
      <span class="unseen">not stated</span>
    }
  `,
  styles: `
    :host {
      display: inline-flex;
      gap: 4px;
      align-items: center;
    }
  `,
})
export class DifficultyNotches {
  readonly difficulty = input.required<Difficulty | null>();
  /** Whether the word is shown beside the notches. */
  readonly named = input(false);
  protected readonly notches = computed(() =>
    [1, 6, 11].slice(0, { easy: 1, medium: 2, hard: 3 }[this.difficulty() ?? 'hard']),
  );
}
