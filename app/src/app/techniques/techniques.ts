import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatSort, MatSortHeader, type Sort } from '@angular/material/sort';
import { Router, RouterLink } from '@angular/router';
import type { TechniqueEstimate } from '@lernen/core/estimate';
import { type Slip, type Technique, dayOf, daysBetween, sharesOf } from '@lernen/core/model';
import { Clock } from '../store/clock';
import { DerivedStore } from '../store/derived-store';
import { LogStore } from '../store/log-store';
import { Reasons } from '../store/reasons';
import { agoText } from '../ui/dates';
import { inFrames } from '../ui/in-frames';
import { StrengthLine } from '../ui/strength-line';
import { readSortOrder, sortOrderText } from '../ui/sort-order';
import { counted, percent, slipWords } from '../ui/words';

/** Every technique with its strength and the evidence behind it; what matters most for the next interview first. */
@Component({
  selector: 'app-techniques',
  imports: [MatButton, MatSort, MatSortHeader, RouterLink, StrengthLine],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './techniques.html',
  styleUrl: './techniques.scss',
})
export class Techniques {
  protected readonly log = inject(LogStore);
  protected readonly derived = inject(DerivedStore);
  private readonly clock = inject(Clock);
  private readonly reasons = inject(Reasons);
  private readonly router = inject(Router);
  protected readonly percent = percent;
  protected readonly counted = counted;
  protected readonly next = computed(() => this.log.coming()[0] ?? null);
  protected readonly mixUps = this.derived.mixUps;

  /** From the address: a column, with a minus before it where the order is downwards. */
  readonly sort = input<string>();
  /** Null for what matters most first. */
  protected readonly order = computed(() => readSortOrder(this.sort(), sortKeys));
  protected readonly columns: readonly Column[] = [
    { key: 'name', word: 'Technique' },
    { key: null, word: 'Strength, with its likely range', class: 'line' },
    { key: 'chance', word: 'Chance', class: 'number' },
    { key: 'trend', word: '4 weeks', class: 'number' },
    { key: 'share', word: 'Share', class: 'number', startsDown: true },
    { key: 'sittings', word: 'Sittings', class: 'number', startsDown: true },
    { key: 'last', word: 'Last', startsDown: true },
    { key: 'time', word: 'Time', class: 'number', startsDown: true },
    { key: 'first-attempt', word: '1st attempt', class: 'number' },
    { key: 'help', word: 'Help', class: 'number', startsDown: true },
    { key: null, word: 'Slips' },
  ];

  private readonly byImportance = computed(() => {
    const shares = sharesOf(this.next()?.mix ?? 'usual', this.log.head().techniques);
    const goal = this.log.settings().goal;
    const rows = this.log.offered().flatMap((technique): Row[] => {
      const estimate = this.derived.techniques().get(technique.id);
      if (!estimate) return [];
      const share = shares.get(technique.id) ?? 0;
      return [{ technique, estimate, share, lack: share * Math.max(goal - estimate.strength.point, 0) }];
    });
    return rows.sort((a, b) => b.lack - a.lack || b.share - a.share || b.estimate.sittings - a.estimate.sittings);
  });
  /** Rows that have nothing to be ordered by come last; equal ones stay in the order of what matters most. */
  private readonly allRows = computed(() => {
    const order = this.order();
    if (order === null) return this.byImportance();
    const valued = this.byImportance().map((row) => ({ row, value: valueIn[order.key](row) }));
    const sign = order.direction === 'asc' ? 1 : -1;
    return valued.sort((a, b) => compare(a.value, b.value, sign)).map(({ row }) => row);
  });
  protected readonly rows = inFrames(this.allRows, 20);

  protected sortBy(sort: Sort | null): void {
    const order = sort && sortOrderText(sort);
    void this.router.navigate([], { queryParams: { sort: order }, queryParamsHandling: 'merge', replaceUrl: true });
  }

  protected lastText({ lastAt }: TechniqueEstimate): string {
    return lastAt === null ? 'never' : agoText(daysBetween(dayOf(lastAt, this.clock.zone), this.clock.today()));
  }

  protected trendText({ trend }: TechniqueEstimate): string {
    if (trend === null) return '';
    const points = Math.round(trend * 100);
    return points === 0 ? '± 0' : `${points > 0 ? '+' : '−'} ${Math.abs(points)}`;
  }

  protected slipsText({ slips }: TechniqueEstimate): string {
    const sorted = (Object.entries(slips) as [Slip, number][]).sort(([, a], [, b]) => b - a);
    return sorted
      .slice(0, 2)
      .map(([slip, count]) => `${slipWords(slip)} ${count}`)
      .join(', ');
  }

  protected nameOf(id: string): string {
    return this.reasons.techniqueName(id);
  }
}

const sortKeys = ['name', 'chance', 'trend', 'share', 'sittings', 'last', 'time', 'first-attempt', 'help'] as const;
type SortKey = (typeof sortKeys)[number];

interface Column {
  readonly key: SortKey | null;
  readonly word: string;
  readonly class?: 'line' | 'number';
  readonly startsDown?: boolean;
}

interface Row {
  readonly technique: Technique;
  readonly estimate: TechniqueEstimate;
  readonly share: number;
  /** What is missing to the goal, times the share of the round. */
  readonly lack: number;
}

/** What a row is ordered by in each column; null where it has nothing to show there. */
const valueIn: Readonly<Record<SortKey, (row: Row) => string | number | null>> = {
  name: ({ technique }) => technique.name,
  chance: ({ estimate }) => (estimate.isThin ? null : estimate.strength.point),
  trend: ({ estimate }) => (estimate.isThin ? null : estimate.trend),
  share: ({ share }) => share,
  sittings: ({ estimate }) => estimate.sittings,
  last: ({ estimate }) => estimate.lastAt,
  time: ({ estimate }) => estimate.timeToTarget,
  'first-attempt': ({ estimate }) => estimate.firstAttemptRate,
  help: ({ estimate }) => estimate.helpRate,
};

function compare(a: string | number | null, b: string | number | null, sign: 1 | -1): number {
  if (a === null || b === null) return Number(a === null) - Number(b === null);
  return sign * (typeof a === 'string' ? a.localeCompare(String(b)) : a - Number(b));
}
