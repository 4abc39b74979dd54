import { planParameters } from '../parameters';
import { type Calendar, daysFrom } from './calendar';

/** Days of which claims have a share. */
export const week = 7;

/**
 * Claims take no more than their share of any seven days, those that were worked lately among them; but one can always
 * have its place in them.
 */
export class ClaimRoom {
  /** Minutes of claims in the seven days up to each day. */
  private readonly taken = new Map<number, number>();
  /** Share of the minutes of seven usual days of the plan. */
  private readonly share: number;

  constructor(calendar: Calendar) {
    const { claims, softly } = planParameters;
    const days = daysFrom(0, calendar.length - 1);
    const minutes = days.reduce((sum, day) => sum + calendar.minutesOn(day), 0);
    this.share = (claims.shareOfWeek * week * minutes) / softly / Math.max(days.length, 1);
  }

  has(day: number, minutes: number): boolean {
    return daysFrom(day, day + week - 1).every((last) => {
      const taken = this.taken.get(last) ?? 0;
      return taken === 0 || taken + minutes <= this.share;
    });
  }

  take(day: number, minutes: number): void {
    for (const last of daysFrom(day, day + week - 1)) this.taken.set(last, (this.taken.get(last) ?? 0) + minutes);
  }
}
