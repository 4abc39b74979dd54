import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  ElementRef,
  afterNextRender,
  computed,
  effect,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { addDays, dayOf, weekdayOf, weekdays } from '@lernen/core/model';
import type { WhatIf } from '@lernen/core/plan';
import { Clock } from '../store/clock';
import { DerivedStore, type Outcome } from '../store/derived-store';
import { LogStore } from '../store/log-store';
import { Reasons } from '../store/reasons';
import { shortDay } from '../ui/dates';
import { percent } from '../ui/words';
import { drawCurves } from './curve-drawing';
import { DayField } from '../ui/fields/day-field';
import { type Option, SelectField, optionsOf } from '../ui/fields/select-field';

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

const height = 170;

/** What would become of it: two curves over each other, and the difference in numbers. Nothing is changed by asking. */
@Component({
  selector: 'app-what-if',
  imports: [DayField, SelectField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section aria-labelledby="if-title">
      <h2 id="if-title">What if</h2>
      <div class="asked">
        <app-select-field label="there were" [options]="questions" [value]="question()" (chosen)="ask($event)" />
        @switch (question()) {
          @case ('off') {
            <app-select-field
              label="which"
              [options]="weekdayOptions"
              [value]="weekday()"
              (chosen)="weekday.set($event)"
            />
          }
          @case ('without') {
            <app-select-field
              label="which"
              [options]="techniqueOptions()"
              [value]="technique()"
              (chosen)="chosenTechnique.set($event)"
            />
          }
          @case ('pause') {
            <app-day-field label="until" [firstDay]="clock.today()" [(value)]="until" />
          }
          @default {
            @if (isAboutInterview() && log.coming().length > 0) {
              <app-select-field
                label="which"
                [options]="interviewOptions()"
                [value]="interview()"
                (chosen)="chosenInterview.set($event)"
              />
            }
          }
        }
      </div>
      @if (isAboutInterview() && log.coming().length === 0) {
        <p class="second">No interview is set that could be moved.</p>
      }
      <div #room>
        @if (outcome(); as it) {
          @let drawing = curves();
          <svg
            [attr.width]="width()"
            [attr.height]="height"
            role="img"
            aria-label="Readiness by day, as it is and as it would be"
          >
            @for (level of drawing.levels; track level.text) {
              <path class="level" [attr.d]="'M44 ' + level.y + 'H' + (width() - 8)" />
              <text x="38" [attr.y]="level.y + 4" text-anchor="end">{{ level.text }}</text>
            }
            @for (date of drawing.dates; track date.x) {
              <text [attr.x]="date.x" [attr.y]="height - 4">{{ date.text }}</text>
            }
            <path class="is" [attr.d]="drawing.paths[0]" />
            <path class="would" [attr.d]="drawing.paths[1]" />
          </svg>
          <p class="legend second">
            <svg width="26" height="8" aria-hidden="true"><path class="is" d="M0 4H26" /></svg> as it is
            <svg width="26" height="8" aria-hidden="true"><path class="would" d="M0 4H26" /></svg> as it would be
          </p>
          <table class="figures-table">
            <thead>
              <tr>
                <th scope="col">Ready for</th>
                <th scope="col" class="number">As it is</th>
                <th scope="col" class="number">Would be</th>
                <th scope="col" class="number">Difference</th>
              </tr>
            </thead>
            <tbody>
              @for (row of rows(); track row.id) {
                <tr>
                  <th scope="row">{{ row.name }}</th>
                  <td class="number mono">{{ percent(row.is) }}</td>
                  <td class="number mono">{{ percent(row.would) }}</td>
                  <td
                    class="number mono"
                    [class.up]="row.would - row.is > 0.0005"
                    [class.down]="row.is - row.would > 0.0005"
                  >
                    {{ points(row.would - row.is) }}
                  </td>
                </tr>
              }
              <tr>
                <th scope="row">Minutes planned</th>
                <td class="number mono">{{ minutes() }} min</td>
                <td class="number mono">{{ it.minutes }} min</td>
                <td class="number mono">{{ signed(it.minutes - minutes()) }} min</td>
              </tr>
            </tbody>
          </table>
        } @else if (whatIf()) {
          <p class="second">Planning again.</p>
        } @else if (!isAboutInterview()) {
          <p class="second">Ask, and see how much it would cost or gain. Nothing is changed by asking.</p>
        }
      </div>
    </section>
  `,
  styles: `
    section {
      margin-bottom: 26px;
    }
    .asked {
      display: flex;
      flex-wrap: wrap;
      gap: 8px 14px;
      margin: 6px 0 10px;
    }
    .level {
      stroke: var(--line);
    }
    svg text {
      fill: var(--ink-2);
      font: 400 11px var(--mono);
    }
    .is {
      fill: none;
      stroke: var(--ink-2);
      stroke-width: 1.5;
    }
    .would {
      fill: none;
      stroke: var(--lamp);
      stroke-width: 2.5;
    }
    .legend svg {
      margin-left: 10px;
      vertical-align: 0;
    }
    .legend svg:first-child {
      margin-left: 0;
    }
    table {
      margin-top: 8px;
    }
    .up {
      color: var(--moss);
    }
    .down {
      color: var(--risk);
    }
  `,
})
export class WhatIfPart {
  protected readonly log = inject(LogStore);
  protected readonly clock = inject(Clock);
  private readonly derived = inject(DerivedStore);
  private readonly reasons = inject(Reasons);
  private readonly room = viewChild.required<ElementRef<HTMLElement>>('room');
  protected readonly percent = percent;
  protected readonly weekdayOptions = optionsOf(weekdays, (it) => fullWeekdays[it]);
  protected readonly height = height;
  protected readonly questions: readonly Option[] = [
    { value: '', text: 'choose a question' },
    ...optionsOf(asked, (it) => questions[it]),
  ];
  protected readonly width = signal(600);
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
    drawCurves([this.derived.plan()?.curve ?? [], this.outcome()?.curve ?? []], this.width(), height),
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
    const destroyRef = inject(DestroyRef);
    afterNextRender(() => {
      const observer = new ResizeObserver(([entry]) => this.width.set(Math.round(entry?.contentRect.width ?? 600)));
      observer.observe(this.room().nativeElement);
      destroyRef.onDestroy(() => {
        observer.disconnect();
      });
    });
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
