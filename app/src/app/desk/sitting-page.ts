import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { MatButton } from '@angular/material/button';
import {
  type FieldTree,
  FormField,
  FormRoot,
  type ValidationError,
  disabled,
  form,
  validate,
} from '@angular/forms/signals';
import {
  ClockSchema,
  type InWords,
  type Problem,
  type Sitting,
  type SittingFieldName,
  type SittingForm,
  SittingFormSchema,
  type SittingKind,
  blankSittingForm,
  clockOf,
  dayOf,
  fieldsInWords,
  formFieldsOf,
  instantAt,
  isDay,
  readMinutesCell,
  sittingFields,
  sittingKinds,
  titleKey,
} from '@lernen/core/model';
import { type QuickDraft, type QuickRecords, emptyDraft, readQuickLine } from '@lernen/core/quick-line';
import { LineDraft } from '../store/line-draft';
import { Clock } from '../store/clock';
import { DerivedStore } from '../store/derived-store';
import { type Changes, LogStore } from '../store/log-store';
import { Reasons } from '../store/reasons';
import { formDraft } from '../store/form-draft';
import { CostField } from '../ui/cost-field';
import { OutcomeFields } from '../ui/outcome-fields';
import { Picker } from '../ui/picker';
import { kinds } from '../ui/kinds';
import { BroughtBack } from '../ui/forms/brought-back';
import { saving } from '../ui/forms/saving';
import { zodRules } from '../ui/forms/zod-rules';
import { ClockField } from '../ui/fields/clock-field';
import { DayField } from '../ui/fields/day-field';
import { SelectField, optionsOf } from '../ui/fields/select-field';
import { TextArea } from '../ui/fields/text-area';
import { WordsField } from '../ui/words-field';

/** What a form begins with. */
interface Begun {
  readonly sitting: Sitting;
  /** What the quick line said; of the problem it may say more than the form asks. */
  readonly said: QuickDraft;
}

/** Everything about a sitting in a form: for who prefers it to the quick line, and to correct one later. */
@Component({
  selector: 'app-sitting-page',
  imports: [
    BroughtBack,
    ClockField,
    CostField,
    DayField,
    FormField,
    FormRoot,
    MatButton,
    OutcomeFields,
    Picker,
    RouterLink,
    SelectField,
    TextArea,
    WordsField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './sitting-page.html',
  styles: `
    form {
      max-width: 900px;
    }
    .fields {
      margin: 16px 0;
    }
    .remark {
      margin: 12px 0;
    }
  `,
})
export class SittingPage {
  protected readonly log = inject(LogStore);
  protected readonly clock = inject(Clock);
  private readonly derived = inject(DerivedStore);
  private readonly router = inject(Router);
  private readonly reasons = inject(Reasons);
  private readonly lineDraft = inject(LineDraft);
  /** A sitting's id, or `new`. */
  readonly id = input.required<string>();
  /** For a new one: the problem that it is of, or a quick line begun. */
  readonly problem = input<string>();
  readonly line = input<string>();
  protected readonly kindOptions = optionsOf(sittingKinds, (it) => kinds[it].word);
  protected readonly lines = fieldsInWords(sittingFields);
  protected readonly minutesInWords: InWords<unknown> = {
    key: '',
    label: 'Minutes',
    maxLength: 12,
    read: readMinutesCell,
    write: (minutes) => (typeof minutes === 'number' ? String(minutes) : ''),
  };
  /** What the form is about; null before that is known, and where there is no such sitting. */
  protected readonly begun = signal<Begun | null>(null);
  protected readonly values = signal(blankSittingForm);
  private readonly outcome = viewChild(OutcomeFields);
  protected readonly form = form(
    this.values,
    (path) => {
      zodRules(path, SittingFormSchema);
      disabled(path.title, () => !this.isNew());
      validate(path.time, (field) => this.futureFault(field.valueOf(path.day), field.value()));
      validate(path.sitting.attempts, () => {
        const unread = this.outcome()?.unread() ?? null;
        return unread === null ? null : { kind: 'unread', message: unread };
      });
    },
    { submission: saving(async () => this.save()) },
  );
  protected readonly draft = formDraft('this sitting', this.values, SittingFormSchema);
  private readonly isSaving = signal(false);
  private openedAt = 0;
  /** The minutes that the start stands for. */
  private minutes: number | null = null;
  private readonly address = computed(() => [this.id(), this.problem() ?? '', this.line() ?? ''].join('\n'));
  protected readonly isNew = computed(() => this.id() === 'new');
  protected readonly known = computed<Problem | null>(() => {
    const begun = this.begun();
    const title = titleKey(this.values().title);
    const own = this.log.problemsById().get(begun?.sitting.problemId ?? '');
    if (own && (!this.isNew() || titleKey(own.title) === title)) return own;
    return this.log.log().problems.find((problem) => titleKey(problem.title) === title) ?? null;
  });
  /** What logging a new sitting writes. */
  private readonly records = computed<QuickRecords | null>(() => {
    const begun = this.begun();
    if (!begun || !this.isNew()) return null;
    const { sitting, technique, title, day } = this.values();
    const techniques = [technique, ...begun.said.techniques.slice(1)].filter((id) => id !== null);
    const draft = {
      ...begun.said,
      title: title.trim() || 'Untitled',
      techniques: [...new Set(techniques)],
      cost: sitting.stated,
      slips: sitting.slips,
      minutes: sitting.minutes,
      day: isDay(day) ? day : null,
    };
    const problemId = this.known()?.id ?? null;
    return this.log.recordsFor(draft, problemId, this.derived.plannedToday(problemId));
  });
  protected readonly techniques = computed(() => [...this.log.offered(), ...(this.records()?.techniques ?? [])]);
  protected readonly kind = computed(
    () => this.values().kind ?? this.records()?.sitting.kind ?? this.begun()?.sitting.kind ?? 'first-solve',
  );
  protected readonly knownText = computed(() => {
    const records = this.records();
    if (!records) return null;
    if (!records.isNewProblem) return `${['Known: this sitting is added to it', ...records.changes].join('; ')}.`;
    const { difficulty, origin, employer, link, techniques } = records.problem ?? {};
    const facts = [
      difficulty,
      origin && `from ${origin}`,
      employer && `for ${employer}`,
      link,
      ...(techniques ?? []).slice(1).map((id) => `also ${this.techniqueName(id)}`),
    ].filter((fact) => typeof fact === 'string');
    return facts.length === 0 ? 'A new problem.' : `A new problem: ${facts.join(', ')}.`;
  });

  constructor() {
    let begunAt: string | null = null;
    effect(() => {
      const address = this.address();
      if (address === begunAt) return;
      begunAt = address;
      untracked(() => this.begin());
    });
  }

  protected fieldOf(name: SittingFieldName): FieldTree<unknown> {
    return this.form.sitting[name] as FieldTree<unknown>;
  }

  protected setKind(kind: SittingKind): void {
    this.values.update((values) => ({ ...values, kind }));
  }

  protected set(part: Partial<Sitting>): void {
    this.values.update((values) => ({ ...values, sitting: { ...values.sitting, ...part } }));
  }

  private async save(): Promise<void> {
    const begun = this.begun();
    if (!begun || this.isSaving()) return;
    const { title, day, time, sitting } = SittingFormSchema.parse(this.values());
    const records = this.records();
    const saved: Sitting = {
      ...begun.sitting,
      ...sitting,
      revision: this.log.newId(),
      problemId: records?.problemId ?? begun.sitting.problemId,
      kind: this.kind(),
      startedAt: instantAt(day, time, this.clock.zone),
    };
    const problem = records?.problem;
    const changes = {
      problems: problem ? [problem] : [],
      sittings: [saved],
      techniques: (records?.techniques ?? []).filter(
        ({ id }) => saved.named === id || problem?.techniques.includes(id),
      ),
    };
    await this.write(changes, this.isNew() ? `Logged ${title}` : `Corrected the sitting of ${title}`, saved.problemId);
  }

  protected async remove(): Promise<void> {
    const begun = this.begun();
    if (!begun || this.isSaving()) return;
    const sitting = { ...begun.sitting, revision: this.log.newId(), deleted: true };
    await this.write({ sittings: [sitting] }, `Removed a sitting of ${this.values().title}`, sitting.problemId);
  }

  private async write(changes: Changes, label: string, problemId: string): Promise<void> {
    this.isSaving.set(true);
    if (await this.log.saveAndSay(changes, label)) {
      this.draft.forget();
      if (this.isNew() && this.lineDraft.line() === this.line()) this.lineDraft.write('');
      await this.router.navigateByUrl(`/problems/${problemId}`);
    }
    this.isSaving.set(false);
  }

  private begin(): void {
    const id = this.id();
    this.openedAt = this.clock.milliseconds();
    const stored = this.log.log().sittings.find((sitting) => sitting.id === id);
    const begun = stored ? { sitting: stored, said: emptyDraft } : id === 'new' ? this.fresh() : null;
    this.begun.set(begun);
    if (begun) this.draft.begin(`sitting:${this.address()}`, this.filled(begun));
    this.minutes = this.values().sitting.minutes;
  }

  private futureFault(day: string, time: string): ValidationError | null {
    if (!isDay(day) || !ClockSchema.safeParse(time).success) return null;
    const isOver = instantAt(day, time, this.clock.zone) <= this.clock.now();
    return isOver ? null : { kind: 'future', message: 'This is in the future. Log what took place.' };
  }

  /** What is logged when it is over began its minutes ago, unless the person has said when. */
  protected follow(value: unknown): void {
    const minutes = typeof value === 'number' ? value : null;
    const [before, after] = [this.startedBefore(this.minutes), this.startedBefore(minutes)];
    this.minutes = minutes;
    const { day, time } = this.values();
    if (this.isNew() && day === before.day && time === before.time)
      this.values.update((values) => ({ ...values, ...after }));
  }

  private startedBefore(minutes: number | null | undefined): { readonly day: string; readonly time: string } {
    const at = new Date(this.openedAt - (minutes ?? 0) * 60_000).toISOString();
    return { day: dayOf(at, this.clock.zone), time: clockOf(at, this.clock.zone) };
  }

  private filled({ sitting, said }: Begun): SittingForm {
    return {
      sitting: formFieldsOf(sitting),
      kind: null,
      title: this.log.problemsById().get(sitting.problemId)?.title ?? said.title,
      technique: said.techniques[0] ?? null,
      day: dayOf(sitting.startedAt, this.clock.zone),
      time: clockOf(sitting.startedAt, this.clock.zone),
    };
  }

  /** A new sitting, with what the quick line or the problem said already. */
  private fresh(): Begun {
    const { techniques, problems } = this.log.log();
    const context = { today: this.clock.today(), techniques, problems };
    const { draft, knownProblemId } = readQuickLine(this.line() ?? '', context);
    const title = draft.title.trim() || 'Untitled';
    const problemId = this.problem() ?? knownProblemId;
    const { sitting } = this.log.recordsFor({ ...draft, title }, problemId, this.derived.plannedToday(problemId));
    return { sitting, said: draft };
  }

  private techniqueName(id: string): string {
    return this.techniques().find((technique) => technique.id === id)?.name ?? this.reasons.techniqueName(id);
  }
}
