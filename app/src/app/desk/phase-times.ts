import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { type UsualPhases, usualPhases } from '@lernen/core/desk';
import {
  type Phase,
  type Problem,
  type SittingKind,
  type Stretch,
  phaseSeconds,
  phases,
  secondsText,
} from '@lernen/core/model';
import { LogStore } from '../store/log-store';
import { counted } from '../ui/words';

interface Row {
  readonly phase: Phase;
  readonly time: string;
  /** Percent of the longest, taken and usual. */
  readonly share: number;
  readonly usual: number | null;
  /** `+2:05` over the usual, `−1:10` below it. */
  readonly against: string;
}

/** The time of each phase beside what is usual for the person. While one works, a press says which phase it is. */
@Component({
  selector: 'app-phase-times',
  imports: [MatButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>Time, against your usual</h2>
    <ul>
      @for (row of rows(); track row.phase) {
        <li>
          @if (now() !== null) {
            <button
              type="button"
              matButton="text"
              class="small"
              [class.now]="row.phase === now()"
              [attr.aria-current]="row.phase === now() ? 'step' : null"
              (click)="chosen.emit(row.phase)"
            >
              {{ row.phase }}
            </button>
          } @else {
            <span>{{ row.phase }}</span>
          }
          <span class="mono">{{ row.time }}</span>
          <span class="bar" aria-hidden="true">
            <i [style.width.%]="row.share"></i>
            @if (row.usual !== null) {
              <b [style.left.%]="row.usual"></b>
            }
          </span>
          <span class="mono second against">{{ row.against }}</span>
        </li>
      }
    </ul>
    <p class="second">{{ usualText() }}</p>
  `,
  styles: `
    :host {
      display: block;
    }
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: grid;
      grid-template-columns: 68px 44px minmax(0, 1fr) 52px;
      gap: 8px;
      align-items: center;
      min-height: 26px;
      font-size: 13px;
    }
    button {
      justify-content: flex-start;
      margin-left: -8px;
    }
    .now {
      box-shadow: inset 0 -3px 0 var(--lamp);
    }
    .bar {
      position: relative;
      height: 8px;
      background: var(--sunk);
    }
    i {
      position: absolute;
      inset: 0 auto 0 0;
      background: var(--sea);
    }
    b {
      position: absolute;
      top: -3px;
      bottom: -3px;
      border-left: 2px solid var(--ink);
    }
    .mono,
    .against {
      text-align: right;
    }
    p {
      margin-top: 4px;
      font-size: 12px;
    }
  `,
})
export class PhaseTimes {
  private readonly log = inject(LogStore);
  readonly course = input.required<readonly Stretch[]>();
  readonly problem = input.required<Problem | null>();
  readonly kind = input.required<SittingKind>();
  /** The phase that one is in; null where nothing is under way. */
  readonly now = input<Phase | null>(null);
  /** A sitting that is compared with the others, and not with itself. */
  readonly without = input<string | null>(null);
  readonly chosen = output<Phase>();
  private readonly usual = computed((): UsualPhases | null =>
    usualPhases(
      this.log.log().sittings,
      this.log.problemsById(),
      { kind: this.kind(), difficulty: this.problem()?.difficulty ?? null },
      this.without(),
    ),
  );
  protected readonly rows = computed((): Row[] => {
    const [taken, usual] = [phaseSeconds(this.course()), this.usual()?.seconds ?? null];
    const longest = Math.max(60, ...phases.map((phase) => Math.max(taken[phase], usual?.[phase] ?? 0)));
    return phases.map((phase) => ({
      phase,
      time: secondsText(taken[phase]),
      share: (100 * taken[phase]) / longest,
      usual: usual === null ? null : (100 * usual[phase]) / longest,
      against: usual === null ? '' : differenceText(taken[phase] - usual[phase]),
    }));
  });
  protected readonly usualText = computed(() => {
    const usual = this.usual();
    return usual === null
      ? 'Minutes and seconds. What is usual for you shows here from your next sitting at the desk on.'
      : `Minutes and seconds; the mark is your median over ${counted(usual.count, 'sitting')}.`;
  });
}

function differenceText(seconds: number): string {
  return `${seconds < 0 ? '−' : '+'}${secondsText(Math.abs(seconds))}`;
}
