import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatRadioButton, MatRadioGroup } from '@angular/material/radio';
import {
  DaySchema,
  type Instant,
  type Interview,
  type Named,
  type Technique,
  type Zone,
  clockOf,
  dayOf,
  daysBetween,
  difficulties,
  instantAt,
  isZone,
} from '@lernen/core/model';
import { cityOf, timeIn } from '../ui/dates';
import { Picker } from '../ui/picker';
import { ClockField } from '../ui/fields/clock-field';
import { DayField } from '../ui/fields/day-field';
import { NumberField } from '../ui/fields/number-field';
import { type Option, SelectField, optionsOf } from '../ui/fields/select-field';
import { TextField } from '../ui/fields/text-field';

interface Weight {
  readonly technique: string;
  readonly weight: number;
}

const statuses = ['planned', 'done', 'cancelled'] as const;
const maxDaysAhead = 2 * 365;

/** When an interview is, in whose zone, what is expected in it, and how much it counts. */
@Component({
  selector: 'app-interview-form',
  imports: [
    ClockField,
    DayField,
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
    <form (submit)="$event.preventDefault(); save()" (input)="isTouched.set(true)">
      <div class="fields">
        <app-text-field class="wide" label="Employer" required [maxLength]="120" [(value)]="employer" />
        <app-text-field class="wide" label="Round" placeholder="screen, onsite …" [maxLength]="120" [(value)]="round" />
        <app-day-field label="Day" required [(value)]="day" />
        <app-clock-field label="Time" required [(value)]="time" />
        <app-picker
          class="wide"
          label="Time zone of the announcement"
          placeholder="a city, such as Lisbon"
          unknownText="No time zone is called that."
          [options]="zones()"
          [value]="zone()"
          (valueChange)="zone.set($event ?? '')"
          (fault)="zoneFault.set($event)"
        />
        @if (both(); as text) {
          <p class="second wide mono">{{ text }}</p>
        }
        @if (doubt(); as text) {
          <p class="remark wide" role="status">{{ text }}</p>
        }
        <app-select-field
          label="Expected difficulty"
          [options]="difficultyOptions"
          [value]="difficulty()"
          (chosen)="setDifficulty($event)"
        />
        <app-select-field
          label="Importance"
          [options]="importances"
          [value]="importance() + ''"
          (chosen)="importance.set(+$event)"
        />
        @if (!isNew()) {
          <app-select-field label="It is" [options]="statusOptions" [value]="status()" (chosen)="setStatus($event)" />
        }
      </div>
      <fieldset>
        <legend class="label">Expected techniques</legend>
        <mat-radio-group
          aria-label="Expected techniques"
          [value]="isUsual()"
          (change)="isUsual.set($event.value); isTouched.set(true)"
        >
          <mat-radio-button [value]="true">the usual mix</mat-radio-button>
          <mat-radio-button [value]="false">by weight</mat-radio-button>
        </mat-radio-group>
        @if (!isUsual()) {
          @for (it of weights(); track it.technique) {
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
      @if (missing(); as text) {
        <p [class]="isTouched() ? 'fault' : 'second'" role="status">{{ text }}</p>
      }
      <p class="actions">
        <button matButton="filled" [disabled]="missing() !== null">Save</button>
        <button type="button" matButton="text" (click)="left.emit()">Cancel</button>
        @if (!isNew()) {
          <button
            type="button"
            matButton="outlined"
            class="danger"
            (click)="saved.emit({ ...interview(), deleted: true })"
          >
            Remove
          </button>
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
  readonly techniques = input.required<readonly Technique[]>();
  readonly ownZone = input.required<Zone>();
  readonly now = input.required<Instant>();
  readonly saved = output<Interview>();
  readonly left = output();
  /** Each zone by its city too, with the time that it is there. */
  protected readonly zones = computed<readonly Named[]>(() =>
    [...new Set(['UTC', this.interview().zone, ...Intl.supportedValuesOf('timeZone')])].map((zone) => ({
      id: zone,
      name: zone,
      aliases: [cityOf(zone)],
      family: `now ${clockOf(this.now(), zone)}`,
    })),
  );
  protected readonly difficultyOptions = optionsOf(difficulties, (it) => it);
  protected readonly statusOptions = optionsOf(statuses, (it) => it);
  protected readonly importances: readonly Option[] = [
    { value: '1', text: '1, a practice run' },
    { value: '2', text: '2' },
    { value: '3', text: '3, as usual' },
    { value: '4', text: '4' },
    { value: '5', text: '5, the one that counts' },
  ];
  /** A record without an employer was never saved. */
  protected readonly isNew = computed(() => this.interview().employer === '');
  protected readonly isTouched = signal(false);
  protected readonly employer = linkedSignal(() => this.interview().employer);
  protected readonly round = linkedSignal(() => this.interview().round);
  protected readonly zone = linkedSignal(() => this.interview().zone);
  protected readonly zoneFault = signal<string | null>(null);
  protected readonly day = linkedSignal(() => dayOf(this.interview().at, this.interview().zone));
  protected readonly time = linkedSignal(() => clockOf(this.interview().at, this.interview().zone));
  protected readonly difficulty = linkedSignal(() => this.interview().difficulty);
  protected readonly importance = linkedSignal(() => this.interview().importance);
  protected readonly status = linkedSignal(() => this.interview().status);
  protected readonly isUsual = linkedSignal(() => this.interview().mix === 'usual');
  protected readonly weights = linkedSignal<readonly Weight[]>(() => {
    const { mix } = this.interview();
    return mix === 'usual' ? [] : Object.entries(mix).map(([technique, weight]) => ({ technique, weight }));
  });

  protected readonly missing = computed(() => {
    if (this.employer().trim() === '') return 'Write the employer.';
    if (this.day() === '' || this.time() === '') return 'Say on which day and at what time.';
    const day = DaySchema.safeParse(this.day());
    if (!day.success) return `The day ${day.error.issues[0]?.message ?? 'cannot be read'}.`;
    const zoneFault = this.zoneFault();
    if (zoneFault !== null) return zoneFault;
    if (!isZone(this.zone())) return 'Choose the time zone, such as Europe/Lisbon.';
    return !this.isUsual() && this.weights().length === 0 ? 'Add at least one technique, or take the usual mix.' : null;
  });
  /** A year that was mistyped is more likely than an interview years away. */
  protected readonly doubt = computed(() => {
    if (this.missing() !== null || this.status() !== 'planned') return null;
    const days = daysBetween(dayOf(this.now(), this.zone()), this.day());
    if (days < 0)
      return `That was ${-days} ${days === -1 ? 'day' : 'days'} ago: it counts as over, and nothing is planned for it.`;
    return days > maxDaysAhead ? `That is in ${(days / 365).toFixed(1)} years. Is the year right?` : null;
  });
  protected readonly both = computed(() => {
    if (this.missing() !== null || this.zone() === this.ownZone()) return null;
    const at = instantAt(this.day(), this.time(), this.zone());
    return `${timeIn(at, this.zone())} ${cityOf(this.zone())} = ${timeIn(at, this.ownZone())} here`;
  });

  protected nameOf(id: string): string {
    return this.techniques().find((technique) => technique.id === id)?.name ?? id;
  }

  protected share({ weight }: Weight): string {
    const total = this.weights().reduce((sum, it) => sum + it.weight, 0);
    return total === 0 ? '' : `${Math.round((100 * weight) / total)} %`;
  }

  protected add(id: string): void {
    if (!this.weights().some((it) => it.technique === id))
      this.weights.set([...this.weights(), { technique: id, weight: 10 }]);
  }

  /** A weight of 0 takes the technique out. */
  protected setWeight(id: string, weight: number): void {
    const bounded = Math.min(Math.max(Number.isFinite(weight) ? weight : 0, 0), 1000);
    this.weights.set(
      this.weights().flatMap((it) => (it.technique !== id ? [it] : bounded > 0 ? [{ ...it, weight: bounded }] : [])),
    );
  }

  protected setDifficulty(value: string): void {
    this.difficulty.set(difficulties.find((it) => it === value) ?? 'medium');
  }

  protected setStatus(value: string): void {
    this.status.set(statuses.find((it) => it === value) ?? 'planned');
  }

  protected save(): void {
    if (this.missing() !== null) return;
    this.saved.emit({
      ...this.interview(),
      employer: this.employer().trim(),
      round: this.round().trim(),
      at: instantAt(this.day(), this.time(), this.zone()),
      zone: this.zone(),
      difficulty: this.difficulty(),
      importance: this.importance(),
      status: this.status(),
      mix: this.isUsual()
        ? 'usual'
        : Object.fromEntries(this.weights().map(({ technique, weight }) => [technique, weight])),
    });
  }
}
