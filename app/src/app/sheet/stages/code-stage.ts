import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
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

/** Versions of the code, own and others', and two of them compared. */
@Component({
  selector: 'app-code-stage',
  imports: [CodeComparison, CodeEditor, EntryRow, MatButton, Picker, StageFrame],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <app-stage-frame stage="code">
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
                class="title"
                [attr.aria-label]="'Title of version ' + (index + 1)"
                placeholder="what is new in it"
                maxlength="500"
                [value]="version.title"
                (input)="store.change(version, { title: valueOf($event) })"
                (paste)="paste(version, $event)"
              />
              <app-picker
                class="language"
                [isQuiet]="true"
                [label]="'Language of version ' + (index + 1)"
                placeholder="language"
                [options]="languages"
                [takesOther]="true"
                [maxLength]="40"
                [value]="version.language"
                (valueChange)="store.change(version, { language: $event ?? '' })"
              />
              @if (approaches().length > 0) {
                <select
                  [attr.aria-label]="'Approach of version ' + (index + 1)"
                  (change)="store.change(version, { approachId: valueOf($event) || null })"
                >
                  <option value="">of no approach</option>
                  @for (approach of approaches(); track approach.id) {
                    <option [value]="approach.id" [selected]="approach.id === version.approachId">
                      approach {{ $index + 1 }}
                    </option>
                  }
                </select>
              }
              <select
                [attr.aria-label]="'Whose version ' + (index + 1) + ' is'"
                (change)="store.change(version, { isOwn: valueOf($event) === 'own' })"
              >
                <option value="own" [selected]="version.isOwn">my own</option>
                <option value="other" [selected]="!version.isOwn">somebody else’s</option>
              </select>
              <span class="second count">{{ countText(version.code) }}</span>
            </div>
            @if (!version.isOwn) {
              <div class="facts">
                <input
                  class="title"
                  [attr.aria-label]="'Source of version ' + (index + 1)"
                  placeholder="who wrote it, and where it stands"
                  maxlength="500"
                  [value]="version.source"
                  (input)="store.change(version, { source: valueOf($event) })"
                />
                <input
                  class="link"
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
                  <button
                    type="button"
                    class="check mono"
                    [attr.aria-pressed]="version.passed.includes(check.example.id)"
                    [title]="
                      'put in: ' +
                      check.example.input +
                      '
  must come out: ' +
                      check.example.expected
                    "
                    (click)="markPassed(version, check.example.id)"
                  >
                    {{ check.text }}
                  </button>
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
        <button type="button" matButton="text" class="add" (click)="add(null)">
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
          <select aria-label="The first version to compare" (change)="compared.set({ a: valueOf($event), b: pair.b })">
            @for (version of versions(); track version.id) {
              <option [value]="version.id" [selected]="version.id === pair.a">
                {{ $index + 1 }} {{ version.title || version.language }}
              </option>
            }
          </select>
          with
          <select aria-label="The second version to compare" (change)="compared.set({ a: pair.a, b: valueOf($event) })">
            @for (version of versions(); track version.id) {
              <option [value]="version.id" [selected]="version.id === pair.b">
                {{ $index + 1 }} {{ version.title || version.language }}
              </option>
            }
          </select>
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
    input,
    select {
      padding: 2px 6px;
      border: 0;
      border-radius: 3px;
      background: none;
      color: var(--ink);
      font: 400 13px/1.5 var(--text);
    }
    select {
      color: var(--ink-2);
    }
    input:hover,
    input:focus {
      background: var(--sheet);
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
      min-height: 24px;
      padding: 0 8px;
      border: 1px dashed var(--ink-2);
      border-radius: 3px;
      background: none;
      color: var(--ink-2);
      font: 400 12px/1.6 var(--mono);
      text-overflow: ellipsis;
      white-space: nowrap;
      overflow: hidden;
      cursor: pointer;
    }
    .check[aria-pressed='true'] {
      border: 1px solid var(--moss);
      color: var(--moss);
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
