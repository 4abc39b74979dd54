import { Injectable, inject } from '@angular/core';
import { dayOf, daysBetween } from '@lernen/core/log';
import { type PlanItem, type ReasonNames, reasonSentence } from '@lernen/core/plan';
import { shortDay } from '../ui/dates';
import { Clock } from './clock';
import { LogStore } from './log-store';

/** Names and sentences for what the plan holds. */
@Injectable({ providedIn: 'root' })
export class Reasons {
  private readonly log = inject(LogStore);
  private readonly clock = inject(Clock);
  private readonly names: ReasonNames = {
    technique: (id) => this.techniqueName(id),
    employer: (id) => this.log.log().interviews.find((interview) => interview.id === id)?.employer ?? null,
    date: (instant) => shortDay(dayOf(instant, this.clock.zone)),
  };

  /** Why an item stands where it stands; figures stay with their units. */
  sentence(item: PlanItem): string {
    return reasonSentence(item, this.names).replace(/(\d) (?=%|min)/g, '$1\u00a0');
  }

  /** The problem's title, or the technique of a fresh slot. */
  nameOf(item: Pick<PlanItem, 'problemId' | 'technique'>): string {
    if (item.problemId !== null) return this.log.problemsById().get(item.problemId)?.title ?? 'A problem';
    return item.technique === null ? 'Something new' : this.techniqueName(item.technique);
  }

  techniqueName(id: string): string {
    return this.log.techniquesById().get(id)?.name ?? id;
  }

  /** Days from today; negative when gone by. */
  daysUntil(instant: string): number {
    return daysBetween(this.clock.today(), dayOf(instant, this.clock.zone));
  }
}
