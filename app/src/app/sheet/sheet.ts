import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import {
  type Difficulty,
  type Problem,
  type ReviewKind,
  type Sitting,
  dayOf,
  difficulties,
  reviewKinds,
  sittingEvidence,
} from '@lernen/core';
import { Clock } from '../store/clock';
import { DerivedStore } from '../store/derived-store';
import { LogStore } from '../store/log-store';
import { Reasons } from '../store/reasons';
import { RunningStore } from '../store/running-store';
import { longDay, shortDay } from '../ui/dates';
import { CostField } from '../ui/cost-field';
import { DifficultyNotches } from '../ui/difficulty-notches';
import { KindMark } from '../ui/kind-mark';
import { Markdown } from '../ui/markdown';
import { sittingText } from '../ui/sitting-facts';
import { TechniquePicker } from '../ui/technique-picker';
import { counted, feltWords, halfText, percent } from '../ui/words';
import { valueOf } from '../ui/value-of';

type Draft = Omit<Problem, 'bounds'> & { readonly boundsText: string };

/** A problem: the stages of its sheet in the left margin, what is known in the middle, the record in the right margin. */
@Component({
  selector: 'app-sheet',
  imports: [CostField, DifficultyNotches, KindMark, Markdown, RouterLink, TechniquePicker],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './sheet.html',
  styleUrl: './sheet.scss',
})
export class Sheet {
  protected readonly valueOf = valueOf;
  protected readonly log = inject(LogStore);
  protected readonly derived = inject(DerivedStore);
  protected readonly running = inject(RunningStore);
  protected readonly clock = inject(Clock);
  private readonly reasons = inject(Reasons);
  private readonly router = inject(Router);
  readonly id = input.required<string>();
  protected readonly percent = percent;
  protected readonly halfText = halfText;
  protected readonly counted = counted;
  protected readonly difficulties = difficulties;
  protected readonly reviewKinds = reviewKinds;
  protected readonly shortDay = shortDay;
  protected readonly longDay = longDay;

  protected readonly problem = computed(() => this.log.problemsById().get(this.id()) ?? null);
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

  /** The stages of the work; those that hold something are inked. */
  protected readonly stages = computed(() => {
    const problem = this.problem();
    return [
      { id: 'read', word: 'Read', isFilled: (problem?.statement ?? '') !== '' },
      { id: 'bounds', word: 'Bounds', isFilled: (problem?.bounds.length ?? 0) > 0 },
      {
        id: 'approach',
        word: 'Approach',
        isFilled: (problem?.techniques.length ?? 0) > 0 || problem?.cost.time !== null,
      },
      { id: 'lessons', word: 'Lessons', isFilled: (problem?.note ?? '') !== '' },
      { id: 'record', word: 'Record', isFilled: this.sittings().length > 0 },
    ];
  });

  protected readonly draft = signal<Draft | null>(null);
  protected readonly further = signal<string | null>(null);

  protected edit(): void {
    const problem = this.problem();
    if (problem) this.draft.set({ ...problem, boundsText: problem.bounds.join('\n') });
  }

  protected set(part: Partial<Draft>): void {
    const draft = this.draft();
    if (draft) this.draft.set({ ...draft, ...part });
  }

  protected setDifficulty(value: string): void {
    this.set({ difficulty: difficulties.find((it): it is Difficulty => it === value) ?? null });
  }

  protected setTechnique(index: number, id: string | null): void {
    const techniques = [...(this.draft()?.techniques ?? [])];
    if (id === null) techniques.splice(index, 1);
    else techniques[index] = id;
    this.set({ techniques: [...new Set(techniques)] });
  }

  protected addTechnique(id: string | null): void {
    if (id !== null) this.set({ techniques: [...new Set([...(this.draft()?.techniques ?? []), id])] });
    this.further.set(null);
  }

  protected async save(): Promise<void> {
    const draft = this.draft();
    if (!draft) return;
    const { boundsText, ...rest } = draft;
    const text = (value: string | null): string | null => (value === null || value.trim() === '' ? null : value.trim());
    const problem: Problem = {
      ...rest,
      bounds: boundsText
        .split('\n')
        .map((line) => line.trim())
        .filter((line) => line !== ''),
      cost: { time: text(draft.cost.time), space: text(draft.cost.space) },
      origin: text(draft.origin),
      employer: text(draft.employer),
      link: text(draft.link),
    };
    if (await this.log.saveProblem(problem)) this.draft.set(null);
  }

  protected async remove(): Promise<void> {
    const problem = this.problem();
    if (
      problem &&
      (await this.log.saveProblem({ ...problem, deleted: true }, `Removed ${problem.title} with its sittings`))
    )
      await this.router.navigateByUrl('/problems');
  }

  protected async start(kind: ReviewKind | 'first-solve'): Promise<void> {
    if (!this.running.isRunning()) await this.running.start(this.id(), kind);
    await this.router.navigateByUrl('/review');
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
