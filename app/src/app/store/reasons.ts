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
  changeText(change: PlanChange): string {
    const { from, to, as, next, why } = change;
    const name = `${kinds[change.kind].word} · ${this.nameOf(change)}`;
    const isMissed = why === 'missed';
    const missed = isMissed ? ` was planned ${this.onDay(from)} and not done;` : '';
    const changed = as === undefined ? '' : `, as a ${kinds[as].word}`;
    if (isMissed && to !== null) return `${name}${missed} now ${this.dayText(to)}${changed}.`;
    const cause = this.causeText(change);
    if (to === null) {
      const comesNext = next === undefined ? '' : ` ${this.onDay(from)}, and comes next ${this.onDay(next)}`;
      return `${name}${isMissed ? `${missed} it` : ''} is not planned any more${comesNext}: ${cause ?? 'other things gain more'}.`;
    }
    const moved = `${name} moved from ${this.dayText(from)} to ${this.dayText(to)}${changed}`;
    return cause === null ? `${moved}, where it gains more.` : `${moved}: ${cause}.`;
  }

  /** What made something move; null where it is simply worth more elsewhere. */
  private causeText({ why, technique, sittings = 0, by }: PlanChange): string | null {
    const problem = this.nameOf({ problemId: by ?? null, technique });
    switch (why) {
      case 'logged':
        return `you logged ${sittings > 1 ? `${sittings} sittings of ${this.techniqueName(technique ?? '')}` : problem}`;
      case 'spent':
        return 'this evening has no minutes left for it';
      case 'failure':
        return `${problem}, not solved by yourself yet, comes first`;
      case 'catching-up':
        return 'what was missed comes first';
      case 'share':
        return 'what failed takes a fifth of a week at most';
      default:
        return null;
    }
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
