import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { TechniqueEstimate } from '@lernen/core/estimate';
import { type Slip, dayOf, daysBetween, sharesOf } from '@lernen/core/model';
import { Clock } from '../store/clock';
import { DerivedStore } from '../store/derived-store';
import { LogStore } from '../store/log-store';
import { Reasons } from '../store/reasons';
import { agoText } from '../ui/dates';
import { StrengthLine } from '../ui/strength-line';
import { counted, percent, slipWords } from '../ui/words';

/** Every technique with its strength and the evidence behind it; what matters most for the next interview first. */
@Component({
  selector: 'app-techniques',
  imports: [RouterLink, StrengthLine],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './techniques.html',
  styleUrl: './techniques.scss',
})
export class Techniques {
  protected readonly log = inject(LogStore);
  private readonly derived = inject(DerivedStore);
  private readonly clock = inject(Clock);
  private readonly reasons = inject(Reasons);
  protected readonly percent = percent;
  protected readonly counted = counted;
  protected readonly next = computed(() => this.log.coming()[0] ?? null);
  protected readonly mixUps = this.derived.mixUps;

  protected readonly rows = computed(() => {
    const shares = sharesOf(this.next()?.mix ?? 'usual', this.log.log().techniques);
    const goal = this.log.settings().goal;
    const rows = this.log.offered().flatMap((technique) => {
      const estimate = this.derived.techniques().get(technique.id);
      if (!estimate) return [];
      const share = shares.get(technique.id) ?? 0;
      return [{ technique, estimate, share, lack: share * Math.max(goal - estimate.strength.point, 0) }];
    });
    return rows.sort((a, b) => b.lack - a.lack || b.share - a.share || b.estimate.sittings - a.estimate.sittings);
  });

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
