import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatProgressBar } from '@angular/material/progress-bar';
import { MatTooltip } from '@angular/material/tooltip';
import { type EntryOf, type Example, checkGroups, isFilled } from '@lernen/core/model';
import { type CheckResult, familyOf, groupOf, measuredText, scoreOf } from '@lernen/core/run';
import { CheckRuns } from '../../store/check-runs';
import { SheetStore } from '../../store/sheet-store';
import { counted, grouped } from '../../ui/words';

/** Of long answers so much is shown; the longest that can be kept as expected. */
const shownLetters = 120;
const mostKept = 20_000;

/** Runs a version over the examples of its sheet, and shows what came out of each. */
@Component({
  selector: 'app-version-checks',
  imports: [MatButton, MatCheckbox, MatProgressBar, MatTooltip],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (examples().length > 0) {
      <div class="run">
        @if (isRunning()) {
          <button type="button" matButton="outlined" class="small" (click)="runs.stop()">Stop</button>
        } @else {
          <button
            type="button"
            matButton="outlined"
            class="small"
            [attr.aria-label]="'Run version ' + number() + ' over the examples'"
            (click)="start()"
          >
            Run the examples
          </button>
        }
        @if (memoryHint() !== '' && !isRunning()) {
          <mat-checkbox
            [checked]="runs.measuresMemory()"
            [matTooltip]="memoryHint()"
            (change)="runs.measuresMemory.set($event.checked)"
            >memory too</mat-checkbox
          >
        }
        <span class="second" role="status">{{ summary() }}</span>
      </div>
      @if (isRunning()) {
        <mat-progress-bar
          [mode]="run()?.state === 'starting' ? 'indeterminate' : 'determinate'"
          [value]="share()"
          aria-label="Examples that were run"
        />
      }
      @for (group of groups(); track group.name) {
        @if (groups().length > 1) {
          <p class="group">
            {{ group.name }} <span class="second">{{ group.score }}</span>
            @if (!isRunning()) {
              <button
                type="button"
                matButton="text"
                class="small"
                [attr.aria-label]="'Run the ' + group.name + ' examples again'"
                (click)="runSome(group.examples)"
              >
                again
              </button>
            }
          </p>
        }
        <ol class="results">
          @for (row of group.rows; track row.example.id) {
            <li [class]="row.result.verdict">
              <span class="sign" aria-hidden="true"></span>
              <span class="verdict">{{ words[row.result.verdict] }}</span>
              <span class="mono in" [textContent]="oneLine(row.example.input)"></span>
              <span class="told">
                @if (row.result.difference; as it) {
                  <span class="second">expected</span>
                  <b class="mono">{{ short(row.example.expected) }}</b>
                  @if (row.example.isTaken) {
                    <span class="second">(taken from a version)</span>
                  }
                  <span class="second">got</span>
                  <b class="mono got">{{ short(row.result.actual) }}</b>
                  @if (it.place !== '') {
                    <span class="second"
                      >first at {{ it.place }}: {{ short(it.actual) }} for {{ short(it.expected) }}</span
                    >
                  }
                } @else if (row.result.message !== '') {
                  {{ row.result.message }}
                  @if (row.result.line !== null) {
                    <span class="second">Line {{ row.result.line }}.</span>
                  }
                } @else {
                  <b class="mono">{{ short(row.result.actual) }}</b>
                  @if (row.result.verdict === 'ran') {
                    <span [class]="row.others.isOther ? 'got' : 'second'">{{ row.others.text }}</span>
                    @if (row.result.actual.length <= mostKept) {
                      <button
                        type="button"
                        matButton="text"
                        class="small"
                        matTooltip="marked as taken from a version: it shows only whether others do the same"
                        (click)="take(row.example, row.result)"
                      >
                        Take it as expected
                      </button>
                    }
                  }
                }
              </span>
              <span class="ms">
                <span class="mono second">{{ measuredText(row.result) }}</span>
                @if (!isRunning()) {
                  <button
                    type="button"
                    matButton="text"
                    class="small"
                    [attr.aria-label]="'Run ' + oneLine(row.example.input) + ' again'"
                    (click)="runSome([row.example])"
                  >
                    again
                  </button>
                }
              </span>
              @if (row.result.printed.trim() !== '' && row.result.actual !== row.result.printed.trimEnd()) {
                <details>
                  <summary>printed</summary>
                  <pre class="mono" tabindex="0">{{ row.result.printed }}</pre>
                </details>
              }
            </li>
          }
        </ol>
      }
    }
  `,
  styles: `
    .run {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 12px;
      align-items: center;
      margin-top: 8px;
      font-size: 13px;
    }
    .group {
      margin: 8px 0 -6px;
      font: 600 13px/1.4 var(--text);
    }
    .group button {
      margin-left: 6px;
    }
    .ms {
      display: flex;
      gap: 6px;
      align-items: baseline;
    }
    .results {
      margin: 6px 0 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: grid;
      grid-template-columns: 14px 104px minmax(0, 2fr) minmax(0, 3fr) auto;
      gap: 2px 8px;
      align-items: baseline;
      padding: 5px 0;
      border-bottom: 1px solid var(--line);
      font-size: 13px;
    }
    .sign {
      width: 11px;
      height: 11px;
      border: 1px solid var(--risk);
      background: repeating-linear-gradient(45deg, var(--risk) 0 2px, transparent 2px 4px);
    }
    .right .sign {
      border-color: var(--moss);
      background: var(--moss);
    }
    .ran .sign {
      border-color: var(--ink-2);
      background: none;
    }
    @media (forced-colors: active) {
      .sign {
        border-style: dashed;
      }
      .right .sign {
        border-style: solid;
        background: CanvasText;
      }
      .ran .sign {
        border-style: solid;
      }
    }
    .in {
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .told {
      display: flex;
      flex-wrap: wrap;
      gap: 0 6px;
      overflow-wrap: anywhere;
    }
    .got {
      color: var(--risk);
    }
    details {
      grid-column: 3 / -1;
    }
    pre {
      max-height: 200px;
      margin: 2px 0;
      overflow: auto;
    }
    @media (width < 700px) {
      li {
        grid-template-columns: 14px minmax(0, 1fr) auto;
      }
      .verdict {
        order: 1;
      }
      .ms {
        order: 2;
      }
      .in,
      .told {
        grid-column: 2 / -1;
        order: 3;
      }
    }
  `,
})
export class VersionChecks {
  protected readonly runs = inject(CheckRuns);
  private readonly store = inject(SheetStore);
  readonly version = input.required<EntryOf<'version'>>();
  readonly number = input.required<number>();
  protected readonly mostKept = mostKept;
  protected readonly measuredText = measuredText;
  protected readonly words: Readonly<Record<CheckResult['verdict'], string>> = {
    right: 'right',
    wrong: 'wrong',
    ran: 'ran',
    crashed: 'crashed',
    'too-slow': 'too slow',
    'too-much-memory': 'out of memory',
    'too-much-output': 'endless output',
    'did-not-compile': 'not compiled',
    unreadable: 'not run',
  };
  protected readonly examples = computed(() => this.store.of('example').filter(isFilled));
  protected readonly run = computed(() => this.runs.of(this.version()));
  /** What it takes to find out how much memory was taken; empty where that is told anyway. */
  protected readonly memoryHint = computed(() => {
    const family = familyOf(this.version().language);
    if (family === 'python')
      return 'Python runs each example once more to find out, which takes about four times as long';
    return family === 'javascript' || family === 'typescript'
      ? 'Node runs each example once more on this machine, if Setup lets it run languages of the machine'
      : '';
  });
  protected readonly isRunning = computed(() => /^(?:starting|running)$/.test(this.run()?.state ?? ''));
  protected readonly share = computed(
    () => (100 * (this.run()?.results.size ?? 0)) / Math.max(this.run()?.count ?? 1, 1),
  );
  /** What was run, by groups: usual inputs, edge cases, large ones. */
  protected readonly groups = computed(() =>
    checkGroups.flatMap((name) => {
      const examples = this.examples().filter((example) => groupOf(example) === name);
      const rows = examples.flatMap((example) => {
        const result = this.run()?.results.get(example.id);
        return result ? [{ example, result, others: this.others(example.id, result) }] : [];
      });
      const { right, wanted } = scoreOf(rows.map(({ result }) => result));
      const score = wanted === 0 ? '' : `${right} of ${wanted} right`;
      return rows.length === 0 ? [] : [{ name, examples, rows, score }];
    }),
  );
  protected readonly summary = computed(() => {
    const run = this.run();
    if (!run) return '';
    if (run.state === 'failed') return run.message;
    if (run.state === 'starting')
      return /^py/i.test(run.language) ? 'Starting. Python takes a moment the first time.' : 'Starting';
    const results = [...run.results.values()];
    const wanted = results.filter(({ verdict }) => verdict !== 'ran');
    const right = results.filter(({ verdict }) => verdict === 'right').length;
    const isOver = run.state === 'stopped' ? ', stopped' : '';
    const unmeasured = run.message === '' ? '' : `. Their memory is not told: ${run.message}`;
    return wanted.length === 0
      ? `${counted(results.length, 'example')} ran${isOver}${unmeasured}`
      : `${right} of ${counted(wanted.length, 'example')} right${isOver}${unmeasured}`;
  });

  protected start(): void {
    void this.runs.run(this.version(), this.examples());
  }

  /** Some of them are no attempt. */
  protected runSome(examples: readonly Example[]): void {
    void this.runs.run(this.version(), examples);
  }

  /** Where nobody says what is right, other versions may: a plain one that is slow but surely right most of all. */
  private others(exampleId: string, result: CheckResult): { readonly text: string; readonly isOther: boolean } {
    const told = this.store.of('version').flatMap((version, index) => {
      const other = version.id === this.version().id ? null : this.runs.of(version)?.results.get(exampleId);
      const isSame = other?.verdict === 'ran' ? this.runs.isSame(other, result) : null;
      return isSame === null ? [] : [{ number: index + 1, isSame }];
    });
    const other = told.find(({ isSame }) => !isSame);
    if (other) return { text: `version ${other.number} gives another answer`, isOther: true };
    if (told.length === 0) return { text: 'nothing is expected', isOther: false };
    return { text: `the same as version ${told.map(({ number }) => number).join(', ')}`, isOther: false };
  }

  protected short(text: string): string {
    return text.length <= shownLetters ? text : `${text.slice(0, shownLetters)}… (${grouped(text.length)} characters)`;
  }

  /** What this version gave is expected from now on, with a mark that nobody else said so. */
  protected take(example: Example, { actual }: CheckResult): void {
    this.store.change(example, { expected: actual, isTaken: true });
    void this.runs.run(this.version(), [{ ...example, expected: actual, isTaken: true }]);
  }

  protected oneLine(text: string): string {
    return text.trim().replace(/\s*\n\s*/g, ' ⏎ ') || 'nothing';
  }
}
