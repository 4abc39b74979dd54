import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatButtonToggle } from '@angular/material/button-toggle';
import { MatInput } from '@angular/material/input';
import { MatTooltip } from '@angular/material/tooltip';
import { type BrokenRule, shippedRates, solutionsOf } from '@lernen/core/sheet';
import { type EntryOf, type Named, type Snippet, isFilled, snippetsFor, templateFor } from '@lernen/core/model';
import { LogStore } from '../../store/log-store';
import { CheckRuns } from '../../store/check-runs';
import { SheetStore } from '../../store/sheet-store';
import { CodeComparison } from '../../ui/code-comparison';
import { CodeEditor } from '../../ui/code-editor';
import { codeHeight } from '../../ui/code-height';
import { isNarrowerThan } from '../../ui/narrow';
import { Picker } from '../../ui/picker';
import { valueOf } from '../../ui/value-of';
import { counted } from '../../ui/words';
import { SheetFocus } from '../sheet-focus';
import { SheetLimits } from '../sheet-limits';
import { CheckRulesPart } from './check-rules-part';
import { EntryRow } from './entry-row';
import { SolutionsTable } from './solutions-table';
import { StageFrame } from './stage-frame';
import { VersionChecks } from './version-checks';
import { QuietSelect } from '../../ui/fields/quiet-select';
import { type Option } from '../../ui/fields/select-field';

/** Versions of the code, own and others', side by side in a table, and two or three of them compared. */
@Component({
  selector: 'app-code-stage',
  imports: [
    MatTooltip,
    CheckRulesPart,
    CodeComparison,
    CodeEditor,
    EntryRow,
    MatButton,
    MatButtonToggle,
    MatInput,
    Picker,
    QuietSelect,
    SolutionsTable,
    StageFrame,
    VersionChecks,
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
                (valueChange)="setLanguage(version, $event ?? '')"
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
              <span class="second count">{{ countText(index) }}</span>
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
            <!-- What stands below does not move while the editor takes the place of the plain code. -->
            <div [style.min-height]="codeHeight(version.code, settings().codeSize)">
              @defer (on viewport) {
                <app-code-editor
                  #editor
                  [tabWidth]="settings().tabWidth"
                  [size]="settings().codeSize"
                  [code]="version.code"
                  [language]="version.language"
                  [label]="'Code of version ' + (index + 1)"
                  [faults]="runs.faultsOf(version)"
                  (codeChange)="write(version, $event)"
                />
                @if (snippets(version); as offered) {
                  @if (offered.length > 0) {
                    <p class="snippets">
                      <span class="label">Insert</span>
                      @for (snippet of offered; track $index) {
                        <button type="button" matButton="text" class="small" (click)="editor.insert(snippet.code)">
                          {{ snippet.name || 'untitled' }}
                        </button>
                      }
                    </p>
                  }
                }
              } @placeholder {
                <pre tabindex="0">{{ version.code || ' ' }}</pre>
              }
            </div>
            <app-version-checks [version]="version" [number]="index + 1" />
            @for (rule of broken(index); track rule.rule) {
              <p class="risk rule">Breaks “{{ rule.rule }}”: {{ rule.why }}.</p>
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
      <p>
        <button type="button" matButton="text" class="add" data-start (click)="add(null)">
          {{ versions().length === 0 ? 'The first version' : 'Another version' }}
        </button>
      </p>
      @if (versions().length > 0 && examples().length > 0) {
        <app-check-rules />
      }
      @if (versions().length > 1) {
        @if (examples().length > 0) {
          <p>
            <button type="button" matButton="outlined" class="small" (click)="runEach()">
              Run all versions over all examples
            </button>
          </p>
        }
        <app-solutions-table [solutions]="solutions()" [hasRules]="hasRules()" [(compared)]="compared" />
      }
      @for (pair of comparisons(); track pair.label; let first = $first) {
        <div class="facts">
          <span>{{ pair.label }}</span>
          @if (first) {
            <button type="button" matButton="text" class="small" (click)="sideBySide.set(!sideBySide())">
              {{ sideBySide() ? 'As one text' : 'Side by side' }}
            </button>
          }
        </div>
        <app-code-comparison
          [before]="pair.before"
          [after]="pair.after"
          [language]="pair.language"
          [sideBySide]="sideBySide()"
        />
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
    .snippets {
      display: flex;
      flex-wrap: wrap;
      gap: 0 4px;
      align-items: baseline;
    }
    .rule {
      margin: 4px 0;
      font-size: 13px;
    }
  `,
})
export class CodeStage {
  protected readonly store = inject(SheetStore);
  protected readonly runs = inject(CheckRuns);
  protected readonly settings = inject(LogStore).settings;
  private readonly limits = inject(SheetLimits);
  private readonly focus = inject(SheetFocus);
  protected readonly valueOf = valueOf;
  protected readonly codeHeight = codeHeight;
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
  /** The examples that every version must pass. */
  protected readonly checks = computed(() =>
    this.store
      .of('example')
      .filter((example) => example.isCheck)
      .map((example) => ({ example, text: `${oneLine(example.input)} → ${oneLine(example.expected)}` })),
  );
  /** All versions with what there is to say of each. */
  protected readonly solutions = computed(() =>
    solutionsOf(
      this.versions(),
      this.approaches(),
      new Set(this.checks().map(({ example }) => example.id)),
      this.limits.bounds(),
    ),
  );
  protected readonly hasRules = computed(() => this.limits.bounds().all.some(({ kind }) => kind === 'code'));
  /** Ids of the versions that are compared, each with the one before it. */
  protected readonly compared = signal<readonly string[]>([]);
  /** Beside each other there is room for two only on wide windows. */
  protected readonly sideBySide = signal(!isNarrowerThan(700)());
  protected readonly comparisons = computed(() => {
    const picked = this.versions().flatMap((version, index) =>
      this.compared().includes(version.id) ? [{ ...version, number: index + 1 }] : [],
    );
    return picked.slice(1).flatMap((after, index) => {
      const before = picked[index];
      const label = `Version ${before?.number ?? ''}, and what is different in version ${after.number}`;
      return before ? [{ label, before: before.code, after: after.code, language: after.language }] : [];
    });
  });

  protected readonly examples = computed(() => this.store.of('example').filter(isFilled));

  protected runEach(): void {
    void this.runs.runEach(this.versions(), this.examples());
  }

  /** At most a handful, those of the problem's techniques first. */
  protected snippets({ language }: EntryOf<'version'>): readonly Snippet[] {
    return snippetsFor(language, this.store.problem()?.techniques ?? [], this.settings()).slice(0, 8);
  }

  protected add(after: string | null): void {
    const last = this.versions().at(-1);
    const best = this.approaches().findLast((it) => it.left === null);
    const language = last?.language ?? this.settings().language ?? '';
    const code = templateFor(language, this.settings());
    this.focus.onEntry(this.store.add('version', { language, code, approachId: best?.id ?? null }, after));
  }

  /** Where there is no code yet, it begins with what one starts in that language. */
  protected setLanguage(version: EntryOf<'version'>, language: string): void {
    const code = version.code === '' ? templateFor(language, this.settings()) : version.code;
    this.store.change(version, { language, code });
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

  protected countText(index: number): string {
    const { lines, characters } = this.solutions().rows[index] ?? { lines: 0, characters: 0 };
    return `${counted(lines, 'line')}, ${counted(characters, 'character')}`;
  }

  /** The rules of the sheet that a version breaks. */
  protected broken(index: number): readonly BrokenRule[] {
    return this.solutions().rows[index]?.broken ?? [];
  }

  protected isLink(link: string): boolean {
    return /^https?:\/\//i.test(link);
  }
}

function oneLine(text: string): string {
  return text.trim().replace(/\s*\n\s*/g, ', ') || 'nothing';
}
