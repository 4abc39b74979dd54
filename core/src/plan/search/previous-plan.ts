import type { Day } from '../../model/time';
import type { Candidate, PlannedBefore } from '../model/candidate';
import type { Duty, FollowedPlan, PlanItem, PlannedKind } from '../plan';

/** What an earlier plan held of a problem or technique: of a fresh problem's first review, also the problem's day if it is known. */
export interface Before {
  readonly day: number;
  readonly kind: PlannedKind;
  readonly freshDay: number | null;
  /** What it was in the plan for, beside its gain; undefined where that was not kept. */
  readonly duty?: Duty | null | undefined;
}

/** The day of what was planned for a day that is over. */
export const missedDay = -1;

/** What the previous plan held on the days from today on and what was missed of it, by problem, or by technique for fresh ones. */
export class PreviousPlan {
  private readonly items = new Map<string | null, Before[]>();

  /** `isLeft` says of something planned whether it is still to be done. */
  constructor(
    previous: FollowedPlan | null,
    dates: readonly Day[],
    isLeft: (item: Pick<PlanItem, 'problemId' | 'technique' | 'kind'>, date: Day) => boolean,
  ) {
    const dayAt = new Map(dates.map((date, day) => [date, day]));
    const [today = ''] = dates;
    const wanted = new Set<string>();
    for (const { date, items } of previous?.days ?? []) {
      // What was missed is wanted as soon as there is room.
      const day = dayAt.get(date) ?? (date < today ? missedDay : undefined);
      if (day === undefined) continue;
      for (const { problemId, technique, kind, freshOn, begun, reasons } of items) {
        const key = problemId ?? technique;
        // What goes on the next day is wanted once: where it begins, or where it goes on if it was begun.
        if (begun && (begun >= today || wanted.has(`${begun} ${key}`))) continue;
        if (!isLeft({ problemId, technique, kind }, date)) continue;
        wanted.add(`${date} ${key}`);
        const freshDay = dayAt.get(freshOn ?? '') ?? null;
        this.items.set(key, [...(this.items.get(key) ?? []), { day, kind, freshDay, duty: reasons?.duty }]);
      }
    }
  }

  /** Only what was missed of it, or what is still ahead. */
  part(part: 'missed' | 'ahead'): PreviousPlan {
    const some = new PreviousPlan(null, [], () => false);
    const isPart = ({ day }: { readonly day: number }): boolean => (day === missedDay) === (part === 'missed');
    for (const [key, items] of this.items) {
      const left = items.filter(isPart);
      if (left.length > 0) some.items.set(key, left);
    }
    return some;
  }

  get isEmpty(): boolean {
    return this.items.size === 0;
  }

  of({ problemId, technique }: Candidate): readonly Before[] {
    return this.items.get(problemId ?? technique) ?? [];
  }

  byDay(candidate: Candidate): PlannedBefore {
    const days = new Map<number, PlannedKind[]>();
    for (const { day: wanted, kind } of this.of(candidate)) {
      const day = Math.max(wanted, 0);
      days.set(day, [...(days.get(day) ?? []), kind]);
    }
    return days;
  }
}
