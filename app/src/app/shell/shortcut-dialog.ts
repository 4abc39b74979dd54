import { ChangeDetectionStrategy, Component, ElementRef, computed, input, viewChild } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { type ShortcutCommand, sheetKeyWords, shortcutWords } from '../ui/shortcut-list';

/** The list of single-key shortcuts, in the browser's own dialog. */
@Component({
  selector: 'app-shortcut-dialog',
  imports: [MatButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <dialog #dialog aria-labelledby="shortcuts-title">
      <h2 id="shortcuts-title">Keys</h2>
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
      <form method="dialog"><button matButton="outlined">Close</button></form>
    </dialog>
  `,
  styles: `
    dialog {
      max-width: 560px;
      padding: 20px 24px;
      border: 1px solid var(--ink-2);
      border-radius: 4px;
      background: var(--sheet);
      color: var(--ink);
    }
    dialog::backdrop {
      background: rgb(31 42 48 / 35%);
    }
    dl {
      display: grid;
      grid-template-columns: auto 1fr;
      gap: 8px 16px;
      margin: 12px 0;
    }
    dd {
      margin: 0;
    }
    form {
      margin-top: 12px;
    }
  `,
})
export class ShortcutDialog {
  protected readonly sheetKeyWords = sheetKeyWords;
  readonly keys = input.required<Readonly<Record<ShortcutCommand, string>>>();
  private readonly dialog = viewChild.required<ElementRef<HTMLDialogElement>>('dialog');
  protected readonly rows = computed(() =>
    (Object.entries(this.keys()) as [ShortcutCommand, string][]).map(([command, key]) => ({
      key: key.toUpperCase(),
      word: shortcutWords[command],
    })),
  );

  open(): void {
    this.dialog().nativeElement.showModal();
  }
}
