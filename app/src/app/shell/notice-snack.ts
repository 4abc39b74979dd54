import { ChangeDetectionStrategy, Component, type Injector, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import {
  MAT_SNACK_BAR_DATA,
  MatSnackBar,
  MatSnackBarAction,
  MatSnackBarActions,
  MatSnackBarLabel,
} from '@angular/material/snack-bar';
import { type Notice, Notices } from '../store/notices';

/** What happened last, with the way to undo it. */
@Component({
  selector: 'app-notice-snack',
  imports: [MatButton, MatSnackBarAction, MatSnackBarActions, MatSnackBarLabel],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span matSnackBarLabel [class.failed]="notice.kind === 'failed'">{{ notice.text }}</span>
    <span matSnackBarActions>
      @if (notice.action; as action) {
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
  protected readonly notice = inject<Notice>(MAT_SNACK_BAR_DATA);
  protected readonly notices = inject(Notices);

  protected act(run: () => void): void {
    this.notices.clear();
    run();
  }
}

/** Shows a notice over the foot of the page, in place of the one before; or none. */
export function showNotice(injector: Injector, notice: Notice | null): void {
  const snackBar = injector.get(MatSnackBar);
  if (notice === null) {
    snackBar.dismiss();
    return;
  }
  const politeness = notice.kind === 'failed' ? 'assertive' : 'polite';
  snackBar.openFromComponent(NoticeSnack, { data: notice, politeness, panelClass: 'notice' });
}
