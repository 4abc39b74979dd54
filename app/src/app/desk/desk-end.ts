import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { Router } from '@angular/router';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { costFault } from '@lernen/core/cost';
import { correctedCourse, likelySlips, resultFrom } from '@lernen/core/desk';
import {
  type Attempt,
  type CostPair,
  type Entry,
  type EntryOf,
  type Phase,
  type Problem,
  type Result,
  type Sitting,
  type Slip,
  emptyEntry,
  emptySitting,
  isFilled,
  isSingleKind,
  isOnSheet,
  isWholeSolve,
  maxMinutes,
  phaseSeconds,
  phases,
  readSeconds,
  resolveTechnique,
  secondsText,
  singleEntryId,
  techniquesOf,
} from '@lernen/core/model';
import { type Changes, LogStore } from '../store/log-store';
import type { Running } from '../store/running';
import { RunningStore } from '../store/running-store';
import { SheetLimits } from '../sheet/sheet-limits';
import { SheetStore } from '../store/sheet-store';
import { kinds } from '../ui/kinds';
import { CostField } from '../ui/cost-field';
import { OutcomeFields } from '../ui/outcome-fields';
import { Picker } from '../ui/picker';
import { TextArea } from '../ui/fields/text-area';
import { TextField } from '../ui/fields/text-field';
import { textOrNull } from '../ui/value-of';
import { capitalised, counted, slipWords } from '../ui/words';
import { FromSheet } from './from-sheet';
import { PhaseTimes } from './phase-times';

/** The end of a sitting: what the desk recorded, filled in, to be corrected by hand and saved as one sitting. */
@Component({
  selector: 'app-desk-end',
  imports: [CostField, FromSheet, MatButton, MatCheckbox, OutcomeFields, PhaseTimes, Picker, TextArea, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './desk-end.html',
  styleUrl: './desk-end.scss',
})
export class DeskEnd {
  protected readonly store = inject(RunningStore);
  protected readonly log = inject(LogStore);
  private readonly sheet = inject(SheetStore);
  private readonly limits = inject(SheetLimits);
  private readonly router = inject(Router);
  readonly target = input.required<number>();
  protected readonly phases = phases;
  protected readonly secondsText = secondsText;
  protected readonly capitalised = capitalised;
  protected readonly slipWords = slipWords;
  protected readonly counted = counted;
  protected readonly kinds = kinds;
  protected readonly isSaving = signal(false);
  protected readonly isAnswerShown = signal(false);
  protected readonly problem = this.sheet.problem;
  protected readonly running = this.store.running;
  protected readonly isShort = computed(() => !isWholeSolve(this.running()?.kind ?? 'rebuild'));
  protected readonly seconds = computed(() => phaseSeconds(this.running()?.course ?? []));
  protected readonly minutes = computed(() => minutesOf(this.running()));
  /** What of the phases cannot be read as it was typed. */
  private readonly unreadPhases = signal<ReadonlySet<Phase>>(new Set());
  /** The approach that was carried out: that of the code, else the last one that may be the answer. */
  private readonly approach = computed(() => {
    const approaches = this.sheet.of('approach');
    const { approachId = null } = this.sheet.of('version').at(-1) ?? {};
    return (
      approaches.find(({ id }) => id === approachId) ?? approaches.findLast((it) => this.limits.isOpen(it)) ?? null
    );
  });
  /** As it was stated; where it was not, as the best approach says. */
  protected readonly stated = computed((): CostPair => {
    const running = this.running();
    const approach = this.approach();
    return {
      time: textOrNull(running?.time ?? '') ?? textOrNull(approach?.time ?? ''),
      space: textOrNull(running?.space ?? '') ?? textOrNull(approach?.space ?? ''),
    };
  });
  /** As it was told; before that as the attempts say. */
  protected readonly result = computed((): Result | null => {
    const running = this.running();
    if (!running) return null;
    const hasPlain = running.moments.some(({ kind }) => kind === 'plain');
    return running.result ?? resultFrom(running.attempts, hasPlain, running.hasGivenUp);
  });
  protected readonly versions = computed(() =>
    this.sheet.of('version').map(({ id, title }, index) => ({ value: id, text: title || `version ${index + 1}` })),
  );
  protected readonly asksTechnique = computed(
    () => this.running()?.kind === 'first-solve' && this.problem()?.techniques.length === 0,
  );
  protected readonly technique = signal<string | null>(null);
  /** The cost that is recorded with a new problem that was solved: as stated, where the machine has no doubt of it. */
  protected readonly newCost = computed((): CostPair | null => {
    const [running, problem, approach] = [this.running(), this.problem(), this.approach()];
    const { time, space } = this.stated();
    if (running?.kind !== 'first-solve' || problem?.cost.time !== null || time === null) return null;
    if (this.result() !== 'solved' || costFault(time) !== null || costFault(space) !== null) return null;
    return approach !== null && this.limits.isDoubtful(approach) ? null : { time, space: space ?? problem.cost.space };
  });
  protected readonly likely = computed(() => {
    const running = this.running();
    const problem = this.problem();
    if (!running || !problem) return [];
    const [byId, techniques] = [this.log.techniquesById(), techniquesOf(problem, this.log.techniquesById())];
    const all = likelySlips({
      wrong: running.wrongChecks.map(({ exampleId, result }) => {
        const example = this.sheet.find(exampleId);
        return { example: example?.kind === 'example' ? example : null, result };
      }),
      stated: this.stated(),
      recorded: problem.cost,
      isNamedWrong:
        running.named !== null && techniques.length > 0 && !techniques.includes(resolveTechnique(running.named, byId)),
      isSolved: this.result() === 'solved',
      minutes: this.minutes(),
      targetMinutes: this.target(),
    });
    return all.filter(({ slip }) => !running.slips.includes(slip));
  });
  /** What of it is still missing before it can be saved. */
  protected readonly missing = computed(() => {
    const { time, space } = this.stated();
    const [unread] = this.unreadPhases();
    if (unread !== undefined) return `Write the time of ${unread} as minutes and seconds, such as 5:05.`;
    if (this.result() === null) return 'Say what the result was.';
    return costFault(time) ?? costFault(space);
  });
  /** Whether something was written that could be kept as a problem of its own. */
  protected readonly canKeepTwist = computed(
    () =>
      this.running()?.kind === 'twist' && this.sheet.entries().some((entry) => !isOnSheet(entry) && isFilled(entry)),
  );
  protected readonly keptTwist = computed(() => this.running()?.twistTitle ?? '');

  protected change(part: Partial<Running>): void {
    void this.store.change(part);
  }

  protected setPhase(phase: Phase, text: string): void {
    const seconds = readSeconds(text);
    this.unreadPhases.update((known) => new Set([...known].filter((it) => it !== phase)));
    if (seconds === null) this.unreadPhases.update((known) => new Set([...known, phase]));
    else this.change({ course: correctedCourse(this.running()?.course ?? [], phase, seconds) });
  }

  protected faultOf(phase: Phase): readonly { readonly kind: string; readonly message: string }[] {
    return this.unreadPhases().has(phase) ? [{ kind: 'unread', message: 'minutes and seconds, such as 5:05' }] : [];
  }

  protected setAttempts(attempts: readonly Attempt[]): void {
    this.change({ attempts });
  }

  protected addSlip(slip: Slip): void {
    this.change({ slips: [...(this.running()?.slips ?? []), slip] });
  }

  /** Reading the recorded answer is help, and recorded as such. */
  protected showAnswer(): void {
    this.isAnswerShown.set(true);
    if (this.running()?.help !== 'copied') this.change({ help: 'read' });
  }

  protected keepTwist(isKept: boolean): void {
    this.change({ twistTitle: isKept ? this.suggestedTitle() : '' });
  }

  protected async goBack(): Promise<void> {
    await this.store.change({ step: 'working', course: null, hasGivenUp: false });
    await this.store.resume();
  }

  protected async save(): Promise<void> {
    const [running, problem, result] = [this.running(), this.problem(), this.result()];
    if (!running || !problem || result === null || this.missing() !== null || this.isSaving()) return;
    this.isSaving.set(true);
    await this.sheet.flush();
    const sitting = this.sittingOf(running, result);
    const changes = { sittings: [sitting], ...this.problemsWith(running, problem) };
    if (await this.store.end(changes, `Saved the ${running.kind} of ${problem.title}`))
      await this.router.navigateByUrl(`/desk/done/${sitting.id}`);
    this.isSaving.set(false);
  }

  /** What a first solve tells of its problem, or a Twist leaves as a problem of its own. */
  private problemsWith(running: Running, problem: Problem): Pick<Changes, 'problems' | 'entries'> {
    const technique = this.asksTechnique() ? (this.technique() ?? running.named) : null;
    const cost = this.newCost();
    if (technique !== null || cost !== null) {
      const techniques = technique === null ? problem.techniques : [technique];
      return { problems: [{ ...problem, techniques, cost: cost ?? problem.cost, revision: this.log.newId() }] };
    }
    const title = running.twistTitle.trim();
    if (title === '' || !this.canKeepTwist()) return {};
    const made = { ...problem, id: this.log.newId(), title, link: null, origin: null };
    const id = made.id;
    const own = this.sheet.entries().filter((entry) => !isOnSheet(entry) && isFilled(entry));
    const moved = own.map((entry): Entry => ({ ...entry, ...this.newPlace(entry, id) }));
    const relation = emptyEntry('relation', id, this.log.newId(), {
      relation: 'twist-of',
      otherId: problem.id,
      is: running.twist.slice(0, 500),
    });
    const statement = this.sheet.single('statement').text;
    const text = [statement, `**Changed:** ${running.twist}`].filter((it) => it.trim() !== '').join('\n\n');
    const told = emptyEntry('statement', id, singleEntryId(id, 'statement'), { text });
    return { problems: [{ ...made, revision: this.log.newId() }], entries: [relation, told, ...moved] };
  }

  private newPlace(
    { kind }: Entry,
    problemId: string,
  ): Pick<EntryOf<'notes'>, 'id' | 'revision' | 'problemId' | 'sittingId'> {
    const id = isSingleKind(kind) ? singleEntryId(problemId, kind) : this.log.newId();
    return { id, revision: this.log.newId(), problemId, sittingId: null };
  }

  private suggestedTitle(): string {
    return `${this.problem()?.title ?? ''}, changed`;
  }

  private sittingOf(running: Running, result: Result): Sitting {
    const version = this.sheet.of('version').at(-1);
    return {
      ...emptySitting({
        id: running.sittingId,
        revision: this.log.newId(),
        problemId: running.problemId,
        kind: running.kind,
        startedAt: running.startedAt,
        result,
      }),
      minutes: this.minutes(),
      attempts: [...running.attempts],
      help: running.help,
      named: running.named,
      stated: this.stated(),
      slips: [...running.slips],
      felt: running.felt,
      language:
        textOrNull(running.language) ?? (running.attempts.length > 0 ? textOrNull(version?.language ?? '') : null),
      twist: textOrNull(running.twist),
      course: [...(running.course ?? [])],
      moments: [...running.moments],
      note: running.note,
    };
  }
}

/** Minutes at work as the phases add up to, at least one. */
function minutesOf(running: Running | null): number {
  const seconds = (running?.course ?? []).reduce((sum, it) => sum + it.seconds, 0);
  return Math.min(Math.max(Math.round(seconds / 60), 1), maxMinutes);
}
