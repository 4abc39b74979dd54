import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { type Phase, phases, secondsText } from '@lernen/core/model';

type Seconds = Readonly<Record<Phase, number>>;

interface Row {
  readonly phase: Phase;
  readonly time: string;
  /** Percent of the longest, taken and usual. */
  readonly share: number;
  readonly usual: number | null;
  /** `+2:05` over the usual, `−1:10` below it. */
  readonly against: string;
}

/** The time of each phase as a bar, with a mark for the usual. Where one is at work, a press says which phase it is. */
@Component({
  selector: 'app-phase-bars',
  imports: [MatButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
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
    @media (forced-colors: active) {
      i {
        background: CanvasText;
      }
      b {
        border-color: Highlight;
      }
    }
    .mono,
    .against {
      text-align: right;
    }
  `,
})
export class PhaseBars {
  readonly taken = input.required<Seconds>();
  readonly usual = input<Seconds | null>(null);
  /** The phase that one is in; null where nothing is under way. */
  readonly now = input<Phase | null>(null);
  readonly chosen = output<Phase>();
  protected readonly rows = computed((): Row[] => {
    const [taken, usual] = [this.taken(), this.usual()];
    const longest = Math.max(60, ...phases.map((phase) => Math.max(taken[phase], usual?.[phase] ?? 0)));
    return phases.map((phase) => ({
      phase,
      time: secondsText(Math.round(taken[phase])),
      share: (100 * taken[phase]) / longest,
      usual: usual === null ? null : (100 * usual[phase]) / longest,
      against: usual === null ? '' : differenceText(Math.round(taken[phase] - usual[phase])),
    }));
  });
}

function differenceText(seconds: number): string {
  return `${seconds < 0 ? '−' : '+'}${secondsText(Math.abs(seconds))}`;
}
