import { Injectable } from '@angular/core';
import type { Stage } from '@lernen/core/model';
import { liveSignal } from './live-signal';

/** How complete every sheet is, without reading one. */
@Injectable({ providedIn: 'root' })
export class SheetMarks {
  /** The stages that hold entries, by problem. */
  readonly byProblem = liveSignal<ReadonlyMap<string, ReadonlySet<Stage>>>(
    () => (repository) => repository.filledStages(),
    new Map(),
  );
}
