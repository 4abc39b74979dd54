import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { MatButton } from '@angular/material/button';
import { MatProgressBar } from '@angular/material/progress-bar';
import { costFault } from '@lernen/core/cost';
import {
  type Attempt,
  type Entry,
  type Help,
  type Result,
  type Sitting,
  type Slip,
  attemptWith,
  emptySitting,
  isFilled,
  isWholeSolve,
  ofKind,
  sittingTarget,
} from '@lernen/core/model';
import { liveSignal } from '../store/live-signal';
import { LogStore } from '../store/log-store';
import { type Running, RunningStore } from '../store/running-store';
import { CostField } from '../ui/cost-field';
import { KindMark } from '../ui/kind-mark';
import { kinds } from '../ui/kinds';
import { Markdown } from '../ui/markdown';
import { OutcomeFields } from '../ui/outcome-fields';
import { Picker } from '../ui/picker';
import { TextArea } from '../ui/fields/text-area';
import { TextField } from '../ui/fields/text-field';
import { textOrNull } from '../ui/value-of';

/** A sitting under way: the statement, the clock, and what happened. Nothing of the recorded answer is shown. */
@Component({
  selector: 'app-review',
  imports: [
    CostField,
    KindMark,
    Markdown,
    MatButton,
    MatProgressBar,
    OutcomeFields,
    Picker,
    RouterLink,
    TextArea,
    TextField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './review.html',
  styleUrl: './review.scss',
})
export class Review {
  protected readonly store = inject(RunningStore);
  protected readonly log = inject(LogStore);
  private readonly router = inject(Router);
  private readonly ticks = signal(0);
  protected readonly kinds = kinds;
  protected readonly isSaving = signal(false);
  protected readonly running = this.store.running;
  protected readonly problem = computed(() => this.log.problemsById().get(this.running()?.problemId ?? '') ?? null);
  protected readonly target = computed(() =>
    sittingTarget(this.running()?.kind ?? 'rebuild', this.problem()?.difficulty ?? null, this.log.settings()),
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
  protected readonly clockText = computed(() => {
    const seconds = Math.floor(this.worked() / 1000);
    return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
  });
  protected readonly isShort = computed(() => !isWholeSolve(this.running()?.kind ?? 'rebuild'));
  /** Of the sheet only what gives nothing away. */
  private readonly problemId = computed(() => this.running()?.problemId);
  private readonly entries = liveSignal<readonly Entry[] | null>(() => {
    const id = this.problemId();
    return (repository) => (id === undefined ? Promise.resolve(null) : repository.entriesOfProblems([id]));
  }, null);
  protected readonly isSheetRead = computed(() => this.entries() !== null);
  protected readonly statement = computed(() => ofKind(this.entries() ?? [], 'statement')[0]?.text ?? '');
  protected readonly bounds = computed(() => ofKind(this.entries() ?? [], 'bounds')[0]?.lines ?? []);
  protected readonly examples = computed(() => ofKind(this.entries() ?? [], 'example').filter(isFilled));
  protected readonly candidateName = signal<string | null>(null);
  /** What of it is still missing before it can be saved. */
  protected readonly missing = computed(() => {
    const running = this.running();
    if (running?.result === null) return 'Say what the result was.';
    return costFault(running?.time ?? null) ?? costFault(running?.space ?? null);
  });

  constructor() {
    effect((onCleanup) => {
      if (this.running()?.resumedAt == null) return;
      const timer = setInterval(() => this.ticks.update((count) => count + 1), 1000);
      onCleanup(() => clearInterval(timer));
    });
  }

  protected readonly awayMinutes = computed(() => Math.round((this.running()?.awayFor ?? 0) / 60_000));

  protected change(part: Partial<Running>): void {
    void this.store.change(part);
  }

  protected name(): void {
    this.change({ named: this.candidateName(), hasNamed: true });
  }

  protected async tell(): Promise<void> {
    await this.store.pause();
    this.change({ step: 'telling' });
  }

  protected async goBack(): Promise<void> {
    await this.store.change({ step: 'working' });
    await this.store.resume();
  }

  protected setResult(result: Result | null): void {
    this.change({ result });
  }

  protected setHelp(help: Help): void {
    this.change({ help });
  }

  protected readonly attempts = computed(() => (this.store.running()?.attempts ?? []).map(attemptWith));

  protected setAttempts(attempts: readonly Attempt[]): void {
    this.change({ attempts: attempts.map(({ verdict }) => verdict) });
  }

  protected setSlips(slips: readonly Slip[]): void {
    this.change({ slips });
  }

  protected async save(): Promise<void> {
    const running = this.running();
    const problem = this.problem();
    if (!running || !problem || running.result === null || this.isSaving()) return;
    this.isSaving.set(true);
    const sitting = this.sittingOf(running, running.result);
    if (await this.store.end({ sittings: [sitting] }, `Saved the ${running.kind} of ${problem.title}`))
      await this.router.navigateByUrl(`/review/done/${sitting.id}`);
    this.isSaving.set(false);
  }

  protected async abandon(): Promise<void> {
    const running = this.running();
    if (!running || this.isSaving()) return;
    this.isSaving.set(true);
    const problem = this.problem();
    const isLogged = problem !== null && (this.store.worked() >= 60_000 || hasWords(running));
    const sittings = isLogged ? [this.sittingOf(running, 'abandoned')] : [];
    const what = `the ${running.kind} of ${problem?.title ?? 'a problem that is no longer there'}`;
    if (
      await this.store.end(
        { sittings },
        isLogged ? `Logged as abandoned: ${what}` : `Left, and nothing logged: ${what}`,
      )
    )
      await this.router.navigateByUrl('/today');
    this.isSaving.set(false);
  }

  private sittingOf(running: Running, result: Result): Sitting {
    return {
      ...emptySitting({
        id: running.sittingId,
        revision: this.log.newId(),
        problemId: running.problemId,
        kind: running.kind,
        startedAt: running.startedAt,
        result,
      }),
      minutes: Math.min(Math.max(Math.round(this.store.worked() / 60_000), 1), 1440),
      attempts: running.attempts.map(attemptWith),
      help: running.help,
      named: running.named,
      stated: { time: textOrNull(running.time), space: textOrNull(running.space) },
      slips: [...running.slips],
      felt: running.felt,
      language: textOrNull(running.language),
      twist: textOrNull(running.twist),
      note: running.note,
    };
  }
}

/** Without any, less than a minute is a start by mistake and no evidence of anything. */
function hasWords({ note, time, space, attempts, slips }: Running): boolean {
  return [note, time, space].some((text) => text.trim() !== '') || attempts.length > 0 || slips.length > 0;
}
