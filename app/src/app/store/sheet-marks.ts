import { Injectable } from '@angular/core';
import type { Stage } from '@lernen/core/model';
import { filledStages } from '../data/entries';
import { liveSignal } from './live-signal';

/** How complete every sheet is, without reading one. */
@Injectable({ providedIn: 'root' })
export class SheetMarks {
  /** The stages that hold entries, by problem. */
  readonly byProblem = liveSignal<ReadonlyMap<string, ReadonlySet<Stage>>>(() => filledStages, new Map());
}
