import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  ElementRef,
  afterNextRender,
  computed,
  inject,
  signal,
} from '@angular/core';
import { Router } from '@angular/router';
import { addDays, dayOf, minutesDoneByDay } from '@lernen/core/model';
import { Clock } from '../store/clock';
import { DerivedStore } from '../store/derived-store';
import { LogStore } from '../store/log-store';
import { longDay } from '../ui/dates';
import { percent } from '../ui/words';
import { type RunwayColumn, layOutRunway } from './runway-layout';

const height = 74;
const pastDays = 7;

/** A column a day from last week to the last interview. One control: arrow keys choose a day, Enter opens it. */
@Component({
  selector: 'app-runway-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: {
    role: 'slider',
    tabindex: '0',
    'aria-label': 'Runway: choose a day',
    'aria-valuemin': '0',
    '[attr.aria-valuemax]': 'columns().length - 1',
    '[attr.aria-valuenow]': 'chosen()',
    '[attr.aria-valuetext]': 'text(columns()[chosen()])',
    '(keydown)': 'move($event)',
    '(click)': 'point($event)',
    '(pointermove)': 'hover($event)',
    '(pointerleave)': 'hovered.set(null)',
    '(focus)': 'hasFocus.set(true)',
    '(blur)': 'hasFocus.set(false)',
  },
  template: `
    <svg [attr.width]="width()" height="74" aria-hidden="true">
      @let drawing = layout();
      @for (column of drawing.columns; track column.date) {
        @if (column.isToday) {
          <rect class="now" [attr.x]="column.x" y="0" [attr.width]="drawing.step" height="74" />
        }
        @if (column.index === (shown() ?? -1)) {
          <rect class="shown" [attr.x]="column.x" y="0" [attr.width]="drawing.step" height="74" />
        }
        @if (column.startsWeek) {
          <path class="week" [attr.d]="'M' + column.x + ' 12V58'" />
        }
        <rect
          class="done"
          [attr.x]="column.barX"
          [attr.y]="column.doneY"
          [attr.width]="drawing.bar"
          [attr.height]="column.doneHeight"
        />
        <rect
          class="planned"
          [class.today]="column.isToday"
          [attr.x]="column.barX"
          [attr.y]="column.plannedY"
          [attr.width]="drawing.bar"
          [attr.height]="column.plannedHeight"
        />
      }
      @for (line of drawing.lines; track $index) {
        <path class="dropped" [attr.d]="line.dropped" />
        <path class="kept" [attr.d]="line.kept" />
      }
      @for (label of drawing.labels; track label.x) {
        <text [attr.x]="label.x" y="69" [attr.text-anchor]="label.anchor" [class.strong]="label.isToday">
          {{ label.text }}
        </text>
      }
      @for (pennant of drawing.pennants; track pennant.id) {
        <path class="mast" [attr.d]="'M' + pennant.x + ' 6V58'" />
        <path class="pennant" [attr.d]="pennant.path" />
        <text class="on-pennant" [attr.x]="pennant.textX" y="16" [attr.text-anchor]="pennant.anchor">
          {{ pennant.text }}
        </text>
      }
    </svg>
    @if (shown() !== null) {
      <p [style.left.px]="tipX()">{{ text(columns()[shown() ?? 0]) }}</p>
    }
  `,
  styles: `
    :host {
      position: relative;
      display: block;
      height: 75px;
      padding: 0 24px;
      border-bottom: 1px solid var(--line);
      background: var(--sheet);
      cursor: pointer;
      overflow: hidden;
    }
    :host:focus-visible {
      outline-offset: -2px;
    }
    :host:hover,
    :host:focus-visible {
      overflow: visible;
    }
    svg {
      display: block;
    }
    .now {
      fill: var(--lamp-soft);
    }
    .shown {
      fill: var(--sea-soft);
    }
    .week {
      stroke: var(--line);
    }
    .done {
      fill: var(--done);
    }
    .planned {
      fill: var(--bar);
    }
    .planned.today {
      fill: var(--lamp);
    }
    .kept {
      fill: none;
      stroke: var(--ink);
      stroke-width: 1.5;
    }
    .dropped {
      fill: none;
      stroke: var(--risk);
      stroke-width: 1.3;
      stroke-dasharray: 4 3;
    }
    .mast {
      stroke: var(--ink);
      stroke-width: 1.5;
    }
    .pennant {
      fill: var(--ink);
    }
    text {
      fill: var(--ink-2);
      font: 400 11px var(--mono);
    }
    text.strong {
      fill: var(--ink);
      font-weight: 600;
    }
    text.on-pennant {
      fill: var(--sheet);
    }
    p {
      position: absolute;
      top: 76px;
      z-index: 5;
      width: max-content;
      max-width: min(420px, 96vw);
      padding: 4px 8px;
      border: 1px solid var(--ink-2);
      border-radius: 4px;
      background: var(--sheet);
      font-size: 13px;
      pointer-events: none;
    }
    @media (width < 600px) {
      :host {
        padding: 0 12px;
      }
    }
  `,
})
export class RunwayStrip {
  private readonly log = inject(LogStore);
  private readonly derived = inject(DerivedStore);
  private readonly clock = inject(Clock);
  private readonly router = inject(Router);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  protected readonly width = signal(800);
  protected readonly hovered = signal<number | null>(null);
  protected readonly hasFocus = signal(false);
  private readonly moved = signal<number | null>(null);
  protected readonly chosen = computed(() => Math.min(this.moved() ?? pastDays, this.columns().length - 1));
  protected readonly shown = computed(() => this.hovered() ?? (this.hasFocus() ? this.chosen() : null));

  private readonly doneMinutes = computed(() =>
    minutesDoneByDay(this.log.log().sittings, addDays(this.clock.today(), -pastDays), this.clock.zone),
  );

  protected readonly columns = computed<RunwayColumn[]>(() => {
    const today = this.clock.today();
    // Of an empty log nothing is drawn: nobody has asked for what would be planned then.
    const plan = this.log.isEmpty() ? null : this.derived.plan();
    const count = pastDays + Math.max(plan?.days.length ?? 28, 14);
    const curve = new Map((plan?.curve ?? []).map((point) => [point.date, point]));
    return Array.from({ length: count }, (_, index) => {
      const date = addDays(today, index - pastDays);
      const day = plan && this.derived.planDays().get(date);
      return {
        date,
        done: this.doneMinutes().get(date) ?? 0,
        planned: day?.minutes ?? 0,
        budget: day?.budget ?? 0,
        isToday: date === today,
        point: curve.get(date) ?? null,
        interviews: this.log.coming().filter((interview) => dayOf(interview.at, this.clock.zone) === date),
      };
    });
  });

  protected readonly layout = computed(() => layOutRunway(this.columns(), this.width(), height));
  protected readonly tipX = computed(
    () => Math.max(0, Math.min((this.shown() ?? 0) * this.layout().step, this.width() - 330)) + 12,
  );

  constructor() {
    const destroy = inject(DestroyRef);
    afterNextRender(() => {
      const element = this.host.nativeElement;
      const measure = (): void => {
        const style = getComputedStyle(element);
        // On paper the strip is not there and has no width.
        const padding = parseFloat(style.paddingLeft) + parseFloat(style.paddingRight);
        this.width.set(Math.max(element.clientWidth - padding, 0));
      };
      const observer = new ResizeObserver(measure);
      observer.observe(element);
      destroy.onDestroy(() => observer.disconnect());
    });
  }

  protected text(column: RunwayColumn | undefined): string {
    if (!column) return '';
    const parts = [longDay(column.date)];
    if (column.done > 0) parts.push(`${Math.round(column.done)} min done`);
    if (column.point) parts.push(`${column.planned} of ${column.budget} min planned`);
    if (column.point?.interviewId)
      parts.push(`ready ${percent(column.point.ifKept)} with the plan, ${percent(column.point.ifDropped)} without`);
    for (const interview of column.interviews) parts.push(`interview: ${interview.employer} ${interview.round}`.trim());
    return parts.join(' · ');
  }

  protected move(event: KeyboardEvent): void {
    const last = this.columns().length - 1;
    const steps: Record<string, number> = {
      ArrowRight: 1,
      ArrowUp: 1,
      ArrowLeft: -1,
      ArrowDown: -1,
      PageUp: 7,
      PageDown: -7,
      Home: -last,
      End: last,
    };
    const step = steps[event.key];
    if (event.key === 'Enter' || event.key === ' ') this.open(this.chosen());
    else if (step !== undefined) this.moved.set(Math.min(Math.max(this.chosen() + step, 0), last));
    else return;
    event.preventDefault();
  }

  protected point(event: MouseEvent): void {
    const index = this.indexAt(event);
    this.moved.set(index);
    this.open(index);
  }

  protected hover(event: PointerEvent): void {
    if (event.pointerType === 'mouse') this.hovered.set(this.indexAt(event));
  }

  private indexAt(event: MouseEvent): number {
    const left =
      this.host.nativeElement.getBoundingClientRect().left +
      parseFloat(getComputedStyle(this.host.nativeElement).paddingLeft);
    return Math.min(Math.max(Math.floor((event.clientX - left) / this.layout().step), 0), this.columns().length - 1);
  }

  private open(index: number): void {
    const date = this.columns()[index]?.date;
    if (date) void this.router.navigate(['/runway'], { queryParams: { day: date } });
  }
}
