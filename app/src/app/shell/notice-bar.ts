import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatProgressBar } from '@angular/material/progress-bar';
import { DerivedStore } from '../store/derived-store';
import { Notices } from '../store/notices';

/** What happened last, with the way to undo it; and planning that takes long, with the way to stop it. */
@Component({
  selector: 'app-notice-bar',
  imports: [MatButton, MatProgressBar],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div aria-live="polite">
      @if (notices.current(); as notice) {
        <p [class.failed]="notice.kind === 'failed'">
          <span>{{ notice.text }}</span>
          @if (notice.action; as action) {
            <button type="button" matButton="text" (click)="act(action.run)">{{ action.label }}</button>
          }
          <button type="button" matButton="text" (click)="notices.clear()">Close</button>
        </p>
      }
    </div>
    @if (derived.isStopped()) {
      <p>
        <span>Planning was stopped; the plan before it stays.</span>
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
    .failed span {
      color: var(--risk);
      font-weight: 600;
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
export class NoticeBar {
  protected readonly notices = inject(Notices);
  protected readonly derived = inject(DerivedStore);

  protected act(run: () => void): void {
    this.notices.clear();
    run();
  }
}
