import { ChangeDetectionStrategy, Component, computed, inject, viewChildren } from '@angular/core';
import { RouterLink } from '@angular/router';
import { MatButton } from '@angular/material/button';
import { MatSlideToggle } from '@angular/material/slide-toggle';
import { rateOf, shippedRates } from '@lernen/core/sheet';
import { weekdays } from '@lernen/core/model';
import { LogStore } from '../store/log-store';
import { Notices } from '../store/notices';
import { type PageCommand, pageCommands, shortcuts } from '../ui/shortcut-registry';
import { BackupsSetup } from './backups-setup';
import { DoneList } from './done-list';
import { EditorSetup } from './editor-setup';
import { NativeSetup } from './native-setup';
import { PlanChoices } from './plan-choices';
import { RecordsSetup } from './records-setup';
import { Setting, SettingSearch } from './setting';
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

/** The parts of the page in their order: an anchor, a heading, and the words under which it is found beside those. */
const parts = [
  { id: 'practice', title: 'Practice', words: '' },
  { id: 'look', title: 'Look', words: 'appearance' },
  { id: 'keys', title: 'Keys', words: 'keyboard shortcuts' },
  { id: 'editor', title: 'Editor', words: 'code tab width size snippet template language technique' },
  {
    id: 'native',
    title: 'Languages of this machine',
    words: 'run code compile compiler c++ c java go rust c# kotlin ruby native server',
  },
  { id: 'techniques', title: 'Techniques', words: 'catalogue family name add rename merge hide show' },
  { id: 'choices', title: 'Your choices about the plan', words: 'pin put off not today never drop' },
  {
    id: 'records',
    title: 'Records',
    words: 'bring in import take out export archive json spreadsheet csv markdown file problems sittings lists',
  },
  { id: 'backups', title: 'Backups', words: 'backup disk restore keep browser storage unreadable' },
  { id: 'done', title: 'What was done', words: 'history undo' },
] as const;

/** What the person chose, their techniques, and their records coming in and going out. */
@Component({
  selector: 'app-setup',
  imports: [
    BackupsSetup,
    DoneList,
    EditorSetup,
    MatButton,
    MatSlideToggle,
    NativeSetup,
    NumberField,
    PlanChoices,
    RecordsSetup,
    RouterLink,
    SelectField,
    Setting,
    TechniquesSetup,
    TextField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './setup.html',
  styleUrl: './setup.scss',
  providers: [SettingSearch],
})
export class Setup {
  protected readonly log = inject(LogStore);
  private readonly notices = inject(Notices);
  protected readonly search = inject(SettingSearch);
  protected readonly parts = parts;
  protected readonly wordsOf = Object.fromEntries(
    parts.map(({ id, title, words }) => [id, `${title} ${words}`]),
  ) as Record<(typeof parts)[number]['id'], string>;
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

  private readonly settings = viewChildren(Setting);
  protected readonly isNothingFound = computed(() => this.settings().every((setting) => !setting.isShown()));

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
