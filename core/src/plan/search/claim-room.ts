import { planParameters } from '../parameters';
import { type Calendar, daysFrom } from './calendar';

/** Days of which claims have a share. */
export const week = 7;

/**
 * Claims take no more than their share of any seven days, those that were worked lately among them; but one can always
 * have its place in them.
 */
export class ClaimRoom {
  /** Minutes of claims in the seven days up to each day, and of those seven days with a day in them that have most. */
  private readonly taken = new Map<number, number>();
  private readonly most = new Map<number, number>();
  /** Share of the minutes of seven usual days of the plan. */
  private readonly share: number;

  constructor(calendar: Calendar) {
    const { claims, softly } = planParameters;
    const days = daysFrom(0, calendar.length - 1);
    const minutes = days.reduce((sum, day) => sum + calendar.minutesOn(day), 0);
    this.share = (claims.shareOfWeek * week * minutes) / softly / Math.max(days.length, 1);
  }

  has(day: number, minutes: number): boolean {
    const most = this.most.get(day) ?? 0;
    return most === 0 || most + minutes <= this.share;
  }

  take(day: number, minutes: number): void {
    for (const last of daysFrom(day, day + week - 1)) {
      const taken = (this.taken.get(last) ?? 0) + minutes;
      this.taken.set(last, taken);
      for (const within of daysFrom(last - week + 1, last))
        this.most.set(within, Math.max(this.most.get(within) ?? 0, taken));
    }
  }
}
