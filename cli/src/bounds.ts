import { type Bound, type BoundReport, boundReport, boundText, boundsIn } from '@lernen/core/sheet';

/** What `lernen bounds` says of a text, for machines. */
export function boundsReport(text: string): BoundReport[] {
  return boundsIn(text).map(boundReport);
}

/** The same for people: a line for each bound, with where it stands. */
export function boundsText(text: string): string {
  const bounds = boundsIn(text);
  if (bounds.length === 0) return 'nothing is bounded';
  const width = Math.max(...bounds.map((bound) => placeOf(bound).length));
  return bounds.map((bound) => `${placeOf(bound).padEnd(width)}  ${boundText(bound)}`).join('\n');
}

function placeOf({ from, to }: Bound): string {
  return `${from}-${to}`;
}
