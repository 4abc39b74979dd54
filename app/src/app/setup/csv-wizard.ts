import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  afterNextRender,
  computed,
  effect,
  inject,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatExpansionPanel, MatExpansionPanelHeader, MatExpansionPanelTitle } from '@angular/material/expansion';
import { MatProgressBar } from '@angular/material/progress-bar';
import { MatStep, MatStepper, MatStepperIcon } from '@angular/material/stepper';
import { type CsvField, type CsvMapping, type CsvRowsAre, csvFields, ourOwnFields } from '@lernen/core/archive';
import type { DateOrder } from '@lernen/core/model';
import { Clock } from '../store/clock';
import { type CsvGuess, type CsvPreview, Files } from '../store/files-service';
import { LogStore } from '../store/log-store';
import { Notices } from '../store/notices';
import { shortDay } from '../ui/dates';
import { download } from '../ui/download';
import { isNarrowerThan } from '../ui/narrow';
import { counted } from '../ui/words';
import { errorText } from '../ui/error-text';
import { DayField } from '../ui/fields/day-field';
import { type Option, SelectField, optionsOf } from '../ui/fields/select-field';
import { TextField } from '../ui/fields/text-field';

/** New techniques named before the rest is only counted. */
const maxNamed = 8;

const fieldWords: Readonly<Record<string, string>> = { time: 'time of day', started: 'exact start' };

/** A spreadsheet before it comes in: what each column means, what would be written, which rows cannot be read and why. */
@Component({
  selector: 'app-csv-wizard',
  imports: [
    DayField,
    MatButton,
    MatExpansionPanel,
    MatExpansionPanelHeader,
    MatExpansionPanelTitle,
    MatProgressBar,
    MatStep,
    MatStepper,
    MatStepperIcon,
    SelectField,
    TextField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './csv-wizard.html',
  styles: `
    :host {
      display: block;
      margin: 12px 0;
      padding: 12px 0;
      border-top: 2px solid var(--lamp);
      border-bottom: 1px solid var(--line);
    }
    .scroll {
      overflow-x: auto;
      margin: 8px 0;
    }
    th app-select-field {
      min-width: 150px;
    }
    mat-progress-bar {
      max-width: 200px;
    }
    th,
    td {
      max-width: 260px;
      padding: 4px 14px 4px 0;
      border-bottom: 1px solid var(--line);
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .coming td {
      white-space: normal;
    }
    td.reason {
      color: var(--risk);
      white-space: normal;
      max-width: none;
    }
    @media (width < 700px) {
      tr:has(.reason) {
        display: grid;
        grid-template-columns: auto minmax(0, 1fr);
        border-bottom: 1px solid var(--line);
      }
      tr:has(.reason) td {
        border: 0;
      }
      td.reason {
        grid-column: 1 / -1;
      }
      .coming td {
        padding-right: 10px;
        overflow-wrap: anywhere;
      }
    }
    .options {
      display: flex;
      flex-wrap: wrap;
      gap: 12px;
      margin: 8px 0;
    }
    h4 {
      margin: 12px 0 4px;
    }
    table + [matButton],
    .actions {
      margin-top: 12px;
    }
  `,
})
export class CsvWizard {
  readonly name = input.required<string>();
  readonly guess = input.required<CsvGuess>();
  readonly done = output();
  private readonly files = inject(Files);
  private readonly log = inject(LogStore);
  private readonly notices = inject(Notices);
  protected readonly clock = inject(Clock);
  /** What only our own tables have is offered where it was found. */
  protected readonly meanings = computed<readonly Option[]>(() => [
    { value: '', text: 'into the note' },
    ...optionsOf(
      csvFields.filter((field) => !ourOwnFields.includes(field) || this.guess().mapping.includes(field)),
      (field) => fieldWords[field] ?? field,
    ),
  ]);
  protected readonly rowKinds: readonly Option[] = [
    { value: 'sittings', text: 'a sitting at a problem' },
    { value: 'planned', text: 'a problem for later' },
  ];
  protected readonly dateOrders: readonly Option[] = [
    { value: 'day-first', text: '3 November' },
    { value: 'month-first', text: '11 March' },
  ];
  protected readonly counted = counted;
  protected readonly shortDay = shortDay;
  protected readonly mapping = linkedSignal<CsvMapping>(() => this.guess().mapping);
  protected readonly dateOrder = linkedSignal<DateOrder>(() => this.guess().dateOrder);
  protected readonly fallbackDay = linkedSignal(() => this.guess().fallbackDay);
  protected readonly rowsAre = linkedSignal<CsvRowsAre>(() => this.guess().rowsAre);
  protected readonly listTitle = signal('');
  private readonly choices = computed(() => ({
    mapping: this.mapping(),
    dateOrder: this.dateOrder(),
    fallbackDay: this.fallbackDay(),
    rowsAre: this.rowsAre(),
    listTitle: this.listTitle(),
  }));
  protected readonly isNarrow = isNarrowerThan(700);
  protected readonly mendLabel = computed(() => {
    const { faultyCount = 0, refusedCount = 0 } = this.preview() ?? {};
    const count = faultyCount + refusedCount;
    return count === 0 ? 'What cannot be read' : `What cannot be read: ${counted(count, 'row')}`;
  });
  protected readonly preview = signal<CsvPreview | null>(null);
  protected readonly progress = signal<number | null>(null);
  protected readonly failure = signal<string | null>(null);

  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef);
    afterNextRender(() => host.nativeElement.scrollIntoView({ block: 'start' }));
    effect(() => {
      this.choices();
      void this.attempt(() => this.showPreview());
    });
  }

  private async showPreview(): Promise<void> {
    this.preview.set(await this.files.previewCsv(this.choices(), (share) => this.progress.set(share)));
  }

  /** A meaning can belong to one column only; the column that had it before goes into the note. */
  protected setMeaning(column: number, value: string): void {
    const meaning = csvFields.find((field): field is CsvField => field === value) ?? null;
    this.mapping.set(
      this.mapping().map((field, index) => (index === column ? meaning : field === meaning ? null : field)),
    );
  }

  /** What comes in with the rows: new problems and techniques, and days that were assumed. */
  protected withText({ newProblems, newTechniques, undatedCount, duplicateCount }: CsvPreview): string {
    const named = newTechniques.length > maxNamed ? [...newTechniques.slice(0, maxNamed), '…'] : newTechniques;
    const parts = [
      `, with ${counted(newProblems, 'new problem')}`,
      newTechniques.length > 0 ? `, ${counted(newTechniques.length, 'new technique')} (${named.join(', ')})` : '',
      undatedCount > 0 ? `; ${undatedCount} without a date, taken as ${shortDay(this.fallbackDay())}` : '',
      duplicateCount > 0
        ? `. ${counted(duplicateCount, 'row')} ${duplicateCount === 1 ? 'is' : 'are'} there already`
        : '',
    ];
    return `${parts.join('')}. `;
  }

  /** A cell as the person mended it: what comes in is shown again. */
  protected mend(index: number, column: number, text: string): Promise<void> {
    return this.attempt(async () => {
      await this.files.mendCsv(index, column, text);
      await this.showPreview();
    });
  }

  /** The title of a refused row can be mended where there is a column for it. */
  protected titleColumn(): number {
    return this.mapping().indexOf('title');
  }

  protected async apply(): Promise<void> {
    const preview = this.preview();
    if (!preview) return;
    await this.attempt(async () => {
      const seq = await this.files.applyCsv(`Imported ${this.name()}`, (share) => this.progress.set(share));
      await this.log.catchUp();
      const sittings = preview.sittingCount;
      const news = counted(preview.newProblems, 'new problem');
      const what = sittings > 0 ? `Imported ${counted(sittings, 'sitting')} at ${news}.` : `Kept ${news} for later.`;
      this.notices.say(what, { label: 'Undo', run: () => void this.log.undo(seq) });
      this.done.emit();
    });
  }

  protected saveFailures(): Promise<void> {
    return this.attempt(async () => download(await this.files.failedRows(), `not-imported-${this.name()}`, 'text/csv'));
  }

  protected stop(): void {
    this.files.stop();
    this.done.emit();
  }

  private async attempt(work: () => Promise<void>): Promise<void> {
    this.failure.set(null);
    this.progress.set(0);
    try {
      await work();
    } catch (error) {
      this.failure.set(errorText(error));
    } finally {
      this.progress.set(null);
    }
  }
}
