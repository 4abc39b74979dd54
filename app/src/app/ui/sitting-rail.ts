import { ChangeDetectionStrategy, Component, booleanAttribute, computed, input } from '@angular/core';
import { railOf } from '@lernen/core/desk';
import type { Attempt, Moment, Stretch } from '@lernen/core/model';

/** The rail of a sitting: its phases to scale, what happened on the way above and below it, and the target at its end. */
@Component({
  selector: 'app-sitting-rail',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { role: 'img', '[attr.aria-label]': '"The sitting: " + rail().inWords' },
  template: `
    <div class="above">
      @for (mark of rail().marks; track $index) {
        @if (mark.kind !== 'help') {
          <span
            class="mark"
            [class]="mark.kind"
            [class.alone]="mark.lane === null"
            [class.second-lane]="mark.lane === 1"
            [style.left.%]="mark.at"
          >
            <i></i>
            @if (mark.lane !== null) {
              <span>{{ mark.text }}</span>
            }
          </span>
        }
      }
    </div>
    <div class="track">
      @for (segment of rail().segments; track $index; let last = $last) {
        <span
          [class]="'segment ' + segment.phase"
          [class.now]="last && isUnderWay()"
          [style.left.%]="segment.start"
          [style.width.%]="segment.width"
        >
          @if (segment.width > 6) {
            {{ segment.text }}
          }
        </span>
      }
      <span class="target" [style.left.%]="rail().target"></span>
    </div>
    <div class="ticks mono">
      @for (tick of rail().ticks; track tick.minutes) {
        <span [style.left.%]="tick.at">{{ tick.minutes }}</span>
      }
      <span class="goal" [style.left.%]="rail().target">{{ targetMinutes() }} target</span>
    </div>
    @if (hasHelp()) {
      <div class="below">
        @for (mark of rail().marks; track $index) {
          @if (mark.kind === 'help') {
            <span class="mark help" [style.left.%]="mark.at"
              ><i></i>
              @if (mark.lane === 0) {
                <span>{{ mark.text }}</span>
              }
            </span>
          }
        }
      </div>
    }
  `,
  styles: `
    :host {
      display: block;
      position: relative;
      min-width: 0;
      font-size: 11px;
    }
    .above {
      position: relative;
      height: 30px;
    }
    .mark {
      position: absolute;
      bottom: 2px;
      display: flex;
      gap: 6px;
      align-items: center;
      white-space: nowrap;
      line-height: 13px;
    }
    .mark.second-lane {
      bottom: 16px;
    }
    .mark i {
      flex: none;
      width: 10px;
      height: 10px;
      border: 1px solid var(--ink-2);
    }
    .mark.right i {
      border-color: var(--moss);
      background: var(--moss);
    }
    .mark.wrong i {
      border-color: var(--risk);
      background: repeating-linear-gradient(45deg, var(--risk) 0 2px, transparent 2px 4px);
    }
    .mark.stood i {
      width: 5px;
      border-width: 1px 0 0 1px;
      border-color: var(--ink);
    }
    /* Without room for its words it stands small, under those of others. */
    .mark.alone {
      bottom: -1px;
    }
    .mark.alone i {
      width: 5px;
      height: 4px;
      background: currentColor;
    }
    .track {
      position: relative;
      height: 22px;
      background: linear-gradient(var(--line), var(--line)) center / 100% 1px no-repeat;
    }
    .segment {
      position: absolute;
      top: 0;
      bottom: 0;
      padding-left: 6px;
      border-right: 1px solid var(--sheet);
      overflow: hidden;
      background: var(--sea);
      color: var(--on-sea);
      line-height: 22px;
      white-space: nowrap;
    }
    .segment.plan {
      background: color-mix(in srgb, var(--sea) 82%, var(--ground));
    }
    .segment.check {
      background: var(--sunk);
      color: var(--ink);
      box-shadow: inset 0 0 0 1px var(--ink-2);
    }
    .segment.explain {
      background: var(--sea-soft);
      color: var(--ink);
    }
    .segment.now {
      background: var(--lamp-soft);
      color: var(--ink);
      box-shadow: inset 0 -4px 0 var(--lamp);
    }
    .target {
      position: absolute;
      top: -5px;
      bottom: -5px;
      width: 0;
      border-left: 1px solid var(--ink);
    }
    .ticks,
    .below {
      position: relative;
      height: 16px;
      color: var(--ink-2);
    }
    .ticks span {
      position: absolute;
      top: 4px;
    }
    .ticks .goal {
      padding-right: 4px;
      color: var(--ink);
      transform: translateX(-100%);
      white-space: nowrap;
    }
    .below .mark {
      color: var(--ink);
    }
    .below .mark i {
      width: 0;
      border: 5px solid transparent;
      border-top: 0;
      border-bottom-color: var(--lamp);
    }
    @media (width < 700px) {
      .mark > span,
      .ticks span:not(.goal, :first-child) {
        display: none;
      }
      .above {
        height: 16px;
      }
    }
    @media (forced-colors: active) {
      .segment {
        border: 1px solid CanvasText;
      }
      .mark.right i {
        background: CanvasText;
      }
      .mark.wrong i {
        border-style: dashed;
      }
    }
  `,
})
export class SittingRail {
  readonly course = input.required<readonly Stretch[]>();
  readonly attempts = input<readonly Attempt[]>([]);
  readonly moments = input<readonly Moment[]>([]);
  readonly targetMinutes = input.required<number>();
  /** Whether the last phase goes on. */
  readonly isUnderWay = input(false, { transform: booleanAttribute });
  protected readonly rail = computed(() =>
    railOf({
      course: this.course(),
      attempts: this.attempts(),
      moments: this.moments(),
      targetSeconds: this.targetMinutes() * 60,
    }),
  );
  protected readonly hasHelp = computed(() => this.moments().some(({ kind }) => kind === 'help'));
}
