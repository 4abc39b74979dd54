import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatDialogActions, MatDialogClose, MatDialogContent, MatDialogTitle } from '@angular/material/dialog';
import { type ShortcutCommand, sheetKeyWords, shortcutWords } from '../ui/shortcut-list';
import { Shortcuts } from './shortcuts';

/** The list of single-key shortcuts. */
@Component({
  selector: 'app-shortcut-dialog',
  imports: [MatButton, MatDialogActions, MatDialogClose, MatDialogContent, MatDialogTitle],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 mat-dialog-title>Keys</h2>
    <mat-dialog-content>
      <dl>
        @for (row of rows(); track row.word) {
          <dt>
            <kbd>{{ row.key }}</kbd>
          </dt>
          <dd>{{ row.word }}</dd>
        }
        <dt><kbd>Enter</kbd></dt>
        <dd>In the quick line: save</dd>
        <dt><kbd>Esc</kbd></dt>
        <dd>In the quick line: leave it for later</dd>
        @for (row of sheetKeyWords; track row[0]) {
          <dt>
            <kbd>{{ row[0] }}</kbd>
          </dt>
          <dd>{{ row[1] }}</dd>
        }
      </dl>
      <p class="second">Setup changes the keys or switches them off.</p>
    </mat-dialog-content>
    <mat-dialog-actions>
      <button type="button" matButton="outlined" mat-dialog-close>Close</button>
    </mat-dialog-actions>
  `,
  styles: `
    dl {
      display: grid;
      grid-template-columns: auto 1fr;
      gap: 8px 16px;
      margin: 0 0 12px;
    }
    dd {
      margin: 0;
    }
  `,
})
export class ShortcutDialog {
  private readonly shortcuts = inject(Shortcuts);
  protected readonly sheetKeyWords = sheetKeyWords;
  protected readonly rows = computed(() =>
    (Object.entries(this.shortcuts.keys()) as [ShortcutCommand, string][]).map(([command, key]) => ({
      key: key.toUpperCase(),
      word: shortcutWords[command],
    })),
  );
}
