import { ChangeDetectionStrategy, Component, effect, inject, untracked } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatProgressBar } from '@angular/material/progress-bar';
import { MatSnackBar } from '@angular/material/snack-bar';
import { DerivedStore } from '../store/derived-store';
import { type Notice, Notices } from '../store/notices';
import { NoticeSnack } from './notice-snack';

/** Says what happened last, over the foot of the page; and planning that takes long, with the way to stop it. */
@Component({
  selector: 'app-notice-bar',
  imports: [MatButton, MatProgressBar],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
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
  private readonly notices = inject(Notices);
  private readonly snackBar = inject(MatSnackBar);
  protected readonly derived = inject(DerivedStore);

  constructor() {
    effect(() => {
      const notice = this.notices.current();
      untracked(() => (notice ? this.show(notice) : this.snackBar.dismiss()));
    });
  }

  /** How long it stays is for the notices to say. */
  private show(notice: Notice): void {
    const politeness = notice.kind === 'failed' ? 'assertive' : 'polite';
    this.snackBar.openFromComponent(NoticeSnack, { data: notice, politeness, panelClass: 'notice' });
  }
}
