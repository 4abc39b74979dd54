import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { type CellValue, type Span, cellWords, drawPossibilities } from '@lernen/core/trace';

/** A cell of a trace, drawn; with several possibilities, beside each other. */
@Component({
  selector: 'app-cell-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (cell().kind === 'value' && others().length === 0) {
      <span class="mono">{{ words() }}</span>
    } @else {
      <svg
        role="img"
        [attr.aria-label]="words()"
        [attr.width]="drawing().width"
        [attr.height]="drawing().height"
        [attr.viewBox]="'-1 -1 ' + (drawing().width + 2) + ' ' + (drawing().height + 2)"
      >
        @for (shape of drawing().shapes; track $index) {
          @switch (shape.shape) {
            @case ('box') {
              <rect
                [class]="shape.tone"
                [attr.x]="shape.x"
                [attr.y]="shape.y"
                [attr.width]="shape.width"
                [attr.height]="shape.height"
              />
            }
            @case ('line') {
              <polyline [class]="shape.tone" [attr.points]="shape.points.join(' ')" />
            }
            @case ('text') {
              <text [class]="shape.tone" [attr.x]="shape.x" [attr.y]="shape.y" [attr.text-anchor]="shape.anchor">
                {{ shape.text }}
              </text>
            }
          }
        }
      </svg>
    }
  `,
  styles: `
    :host {
      display: block;
      line-height: 0;
    }
    span {
      display: block;
      min-height: 24px;
      font-size: 13px;
      line-height: 24px;
      white-space: pre;
    }
    rect {
      fill: var(--sheet);
      stroke: color-mix(in srgb, var(--ink-2) 45%, var(--line));
    }
    .window {
      fill: var(--sea-soft);
    }
    .changed {
      fill: var(--lamp-soft);
    }
    .here {
      fill: var(--lamp);
    }
    text {
      fill: var(--ink);
      font: 400 13px/1 var(--mono);
    }
    text.small {
      fill: var(--ink-2);
      font-size: 11px;
    }
    polyline {
      fill: none;
      stroke: var(--ink-2);
      stroke-width: 1.5;
    }
    .pointer {
      stroke: var(--lamp);
      stroke-width: 3;
    }
    .bar {
      stroke: var(--sea);
      stroke-width: 4;
    }
    .changed-bar {
      stroke: var(--lamp);
      stroke-width: 4;
    }
    .path {
      stroke: var(--sea);
      stroke-width: 2;
    }
  `,
})
export class CellDrawing {
  readonly cell = input.required<CellValue>();
  readonly above = input<CellValue | null>(null);
  /** Other ways in which the step could go on. */
  readonly others = input<readonly CellValue[]>([]);
  /** What its column reaches over, where it is drawn on an axis. */
  readonly span = input<Span | null>(null);
  private readonly all = computed<[CellValue, ...CellValue[]]>(() => [this.cell(), ...this.others()]);
  protected readonly drawing = computed(() => drawPossibilities(this.all(), this.above(), this.span()));
  protected readonly words = computed(() => this.all().map(cellWords).join(' or '));
}
