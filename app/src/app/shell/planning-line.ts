import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatProgressBar } from '@angular/material/progress-bar';
import { DerivedStore } from '../store/derived-store';

/** Planning that takes long, with the way to stop it. */
@Component({
  selector: 'app-planning-line',
  imports: [MatButton, MatProgressBar],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (derived.isStopped()) {
      <p>
        <span>Planning was stopped. The earlier plan stays.</span>
        <button type="button" matButton="text" (click)="derived.derive()">Plan again</button>
      </p>
    } @else if (derived.progress() !== null) {
      <p class="planning">
        <span>Planning</span><mat-progress-bar aria-label="Planning" [value]="100 * (derived.progress() ?? 0)" />
        <button type="button" matButton="text" (click)="derived.stop()">Stop</button>
      </p>
    }
  `,
  styles: `
    p {
      display: flex;
      gap: 8px;
      align-items: center;
      padding: 4px 24px;
      border-top: 1px solid var(--line);
      background: var(--sheet);
    }
    p span {
      flex: 1;
    }
    /* Only planning that takes long is worth a line. */
    .planning {
      animation: late 0s 700ms both;
    }
    @keyframes late {
      from {
        display: none;
      }
      to {
        display: flex;
      }
    }
  `,
})
export class PlanningLine {
  protected readonly derived = inject(DerivedStore);
}
