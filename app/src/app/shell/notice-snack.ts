import { OverlayContainer } from '@angular/cdk/overlay';
import { ChangeDetectionStrategy, Component, Injectable, effect, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import {
  MAT_SNACK_BAR_DATA,
  MatSnackBar,
  MatSnackBarAction,
  MatSnackBarActions,
  MatSnackBarLabel,
  type MatSnackBarRef,
} from '@angular/material/snack-bar';
import { type Notice, Notices } from '../store/notices';

/** What happened last, with the way to undo it. */
@Component({
  selector: 'app-notice-snack',
  imports: [MatButton, MatSnackBarAction, MatSnackBarActions, MatSnackBarLabel],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span matSnackBarLabel [class.failed]="notice().kind === 'failed'">{{ notice().text }}</span>
    <span matSnackBarActions>
      @if (notice().action; as action) {
        <button type="button" matButton="text" matSnackBarAction (click)="act(action.run)">{{ action.label }}</button>
      }
      <button type="button" matButton="text" matSnackBarAction (click)="notices.clear()">Close</button>
    </span>
  `,
  styles: `
    :host {
      display: flex;
    }
    .failed {
      font-weight: 600;
    }
  `,
})
export class NoticeSnack {
  readonly notice = signal(inject<Notice>(MAT_SNACK_BAR_DATA));
  protected readonly notices = inject(Notices);

  protected act(run: () => void): void {
    this.notices.clear();
    run();
  }
}

/** Shows what happened last over the foot of the page. */
@Injectable({ providedIn: 'root' })
export class NoticeSnacks {
  private readonly snackBar = inject(MatSnackBar);
  private shown: MatSnackBarRef<NoticeSnack> | null = null;

  constructor() {
    const overlay = inject(OverlayContainer).getContainerElement();
    const { foot } = inject(Notices);
    // On the overlay alone: a property of the whole page would have every element of it styled again.
    effect(() => overlay.style.setProperty('--foot', `${foot()}px`));
  }

  /** What is like the one before stands in its place at once; the same words come as a new one, so that they are heard again. */
  show(notice: Notice | null): void {
    const before = this.shown?.instance.notice();
    if (notice === null) {
      this.shown = null;
      this.snackBar.dismiss();
    } else if (before?.kind === notice.kind && before.text !== notice.text) {
      this.shown?.instance.notice.set(notice);
    } else {
      const politeness = notice.kind === 'failed' ? 'assertive' : 'polite';
      this.shown = this.snackBar.openFromComponent(NoticeSnack, { data: notice, politeness, panelClass: 'notice' });
    }
  }
}
