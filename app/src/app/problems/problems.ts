import { CdkFixedSizeVirtualScroll, CdkVirtualForOf, CdkVirtualScrollViewport } from '@angular/cdk/scrolling';
import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatSort, MatSortHeader } from '@angular/material/sort';
import { dayOf, daysBetween, difficulties, helps, results } from '@lernen/core/model';
import { Clock } from '../store/clock';
import { DerivedStore } from '../store/derived-store';
import { LogStore } from '../store/log-store';
import { SheetMarks } from '../store/sheet-marks';
import { shortDay } from '../ui/dates';
import { DifficultyNotches } from '../ui/difficulty-notches';
import { StageMarks } from '../ui/stage-marks';
import { counted, helpWords, percent, resultWords } from '../ui/words';
import { type ProblemFilter, type ProblemRow, type SortKey, filterRows, problemRows, sortKeys } from './problem-rows';
import { NewProblems } from './new-problems';
import { type Option, SelectField, optionsOf } from '../ui/fields/select-field';
import { TextField } from '../ui/fields/text-field';
import { Clipped } from '../ui/clipped';
import { framesShown } from '../ui/in-frames';
import { ListPosition } from '../ui/list-position';
import { type SortOrder, readSortOrder, sortOrderText } from '../ui/sort-order';

const any: Option = { value: '', text: 'any' };

/** Every problem, to be searched, filtered and sorted. The choice stands in the address. */
@Component({
  selector: 'app-problems',
  imports: [
    CdkFixedSizeVirtualScroll,
    CdkVirtualForOf,
    CdkVirtualScrollViewport,
    DifficultyNotches,
    MatButton,
    MatCheckbox,
    ListPosition,
    Clipped,
    MatSort,
    MatSortHeader,
    NewProblems,
    RouterLink,
    SelectField,
    StageMarks,
    TextField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './problems.html',
  styleUrl: './problems.scss',
})
export class Problems {
  private readonly router = inject(Router);
  private readonly derived = inject(DerivedStore);
  private readonly marks = inject(SheetMarks);
  protected readonly log = inject(LogStore);
  protected readonly clock = inject(Clock);
  protected readonly difficultyOptions = [
    any,
    ...optionsOf(difficulties, (it) => it),
    { value: 'none', text: 'not stated' },
  ];
  protected readonly resultOptions = [
    any,
    { value: 'planned', text: 'kept for later' },
    ...optionsOf(results, (it) => resultWords[it]),
  ];
  protected readonly helpOptions = [any, ...optionsOf(helps, (it) => helpWords[it])];
  protected readonly dueOptions: readonly Option[] = [
    { value: '', text: 'any time' },
    { value: '0', text: 'today' },
    ...[3, 7, 14].map((days) => ({ value: String(days), text: counted(days, 'day') })),
  ];
  protected readonly percent = percent;
  protected readonly sortOrderText = sortOrderText;
  protected readonly shortDay = shortDay;
  protected readonly counted = counted;
  protected readonly rowHeight = 34;

  protected readonly isAdding = linkedSignal(() => this.add() !== undefined);

  /** From the address. */
  readonly add = input<string>();
  readonly search = input<string>();
  readonly technique = input<string>();
  readonly difficulty = input<string>();
  readonly result = input<string>();
  readonly help = input<string>();
  readonly due = input<string>();
  readonly never = input<string>();
  readonly sort = input<string>();

  protected readonly filter = computed<ProblemFilter>(() => {
    const { key, direction } = readSortOrder(this.sort(), sortKeys) ?? lastFirst;
    const dueWithin = Number.parseInt(this.due() ?? '', 10);
    return {
      search: this.search() ?? '',
      technique: this.technique() ?? '',
      difficulty: this.difficulty() ?? '',
      result: this.result() ?? '',
      help: this.help() ?? '',
      dueWithin: Number.isNaN(dueWithin) ? null : dueWithin,
      neverReviewed: this.never() === 'yes',
      sort: key,
      descending: direction === 'desc',
    };
  });
  protected readonly isFiltered = computed(() => {
    const { search, technique, difficulty, result, help, dueWithin, neverReviewed } = this.filter();
    return (
      neverReviewed || dueWithin !== null || [search, technique, difficulty, result, help].some((value) => value !== '')
    );
  });
  private readonly all = computed(() =>
    problemRows(this.log.log(), this.log.sittingsOf(), {
      recalls: this.derived.recalls(),
      due: this.derived.nextPlanned(),
      marks: this.marks.byProblem(),
      notes: this.marks.notes(),
    }),
  );
  /** The rows come one frame after the head and the filters: together they would hold the page too long. */
  protected readonly isTableDrawn = computed(() => this.frames() > 1);
  private readonly frames = framesShown(2);
  protected readonly rows = computed(() => filterRows(this.all(), this.filter(), this.clock.today()));
  protected readonly techniqueOptions = computed<readonly Option[]>(() => {
    const used = new Set(this.log.log().problems.flatMap((problem) => problem.techniques));
    const options = this.log
      .log()
      .techniques.filter((technique) => used.has(technique.id))
      .map(({ id, name }) => ({ value: id, text: name }));
    return [any, ...options.sort((a, b) => a.text.localeCompare(b.text))];
  });
  protected readonly columns: readonly { key: SortKey; word: string; startsDown?: boolean; isNumber?: boolean }[] = [
    { key: 'title', word: 'Problem' },
    { key: 'technique', word: 'Technique' },
    { key: 'difficulty', word: 'Level' },
    { key: 'last', word: 'Last', startsDown: true },
    { key: 'result', word: 'Result' },
    { key: 'minutes', word: 'Time', isNumber: true },
    { key: 'sittings', word: 'Sittings', startsDown: true, isNumber: true },
    { key: 'recall', word: 'Recall', isNumber: true },
    { key: 'due', word: 'Planned' },
    { key: 'sheet', word: 'Sheet', startsDown: true },
    { key: 'origin', word: 'Origin' },
  ];

  protected set(change: Record<string, string | null>): void {
    const cleaned = Object.fromEntries(
      Object.entries(change).map(([key, value]) => [key, value === '' ? null : value]),
    );
    void this.router.navigate([], { queryParams: cleaned, queryParamsHandling: 'merge', replaceUrl: true });
  }

  protected clear(): void {
    void this.router.navigate([], { queryParams: {}, replaceUrl: true });
  }

  /** How the last sitting ended, in words. */
  protected outcomeOf({ result, help }: ProblemRow): string {
    const aided = help && help !== 'none' ? `, ${helpWords[help]}` : '';
    return `${result ? resultWords[result] : 'for later'}${aided}`;
  }

  protected lastText(startedAt: string): string {
    const day = dayOf(startedAt, this.clock.zone);
    return daysBetween(day, this.clock.today()) === 0 ? 'today' : shortDay(day);
  }

  protected readonly idOf = (_index: number, row: { id: string }): string => row.id;
}

/** Where the address names no order that exists. */
const lastFirst: SortOrder<SortKey> = { key: 'last', direction: 'desc' };
