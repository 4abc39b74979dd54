import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatSlideToggle } from '@angular/material/slide-toggle';
import { rateOf, shippedRates } from '@lernen/core/sheet';
import { weekdays } from '@lernen/core/model';
import { LogStore } from '../store/log-store';
import { Notices } from '../store/notices';
import { type PageCommand, pageCommands, shortcuts } from '../ui/shortcut-registry';
import { BackupsSetup } from './backups-setup';
import { DoneList } from './done-list';
import { PlanChoices } from './plan-choices';
import { RecordsSetup } from './records-setup';
import { TechniquesSetup } from './techniques-setup';
import { NumberField } from '../ui/fields/number-field';
import { type Option, SelectField, optionsOf } from '../ui/fields/select-field';
import { TextField } from '../ui/fields/text-field';

const weekdayNames = {
  sun: 'Sunday',
  mon: 'Monday',
  tue: 'Tuesday',
  wed: 'Wednesday',
  thu: 'Thursday',
  fri: 'Friday',
  sat: 'Saturday',
} as const;

/** What the person chose, their techniques, and their records coming in and going out. */
@Component({
  selector: 'app-setup',
  imports: [
    BackupsSetup,
    DoneList,
    MatSlideToggle,
    NumberField,
    PlanChoices,
    RecordsSetup,
    SelectField,
    TechniquesSetup,
    TextField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="page">
      <h1>Setup</h1>
      <section aria-labelledby="choices-title">
        <h2 id="choices-title">Choices</h2>
        <div class="fields">
          <app-select-field
            label="Theme"
            [options]="themeOptions"
            [value]="log.settings().theme"
            (chosen)="setTheme($event)"
          />
          <app-number-field
            label="Goal: unaided solve in time"
            unit="%"
            [min]="30"
            [max]="99"
            [value]="goal()"
            (valueChange)="setGoal($event)"
          />
          @for (it of difficulties; track it) {
            <app-number-field
              unit="min"
              [label]="'Target for ' + it"
              [min]="1"
              [max]="480"
              [value]="log.settings().targetMinutes[it]"
              (valueChange)="setTarget(it, $event)"
            />
          }
          <app-select-field
            label="The week begins on"
            [options]="weekdayOptions"
            [value]="log.settings().firstDayOfWeek"
            (chosen)="setFirstDay($event)"
          />
          <app-select-field
            label="Language of the interviews"
            [options]="languageOptions"
            [value]="log.settings().language ?? ''"
            (chosen)="setLanguage($event)"
          />
          <app-number-field
            label="Simple steps a second"
            unit="millions"
            step="any"
            canBeEmpty
            [min]="0.1"
            [max]="100000"
            [disabled]="log.settings().language === null"
            [value]="rate() / 1e6"
            (valueChange)="setRate($event)"
            (cleared)="setRate(null)"
          />
        </div>
      </section>
      <section aria-labelledby="keys-title">
        <h2 id="keys-title">Keys</h2>
        <mat-slide-toggle hideIcon [checked]="log.settings().singleKeys" (change)="toggleKeys()"
          >single-key shortcuts</mat-slide-toggle
        >
        @if (log.settings().singleKeys) {
          <div class="fields keys">
            @for (command of commands; track command) {
              <app-text-field
                #field
                isMono
                [label]="shortcuts[command].words"
                [maxLength]="1"
                [value]="keyOf(command)"
                (committed)="setKey(command, $event) || field.reset(keyOf(command))"
              />
            }
          </div>
        }
      </section>
      <app-techniques-setup id="techniques" />
      <app-plan-choices id="choices" />
      <app-records-setup id="records" />
      <app-backups-setup id="backups" />
      <app-done-list id="done" />
    </div>
  `,
  styles: `
    section h2 {
      margin-bottom: 8px;
    }
    .fields {
      grid-template-columns: repeat(auto-fill, minmax(210px, 1fr));
      max-width: 960px;
    }
    .keys {
      align-items: end;
      grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
      margin-top: 8px;
    }
  `,
})
export class Setup {
  protected readonly log = inject(LogStore);
  private readonly notices = inject(Notices);
  protected readonly themes = ['system', 'light', 'dark'] as const;
  protected readonly themeOptions = optionsOf(this.themes, (it) => (it === 'system' ? 'as the system' : it));
  protected readonly languageOptions: readonly Option[] = [
    { value: '', text: 'none in particular' },
    ...optionsOf(Object.keys(shippedRates), (it) => it),
  ];
  protected readonly difficulties = ['easy', 'medium', 'hard'] as const;
  private readonly weekdays = [...weekdays.slice(1), 'sun'] as (keyof typeof weekdayNames)[];
  protected readonly weekdayOptions = optionsOf(this.weekdays, (it) => weekdayNames[it]);
  protected readonly commands = pageCommands;
  protected readonly shortcuts = shortcuts;

  protected goal(): number {
    return Math.round(this.log.settings().goal * 100);
  }

  protected rate(): number {
    return rateOf(this.log.settings().language, this.log.settings().stepsPerSecond);
  }

  protected setLanguage(value: string): void {
    void this.log.saveSettings({ language: value === '' ? null : value });
  }

  /** What the bounds allow is computed with it; null goes back to the shipped rate. */
  protected setRate(rate: number | null): void {
    void this.log.saveSettings(({ language, stepsPerSecond }) => {
      if (language === null) return {};
      const { [language]: _old, ...others } = stepsPerSecond;
      return { stepsPerSecond: rate === null ? others : { ...others, [language]: rate * 1e6 } };
    });
  }

  protected setTheme(value: string): void {
    void this.log.saveSettings({ theme: this.themes.find((it) => it === value) ?? 'system' });
  }

  protected setGoal(goal: number): void {
    void this.log.saveSettings({ goal: goal / 100 });
  }

  protected setTarget(difficulty: 'easy' | 'medium' | 'hard', minutes: number): void {
    void this.log.saveSettings(({ targetMinutes }) => ({
      targetMinutes: { ...targetMinutes, [difficulty]: minutes },
    }));
  }

  protected setFirstDay(value: string): void {
    void this.log.saveSettings({ firstDayOfWeek: this.weekdays.find((it) => it === value) ?? 'mon' });
  }

  protected toggleKeys(): void {
    void this.log.saveSettings(({ singleKeys }) => ({ singleKeys: !singleKeys }));
  }

  protected keyOf(command: PageCommand): string {
    return (this.log.settings().keys[command] ?? shortcuts[command].keys[0] ?? '').toLowerCase();
  }

  /** A key that another command has is not taken. @returns whether it was. */
  protected setKey(command: PageCommand, typed: string): boolean {
    const key = typed.trim().toLowerCase();
    const other = this.commands.find((it) => it !== command && this.keyOf(it) === key);
    if (other) this.notices.fail(`“${key}” is the key for “${shortcuts[other].words}” already.`);
    if (other || key.length !== 1) return false;
    void this.log.saveSettings(({ keys }) => ({ keys: { ...keys, [command]: key } }));
    return true;
  }
}
