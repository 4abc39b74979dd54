import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
  signal,
  untracked,
} from '@angular/core';
import { FormField, FormRoot, form } from '@angular/forms/signals';
import { MatButton } from '@angular/material/button';
import { MatRadioButton, MatRadioGroup } from '@angular/material/radio';
import {
  type Interview,
  type InterviewForm as Values,
  InterviewFormSchema,
  type Named,
  clockOf,
  dayOf,
  daysBetween,
  difficulties,
  formOfInterview,
  instantAt,
  interviewOfForm,
} from '@lernen/core/model';
import { Clock } from '../store/clock';
import { LogStore } from '../store/log-store';
import { formDraft } from '../store/form-draft';
import { cityOf, timeIn } from '../ui/dates';
import { Picker } from '../ui/picker';
import { BroughtBack } from '../ui/forms/brought-back';
import { saving } from '../ui/forms/saving';
import { zodRules } from '../ui/forms/zod-rules';
import { ClockField } from '../ui/fields/clock-field';
import { DayField } from '../ui/fields/day-field';
import { NumberField } from '../ui/fields/number-field';
import { type Option, SelectField, optionsOf } from '../ui/fields/select-field';
import { TextField } from '../ui/fields/text-field';

type Weight = Values['weights'][number];

const maxDaysAhead = 2 * 365;

/** When an interview is, in whose zone, what is expected in it, and how much it counts. */
@Component({
  selector: 'app-interview-form',
  imports: [
    BroughtBack,
    ClockField,
    DayField,
    FormField,
    FormRoot,
    MatButton,
    MatRadioButton,
    MatRadioGroup,
    NumberField,
    Picker,
    SelectField,
    TextField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form [formRoot]="form">
      @if (draft.isBroughtBack()) {
        <app-brought-back (startOver)="draft.startOver()" />
      }
      <div class="fields">
        <app-text-field class="wide" label="Employer" [formField]="form.employer" />
        <app-text-field class="wide" label="Round" placeholder="screen, onsite …" [formField]="form.round" />
        <app-day-field label="Day" [formField]="form.day" />
        <app-clock-field label="Time" [formField]="form.time" />
        <app-picker
          class="wide"
          label="Time zone of the announcement"
          placeholder="a city, such as Lisbon"
          unknownText="No time zone is called that."
          [options]="zones()"
          [formField]="form.zone"
        />
        @if (both(); as text) {
          <p class="second wide mono">{{ text }}</p>
        }
        @if (doubt(); as text) {
          <p class="remark wide" role="status">{{ text }}</p>
        }
        <app-select-field label="Expected difficulty" [options]="difficultyOptions" [formField]="form.difficulty" />
        <app-select-field label="Importance" [options]="importances" [formField]="form.importance" />
        @if (!isNew()) {
          <app-select-field label="It is" [options]="statusOptions" [formField]="form.status" />
        }
      </div>
      <fieldset>
        <legend class="label">Expected techniques</legend>
        <mat-radio-group aria-label="Expected techniques" [formField]="form.isUsual">
          <mat-radio-button [value]="true">the usual mix</mat-radio-button>
          <mat-radio-button [value]="false">by weight</mat-radio-button>
        </mat-radio-group>
        @if (!values().isUsual) {
          @for (it of values().weights; track it.technique) {
            <p class="weight">
              <span>{{ nameOf(it.technique) }}</span>
              <app-number-field
                isLabelHidden
                [label]="'Weight of ' + nameOf(it.technique)"
                [min]="0"
                [max]="1000"
                [value]="it.weight"
                (valueChange)="setWeight(it.technique, $event)"
              />
              <span class="mono second">{{ share(it) }}</span>
              <button
                type="button"
                matButton="text"
                [attr.aria-label]="'Remove ' + nameOf(it.technique)"
                (click)="setWeight(it.technique, 0)"
              >
                ×
              </button>
            </p>
          }
          <app-picker
            isLabelHidden
            label="Add an expected technique"
            placeholder="Add a technique"
            [options]="techniques()"
            [adds]="true"
            (chosen)="add($event)"
            unknownText="No technique is called that."
          />
        }
      </fieldset>
      @if (form.weights().touched() && form.weights().invalid()) {
        <p class="fault" role="status">Weights need at least one technique; or take the usual mix.</p>
      }
      <p class="actions">
        <button matButton="filled">Save</button>
        <button type="button" matButton="text" (click)="leave()">Cancel</button>
        @if (!isNew()) {
          <button type="button" matButton="outlined" class="danger" (click)="remove()">Remove</button>
        }
      </p>
    </form>
  `,
  styles: `
    .fields {
      grid-template-columns: repeat(2, minmax(0, 1fr));
    }
    fieldset {
      display: flex;
      flex-wrap: wrap;
      gap: 6px 16px;
      margin: 12px 0;
      padding: 0;
      border: 0;
    }
    .weight {
      display: grid;
      grid-template-columns: minmax(0, 1fr) 84px 44px auto;
      gap: 8px;
      align-items: center;
      width: 100%;
    }
    app-picker {
      width: 100%;
    }
  `,
})
export class InterviewForm {
  readonly interview = input.required<Interview>();
  /** It is saved or left. */
  readonly closed = output();
  private readonly log = inject(LogStore);
  private readonly clock = inject(Clock);
  protected readonly techniques = this.log.offered;
  /** Each zone by its city too, with the time that it is there. */
  protected readonly zones = computed<readonly Named[]>(() =>
    [...new Set(['UTC', this.interview().zone, ...Intl.supportedValuesOf('timeZone')])].map((zone) => ({
      id: zone,
      name: zone,
      aliases: [cityOf(zone)],
      family: `now ${clockOf(this.clock.now(), zone)}`,
    })),
  );
  protected readonly difficultyOptions = optionsOf(difficulties, (it) => it);
  protected readonly statusOptions = optionsOf(['planned', 'done', 'cancelled'] as const, (it) => it);
  protected readonly importances: readonly Option<number>[] = [
    { value: 1, text: '1, a practice run' },
    { value: 2, text: '2' },
    { value: 3, text: '3, as usual' },
    { value: 4, text: '4' },
    { value: 5, text: '5, the one that counts' },
  ];
  /** A record without an employer was never saved. */
  protected readonly isNew = computed(() => this.interview().employer === '');
  protected readonly values = signal(blank);
  protected readonly form = form(this.values, (path) => zodRules(path, InterviewFormSchema), {
    submission: saving(() => this.save()),
  });
  protected readonly draft = formDraft('the interview', this.values, InterviewFormSchema);
  private readonly isWhole = computed(() => InterviewFormSchema.safeParse(this.values()).success);

  /** A year that was mistyped is more likely than an interview years away. */
  protected readonly doubt = computed(() => {
    const { day, zone, status } = this.values();
    if (!this.isWhole() || status !== 'planned') return null;
    const days = daysBetween(dayOf(this.clock.now(), zone), day);
    if (days < 0)
      return `That was ${-days} ${days === -1 ? 'day' : 'days'} ago: it counts as over, and nothing is planned for it.`;
    return days > maxDaysAhead ? `That is in ${(days / 365).toFixed(1)} years. Is the year right?` : null;
  });
  protected readonly both = computed(() => {
    const { day, time, zone } = this.values();
    if (!this.isWhole() || zone === this.clock.zone) return null;
    const at = instantAt(day, time, zone);
    return `${timeIn(at, zone)} ${cityOf(zone)} = ${timeIn(at, this.clock.zone)} here`;
  });

  constructor() {
    effect(() => {
      const interview = this.interview();
      const name = `interview:${this.isNew() ? 'new' : interview.id}`;
      untracked(() => this.draft.begin(name, formOfInterview(interview)));
    });
  }

  protected nameOf(id: string): string {
    return this.techniques().find((technique) => technique.id === id)?.name ?? id;
  }

  protected share({ weight }: Weight): string {
    const total = this.values().weights.reduce((sum, it) => sum + it.weight, 0);
    return total === 0 ? '' : `${Math.round((100 * weight) / total)} %`;
  }

  protected add(id: string): void {
    const { weights } = this.values();
    if (!weights.some((it) => it.technique === id)) this.setWeights([...weights, { technique: id, weight: 10 }]);
  }

  /** A weight of 0 takes the technique out. */
  protected setWeight(id: string, weight: number): void {
    const changed = this.values().weights.map((it) => (it.technique === id ? { ...it, weight } : it));
    this.setWeights(changed.filter((it) => it.weight > 0));
  }

  private setWeights(weights: Weight[]): void {
    this.values.update((values) => ({ ...values, weights }));
  }

  protected async leave(): Promise<void> {
    if (await this.draft.mayClose()) this.closed.emit();
  }

  protected remove(): Promise<void> {
    return this.write({ ...this.interview(), deleted: true }, `Removed the interview at ${this.interview().employer}`);
  }

  private save(): Promise<void> {
    const interview = { ...this.interview(), ...interviewOfForm(this.values()) };
    return this.write(interview, `Saved the interview at ${interview.employer}; the plan follows`);
  }

  private async write(interview: Interview, label: string): Promise<void> {
    if (!(await this.log.saveInterview(interview, label))) return;
    this.draft.forget();
    this.closed.emit();
  }
}

/** Before the interview is known. */
const blank: Values = {
  employer: '',
  round: '',
  day: '',
  time: '',
  zone: '',
  difficulty: 'medium',
  importance: 3,
  status: 'planned',
  isUsual: true,
  weights: [],
};
