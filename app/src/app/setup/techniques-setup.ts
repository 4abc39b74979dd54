import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import {
  MatExpansionPanel,
  MatExpansionPanelContent,
  MatExpansionPanelHeader,
  MatExpansionPanelTitle,
} from '@angular/material/expansion';
import { type Named, type Technique, TechniqueSchema, techniqueIdFrom } from '@lernen/core/model';
import { LogStore } from '../store/log-store';
import { Notices } from '../store/notices';
import { Picker } from '../ui/picker';
import { TextField } from '../ui/fields/text-field';

/** The catalogue: rename, add, merge, hide. What was logged with a technique stays with it through all of that. */
@Component({
  selector: 'app-techniques-setup',
  imports: [
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
      <form class="actions" (submit)="$event.preventDefault(); add()">
        <app-text-field label="New technique" [maxLength]="80" [(value)]="name" />
        <app-picker
          label="Family"
          takesOther
          [options]="families()"
          [maxLength]="60"
          [value]="family()"
          (valueChange)="family.set($event ?? '')"
        />
        <button matButton="outlined" [disabled]="addFault() !== null">Add</button>
        @if (name() !== '' && addFault(); as text) {
          <span class="fault">{{ text }}</span>
        }
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
  protected readonly name = signal('');
  protected readonly family = signal('My own');
  protected readonly families = computed(() =>
    [...new Set(this.log.log().techniques.map(({ family }) => family))].map((name): Named => ({ id: name, name })),
  );
  protected readonly addFault = computed(() => {
    const id = techniqueIdFrom(this.name());
    if (id === '') return 'Write a name with letters or digits.';
    if (this.family().trim() === '') return 'Write a family.';
    return this.log.techniquesById().has(id) ? 'There is a technique of that name.' : null;
  });

  protected others(technique: Technique): Technique[] {
    return this.log.offered().filter((it) => it.id !== technique.id);
  }

  protected nameOf(id: string): string {
    return this.log.techniquesById().get(id)?.name ?? id;
  }

  protected async add(): Promise<void> {
    if (this.addFault() !== null) return;
    const name = this.name().trim();
    const technique = TechniqueSchema.parse({
      id: techniqueIdFrom(name),
      revision: this.log.newId(),
      name,
      family: this.family().trim(),
    });
    if (await this.log.saveTechniques([technique], `Added ${name}`)) this.name.set('');
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
