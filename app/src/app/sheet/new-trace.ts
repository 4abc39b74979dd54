import type { Example, Trace } from '@lernen/core/log';

/** A trace to begin with: the example's list with a pointer to its first element. */
export function newTraceFor(example: Example | null, index: number): Partial<Trace> {
  const input = (example?.input ?? '').trim();
  const list = /^(?:\w+\s*=\s*)?[[(]?\s*(-?[\w.]+(?:[\s,]+-?[\w.]+)+)\s*[\])]?$/.exec(input)?.[1];
  const first = list ? `${list.split(/[\s,]+/).join(' ')} | i:0` : '';
  return {
    title: example ? `Example ${index + 1}` : '',
    exampleId: example?.id ?? null,
    columns: [
      { name: 'list', kind: 'list', rule: '' },
      { name: 'answer', kind: 'value', rule: '' },
    ],
    rows: [[first, '']],
  };
}
