import { CdkFixedSizeVirtualScroll, CdkVirtualForOf, CdkVirtualScrollViewport } from '@angular/cdk/scrolling';
import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { MatButton } from '@angular/material/button';
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
import { valueOf } from '../ui/value-of';
import { NewProblems } from './new-problems';

/** Every problem, to be searched, filtered and sorted. The choice stands in the address. */
@Component({
  selector: 'app-problems',
  imports: [
    CdkFixedSizeVirtualScroll,
    CdkVirtualForOf,
    CdkVirtualScrollViewport,
    DifficultyNotches,
    MatButton,
    NewProblems,
    RouterLink,
    StageMarks,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './problems.html',
  styleUrl: './problems.scss',
})
export class Problems {
  protected readonly valueOf = valueOf;
  private readonly router = inject(Router);
  private readonly derived = inject(DerivedStore);
  private readonly marks = inject(SheetMarks);
  protected readonly log = inject(LogStore);
  protected readonly clock = inject(Clock);
  protected readonly difficulties = difficulties;
  protected readonly results = results;
  protected readonly helps = helps;
  protected readonly resultWords = resultWords;
  protected readonly helpWords = helpWords;
  protected readonly percent = percent;
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
    const [sort, key] = readSort(this.sort());
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
      descending: sort.startsWith('-'),
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
  protected readonly rows = computed(() => filterRows(this.all(), this.filter(), this.clock.today()));
  protected readonly usedTechniques = computed(() => {
    const used = new Set(this.log.log().problems.flatMap((problem) => problem.techniques));
    return this.log
      .log()
      .techniques.filter((technique) => used.has(technique.id))
      .sort((a, b) => a.name.localeCompare(b.name));
  });
  protected readonly columns: readonly { key: SortKey; word: string }[] = [
    { key: 'title', word: 'Problem' },
    { key: 'technique', word: 'Technique' },
    { key: 'difficulty', word: 'Level' },
    { key: 'last', word: 'Last' },
    { key: 'result', word: 'Result' },
    { key: 'minutes', word: 'Time' },
    { key: 'sittings', word: 'Sittings' },
    { key: 'recall', word: 'Recall' },
    { key: 'due', word: 'Planned' },
    { key: 'sheet', word: 'Sheet' },
    { key: 'origin', word: 'Origin' },
  ];

  protected set(change: Record<string, string | null>): void {
    const cleaned = Object.fromEntries(
      Object.entries(change).map(([key, value]) => [key, value === '' ? null : value]),
    );
    void this.router.navigate([], { queryParams: cleaned, queryParamsHandling: 'merge', replaceUrl: true });
  }

  protected sortBy(key: SortKey): void {
    const { sort, descending } = this.filter();
    const startsDown = key === 'last' || key === 'sittings' || key === 'sheet';
    const isDown = sort === key ? !descending : startsDown;
    this.set({ sort: `${isDown ? '-' : ''}${key}` });
  }

  protected ariaSort(key: SortKey): 'ascending' | 'descending' | 'none' {
    const { sort, descending } = this.filter();
    return sort !== key ? 'none' : descending ? 'descending' : 'ascending';
  }

  protected clear(): void {
    void this.router.navigate([], { queryParams: {}, replaceUrl: true });
  }

  protected isChecked(event: Event): boolean {
    return (event.target as HTMLInputElement).checked;
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

/** An order from the address and its column; the last worked first where the address names none that exists. */
function readSort(asked: string | undefined): [string, SortKey] {
  const key = sortKeys.find((it) => it === asked?.replace(/^-/, ''));
  return asked !== undefined && key !== undefined ? [asked, key] : ['-last', 'last'];
}
