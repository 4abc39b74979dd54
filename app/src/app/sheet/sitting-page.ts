import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import {
  type Problem,
  type Sitting,
  type SittingKind,
  clockOf,
  dayOf,
  emptyDraft,
  instantAt,
  readQuickLine,
  sittingKinds,
  titleKey,
} from '@lernen/core/log';
import { Clock } from '../store/clock';
import { LogStore } from '../store/log-store';
import { CostField } from '../ui/cost-field';
import { OutcomeFields } from '../ui/outcome-fields';
import { TechniquePicker } from '../ui/technique-picker';
import { kindWords } from '../ui/words';
import { valueOf } from '../ui/value-of';

/** Everything about a sitting in a form: for who prefers it to the quick line, and to correct one later. */
@Component({
  selector: 'app-sitting-page',
  imports: [CostField, OutcomeFields, RouterLink, TechniquePicker],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './sitting-page.html',
  styles: `
    form {
      max-width: 900px;
    }
    .fields {
      margin: 16px 0;
    }
  `,
})
export class SittingPage {
  protected readonly valueOf = valueOf;
  protected readonly log = inject(LogStore);
  protected readonly clock = inject(Clock);
  private readonly router = inject(Router);
  /** A sitting's id, or `new`. */
  readonly id = input.required<string>();
  /** For a new one: the problem that it is of, or a quick line begun. */
  readonly problem = input<string>();
  readonly line = input<string>();
  protected readonly kinds = sittingKinds;
  protected readonly kindWords = kindWords;
  protected readonly sitting = signal<Sitting | null>(null);
  protected readonly title = signal('');
  protected readonly technique = signal<string | null>(null);
  protected readonly day = signal('');
  protected readonly time = signal('');
  protected readonly known = computed<Problem | null>(() => {
    const sitting = this.sitting();
    const byId = sitting ? this.log.problemsById().get(sitting.problemId) : undefined;
    return (
      byId ?? this.log.log().problems.find((problem) => titleKey(problem.title) === titleKey(this.title())) ?? null
    );
  });
  protected readonly isNew = computed(() => this.id() === 'new');
  protected readonly missing = computed(() => {
    if (this.title().trim() === '') return 'Write the title of the problem.';
    if (this.day() === '' || this.time() === '') return 'Say when it was.';
    return instantAt(this.day(), this.time(), this.clock.zone) > this.clock.now()
      ? 'This is still to come. Log what took place.'
      : null;
  });

  constructor() {
    effect(() => {
      if (!this.log.isLoaded() || untracked(this.sitting) !== null) return;
      const id = this.id();
      untracked(() => this.begin(id));
    });
  }

  protected set(part: Partial<Sitting>): void {
    const sitting = this.sitting();
    if (sitting) this.sitting.set({ ...sitting, ...part });
  }

  protected setMinutes(text: string): void {
    const minutes = Number(text);
    this.set({ minutes: text.trim() === '' || Number.isNaN(minutes) ? null : Math.min(Math.max(minutes, 0), 1440) });
  }

  protected setKind(value: string): void {
    const kind = sittingKinds.find((it): it is SittingKind => it === value);
    if (kind) this.set({ kind });
  }

  protected setVerdicts(verdicts: readonly Sitting['attempts'][number]['verdict'][]): void {
    this.set({ attempts: verdicts.map((verdict) => ({ verdict })) });
  }

  protected verdictsOf(sitting: Sitting): Sitting['attempts'][number]['verdict'][] {
    return sitting.attempts.map((attempt) => attempt.verdict);
  }

  protected async save(): Promise<void> {
    const sitting = this.sitting();
    if (!sitting || this.missing() !== null) return;
    const known = this.known();
    const { problem } = known
      ? { problem: null }
      : this.log.recordsFor(
          {
            ...emptyDraft,
            title: this.title().trim(),
            techniques: this.technique() ? [this.technique() ?? ''] : [],
            cost: sitting.stated,
          },
          null,
        );
    const text = (value: string | null): string | null => (value === null || value.trim() === '' ? null : value.trim());
    const saved: Sitting = {
      ...sitting,
      revision: this.log.newId(),
      problemId: known?.id ?? problem?.id ?? sitting.problemId,
      startedAt: instantAt(this.day(), this.time(), this.clock.zone),
      stated: { time: text(sitting.stated.time), space: text(sitting.stated.space) },
      language: text(sitting.language),
      twist: text(sitting.twist),
    };
    const label = this.isNew() ? `Logged ${this.title().trim()}` : `Corrected the sitting of ${this.title()}`;
    if (await this.log.saveAndSay({ problems: problem ? [problem] : [], sittings: [saved] }, label))
      await this.router.navigateByUrl(`/problems/${saved.problemId}`);
  }

  protected async remove(): Promise<void> {
    const sitting = this.sitting();
    if (sitting && (await this.log.saveSitting({ ...sitting, deleted: true }, `Removed a sitting of ${this.title()}`)))
      await this.router.navigateByUrl(`/problems/${sitting.problemId}`);
  }

  private begin(id: string): void {
    const stored = this.log.log().sittings.find((sitting) => sitting.id === id);
    const started = stored ?? (id === 'new' ? this.fresh() : null);
    if (!started) return;
    this.sitting.set(started);
    this.title.set(this.log.problemsById().get(started.problemId)?.title ?? this.title());
    this.day.set(dayOf(started.startedAt, this.clock.zone));
    this.time.set(clockOf(started.startedAt, this.clock.zone));
  }

  /** A new sitting, with what the quick line or the problem said already. */
  private fresh(): Sitting {
    const given = this.problem();
    const context = { today: this.clock.today(), techniques: this.log.offered(), problems: this.log.log().problems };
    const reading = readQuickLine(this.line() ?? '', context);
    const knownId = given ?? reading.knownProblemId;
    const { sitting, title } = this.log.recordsFor(
      { ...reading.draft, title: reading.draft.title.trim() || 'Untitled', newTechniques: {} },
      knownId,
    );
    this.title.set(knownId === null ? reading.draft.title : title);
    this.technique.set(reading.draft.techniques[0] ?? null);
    return sitting;
  }
}
