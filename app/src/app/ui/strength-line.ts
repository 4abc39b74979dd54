import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { ChanceRange } from '@lernen/core/estimate';
import { percent } from './words';

/** Strength as a dot with its range on a line from 0 to 100 %, the goal marked. */
@Component({
  selector: 'app-strength-line',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg viewBox="0 0 200 16" preserveAspectRatio="none" aria-hidden="true">
      <path d="M0 8H200" class="line" />
      <path [attr.d]="range()" class="range" />
      <path [attr.d]="goalPath()" class="goal" />
    </svg>
    <i class="dot" [class.thin]="isThin()" [style.left.%]="strength().point * 100"></i>
    <span class="unseen">{{ text() }}</span>
  `,
  styles: `
    :host {
      position: relative;
      display: block;
      height: 16px;
      min-width: 60px;
    }
    svg {
      display: block;
      width: 100%;
      height: 16px;
    }
    .line {
      stroke: var(--line);
    }
    .range {
      stroke: color-mix(in srgb, var(--sea) 55%, var(--ground));
      stroke-width: 3;
    }
    .goal {
      stroke: var(--ink-2);
      stroke-width: 1.5;
      stroke-dasharray: 2 2;
      vector-effect: non-scaling-stroke;
    }
    .dot {
      position: absolute;
      top: 3px;
      width: 10px;
      height: 10px;
      margin-left: -5px;
      border-radius: 50%;
      border: 2px solid var(--sea);
      background: var(--sea);
    }
    .dot.thin {
      background: var(--ground);
    }
  `,
})
export class StrengthLine {
  readonly strength = input.required<ChanceRange>();
  readonly goal = input<number | null>(null);
  /** An open dot says that there is not enough to go by. */
  readonly isThin = input(false);
  protected readonly range = computed(() => `M${this.strength().low * 200} 8H${this.strength().high * 200}`);
  protected readonly goalPath = computed(() => (this.goal() === null ? '' : `M${(this.goal() ?? 0) * 200} 1V15`));
  protected readonly text = computed(() => {
    const { point, low, high } = this.strength();
    const goal = this.goal();
    const thin = this.isThin() ? 'not enough yet; ' : '';
    return `${thin}${percent(point)}, likely ${percent(low)} to ${percent(high)}${goal === null ? '' : `; goal ${percent(goal)}`}`;
  });
}
