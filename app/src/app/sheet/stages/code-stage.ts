import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatButtonToggle } from '@angular/material/button-toggle';
import { MatInput } from '@angular/material/input';
import { MatTooltip } from '@angular/material/tooltip';
import { shippedRates } from '@lernen/core/sheet';
import type { EntryOf, Named } from '@lernen/core/model';
import { LogStore } from '../../store/log-store';
import { SheetStore } from '../../store/sheet-store';
import { CodeComparison } from '../../ui/code-comparison';
import { CodeEditor } from '../../ui/code-editor';
import { Picker } from '../../ui/picker';
import { valueOf } from '../../ui/value-of';
import { counted } from '../../ui/words';
import { SheetFocus } from '../sheet-focus';
import { EntryRow } from './entry-row';
import { StageFrame } from './stage-frame';
import { QuietSelect } from '../../ui/fields/quiet-select';
import { type Option } from '../../ui/fields/select-field';

/** Versions of the code, own and others', and two of them compared. */
@Component({
  selector: 'app-code-stage',
  imports: [
    MatTooltip,
    CodeComparison,
    CodeEditor,
    EntryRow,
    MatButton,
    MatButtonToggle,
    MatInput,
    Picker,
    QuietSelect,
    StageFrame,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <app-stage-frame folds stage="code">
      @for (version of versions(); track version.id; let index = $index) {
        <app-entry-row
          #row
          [mark]="index + 1"
          [entry]="version"
          [label]="'version ' + (index + 1)"
          (next)="add(version.id)"
        >
          @if (row.isWhole()) {
            <div class="facts">
              <input
                matInput
                class="paper title"
                [attr.aria-label]="'Title of version ' + (index + 1)"
                placeholder="what is new in it"
                maxlength="500"
                [value]="version.title"
                (input)="store.change(version, { title: valueOf($event) })"
                (paste)="paste(version, $event)"
              />
              <app-picker
                class="language"
                isQuiet
                [label]="'Language of version ' + (index + 1)"
                placeholder="language"
                [options]="languages"
                takesOther
                [maxLength]="40"
                [value]="version.language"
                (valueChange)="store.change(version, { language: $event ?? '' })"
              />
              @if (approaches().length > 0) {
                <app-quiet-select
                  [label]="'Approach of version ' + (index + 1)"
                  [options]="approachOptions()"
                  [value]="version.approachId ?? ''"
                  (chosen)="store.change(version, { approachId: $event || null })"
                />
              }
              <app-quiet-select
                [label]="'Whose version ' + (index + 1) + ' is'"
                [options]="owners"
                [value]="version.isOwn ? 'own' : 'other'"
                (chosen)="store.change(version, { isOwn: $event === 'own' })"
              />
              <span class="second count">{{ countText(version.code) }}</span>
            </div>
            @if (!version.isOwn) {
              <div class="facts">
                <input
                  matInput
                  class="paper title"
                  [attr.aria-label]="'Source of version ' + (index + 1)"
                  placeholder="who wrote it, and where it stands"
                  maxlength="500"
                  [value]="version.source"
                  (input)="store.change(version, { source: valueOf($event) })"
                />
                <input
                  matInput
                  class="paper link"
                  type="url"
                  [attr.aria-label]="'Link of version ' + (index + 1)"
                  placeholder="https://"
                  maxlength="2000"
                  [value]="version.link"
                  (change)="store.change(version, { link: valueOf($event) })"
                />
                @if (isLink(version.link)) {
                  <a [href]="version.link" target="_blank" rel="noopener noreferrer">open</a>
                }
              </div>
            }
            @defer (on viewport) {
              <app-code-editor
                [code]="version.code"
                [language]="version.language"
                [label]="'Code of version ' + (index + 1)"
                (codeChange)="write(version, $event)"
              />
            } @placeholder {
              <pre tabindex="0">{{ version.code || ' ' }}</pre>
            }
            @if (checks().length > 0) {
              <div class="checks" role="group" [attr.aria-label]="'Checks of version ' + (index + 1)">
                <span class="label">{{ passedText(version) }}</span>
                @for (check of checks(); track check.example.id) {
                  <mat-button-toggle
                    class="mono check"
                    [checked]="version.passed.includes(check.example.id)"
                    [matTooltip]="'in: ' + check.example.input + ' → out: ' + check.example.expected"
                    (change)="markPassed(version, check.example.id)"
                    >{{ check.text }}</mat-button-toggle
                  >
                }
              </div>
            }
          } @else {
            <div class="unmade">
              <p>{{ version.title }}</p>
              <pre>{{ version.code }}</pre>
            </div>
          }
        </app-entry-row>
      }
      <p class="adding">
        <button type="button" matButton="text" class="add" data-start (click)="add(null)">
          {{ versions().length === 0 ? 'The first version' : 'Another version' }}
        </button>
        @if (versions().length > 1) {
          <button type="button" matButton="text" class="small" (click)="compare()">
            {{ compared() ? 'Stop comparing' : 'Compare two' }}
          </button>
        }
      </p>
      @if (compared(); as pair) {
        <div class="facts">
          <app-quiet-select
            label="The first version to compare"
            [options]="versionOptions()"
            [value]="pair.a"
            (chosen)="compared.set({ a: $event, b: pair.b })"
          />
          with
          <app-quiet-select
            label="The second version to compare"
            [options]="versionOptions()"
            [value]="pair.b"
            (chosen)="compared.set({ a: pair.a, b: $event })"
          />
          <button type="button" matButton="text" class="small" (click)="sideBySide.set(!sideBySide())">
            {{ sideBySide() ? 'As one text' : 'Side by side' }}
          </button>
        </div>
        @if (comparison(); as it) {
          <app-code-comparison
            [before]="it.before"
            [after]="it.after"
            [language]="it.language"
            [sideBySide]="sideBySide()"
          />
        }
      }
    </app-stage-frame>
  `,
  styles: `
    .facts {
      display: flex;
      flex-wrap: wrap;
      gap: 2px 8px;
      align-items: center;
      margin-bottom: 4px;
    }
    app-quiet-select {
      width: 140px;
    }
    .title {
      flex: 1 1 180px;
      font-weight: 600;
    }
    .language {
      width: 96px;
    }
    .link {
      flex: 1 1 160px;
    }
    .count {
      font-size: 12px;
    }
    pre {
      max-height: 60vh;
      margin: 0;
      padding: 6px 12px;
      border: 1px solid var(--line);
      background: var(--sheet);
      font: 400 13px/1.4 var(--mono);
      overflow: auto;
    }
    .checks {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 6px;
      align-items: center;
      margin: 6px 0;
    }
    .check {
      max-width: 30ch;
    }
    .adding {
      display: flex;
      gap: 18px;
    }
  `,
})
export class CodeStage {
  protected readonly store = inject(SheetStore);
  private readonly log = inject(LogStore);
  private readonly focus = inject(SheetFocus);
  protected readonly valueOf = valueOf;
  protected readonly languages = Object.keys(shippedRates).map((name): Named => ({ id: name, name }));
  protected readonly versions = computed(() => this.store.of('version'));
  protected readonly approaches = computed(() => this.store.of('approach'));
  protected readonly approachOptions = computed<readonly Option[]>(() => [
    { value: '', text: 'of no approach' },
    ...this.approaches().map(({ id }, index) => ({ value: id, text: `approach ${index + 1}` })),
  ]);
  protected readonly owners: readonly Option[] = [
    { value: 'own', text: 'my own' },
    { value: 'other', text: 'somebody else’s' },
  ];
  protected readonly versionOptions = computed<readonly Option[]>(() =>
    this.versions().map(({ id, title, language }, index) => ({ value: id, text: `${index + 1} ${title || language}` })),
  );
  /** The examples that every version must pass. */
  protected readonly checks = computed(() =>
    this.store
      .of('example')
      .filter((example) => example.isCheck)
      .map((example) => ({ example, text: `${oneLine(example.input)} → ${oneLine(example.expected)}` })),
  );
  protected readonly compared = signal<{ readonly a: string; readonly b: string } | null>(null);
  protected readonly sideBySide = signal(true);
  protected readonly comparison = computed(() => {
    const pair = this.compared();
    const [before, after] = [pair?.a, pair?.b].map((id) => this.versions().find((version) => version.id === id));
    return before && after ? { before: before.code, after: after.code, language: after.language } : null;
  });

  protected add(after: string | null): void {
    const last = this.versions().at(-1);
    const best = this.approaches().findLast((it) => it.left === null);
    const language = last?.language ?? this.log.settings().language ?? '';
    this.focus.onEntry(this.store.add('version', { language, approachId: best?.id ?? null }, after));
  }

  protected compare(): void {
    const [before, after] = this.versions().slice(-2);
    this.compared.set(this.compared() || !before || !after ? null : { a: before.id, b: after.id });
  }

  /** A change of the code takes back what it had passed. */
  protected write(version: EntryOf<'version'>, code: string): void {
    if (code !== version.code) this.store.change(version, { code, passed: [] });
  }

  /** Several lines pasted where the title stands are the code. */
  protected paste(version: EntryOf<'version'>, event: ClipboardEvent): void {
    const code = event.clipboardData?.getData('text/plain') ?? '';
    if (version.code !== '' || !code.trim().includes('\n')) return;
    event.preventDefault();
    this.write(version, code);
  }

  /** Marks a check as passed, or as not passed. */
  protected markPassed(version: EntryOf<'version'>, exampleId: string): void {
    this.store.change(version, ({ passed }) => ({
      passed: passed.includes(exampleId) ? passed.filter((id) => id !== exampleId) : [...passed, exampleId],
    }));
  }

  protected passedText({ passed }: EntryOf<'version'>): string {
    const count = this.checks().filter(({ example }) => passed.includes(example.id)).length;
    return `${count} of ${counted(this.checks().length, 'check')} passed`;
  }

  protected countText(code: string): string {
    const lines = code === '' ? 0 : code.replace(/\n$/, '').split('\n').length;
    return `${counted(lines, 'line')}, ${counted(code.length, 'character')}`;
  }

  protected isLink(link: string): boolean {
    return /^https?:\/\//i.test(link);
  }
}

function oneLine(text: string): string {
  return text.trim().replace(/\s*\n\s*/g, ', ') || 'nothing';
}
