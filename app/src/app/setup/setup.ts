import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { rateOf, shippedRates } from '@lernen/core/sheet';
import { weekdays } from '@lernen/core/model';
import { LogStore } from '../store/log-store';
import { Notices } from '../store/notices';
import { type ShortcutCommand, shippedKeys, shortcutWords } from '../ui/shortcut-list';
import { BackupsSetup } from './backups-setup';
import { DoneList } from './done-list';
import { PlanChoices } from './plan-choices';
import { RecordsSetup } from './records-setup';
import { TechniquesSetup } from './techniques-setup';
import { valueOf } from '../ui/value-of';

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
  imports: [BackupsSetup, DoneList, PlanChoices, RecordsSetup, TechniquesSetup],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="page">
      <h1>Setup</h1>
      <section aria-labelledby="choices-title">
        <h2 id="choices-title">Choices</h2>
        <div class="fields">
          <label class="field"
            ><span>Theme</span>
            <select class="box" (change)="setTheme(valueOf($event))">
              @for (it of themes; track it) {
                <option [value]="it" [selected]="it === log.settings().theme">
                  {{ it === 'system' ? 'as the system' : it }}
                </option>
              }
            </select></label
          >
          <label class="field"
            ><span>Goal: unaided solve in time, %</span
            ><input class="box mono" type="number" min="30" max="99" [value]="goal()" (change)="setGoal($event)"
          /></label>
          @for (it of difficulties; track it) {
            <label class="field"
              ><span>Target for {{ it }}, min</span
              ><input
                class="box mono"
                type="number"
                min="1"
                max="480"
                [value]="log.settings().targetMinutes[it]"
                (change)="setTarget(it, $event)"
            /></label>
          }
          <label class="field"
            ><span>The week begins on</span>
            <select class="box" (change)="setFirstDay(valueOf($event))">
              @for (it of weekdays; track it) {
                <option [value]="it" [selected]="it === log.settings().firstDayOfWeek">{{ weekdayNames[it] }}</option>
              }
            </select></label
          >
          <label class="field"
            ><span>Language of the interviews</span>
            <select class="box" (change)="setLanguage(valueOf($event))">
              <option value="">none in particular</option>
              @for (it of languages; track it) {
                <option [value]="it" [selected]="it === log.settings().language">{{ it }}</option>
              }
            </select></label
          >
          <label class="field"
            ><span>Simple steps a second, millions</span
            ><input
              class="box mono"
              type="number"
              min="0.1"
              max="100000"
              step="any"
              [disabled]="log.settings().language === null"
              [value]="rate() / 1e6"
              (change)="setRate($event)"
          /></label>
        </div>
      </section>
      <section aria-labelledby="keys-title">
        <h2 id="keys-title">Keys</h2>
        <label class="check"
          ><input type="checkbox" [checked]="log.settings().singleKeys" (change)="toggleKeys()" /> single-key
          shortcuts</label
        >
        @if (log.settings().singleKeys) {
          <div class="fields">
            @for (command of commands; track command) {
              <label class="field"
                ><span>{{ shortcutWords[command] }}</span
                ><input class="box mono key" maxlength="1" [value]="keyOf(command)" (change)="setKey(command, $event)"
              /></label>
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
      align-items: end;
      max-width: 960px;
    }
    .check {
      display: flex;
      gap: 6px;
      align-items: center;
      min-height: 32px;
    }
    .key {
      width: 48px;
      text-align: center;
    }
  `,
})
export class Setup {
  protected readonly valueOf = valueOf;
  protected readonly log = inject(LogStore);
  private readonly notices = inject(Notices);
  protected readonly themes = ['system', 'light', 'dark'] as const;
  protected readonly languages = Object.keys(shippedRates);
  protected readonly difficulties = ['easy', 'medium', 'hard'] as const;
  protected readonly weekdays = [...weekdays.slice(1), 'sun'] as (keyof typeof weekdayNames)[];
  protected readonly weekdayNames = weekdayNames;
  protected readonly commands = Object.keys(shippedKeys) as ShortcutCommand[];
  protected readonly shortcutWords = shortcutWords;

  protected goal(): number {
    return Math.round(this.log.settings().goal * 100);
  }

  protected rate(): number {
    return rateOf(this.log.settings().language, this.log.settings().stepsPerSecond);
  }

  protected setLanguage(value: string): void {
    void this.log.saveSettings({ language: value === '' ? null : value });
  }

  /** What the bounds allow is computed with it; an empty field goes back to the shipped rate. */
  protected setRate(event: Event): void {
    const isShipped = valueOf(event) === '';
    const rate = isShipped ? null : this.notices.numberIn(event, this.rate() / 1e6);
    if (rate === null && !isShipped) return;
    void this.log.saveSettings(({ language, stepsPerSecond }) => {
      if (language === null) return {};
      const { [language]: _old, ...others } = stepsPerSecond;
      return { stepsPerSecond: rate === null ? others : { ...others, [language]: rate * 1e6 } };
    });
  }

  protected setTheme(value: string): void {
    void this.log.saveSettings({ theme: this.themes.find((it) => it === value) ?? 'system' });
  }

  protected setGoal(event: Event): void {
    const goal = this.notices.numberIn(event, this.goal());
    if (goal !== null) void this.log.saveSettings({ goal: goal / 100 });
  }

  protected setTarget(difficulty: 'easy' | 'medium' | 'hard', event: Event): void {
    const minutes = this.notices.numberIn(event, this.log.settings().targetMinutes[difficulty]);
    if (minutes !== null)
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

  protected keyOf(command: ShortcutCommand): string {
    return this.log.settings().keys[command] ?? shippedKeys[command];
  }

  /** A key that another command has is not taken; the field shows the old one again. */
  protected setKey(command: ShortcutCommand, event: Event): void {
    const field = event.target as HTMLInputElement;
    const key = field.value.trim().toLowerCase();
    const other = this.commands.find((it) => it !== command && this.keyOf(it) === key);
    if (other) this.notices.fail(`“${key}” is the key for “${shortcutWords[other]}” already.`);
    if (other || key.length !== 1) field.value = this.keyOf(command);
    else void this.log.saveSettings(({ keys }) => ({ keys: { ...keys, [command]: key } }));
  }
}
