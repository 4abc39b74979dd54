import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { type Stage, stages } from '@lernen/core/model';
import { SheetStore } from '../store/sheet-store';
import { ApproachesStage } from './stages/approaches-stage';
import { BoundsStage } from './stages/bounds-stage';
import { CodeStage } from './stages/code-stage';
import { ExamplesStage } from './stages/examples-stage';
import { FamilyStage } from './stages/family-stage';
import { LessonsStage } from './stages/lessons-stage';
import { ObservationsStage } from './stages/observations-stage';
import { ReadStage } from './stages/read-stage';
import { TraceStage } from './stages/trace-stage';
import { WhyStage } from './stages/why-stage';

/** The stages of the open sheet in the order of the work, all of them or some. */
@Component({
  selector: 'app-sheet-stages',
  imports: [
    ApproachesStage,
    BoundsStage,
    CodeStage,
    ExamplesStage,
    FamilyStage,
    LessonsStage,
    ObservationsStage,
    ReadStage,
    TraceStage,
    WhyStage,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (sheet.isLoaded()) {
      @if (has().has('read')) {
        <app-read-stage />
      }
      @if (has().has('bounds')) {
        <app-bounds-stage />
      }
      @if (has().has('examples')) {
        <app-examples-stage />
      }
      <!-- The first screen stands before what is further down is made. -->
      @defer (on idle) {
        @if (has().has('observations')) {
          <app-observations-stage />
        }
        @if (has().has('approaches')) {
          <app-approaches-stage />
        }
      }
      @defer (on idle) {
        @if (has().has('trace')) {
          <app-trace-stage />
        }
      }
      @defer (on idle) {
        @if (has().has('code')) {
          <app-code-stage />
        }
      }
      @defer (on idle) {
        @if (has().has('why')) {
          <app-why-stage />
        }
        @if (has().has('lessons')) {
          <app-lessons-stage />
        }
        @if (has().has('family')) {
          <app-family-stage />
        }
      }
    }
  `,
})
export class SheetStages {
  protected readonly sheet = inject(SheetStore);
  readonly shown = input<readonly Stage[]>(stages);
  protected readonly has = computed(() => new Set(this.shown()));
}
