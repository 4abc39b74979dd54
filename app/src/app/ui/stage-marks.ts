import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { type Stage, stages } from '@lernen/core/model';

/** How complete a sheet is: a tick for each stage in the order of the work, tall where it holds something. */
@Component({
  selector: 'app-stage-marks',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg width="70" height="14" viewBox="0 0 70 14" role="img" [attr.aria-label]="words()">
      @for (tick of ticks(); track $index) {
        <rect
          [class.filled]="tick"
          [attr.x]="$index * 7"
          [attr.y]="tick ? 2 : 9"
          width="4"
          [attr.height]="tick ? 10 : 3"
        />
      }
    </svg>
  `,
  styles: `
    svg {
      display: block;
    }
    rect {
      fill: var(--line);
    }
    .filled {
      fill: var(--sea);
    }
  `,
})
export class StageMarks {
  readonly filled = input.required<ReadonlySet<Stage>>();
  protected readonly ticks = computed(() => stages.map((stage) => this.filled().has(stage)));
  protected readonly words = computed(() => {
    const filled = stages.filter((stage) => this.filled().has(stage));
    return filled.length === 0 ? 'sheet empty' : `${filled.length} of ${stages.length} stages: ${filled.join(', ')}`;
  });
}
