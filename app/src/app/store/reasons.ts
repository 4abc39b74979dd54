import { Injectable, inject } from '@angular/core';
import { type ChoiceTarget, type Day, dayOf, daysBetween } from '@lernen/core/model';
import { type PlanChange, type PlanItem, type ReasonNames, reasonSentence } from '@lernen/core/plan';
import { shortDay } from '../ui/dates';
import { kinds } from '../ui/kinds';
import { Clock } from './clock';
import { LogStore } from './log-store';

/** Names and sentences for what the plan holds. */
@Injectable({ providedIn: 'root' })
export class Reasons {
  private readonly log = inject(LogStore);
  private readonly clock = inject(Clock);
  private readonly names: ReasonNames = {
    technique: (id) => this.techniqueName(id),
    employer: (id) => this.log.head().interviews.find((interview) => interview.id === id)?.employer ?? null,
    date: (instant) => shortDay(dayOf(instant, this.clock.zone)),
    onDay: (day) => this.onDay(day),
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

  /** What a choice about an item goes for, and its name: of a new problem, all new ones of its technique. */
  choiceAbout(item: PlanItem): { readonly target: ChoiceTarget; readonly name: string } {
    const name = this.nameOf(item);
    return item.problemId === null
      ? { target: { technique: item.technique ?? '' }, name: `new problems of ${name}` }
      : { target: { problemId: item.problemId }, name };
  }

  /** What an item is called where it stands for itself. */
  titleOf(item: Pick<PlanItem, 'problemId' | 'technique' | 'freshOn'>): string {
    if (item.problemId !== null) return this.nameOf(item);
    return item.freshOn === null
      ? `Something new: ${this.nameOf(item)}`
      : `${this.nameOf(item)}: the one new ${this.onDay(item.freshOn)}`;
  }

  /** What moved since the previous plan, in one sentence each. */
  changeText({ from, to, why, ...item }: PlanChange): string {
    const name = `${kinds[item.kind].word} · ${this.nameOf(item)}`;
    const missed = why === 'missed' ? `was planned ${this.onDay(from)} and not done; ` : '';
    if (to === null) return `${name} ${missed}${missed ? 'it is' : 'is'} not planned any more: other things gain more.`;
    if (missed) return `${name} ${missed}now ${this.dayText(to)}.`;
    return `${name} moved from ${this.dayText(from)} to ${this.dayText(to)}, where it gains more.`;
  }

  private onDay(day: Day): string {
    const text = this.dayText(day);
    return text === shortDay(day) ? `on ${text}` : text;
  }

  dayText(day: Day): string {
    const days = daysBetween(this.clock.today(), day);
    if (days === 0) return 'today';
    if (days === 1) return 'tomorrow';
    return days === -1 ? 'yesterday' : shortDay(day);
  }

  techniqueName(id: string): string {
    return this.log.techniquesById().get(id)?.name ?? id;
  }

  /** Days from today; negative when gone by. */
  daysUntil(instant: string): number {
    return daysBetween(this.clock.today(), dayOf(instant, this.clock.zone));
  }
}
