import type { BoxTone } from '../drawing';
import { stopAt } from './column-type';

/** Where one is among nodes, and the way that was walked, in its order and with its end. */
export interface Walk {
  readonly at: number | null;
  readonly path: readonly number[];
}

/**
 * The walk after marks such as `8`, which stands there, `>3`, which walks on, and `-`, which ends it. Of several nodes with
 * one name the one beside where one stands is meant.
 */
export function walked(
  before: Walk,
  parts: readonly { readonly text: string; readonly at: number }[],
  placesOf: (label: string) => readonly number[],
  isNear: (a: number, b: number) => boolean,
): Walk {
  let { at, path } = before;
  for (const part of parts) {
    for (const match of part.text.matchAll(/\S+/g)) {
      const [word, place] = [match[0], part.at + match.index];
      if (word === '-') {
        [at, path] = [null, []];
        continue;
      }
      const isOn = word.startsWith('>');
      const label = isOn ? word.slice(1) : word;
      const found = placesOf(label);
      const here = at;
      const near = here === null ? [] : found.filter((it) => isNear(here, it));
      const [to, ...others] = near.length > 0 ? near : found;
      if (to === undefined) stopAt(place, `there is no node ${label}`);
      if (others.length > 0) stopAt(place, `several nodes are called ${label}`);
      at = to;
      path = isOn ? [...path, to] : [to];
    }
  }
  return { at, path };
}

export function drawnTone({ at, path }: Walk, index: number, isNew: boolean): BoxTone {
  if (at === index) return 'here';
  if (isNew) return 'changed';
  return path.includes(index) ? 'window' : 'plain';
}
