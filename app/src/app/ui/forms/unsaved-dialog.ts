import { ChangeDetectionStrategy, Component, type Injector, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import {
  MAT_DIALOG_DATA,
  MatDialog,
  MatDialogActions,
  MatDialogClose,
  MatDialogContent,
  MatDialogTitle,
} from '@angular/material/dialog';
import { firstValueFrom } from 'rxjs';

/** What becomes of a form with changes that is left. */
export type Leaving = 'stay' | 'keep' | 'throw-away';

/** Asks what becomes of a form that is not saved. Closing it otherwise stays. */
@Component({
  selector: 'app-unsaved-dialog',
  imports: [MatButton, MatDialogActions, MatDialogClose, MatDialogContent, MatDialogTitle],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 mat-dialog-title>You have not saved {{ what }}</h2>
    <mat-dialog-content>Kept as a draft, it stands in the form again when you open it.</mat-dialog-content>
    <mat-dialog-actions>
      <button type="button" matButton="filled" mat-dialog-close="stay" cdkFocusInitial>Stay</button>
      <button type="button" matButton="outlined" mat-dialog-close="keep">Leave, keep the draft</button>
      <button type="button" matButton="outlined" class="danger" mat-dialog-close="throw-away">Throw it away</button>
    </mat-dialog-actions>
  `,
  styles: `
    mat-dialog-actions {
      row-gap: 8px;
    }
  `,
})
export class UnsavedDialog {
  /** What is not saved, such as “the interview”. */
  protected readonly what = inject<string>(MAT_DIALOG_DATA);
}

/** Asks what becomes of it; `what` is not saved, such as “the interview”. */
export async function askAboutUnsaved(injector: Injector, what: string): Promise<Leaving> {
  const dialog = injector.get(MatDialog).open<UnsavedDialog, string, Leaving>(UnsavedDialog, { data: what });
  return (await firstValueFrom(dialog.afterClosed())) ?? 'stay';
}
