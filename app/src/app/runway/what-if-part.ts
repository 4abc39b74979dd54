import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { addDays, dayOf, weekdayOf, weekdays } from '@lernen/core/model';
import type { WhatIf } from '@lernen/core/plan';
import { Clock } from '../store/clock';
import { DerivedStore, type Outcome } from '../store/derived-store';
import { LogStore } from '../store/log-store';
import { Reasons } from '../store/reasons';
import { Chart } from '../ui/chart';
import { shortDay } from '../ui/dates';
import { percent } from '../ui/words';
import { DayField } from '../ui/fields/day-field';
import { type Option, SelectField, optionsOf } from '../ui/fields/select-field';
import { readinessChart } from './readiness-chart';

const questions = {
  more: '15 min more a day',
  less: '15 min less a day',
  off: 'one day off a week',
  earlier: 'an interview a week earlier',
  later: 'an interview a week later',
  without: 'a technique left alone',
  pause: 'nothing until a day',
} as const;
type Question = keyof typeof questions;
const asked = Object.keys(questions) as Question[];

const fullWeekdays = {
  mon: 'Mondays',
  tue: 'Tuesdays',
  wed: 'Wednesdays',
  thu: 'Thursdays',
  fri: 'Fridays',
  sat: 'Saturdays',
  sun: 'Sundays',
} as const;

/** What would become of it: two curves over each other, and the difference in numbers. Nothing is changed by asking. */
@Component({
  selector: 'app-what-if',
  imports: [Chart, DayField, SelectField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './what-if-part.html',
  styleUrl: './what-if-part.scss',
})
export class WhatIfPart {
  protected readonly log = inject(LogStore);
  protected readonly clock = inject(Clock);
  private readonly derived = inject(DerivedStore);
  private readonly reasons = inject(Reasons);
  protected readonly percent = percent;
  protected readonly weekdayOptions = optionsOf(weekdays, (it) => fullWeekdays[it]);
  protected readonly questions: readonly Option[] = [
    { value: '', text: 'choose a question' },
    ...optionsOf(asked, (it) => questions[it]),
  ];
  protected readonly question = signal<Question | ''>('');
  protected readonly weekday = signal('sun');
  protected readonly chosenTechnique = signal('');
  protected readonly chosenInterview = signal('');
  protected readonly until = signal('');
  protected readonly outcome = signal<Outcome | null>(null);
  protected readonly isAboutInterview = computed(() => this.question() === 'earlier' || this.question() === 'later');

  /** What is planned, the most minutes first. */
  protected readonly techniqueOptions = computed<readonly Option[]>(() => {
    const minutes = new Map<string, number>();
    for (const { items } of this.derived.plan()?.days ?? [])
      for (const { technique, minutes: taken } of items)
        if (technique !== null) minutes.set(technique, (minutes.get(technique) ?? 0) + taken);
    return [...minutes]
      .sort(([, a], [, b]) => b - a)
      .map(([id, taken]) => ({ value: id, text: `${this.reasons.techniqueName(id)}, ${taken} min planned` }));
  });

  protected readonly technique = computed(() => this.chosenTechnique() || (this.techniqueOptions()[0]?.value ?? ''));
  protected readonly interviewOptions = computed<readonly Option[]>(() =>
    this.log.coming().map(({ id, employer, round }) => ({ value: id, text: `${employer} ${round}` })),
  );
  protected readonly interview = computed(() => this.chosenInterview() || (this.interviewOptions()[0]?.value ?? ''));

  protected readonly whatIf = computed((): WhatIf | null => {
    const question = this.question();
    if (question === '') return null;
    switch (question) {
      case 'more':
        return { kind: 'minutes', more: 15 };
      case 'less':
        return { kind: 'minutes', more: -15 };
      case 'off': {
        const weekday = weekdays.find((it) => it === this.weekday());
        return weekday ? { kind: 'day-off', weekday } : null;
      }
      case 'earlier':
      case 'later': {
        const interviewId = this.interview();
        return interviewId !== '' ? { kind: 'interview', interviewId, days: question === 'later' ? 7 : -7 } : null;
      }
      case 'without': {
        const technique = this.technique();
        return technique !== '' ? { kind: 'without', technique } : null;
      }
      case 'pause':
        return this.until() === '' ? null : { kind: 'pause', until: this.until() };
    }
  });

  protected readonly minutes = computed(() =>
    (this.derived.plan()?.days ?? []).reduce((sum, day) => sum + day.minutes, 0),
  );
  protected readonly curves = computed(() =>
    readinessChart(this.derived.plan()?.curve ?? [], this.outcome()?.curve ?? []),
  );
  protected readonly rows = computed(() => {
    const would = new Map((this.outcome()?.readiness ?? []).map((it) => [it.interviewId, it.ifKept]));
    const readiness = this.derived.plan()?.readiness ?? [];
    if (readiness.length > 0)
      return readiness.map(({ interviewId, ifKept }) => {
        const interview = this.log.coming().find(({ id }) => id === interviewId);
        const name = interview
          ? `${interview.employer}, ${shortDay(dayOf(interview.at, this.clock.zone))}`
          : 'An interview';
        return { id: interviewId, name, is: ifKept, would: would.get(interviewId) ?? ifKept };
      });
    const last = (points: Outcome['curve'] | undefined): number => points?.at(-1)?.ifKept ?? 0;
    const is = last(this.derived.plan()?.curve);
    return [{ id: '', name: 'A usual interview in thirty days', is, would: last(this.outcome()?.curve) }];
  });

  constructor() {
    let asked: WhatIf | null = null;
    effect(() => {
      const whatIf = this.whatIf();
      asked = whatIf;
      if (!whatIf || !this.derived.derived()) {
        this.outcome.set(null);
        return;
      }
      void this.derived.whatIf(whatIf).then((outcome) => {
        if (asked === whatIf) this.outcome.set(outcome);
      });
    });
  }

  protected ask(value: string): void {
    const question = asked.find((id) => id === value) ?? '';
    if (question === 'pause' && this.until() === '') this.until.set(nextSaturday(this.clock.today()));
    this.question.set(question);
  }

  protected points(difference: number): string {
    const points = difference * 100;
    return Math.abs(points) < 0.05 ? 'none' : `${points < 0 ? '−' : '+'} ${Math.abs(points).toFixed(1)} points`;
  }

  protected signed(minutes: number): string {
    return `${minutes < 0 ? '−' : '+'} ${Math.abs(minutes)}`;
  }
}

function nextSaturday(today: string): string {
  const days = (weekdays.indexOf('sat') - weekdays.indexOf(weekdayOf(today)) + 7) % 7;
  return addDays(today, days === 0 ? 7 : days);
}
