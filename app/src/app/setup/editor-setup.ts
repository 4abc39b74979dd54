import { ChangeDetectionStrategy, Component, DestroyRef, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { type Named, type Snippet, SnippetSchema } from '@lernen/core/model';
import { shippedRates } from '@lernen/core/sheet';
import { Debounced } from '../store/debounced';
import { LogStore } from '../store/log-store';
import { CodeEditor } from '../ui/code-editor';
import { NumberField } from '../ui/fields/number-field';
import { TextField } from '../ui/fields/text-field';
import { Picker } from '../ui/picker';

/** Milliseconds after which what was typed is saved. */
const writtenAfterMs = 400;

/** How code is written: the width of a step, the size, and code of the person's own to insert or to start with. */
@Component({
  selector: 'app-editor-setup',
  imports: [CodeEditor, MatButton, MatCheckbox, NumberField, Picker, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(focusout)': 'flush()' },
  template: `
    <section aria-labelledby="editor-title">
      <h2 id="editor-title">Editor</h2>
      <div class="fields">
        <app-number-field
          label="Tab width"
          unit="blanks"
          [min]="1"
          [max]="8"
          [value]="settings().tabWidth"
          (valueChange)="set({ tabWidth: $event })"
        />
        <app-number-field
          label="Size of code"
          unit="px"
          [min]="10"
          [max]="24"
          [value]="settings().codeSize"
          (valueChange)="set({ codeSize: $event })"
        />
      </div>
      <h3>Snippets</h3>
      <p class="second">
        Code of your own: offered under a version in its language, those of the problem’s technique first. One that
        starts new versions is a template.
      </p>
      @for (snippet of settings().snippets; track $index; let index = $index) {
        <div class="snippet" role="group" [attr.aria-label]="'Snippet ' + (index + 1)">
          <app-text-field
            label="Name"
            [maxLength]="80"
            [value]="snippet.name"
            (committed)="change(index, { name: $event })"
          />
          <app-picker
            label="Language"
            takesOther
            [maxLength]="40"
            [options]="languages"
            [value]="snippet.language"
            (valueChange)="change(index, { language: $event ?? '' })"
          />
          <app-picker
            label="Technique"
            [options]="log.offered()"
            [value]="snippet.technique"
            (valueChange)="change(index, { technique: $event })"
            unknownText="No technique is called that."
          />
          <mat-checkbox [checked]="snippet.isTemplate" (change)="change(index, { isTemplate: $event.checked })"
            >starts new versions</mat-checkbox
          >
          <button type="button" matButton="text" (click)="remove(index)">
            Remove<span class="unseen"> snippet {{ index + 1 }}</span>
          </button>
          <app-code-editor
            class="code"
            [label]="'Code of snippet ' + (index + 1)"
            [tabWidth]="settings().tabWidth"
            [size]="settings().codeSize"
            [code]="snippet.code"
            [language]="snippet.language"
            (codeChange)="write(index, $event)"
          />
        </div>
      }
      <p>
        <button type="button" matButton="outlined" [disabled]="settings().snippets.length >= 200" (click)="add()">
          Add a snippet
        </button>
      </p>
    </section>
  `,
  styles: `
    h3 {
      margin: 18px 0 2px;
    }
    .snippet {
      display: grid;
      grid-template-columns: repeat(3, minmax(0, 1fr)) auto auto;
      gap: 6px 12px;
      align-items: end;
      margin: 10px 0;
    }
    .code {
      grid-column: 1 / -1;
    }
    @media (width < 800px) {
      .snippet {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class EditorSetup {
  protected readonly log = inject(LogStore);
  protected readonly settings = this.log.settings;
  protected readonly languages = Object.keys(shippedRates).map((name): Named => ({ id: name, name }));
  private unwritten: { readonly index: number; readonly code: string } | null = null;
  private readonly writing = new Debounced(() => this.writeCode(), writtenAfterMs);

  constructor() {
    inject(DestroyRef).onDestroy(() => this.flush());
  }

  protected set(part: { readonly tabWidth?: number; readonly codeSize?: number }): void {
    void this.log.saveSettings(part);
  }

  protected add(): void {
    const language = this.settings().language ?? '';
    void this.log.saveSettings(({ snippets }) => ({ snippets: [...snippets, SnippetSchema.parse({ language })] }));
  }

  protected remove(index: number): void {
    void this.log.saveSettings(({ snippets }) => ({ snippets: snippets.filter((_, at) => at !== index) }));
  }

  protected change(index: number, part: Partial<Snippet>): void {
    void this.log.saveSettings(({ snippets }) => ({
      snippets: snippets.map((it, at) => (at === index ? { ...it, ...part } : it)),
    }));
  }

  /** Typing is saved a moment later. */
  protected write(index: number, code: string): void {
    if (this.unwritten?.index !== index) void this.writeCode();
    this.unwritten = code.length > 10_000 ? null : { index, code };
    this.writing.schedule();
  }

  protected flush(): void {
    void this.writing.flush();
  }

  private writeCode(): Promise<void> {
    const unwritten = this.unwritten;
    this.unwritten = null;
    if (unwritten && unwritten.code !== this.settings().snippets[unwritten.index]?.code)
      this.change(unwritten.index, { code: unwritten.code });
    return Promise.resolve();
  }
}
