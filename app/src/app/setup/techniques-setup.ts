import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormField, FormRoot, type ValidationError, form, validate } from '@angular/forms/signals';
import { MatButton } from '@angular/material/button';
import {
  MatExpansionPanel,
  MatExpansionPanelContent,
  MatExpansionPanelHeader,
  MatExpansionPanelTitle,
} from '@angular/material/expansion';
import { type Named, type Technique, TechniqueFormSchema, TechniqueSchema, techniqueIdFrom } from '@lernen/core/model';
import { formDraft } from '../store/form-draft';
import { LogStore } from '../store/log-store';
import { Notices } from '../store/notices';
import { saving } from '../ui/forms/saving';
import { zodRules } from '../ui/forms/zod-rules';
import { Picker } from '../ui/picker';
import { TextField } from '../ui/fields/text-field';

/** The catalogue: rename, add, merge, hide. What was logged with a technique stays with it through all of that. */
@Component({
  selector: 'app-techniques-setup',
  imports: [
    FormField,
    FormRoot,
    MatButton,
    MatExpansionPanel,
    MatExpansionPanelContent,
    MatExpansionPanelHeader,
    MatExpansionPanelTitle,
    Picker,
    TextField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section aria-labelledby="catalogue-title">
      <h2 id="catalogue-title">Techniques</h2>
      <form class="actions" [formRoot]="form">
        <app-text-field label="New technique" [formField]="form.name" />
        <app-picker label="Family" takesOther [options]="families()" [formField]="form.family" />
        <button matButton="outlined">Add</button>
      </form>
      <mat-expansion-panel>
        <mat-expansion-panel-header>
          <mat-panel-title>{{ log.log().techniques.length }} techniques</mat-panel-title>
        </mat-expansion-panel-header>
        <ng-template matExpansionPanelContent>
          @for (it of log.log().techniques; track it.id) {
            <div class="row">
              <app-text-field
                #field
                isLabelHidden
                [label]="'Name of ' + it.name"
                [maxLength]="80"
                [value]="it.name"
                (committed)="rename(it, $event) || field.reset(it.name)"
              />
              <span class="second">{{ it.family }}</span>
              @if (it.mergedInto; as target) {
                <span>merged into {{ nameOf(target) }}</span>
                <button
                  type="button"
                  matButton="text"
                  (click)="change(it, { mergedInto: null }, 'Took ' + it.name + ' apart again')"
                >
                  Take apart
                </button>
              } @else {
                <app-picker
                  isLabelHidden
                  [label]="'Merge ' + it.name + ' into'"
                  placeholder="merge into …"
                  [options]="others(it)"
                  [adds]="true"
                  (chosen)="merge(it, $event)"
                  unknownText="No technique is called that."
                />
                <button
                  type="button"
                  matButton="text"
                  (click)="change(it, { hidden: !it.hidden }, (it.hidden ? 'Showed ' : 'Hid ') + it.name)"
                >
                  {{ it.hidden ? 'Show' : 'Hide' }}
                </button>
              }
            </div>
          }
        </ng-template>
      </mat-expansion-panel>
    </section>
  `,
  styles: `
    h2 {
      margin-bottom: 8px;
    }
    form {
      align-items: end;
    }
    mat-expansion-panel {
      margin-top: 12px;
      max-width: 960px;
    }
    .row {
      display: grid;
      grid-template-columns: minmax(140px, 2fr) minmax(0, 1.4fr) minmax(120px, 1.6fr) 96px;
      gap: 4px 12px;
      align-items: center;
      padding: 3px 0;
    }
    @media (width < 600px) {
      .row {
        grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
      }
    }
  `,
})
export class TechniquesSetup {
  protected readonly log = inject(LogStore);
  private readonly notices = inject(Notices);
  private readonly values = signal({ name: '', family: 'My own' });
  protected readonly form = form(
    this.values,
    (path) => {
      zodRules(path, TechniqueFormSchema);
      validate(path.name, ({ value }) => this.nameFault(value()));
    },
    { submission: saving(() => this.add()) },
  );
  private readonly draft = formDraft('the technique', this.values, TechniqueFormSchema);
  protected readonly families = computed(() =>
    [...new Set(this.log.log().techniques.map(({ family }) => family))].map((name): Named => ({ id: name, name })),
  );

  constructor() {
    this.draft.begin('technique', this.values());
  }

  protected others(technique: Technique): Technique[] {
    return this.log.offered().filter((it) => it.id !== technique.id);
  }

  protected nameOf(id: string): string {
    return this.log.techniquesById().get(id)?.name ?? id;
  }

  private nameFault(name: string): ValidationError | null {
    const id = techniqueIdFrom(name);
    if (name.trim() !== '' && id === '') return { kind: 'name', message: 'Write a name with letters or digits.' };
    return this.log.techniquesById().has(id) ? { kind: 'name', message: 'There is a technique of that name.' } : null;
  }

  private async add(): Promise<void> {
    const { name, family } = TechniqueFormSchema.parse(this.values());
    const id = techniqueIdFrom(name);
    const technique = TechniqueSchema.parse({ id, revision: this.log.newId(), name, family });
    if (!(await this.log.saveTechniques([technique], `Added ${name}`))) return;
    this.draft.forget();
    this.form().reset({ name: '', family });
    this.draft.begin('technique', this.values());
  }

  /** @returns whether it may be called that. */
  protected rename(technique: Technique, typed: string): boolean {
    const name = typed.trim();
    if (name === '' || name === technique.name) return false;
    const taken = this.log.log().techniques.find(({ id, name: known }) => {
      return id !== technique.id && techniqueIdFrom(known) === techniqueIdFrom(name);
    });
    if (taken || techniqueIdFrom(name) === '') {
      this.notices.fail(taken ? `There is a technique called ${taken.name}.` : 'Write a name with letters or digits.');
      return false;
    }
    const aliases = [...new Set([...technique.aliases, technique.name])];
    this.change(technique, { name, aliases }, `Renamed ${technique.name} to ${name}`);
    return true;
  }

  protected merge(technique: Technique, target: string | null): void {
    if (target !== null)
      this.change(technique, { mergedInto: target }, `Merged ${technique.name} into ${this.nameOf(target)}`);
  }

  protected change(technique: Technique, part: Partial<Technique>, label: string): void {
    void this.log.saveTechniques([{ ...technique, ...part }], label);
  }
}
