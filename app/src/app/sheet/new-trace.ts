import type { Example, Trace } from '@lernen/core/model';
import { traceOfExample } from '@lernen/core/trace';

/** A trace to begin with: of the example, where there is one. */
export function newTraceFor(example: Example | null, index: number): Partial<Trace> {
  return {
    title: example ? `Example ${index + 1}` : '',
    exampleId: example?.id ?? null,
    ...traceOfExample(example?.input ?? ''),
  };
}
