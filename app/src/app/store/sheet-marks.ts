import { Injectable } from '@angular/core';
import type { Stage } from '@lernen/core/model';
import { liveSignal } from './live-signal';

/** What is known of every sheet without opening one. */
@Injectable({ providedIn: 'root' })
export class SheetMarks {
  /** The stages that hold entries, by problem. */
  readonly byProblem = liveSignal<ReadonlyMap<string, ReadonlySet<Stage>>>(
    () => (repository) => repository.filledStages(),
    new Map(),
  );

  /** The notes, by problem. */
  readonly notes = liveSignal<ReadonlyMap<string, string>>(
    () => async (repository) =>
      new Map((await repository.entriesOfKinds('notes')).map(({ problemId, text }) => [problemId, text])),
    new Map(),
  );
}
