import {
  ChangeDetectionStrategy,
  Component,
  type WritableSignal,
  booleanAttribute,
  computed,
  input,
  model,
} from '@angular/core';
import { type FieldTree, FormField, form } from '@angular/forms/signals';
import { MatButton } from '@angular/material/button';
import { MatChipListbox, MatChipOption } from '@angular/material/chips';
import { MatRadioButton, MatRadioGroup } from '@angular/material/radio';
import {
  type Attempt,
  type Help,
  type Result,
  type Slip,
  attemptFields,
  fieldsInWords,
  helps,
  results,
  secondsText,
  slips,
  attemptWith,
  verdicts,
} from '@lernen/core/model';
import { type Option, SelectField, optionsOf } from './fields/select-field';
import { WordsField } from './words-field';
import { counted, feltWords, helpWords, resultWords, slipWords, verdictWords } from './words';

/** What happened in a sitting: result, help, attempts with their verdicts, slips, how hard it felt. */
@Component({
  selector: 'app-outcome-fields',
  imports: [
    FormField,
    MatButton,
    MatChipListbox,
    MatChipOption,
    MatRadioButton,
    MatRadioGroup,
    SelectField,
    WordsField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <fieldset>
      <legend [id]="name + '-result'">Result</legend>
      <mat-radio-group [aria-labelledby]="name + '-result'" [value]="result()" (change)="result.set($event.value)">
        @for (it of results; track it) {
          <mat-radio-button [value]="it">{{ resultWords[it] }}</mat-radio-button>
        }
      </mat-radio-group>
    </fieldset>
    <fieldset>
      <legend [id]="name + '-help'">Help</legend>
      <mat-radio-group [aria-labelledby]="name + '-help'" [value]="help()" (change)="help.set($event.value)">
        @for (it of helps; track it) {
          <mat-radio-button [value]="it">{{ helpWords[it] }}</mat-radio-button>
        }
      </mat-radio-group>
    </fieldset>
    @if (withAttempts()) {
      <fieldset>
        <legend>Attempts, first to last</legend>
        @for (attempt of attempts(); track $index) {
          @let number = $index;
          <span class="attempt">
            <span class="mono">{{ $index + 1 }}</span>
            <app-select-field
              isLabelHidden
              [label]="'Verdict of attempt ' + (number + 1)"
              [options]="verdictOptions"
              [value]="attempt.verdict ?? ''"
              (chosen)="setVerdict(number, $event)"
            />
            @if (attempt.checks; as checks) {
              <span class="second"
                >{{ checks.right }} of {{ counted(checks.of, 'check') }} right{{
                  attempt.at === null ? '' : ', at ' + secondsText(attempt.at)
                }}</span
              >
            }
            @if (versions().length > 1) {
              <app-select-field
                isLabelHidden
                [label]="'Version of attempt ' + (number + 1)"
                [options]="versionOptions()"
                [value]="attempt.versionId ?? ''"
                (chosen)="setField(number, 'versionId', $event || null)"
              />
            }
            @if (asksWhatJudgesTell() && attempt.checks === null) {
              @for (field of attemptLines; track field.name) {
                <app-words-field
                  [inWords]="field.inWords"
                  [label]="field.inWords.label + ', attempt ' + (number + 1)"
                  [isLabelHidden]="true"
                  [formField]="fieldOf(number, field.name)"
                />
              }
            }
            <button
              type="button"
              matButton="text"
              [attr.aria-label]="'Remove attempt ' + ($index + 1)"
              (click)="remove($index)"
            >
              ×
            </button>
          </span>
        }
        <button type="button" matButton="outlined" [disabled]="attempts().length >= 99" (click)="add()">
          Add an attempt
        </button>
      </fieldset>
    }
    <fieldset>
      <legend [id]="name + '-slips'">Slips</legend>
      <mat-chip-listbox
        multiple
        [aria-labelledby]="name + '-slips'"
        [value]="chosenSlips()"
        (change)="chosenSlips.set($event.value)"
      >
        @for (it of slips; track it) {
          <mat-chip-option [value]="it">{{ slipWords(it) }}</mat-chip-option>
        }
      </mat-chip-listbox>
    </fieldset>
    <fieldset>
      <legend [id]="name + '-felt'">It felt</legend>
      <mat-radio-group [aria-labelledby]="name + '-felt'" [value]="felt()" (change)="felt.set($event.value)">
        @for (word of feltWords; track word) {
          <mat-radio-button [value]="$index + 1">{{ word }}</mat-radio-button>
        }
      </mat-radio-group>
      @if (felt() !== null) {
        <button type="button" matButton="text" (click)="felt.set(null)">Not said</button>
      }
    </fieldset>
  `,
  styles: `
    fieldset {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 18px;
      align-items: center;
      min-width: 0;
      margin: 0 0 12px;
      padding: 0;
      border: 0;
    }
    legend {
      float: left;
      width: 100%;
      margin-bottom: 4px;
      padding: 0;
      color: var(--ink-2);
      font-size: 12px;
    }
    .attempt {
      display: inline-flex;
      gap: 4px;
      align-items: baseline;
    }
    .attempt app-words-field {
      width: 190px;
    }
    .attempt app-select-field {
      width: 170px;
    }
  `,
})
export class OutcomeFields {
  private static count = 0;
  protected readonly name = `outcome-${OutcomeFields.count++}`;
  readonly withAttempts = input(true);
  readonly result = model.required<Result | null>();
  readonly help = model.required<Help>();
  readonly attempts = model<readonly Attempt[]>([]);
  /** Whether attempts are asked for run time, memory and what else a judge tells. */
  readonly asksWhatJudgesTell = input(false, { transform: booleanAttribute });
  /** The versions of the code that were tried, where it is asked which. */
  readonly versions = input<readonly Option[]>([]);
  readonly chosenSlips = model.required<readonly Slip[]>();
  readonly felt = model.required<number | null>();
  private readonly form = form(this.attempts as WritableSignal<readonly Attempt[]>);
  /** Why something that was typed cannot be read; null where all can. */
  readonly unread = computed(() => this.form().errorSummary()[0]?.message ?? null);
  protected readonly attemptLines = fieldsInWords(attemptFields);
  protected readonly results = results;
  protected readonly helps = helps;
  protected readonly verdictOptions: readonly Option[] = [
    { value: '', text: 'not known' },
    ...optionsOf(verdicts, (it) => verdictWords[it]),
  ];
  protected readonly versionOptions = computed((): readonly Option[] => [
    { value: '', text: 'which version' },
    ...this.versions(),
  ]);
  protected readonly counted = counted;
  protected readonly secondsText = secondsText;
  protected readonly slips = slips;
  protected readonly feltWords = feltWords;
  protected readonly resultWords = resultWords;
  protected readonly helpWords = helpWords;
  protected readonly slipWords = slipWords;

  protected fieldOf(index: number, name: keyof Attempt): FieldTree<unknown> {
    const field = this.form[index]?.[name];
    if (!field) throw new RangeError(`There is no ${name} of attempt ${index + 1}.`);
    return field as FieldTree<unknown>;
  }

  protected add(): void {
    this.attempts.set([...this.attempts(), attemptWith(null)]);
  }

  protected remove(index: number): void {
    this.attempts.set(this.attempts().filter((_, it) => it !== index));
  }

  protected setVerdict(index: number, value: string): void {
    this.setField(index, 'verdict', verdicts.find((verdict) => verdict === value) ?? null);
  }

  protected setField(index: number, name: keyof Attempt, value: unknown): void {
    this.attempts.set(this.attempts().map((attempt, it) => (it === index ? { ...attempt, [name]: value } : attempt)));
  }
}
