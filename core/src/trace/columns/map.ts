import { type Drawing, type Shape, box, boxHeight, boxWidth } from '../drawing';
import { tokensOf } from '../tokens';
import { type ColumnType, numberText, stopAt } from './column-type';

export interface MapCell {
  readonly kind: 'map';
  readonly entries: readonly (readonly [key: string, value: string])[];
}

export const mapColumn: ColumnType<MapCell> = {
  hint: 'a:3 sets, a:+1 adds, -a removes',
  read: readMap,
  draw: ({ entries }, above) => drawMap(entries, above?.entries ?? null),
  words: ({ entries }) =>
    entries.length === 0 ? 'empty' : entries.map(([key, value]) => `${key}: ${value}`).join(', '),
  value: ({ entries }) => entries.map(([, value]) => value),
};

function readMap(text: string, before: MapCell | null): MapCell {
  const isOutright = /^\s*=/.test(text);
  const entries = new Map(before && !isOutright ? before.entries : []);
  for (const { text: word, at } of tokensOf(isOutright ? text.replace('=', ' ') : text)) {
    const removed = /^-([^:]+)$/.exec(word)?.[1];
    const [, key, value] = /^([^:]+):(.*)$/.exec(word) ?? [];
    if (removed !== undefined) {
      if (!entries.delete(removed)) stopAt(at, `${removed} is not in the map`);
    } else if (key === undefined || value === undefined || value === '') {
      stopAt(at, 'expected a:3 to set, a:+1 to add, -a to remove');
    } else if (/^[-+]\d+(?:\.\d+)?$/.test(value)) {
      const known = Number(entries.get(key) ?? '0');
      if (!Number.isFinite(known)) stopAt(at, `${key} is no number`);
      entries.set(key, numberText(known + Number(value)));
    } else entries.set(key, value.replace(/^=/, ''));
  }
  return { kind: 'map', entries: [...entries] };
}

function drawMap(
  entries: readonly (readonly [string, string])[],
  above: readonly (readonly [string, string])[] | null,
): Drawing {
  const known = new Map(above ?? []);
  const width = boxWidth(entries.flat());
  const shapes: Shape[] = entries.flatMap(([key, value], index) => [
    {
      shape: 'text' as const,
      x: index * width + width / 2,
      y: 11,
      text: key,
      anchor: 'middle' as const,
      tone: 'small' as const,
    },
    ...box(value, index * width, 15, width, above !== null && known.get(key) !== value ? 'changed' : 'plain'),
  ]);
  return { width: Math.max(entries.length, 1) * width, height: 15 + boxHeight, shapes };
}
