import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatDialogActions, MatDialogClose, MatDialogContent, MatDialogTitle } from '@angular/material/dialog';
import { type Scope, idsOf, keysText, pageCommands, scopes, shortcuts } from '../ui/shortcut-registry';
import { Shortcuts } from './shortcuts';

const scopeWords: Readonly<Record<Scope, string>> = {
  page: 'Everywhere, outside of fields',
  desk: 'At the desk',
  sheet: 'On a sheet',
  entry: 'In an entry of a sheet',
  trace: 'In a trace',
  line: 'In the quick line',
};

/** The list of all keys. */
@Component({
  selector: 'app-shortcut-dialog',
  imports: [MatButton, MatDialogActions, MatDialogClose, MatDialogContent, MatDialogTitle],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 mat-dialog-title>Keys</h2>
    <mat-dialog-content>
      <div class="scopes">
        @for (group of groups(); track group.words) {
          <section>
            <h3>{{ group.words }}</h3>
            <dl>
              @for (row of group.rows; track row.words) {
                <dt>
                  <kbd>{{ row.keys }}</kbd>
                </dt>
                <dd>{{ row.words }}</dd>
              }
            </dl>
          </section>
        }
      </div>
      <p class="second">In Setup you can change the keys of the first group, or switch single keys off.</p>
    </mat-dialog-content>
    <mat-dialog-actions>
      <button type="button" matButton="outlined" mat-dialog-close>Close</button>
    </mat-dialog-actions>
  `,
  styles: `
    .scopes {
      columns: 2 260px;
      column-gap: 32px;
    }
    section {
      break-inside: avoid;
    }
    h3 {
      margin: 0 0 8px;
      color: var(--ink);
    }
    dl {
      display: grid;
      grid-template-columns: 84px 1fr;
      gap: 6px 8px;
      margin: 0 0 18px;
    }
    dd {
      margin: 0;
    }
  `,
})
export class ShortcutDialog {
  private readonly own = inject(Shortcuts);
  protected readonly groups = computed(() =>
    scopes.map((scope) => ({
      words: scopeWords[scope],
      rows: idsOf(scope).map((id) => {
        const command = pageCommands.find((it) => it === id);
        return { keys: command ? this.own.keys()[command] : keysText(id), words: shortcuts[id].words };
      }),
    })),
  );
}
