import {
  ApplicationRef,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { ActivatedRoute, Router, RouterLink } from '@angular/router';
import { MatButton } from '@angular/material/button';
import { MatTooltip } from '@angular/material/tooltip';
import { sheetFileName, writeSheetMarkdown } from '@lernen/core/archive';
import { sittingEvidence } from '@lernen/core/estimate';
import {
  type EntryKind,
  type ReviewKind,
  type Sitting,
  type Stage,
  dayOf,
  reviewKinds,
  stages,
} from '@lernen/core/model';
import { Clock } from '../store/clock';
import { DerivedStore } from '../store/derived-store';
import { LogStore } from '../store/log-store';
import { Reasons } from '../store/reasons';
import { RunningStore } from '../store/running-store';
import { StartSitting } from '../store/start-sitting';
import { CheckRuns } from '../store/check-runs';
import { SheetStore } from '../store/sheet-store';
import { longDay, shortDay } from '../ui/dates';
import { download } from '../ui/download';
import { DifficultyNotches } from '../ui/difficulty-notches';
import { KindMark } from '../ui/kind-mark';
import { sittingText } from '../ui/sitting-facts';
import { counted, feltWords, halfText, percent } from '../ui/words';
import { keysText, shortcutOf } from '../ui/shortcut-registry';
import { BoundsAllow } from './margin/bounds-allow';
import { LatestTimes } from './margin/latest-times';
import { SheetFocus } from './sheet-focus';
import { SheetLimits } from './sheet-limits';
import { SheetScroll } from './sheet-scroll';
import { ProblemForm } from './problem-form';
import { SheetStages } from './sheet-stages';
import { StageNav } from './stage-nav';
import { DayField } from '../ui/fields/day-field';
import { isWriting } from '../ui/writing';

/** A problem: the stages of its sheet in the left margin, the sheet itself, and beside it what the machine makes of it. */
@Component({
  selector: 'app-sheet',
  imports: [
    BoundsAllow,
    DayField,
    DifficultyNotches,
    KindMark,
    LatestTimes,
    MatButton,
    MatTooltip,
    ProblemForm,
    RouterLink,
    SheetStages,
    StageNav,
  ],
  providers: [CheckRuns, SheetStore, SheetFocus, SheetLimits, SheetScroll],
  host: {
    '(document:keydown)': 'key($event)',
    '(focusout)': 'sheet.flush()',
    '(focusin)': 'stay($event)',
    '(window:beforeprint)': 'makeWhole()',
  },
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './sheet.html',
  styleUrl: './sheet.scss',
})
export class Sheet {
  protected readonly log = inject(LogStore);
  protected readonly derived = inject(DerivedStore);
  protected readonly running = inject(RunningStore);
  protected readonly sheet = inject(SheetStore);
  private readonly focus = inject(SheetFocus);
  private readonly scroll = inject(SheetScroll);
  private readonly page = inject(ApplicationRef);
  protected readonly clock = inject(Clock);
  private readonly reasons = inject(Reasons);
  private readonly startSitting = inject(StartSitting);
  private readonly router = inject(Router);
  private readonly route = inject(ActivatedRoute);
  readonly id = input.required<string>();
  protected readonly percent = percent;
  protected readonly halfText = halfText;
  protected readonly counted = counted;
  protected readonly reviewKinds = reviewKinds;
  protected readonly keysText = keysText;
  protected readonly shortDay = shortDay;
  protected readonly longDay = longDay;

  protected readonly problem = computed(() => this.sheet.problem());
  protected readonly sittings = computed(() => [...(this.log.sittingsOf().get(this.id()) ?? [])].reverse());
  protected readonly recall = computed(() => this.derived.recalls().get(this.id()) ?? null);
  protected readonly planned = computed(() =>
    (this.derived.plan()?.days ?? []).flatMap((day) =>
      day.items.filter((item) => item.problemId === this.id()).map((item) => ({ date: day.date, item })),
    ),
  );
  protected readonly choice = computed(() => this.log.choicesByTarget().get(`problem:${this.id()}`)?.choice ?? null);
  protected readonly choiceText = computed(() => {
    const choice = this.choice();
    if (choice === null) return null;
    if ('dropped' in choice) return 'Dropped from the plan for good.';
    return 'pin' in choice ? `Pinned to ${longDay(choice.pin)}.` : `Not before ${longDay(choice.notBefore)}.`;
  });
  protected readonly felt = computed(() => {
    const felt = this.sittings().find((sitting) => sitting.felt !== null)?.felt;
    return felt == null ? null : (feltWords[felt - 1] ?? null);
  });
  protected readonly techniqueNames = computed(
    () =>
      this.problem()
        ?.techniques.map((id) => this.reasons.techniqueName(id))
        .join(', ') ?? '',
  );

  /** Whether the form of the problem's facts is open. */
  protected readonly isEdited = signal(false);

  constructor() {
    effect(() => {
      const id = this.id();
      untracked(() => {
        this.isEdited.set(false);
        this.scroll.onceWhole(() => document.getElementById(this.route.snapshot.fragment ?? '')?.scrollIntoView());
        this.sheet.open(id);
      });
    });
  }

  /** Keys of the sheet; in a field most of them are letters, or the browser's own. */
  protected key(event: KeyboardEvent): void {
    const command = shortcutOf(event, 'sheet');
    if (command === null) return;
    const writes = isWriting(event.target);
    if (command === 'leave-field') {
      if (writes && event.target instanceof HTMLElement) event.target.blur();
    } else if (command === 'undo' || command === 'redo') {
      if (writes && !event.altKey) return;
      event.preventDefault();
      void this.sheet[command]();
    } else {
      const stage = stages.find((it) => it === command);
      if (writes || stage === undefined || !this.log.settings().singleKeys) return;
      event.preventDefault();
      this.goTo(stage);
    }
  }

  /** One is in the stage in which one writes, wherever the page is scrolled to. */
  protected stay({ target }: FocusEvent): void {
    if (target instanceof HTMLElement) this.scroll.enter(target);
  }

  /** What waited until it comes near the window is wanted on paper now, before the browser draws it. */
  protected makeWhole(): void {
    this.page.tick();
  }

  /** Puts the cursor where one would go on in a stage: in the last entry of a list, or on what adds its first. */
  private goTo(stage: Stage): void {
    const kind = listed[stage];
    const last = kind === undefined ? undefined : this.sheet.of(kind).at(-1);
    if (last) this.focus.onEntry(last.id);
    else this.focus.onStage(stage);
  }

  protected async start(kind: ReviewKind | 'first-solve'): Promise<void> {
    await this.startSitting.of(this.id(), kind);
  }

  protected saveMarkdown(): void {
    const problem = this.problem();
    if (problem) download(writeSheetMarkdown(problem, this.sheet.entries()), sheetFileName(problem), 'text/markdown');
  }

  protected print(): void {
    window.print();
  }

  protected pin(day: string): void {
    if (day !== '')
      void this.log.choose(
        { problemId: this.id() },
        { pin: day, kind: null },
        `Pinned ${this.problem()?.title} to ${shortDay(day)}`,
      );
  }

  protected drop(): void {
    void this.log.choose(
      { problemId: this.id() },
      { dropped: true },
      `Dropped ${this.problem()?.title} from the plan for good`,
    );
  }

  protected clearChoice(): void {
    void this.log.clearChoice({ problemId: this.id() }, 'Left it to the plan again');
  }

  protected sittingText(sitting: Sitting): string {
    return sittingText(sitting, (id) => this.reasons.techniqueName(id));
  }

  protected evidence(sitting: Sitting): string {
    const problem = this.problem();
    return problem ? percent(sittingEvidence(sitting, problem, this.log.log()).evidence) : '';
  }

  protected dayText(instant: string): string {
    return shortDay(dayOf(instant, this.clock.zone));
  }
}

/** Stages that are lists, with what they list. */
const listed: Partial<Record<Stage, EntryKind>> = {
  examples: 'example',
  observations: 'observation',
  approaches: 'approach',
  trace: 'trace',
  code: 'version',
  lessons: 'lesson',
};
