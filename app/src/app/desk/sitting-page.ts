import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { MatButton } from '@angular/material/button';
import { costFault } from '@lernen/core/cost';
import {
  DaySchema,
  type InWords,
  type Problem,
  type Sitting,
  type SittingFieldName,
  type SittingKind,
  clockOf,
  dayOf,
  fieldsInWords,
  instantAt,
  readMinutesCell,
  sittingFields,
  sittingKinds,
  titleKey,
} from '@lernen/core/model';
import { type QuickDraft, type QuickRecords, emptyDraft, readQuickLine } from '@lernen/core/quick-line';
import { LineDraft } from '../store/line-draft';
import { Clock } from '../store/clock';
import { type Changes, LogStore } from '../store/log-store';
import { Reasons } from '../store/reasons';
import { REPOSITORY } from '../store/profile';
import { CostField } from '../ui/cost-field';
import { OutcomeFields } from '../ui/outcome-fields';
import { Picker } from '../ui/picker';
import { kinds } from '../ui/kinds';
import { ClockField } from '../ui/fields/clock-field';
import { DayField } from '../ui/fields/day-field';
import { SelectField, optionsOf } from '../ui/fields/select-field';
import { TextArea } from '../ui/fields/text-area';
import { textOrNull } from '../ui/value-of';
import { WordsField } from '../ui/words-field';

/** What stands in the form. */
interface Filled {
  readonly sitting: Sitting;
  /** Null until it is chosen: whether the problem is known says it. */
  readonly kind: SittingKind | null;
  readonly title: string;
  /** The main technique of a new problem. */
  readonly technique: string | null;
  readonly day: string;
  readonly time: string;
  /** What the quick line said; of the problem it may say more than the form asks. */
  readonly said: QuickDraft;
}

/** The form as it was begun. */
const draftName = 'sitting-form';

/** Everything about a sitting in a form: for who prefers it to the quick line, and to correct one later. */
@Component({
  selector: 'app-sitting-page',
  imports: [
    ClockField,
    CostField,
    DayField,
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
  private readonly router = inject(Router);
  private readonly reasons = inject(Reasons);
  private readonly lineDraft = inject(LineDraft);
  private readonly drafts = inject(REPOSITORY).drafts;
  /** A sitting's id, or `new`. */
  readonly id = input.required<string>();
  /** For a new one: the problem that it is of, or a quick line begun. */
  readonly problem = input<string>();
  readonly line = input<string>();
  protected readonly kindOptions = optionsOf(sittingKinds, (it) => kinds[it].word);
  protected readonly form = signal<Filled | null>(null);
  /** What was typed here before a reload stands in the form again. */
  protected readonly isBroughtBack = signal(false);
  protected readonly lines = fieldsInWords(sittingFields);
  protected readonly minutesInWords: InWords<unknown> = {
    key: '',
    label: 'Minutes',
    maxLength: 12,
    read: readMinutesCell,
    write: (minutes) => (typeof minutes === 'number' ? String(minutes) : ''),
  };
  /** Why what was typed in a field cannot be read, by the field. */
  private readonly faults = signal<Readonly<Record<string, string | null>>>({});
  private readonly isSaving = signal(false);
  private begun: Filled | null = null;
  private openedAt = 0;
  private readonly address = computed(() => [this.id(), this.problem() ?? '', this.line() ?? ''].join('\n'));
  protected readonly isNew = computed(() => this.id() === 'new');
  protected readonly known = computed<Problem | null>(() => {
    const form = this.form();
    if (!form) return null;
    const title = titleKey(form.title);
    const own = this.log.problemsById().get(form.sitting.problemId);
    if (own && (!this.isNew() || titleKey(own.title) === title)) return own;
    return this.log.log().problems.find((problem) => titleKey(problem.title) === title) ?? null;
  });
  /** What logging a new sitting writes. */
  private readonly records = computed<QuickRecords | null>(() => {
    const form = this.form();
    if (!form || !this.isNew()) return null;
    const { said, sitting, technique } = form;
    const techniques = [technique, ...said.techniques.slice(1)].filter((id) => id !== null);
    const draft = {
      ...said,
      title: form.title.trim() || 'Untitled',
      techniques: [...new Set(techniques)],
      cost: statedIn(sitting),
      slips: sitting.slips,
    };
    return this.log.recordsFor(draft, this.known()?.id ?? null);
  });
  protected readonly techniques = computed(() => [...this.log.offered(), ...(this.records()?.techniques ?? [])]);
  protected readonly kind = computed(
    () => this.form()?.kind ?? this.records()?.sitting.kind ?? this.form()?.sitting.kind ?? 'first-solve',
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
  protected readonly missing = computed(() => {
    const form = this.form();
    if (!form || form.title.trim() === '') return 'Write the title of the problem.';
    const fault = Object.values(this.faults()).find((it) => it !== null) ?? costFaultIn(form.sitting);
    if (fault !== null) return `This cannot be read: ${fault.replace(/\.$/, '')}.`;
    if (form.day === '' || form.time === '') return 'Say when it was.';
    const day = DaySchema.safeParse(form.day);
    if (!day.success) return `The day ${day.error.issues[0]?.message ?? 'cannot be read'}.`;
    return instantAt(form.day, form.time, this.clock.zone) > this.clock.now()
      ? 'This is in the future. Log what took place.'
      : null;
  });

  constructor() {
    let begunAt: string | null = null;
    effect(() => {
      const address = this.address();
      if (!this.log.isLoaded() || address === begunAt) return;
      begunAt = address;
      untracked(() => this.begin());
    });
    effect(() => {
      const form = this.form();
      if (form && form !== this.begun)
        this.drafts.keepText(draftName, JSON.stringify({ address: untracked(this.address), form }));
    });
  }

  protected put(part: Partial<Filled>): void {
    this.form.update((form) => form && { ...form, ...part });
  }

  protected set(part: Partial<Sitting>): void {
    this.form.update((form) => form && { ...form, sitting: { ...form.sitting, ...part } });
  }

  /** What is logged when it is over began its minutes ago, unless the person has said when. */
  protected setMinutes(value: unknown): void {
    const minutes = typeof value === 'number' ? value : null;
    const form = this.form();
    const [before, after] = [this.startedBefore(form?.sitting.minutes), this.startedBefore(minutes)];
    this.set({ minutes });
    if (this.isNew() && form?.day === before.day && form.time === before.time) this.put(after);
  }

  protected setFault(name: string, fault: string | null): void {
    this.faults.update((faults) => ({ ...faults, [name]: fault }));
  }

  protected setKind(value: string): void {
    const kind = sittingKinds.find((it): it is SittingKind => it === value);
    if (kind) this.put({ kind });
  }

  protected setField(name: SittingFieldName, value: unknown): void {
    this.set({ [name]: value });
  }

  protected async save(): Promise<void> {
    const form = this.form();
    if (!form || this.missing() !== null || this.isSaving()) return;
    const records = this.records();
    const title = form.title.trim();
    const saved: Sitting = {
      ...form.sitting,
      revision: this.log.newId(),
      problemId: records?.problemId ?? form.sitting.problemId,
      kind: this.kind(),
      startedAt: instantAt(form.day, form.time, this.clock.zone),
      stated: statedIn(form.sitting),
      twist: textOrNull(form.sitting.twist),
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
    const form = this.form();
    if (!form || this.isSaving()) return;
    const sitting = { ...form.sitting, revision: this.log.newId(), deleted: true };
    await this.write({ sittings: [sitting] }, `Removed a sitting of ${form.title}`, sitting.problemId);
  }

  /** Takes back what was typed since the form was opened first. */
  protected startOver(): void {
    this.drafts.forgetText(draftName);
    this.begin();
  }

  private async write(changes: Changes, label: string, problemId: string): Promise<void> {
    this.isSaving.set(true);
    if (await this.log.saveAndSay(changes, label)) {
      this.drafts.forgetText(draftName);
      if (this.isNew() && this.lineDraft.line() === this.line()) this.lineDraft.write('');
      await this.router.navigateByUrl(`/problems/${problemId}`);
    }
    this.isSaving.set(false);
  }

  private begin(): void {
    const id = this.id();
    this.openedAt = this.clock.milliseconds();
    const stored = this.log.log().sittings.find((sitting) => sitting.id === id);
    this.begun = stored ? this.filled(stored, emptyDraft) : id === 'new' ? this.fresh() : null;
    const left = this.begun && this.left();
    this.faults.set({});
    this.isBroughtBack.set(left !== null);
    this.form.set(left ?? this.begun);
  }

  private startedBefore(minutes: number | null | undefined): { readonly day: string; readonly time: string } {
    const at = new Date(this.openedAt - (minutes ?? 0) * 60_000).toISOString();
    return { day: dayOf(at, this.clock.zone), time: clockOf(at, this.clock.zone) };
  }

  /** What a page that was reloaded or closed had in this form. */
  private left(): Filled | null {
    const text = this.drafts.text(draftName);
    if (text === null) return null;
    const { address, form } = JSON.parse(text) as { readonly address: string; readonly form: Filled };
    return address === this.address() ? form : null;
  }

  private filled(sitting: Sitting, said: QuickDraft): Filled {
    return {
      sitting,
      kind: null,
      title: this.log.problemsById().get(sitting.problemId)?.title ?? said.title,
      technique: said.techniques[0] ?? null,
      day: dayOf(sitting.startedAt, this.clock.zone),
      time: clockOf(sitting.startedAt, this.clock.zone),
      said,
    };
  }

  /** A new sitting, with what the quick line or the problem said already. */
  private fresh(): Filled {
    const { techniques, problems } = this.log.log();
    const context = { today: this.clock.today(), techniques, problems };
    const { draft, knownProblemId } = readQuickLine(this.line() ?? '', context);
    const title = draft.title.trim() || 'Untitled';
    const { sitting } = this.log.recordsFor({ ...draft, title }, this.problem() ?? knownProblemId);
    return this.filled(sitting, draft);
  }

  private techniqueName(id: string): string {
    return this.techniques().find((technique) => technique.id === id)?.name ?? this.reasons.techniqueName(id);
  }
}

function costFaultIn({ stated }: Sitting): string | null {
  return costFault(stated.time) ?? costFault(stated.space);
}

function statedIn({ stated }: Sitting): Sitting['stated'] {
  return { time: textOrNull(stated.time), space: textOrNull(stated.space) };
}
