import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { MatButton } from '@angular/material/button';
import { type Interview, addDays, dayOf, instantAt, minutesOn, weekdayOf, weekdays } from '@lernen/core/model';
import type { PlanItem } from '@lernen/core/plan';
import { Clock } from '../store/clock';
import { DerivedStore } from '../store/derived-store';
import { LogStore } from '../store/log-store';
import { Reasons } from '../store/reasons';
import { cityOf, longDay, shortDay, timeIn } from '../ui/dates';
import { inFrames } from '../ui/in-frames';
import { KindMark } from '../ui/kind-mark';
import { percent } from '../ui/words';
import { InterviewForm } from './interview-form';
import { WhatIfPart } from './what-if-part';
import { DayField } from '../ui/fields/day-field';
import { NumberField } from '../ui/fields/number-field';

const weekdayWords = { mon: 'Mon', tue: 'Tue', wed: 'Wed', thu: 'Thu', fri: 'Fri', sat: 'Sat', sun: 'Sun' } as const;

/** Every day to the interview, the interviews, and the minutes there are. */
@Component({
  selector: 'app-runway',
  imports: [DayField, InterviewForm, KindMark, MatButton, NumberField, RouterLink, WhatIfPart],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './runway.html',
  styleUrl: './runway.scss',
})
export class Runway {
  protected readonly log = inject(LogStore);
  protected readonly derived = inject(DerivedStore);
  protected readonly clock = inject(Clock);
  protected readonly reasons = inject(Reasons);
  /** The day that is open, from the address. */
  readonly day = input<string>();
  protected readonly percent = percent;
  protected readonly shortDay = shortDay;
  protected readonly longDay = longDay;
  protected readonly timeIn = timeIn;
  protected readonly cityOf = cityOf;
  protected readonly weekdayWords = weekdayWords;
  protected readonly edited = signal<Interview | null>(null);

  protected readonly open = computed(() => this.day() ?? this.clock.today());
  protected readonly openDay = computed(() => this.derived.planDays().get(this.open()) ?? null);
  protected readonly isPast = computed(() => this.open() < this.clock.today());
  protected readonly pastSittings = computed(() =>
    this.log
      .log()
      .sittings.filter((sitting) => dayOf(sitting.startedAt, this.clock.zone) === this.open())
      .map((sitting) => ({
        sitting,
        title: this.log.problemsById().get(sitting.problemId)?.title ?? '',
      })),
  );
  protected readonly week = computed(() => {
    const first = weekdays.indexOf(this.log.settings().firstDayOfWeek);
    return Array.from({ length: 7 }, (_, index) => weekdays[(first + index) % 7] ?? 'mon');
  });
  protected readonly exceptions = computed(() =>
    Object.entries(this.log.settings().exceptions)
      .filter(([date]) => date >= this.clock.today())
      .sort(([a], [b]) => (a < b ? -1 : 1)),
  );
  protected readonly interviews = computed(() =>
    [...this.log.head().interviews].sort((a, b) => Date.parse(a.at) - Date.parse(b.at)),
  );
  private readonly allDays = computed(() => {
    const interviews = this.log.coming();
    return (this.derived.plan()?.days ?? []).map((day) => ({
      day,
      isWeekStart: weekdayOf(day.date) === this.log.settings().firstDayOfWeek,
      interviews: interviews.filter((interview) => dayOf(interview.at, this.clock.zone) === day.date),
    }));
  });
  protected readonly days = inFrames(this.allDays, 14);
  /** Why nothing of the days stands there. */
  protected readonly missingText = computed(() => {
    return this.derived.hasEnded() ? 'There is no plan yet.' : 'The plan is being made.';
  });

  protected readinessOf(interview: Interview): string {
    const readiness = this.derived.plan()?.readiness.find((it) => it.interviewId === interview.id);
    return readiness ? `${percent(readiness.ifKept)} with the plan, ${percent(readiness.ifDropped)} without` : '';
  }

  protected minutes(date: string): number {
    return minutesOn(date, this.log.settings());
  }

  protected setWeekday(weekday: keyof typeof weekdayWords, minutes: number): void {
    void this.log.saveSettings(({ week }) => ({ week: { ...week, [weekday]: minutes } }));
  }

  protected setException(date: string, minutes: number): void {
    void this.log.saveSettings(({ exceptions }) => ({ exceptions: { ...exceptions, [date]: minutes } }));
  }

  protected clearException(date: string): void {
    void this.log.saveSettings(({ exceptions: { [date]: _cleared, ...exceptions } }) => ({ exceptions }));
  }

  protected move(item: PlanItem, to: string): void {
    if (to === '') return;
    const { target, name } = this.reasons.choiceAbout(item);
    const kind = item.kind === 'fresh' ? null : item.kind;
    void this.log.choose(target, { pin: to, kind }, `Pinned ${name} to ${shortDay(to)}`);
  }

  protected add(): void {
    const at = instantAt(addDays(this.clock.today(), 28), '10:00', this.clock.zone);
    const id = this.log.newId();
    this.edited.set({
      id,
      revision: id,
      deleted: false,
      employer: '',
      round: '',
      at,
      zone: this.clock.zone,
      mix: 'usual',
      difficulty: 'medium',
      importance: 3,
      status: 'planned',
      note: '',
    });
  }
}
