import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { MatButton } from '@angular/material/button';
import { stretchesOf } from '@lernen/core/desk';
import { type Phase, type Stage, isFilled, secondsText, sittingTarget, stages, templateFor } from '@lernen/core/model';
import { BoundsAllow } from '../sheet/margin/bounds-allow';
import { SheetFocus } from '../sheet/sheet-focus';
import { SheetLimits } from '../sheet/sheet-limits';
import { SheetScroll } from '../sheet/sheet-scroll';
import { SheetStages } from '../sheet/sheet-stages';
import { StageNav } from '../sheet/stage-nav';
import { CheckRuns } from '../store/check-runs';
import { LogStore } from '../store/log-store';
import { RunningStore } from '../store/running-store';
import { SheetStore } from '../store/sheet-store';
import { CostField } from '../ui/cost-field';
import { KindMark } from '../ui/kind-mark';
import { kinds } from '../ui/kinds';
import { keysText, shortcutOf } from '../ui/shortcut-registry';
import { SittingRail } from '../ui/sitting-rail';
import { Begin } from './begin';
import { DeskEnd } from './desk-end';
import { DeskLock } from './desk-lock';
import { DeskRecord } from './desk-record';
import { deskStages, isOnTheSheet } from './desk-stages';
import { EdgeCases } from './edge-cases';
import { FirstSight } from './first-sight';
import { Given } from './given';
import { HelpLadder } from './help-ladder';
import { PhaseTimes } from './phase-times';

/**
 * One place to work under the clock: the rail of the sitting above the sheet, in the margin what runs, helps and is
 * stated. A first solve is written on the sheet; a review sees of it what gives nothing away, and is written apart.
 */
@Component({
  selector: 'app-desk',
  imports: [
    Begin,
    BoundsAllow,
    CostField,
    DeskEnd,
    EdgeCases,
    FirstSight,
    Given,
    HelpLadder,
    KindMark,
    MatButton,
    PhaseTimes,
    RouterLink,
    SheetStages,
    SittingRail,
    StageNav,
  ],
  providers: [CheckRuns, DeskLock, DeskRecord, SheetStore, SheetFocus, SheetLimits, SheetScroll],
  host: {
    '(document:keydown)': 'key($event)',
    '(focusin)': 'enter($event)',
    '(input)': 'enter($event)',
    '(focusout)': 'sheet.flush()',
  },
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './desk.html',
  styleUrl: './desk.scss',
})
export class Desk {
  protected readonly store = inject(RunningStore);
  protected readonly log = inject(LogStore);
  protected readonly sheet = inject(SheetStore);
  protected readonly runs = inject(CheckRuns);
  protected readonly lock = inject(DeskLock);
  private readonly record = inject(DeskRecord);
  private readonly scroll = inject(SheetScroll);
  private readonly router = inject(Router);
  private readonly ticks = signal(0);
  private readonly ladder = viewChild(HelpLadder);
  protected readonly kinds = kinds;
  protected readonly keysText = keysText;
  protected readonly isLeaving = signal(false);

  protected readonly running = this.store.running;
  protected readonly problem = computed(() => this.log.problemsById().get(this.running()?.problemId ?? '') ?? null);
  protected readonly kind = computed(() => this.running()?.kind ?? 'rebuild');
  protected readonly isOnTheSheet = computed(() => isOnTheSheet(this.kind()));
  protected readonly stages = computed(() => deskStages[this.kind()]);
  /** The stages that one writes in. What a review is given, and its edge cases, look otherwise there. */
  protected readonly written = computed(() => {
    const apart = this.isOnTheSheet() ? this.opening : ['read', 'examples'];
    return this.stages().filter((stage) => !apart.includes(stage));
  });
  /** Of a first solve what is read before a technique is named. */
  protected readonly opening: readonly Stage[] = ['read', 'bounds'];
  protected readonly hasCode = computed(() => this.stages().includes('code'));
  protected readonly target = computed(() =>
    sittingTarget(this.kind(), this.problem()?.difficulty ?? null, this.log.settings()),
  );
  /** By your pace it may take less than what counts as in time; the plan says so, and so does the clock. */
  protected readonly plannedText = computed(() => {
    const planned = this.running()?.plannedMinutes ?? null;
    return planned === null || planned === this.target() ? '' : `, planned for ${planned}`;
  });
  protected readonly worked = computed(() => {
    this.ticks();
    this.running();
    return this.store.worked();
  });
  protected readonly clockText = computed(() => secondsText(Math.floor(this.worked() / 1000)));
  protected readonly course = computed(() => stretchesOf(this.running()?.turns ?? [], this.worked()));
  protected readonly phase = computed((): Phase => this.running()?.turns.at(-1)?.phase ?? 'read');
  /** Half of the target and all of it are told where the time stands, and nowhere else. */
  protected readonly passedText = computed(() => {
    const share = this.worked() / (this.target() * 60_000);
    return share >= 1 ? ' · over the target' : share >= 0.5 ? ' · past half' : '';
  });
  protected readonly awayMinutes = computed(() => Math.round((this.running()?.awayFor ?? 0) / 60_000));
  protected readonly quietMinutes = computed(() => Math.round((this.running()?.quietFor ?? 0) / 60_000));
  protected readonly examples = computed(() => this.sheet.of('example').filter(isFilled));
  /** The version that one wrote in last. */
  private readonly lastVersionId = signal<string | null>(null);
  private readonly version = computed(() => {
    const versions = this.sheet.of('version');
    return versions.find(({ id }) => id === this.lastVersionId()) ?? versions.at(-1) ?? null;
  });
  protected readonly runState = computed(() => {
    const version = this.version();
    return version === null ? null : this.runs.of(version);
  });
  protected readonly isRunningChecks = computed(() => /^(?:starting|running)$/.test(this.runState()?.state ?? ''));
  /** Why nothing can be run; null where it can. */
  protected readonly runFault = computed(() =>
    this.version() === null
      ? 'Write a version of the code first.'
      : this.examples().length === 0
        ? 'Add an example: every example is a check.'
        : null,
  );

  constructor() {
    effect(() => {
      const { problemId, kind, sittingId } = this.running() ?? {};
      if (problemId === undefined || kind === undefined || sittingId === undefined) return;
      const review = isOnTheSheet(kind) ? null : sittingId;
      untracked(() => {
        if (this.sheet.problemId() !== problemId || this.sheet.sittingId() !== review)
          this.sheet.open(problemId, review);
      });
    });
    effect((onCleanup) => {
      if (this.running()?.resumedAt == null) return;
      const timer = setInterval(() => this.ticks.update((count) => count + 1), 1000);
      onCleanup(() => clearInterval(timer));
    });
    effect(() => this.startCode());
  }

  /** A review that asks for code begins with an empty editor. */
  private startCode(): void {
    if (
      this.lock.isHeld() !== true ||
      !this.sheet.isLoaded() ||
      this.isOnTheSheet() ||
      !this.hasCode() ||
      this.running()?.step !== 'working'
    )
      return;
    if (this.sheet.sittingId() === null || this.sheet.of('version').length > 0) return;
    const language = this.log.settings().language ?? '';
    untracked(() => this.sheet.add('version', { language, code: templateFor(language, this.log.settings()) }));
  }

  /** The cursor says which phase it is. */
  protected enter({ target }: Event): void {
    if (!(target instanceof HTMLElement)) return;
    this.scroll.enter(target);
    const frame = target.closest('app-stage-frame');
    const stage = stages.find((it) => it === frame?.id);
    if (stage === undefined) return;
    this.record.enter(stage);
    const entry = target.closest<HTMLElement>('[data-entry]')?.dataset['entry'];
    if (stage === 'code' && entry !== undefined) this.lastVersionId.set(entry);
  }

  protected key(event: KeyboardEvent): void {
    if (this.running()?.step !== 'working' || this.lock.isHeld() !== true) return;
    const command = shortcutOf(event, 'desk');
    if (command === null) return;
    event.preventDefault();
    if (command === 'run-checks') this.runAll();
    else if (command === 'next-help') this.ladder()?.showNext();
    else if (command === 'pause') this.pauseOrGoOn();
  }

  protected turnTo(phase: Phase): void {
    void this.store.turnTo(phase);
  }

  protected runAll(): void {
    const version = this.version();
    if (version === null || this.examples().length === 0) return;
    void this.store.turnTo('check');
    void this.runs.run(version, this.examples());
  }

  protected pauseOrGoOn(): void {
    void (this.store.isPaused() ? this.store.resume() : this.store.pause());
  }

  protected setCost(part: { readonly time?: string | null; readonly space?: string | null }): void {
    void this.store.change({
      ...(part.time !== undefined && { time: part.time ?? '' }),
      ...(part.space !== undefined && { space: part.space ?? '' }),
    });
  }

  /** The clock stops at once, however long it takes to write what was typed. */
  protected async finish(hasGivenUp: boolean): Promise<void> {
    const written = Promise.all([this.store.tell({ hasGivenUp }), this.sheet.flush()]);
    document.getElementById('main')?.scrollTo({ top: 0 });
    await written;
  }

  /** A start by mistake leaves nothing behind. */
  protected async throwAway(): Promise<void> {
    if (this.isLeaving()) return;
    this.isLeaving.set(true);
    const what = `the ${this.kind()} of ${this.problem()?.title ?? 'a problem that was removed'}`;
    if (await this.store.end({ sittings: [] }, `Left, and nothing logged: ${what}`))
      await this.router.navigateByUrl('/today');
    this.isLeaving.set(false);
  }
}
