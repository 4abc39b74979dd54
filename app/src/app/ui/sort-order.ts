import type { Sort } from '@angular/material/sort';

/** By which column a table is ordered, and which way. */
export interface SortOrder<K extends string> {
  readonly key: K;
  readonly direction: 'asc' | 'desc';
}

/** An order as it stands in an address: a column, with a minus before it where it falls. Null where none is named. */
export function readSortOrder<K extends string>(asked: string | undefined, keys: readonly K[]): SortOrder<K> | null {
  const key = keys.find((it) => it === asked?.replace(/^-/, ''));
  return key === undefined ? null : { key, direction: asked?.startsWith('-') ? 'desc' : 'asc' };
}

/** How an order that was asked for in a head stands in an address. */
export function sortOrderText({ active, direction }: Sort): string {
  return `${direction === 'desc' ? '-' : ''}${active}`;
}
