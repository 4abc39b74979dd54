import { ChangeDetectionStrategy, Component, effect, inject, input, output, signal, untracked } from '@angular/core';
import { FormField, FormRoot, form } from '@angular/forms/signals';
import { MatButton } from '@angular/material/button';
import { MatChip, MatChipRemove, MatChipSet } from '@angular/material/chips';
import { Router } from '@angular/router';
import {
  type Difficulty,
  type Problem,
  type ProblemForm as Values,
  ProblemFormSchema,
  difficulties,
  formOfProblem,
} from '@lernen/core/model';
import { formDraft } from '../store/form-draft';
import { LogStore } from '../store/log-store';
import { SheetStore } from '../store/sheet-store';
import { BroughtBack } from '../ui/forms/brought-back';
import { saving } from '../ui/forms/saving';
import { zodRules } from '../ui/forms/zod-rules';
import { type Option, SelectField, optionsOf } from '../ui/fields/select-field';
import { TextField } from '../ui/fields/text-field';
import { Picker } from '../ui/picker';

/** The facts of a problem: what it is called, where it was met, how hard it is said to be, what solves it. */
@Component({
  selector: 'app-problem-form',
  imports: [
    BroughtBack,
    FormField,
    FormRoot,
    MatButton,
    MatChip,
    MatChipRemove,
    MatChipSet,
    Picker,
    SelectField,
    TextField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './problem-form.html',
  styleUrl: './problem-form.scss',
})
export class ProblemForm {
  readonly problem = input.required<Problem>();
  /** It is saved or left. */
  readonly closed = output();
  protected readonly log = inject(LogStore);
  private readonly sheet = inject(SheetStore);
  private readonly router = inject(Router);
  protected readonly difficultyOptions: readonly Option<Difficulty | null>[] = [
    { value: null, text: 'not stated' },
    ...optionsOf(difficulties, (it) => it),
  ];
  protected readonly values = signal(blank);
  protected readonly form = form(this.values, (path) => zodRules(path, ProblemFormSchema), {
    submission: saving(() => this.save()),
  });
  protected readonly draft = formDraft('the facts of this problem', this.values, ProblemFormSchema);

  constructor() {
    effect(() => {
      // What the stages hold may change while this is open, and the problem with it.
      const { id } = this.problem();
      untracked(() => this.draft.begin(`problem:${id}`, formOfProblem(this.problem())));
    });
  }

  protected nameOf(id: string): string {
    return this.log.techniquesById().get(id)?.name ?? id;
  }

  protected add(id: string): void {
    this.setTechniques([...new Set([...this.values().techniques, id])]);
  }

  protected remove(id: string): void {
    this.setTechniques(this.values().techniques.filter((it) => it !== id));
  }

  protected async leave(): Promise<void> {
    if (await this.draft.mayClose()) this.closed.emit();
  }

  protected async removeProblem(): Promise<void> {
    const problem = this.problem();
    if (!(await this.log.saveProblem({ ...problem, deleted: true }, `Removed ${problem.title} with its sittings`)))
      return;
    this.draft.forget();
    await this.router.navigateByUrl('/problems');
  }

  private async save(): Promise<void> {
    await this.sheet.flush();
    if (!(await this.log.saveProblem({ ...this.problem(), ...ProblemFormSchema.parse(this.values()) }))) return;
    this.draft.forget();
    this.closed.emit();
  }

  private setTechniques(techniques: string[]): void {
    this.values.update((values) => ({ ...values, techniques }));
  }
}

/** Before the problem is known. */
const blank: Values = { title: '', difficulty: null, origin: '', employer: '', link: '', techniques: [] };
