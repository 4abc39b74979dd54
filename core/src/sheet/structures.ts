import { compareCosts } from '../cost/compare-costs';
import table from './structures.json';

/** Operations that a structure may have to do fast, with the words for them. */
export const operations = {
  insert: 'insert',
  remove: 'remove any',
  member: 'is it there',
  'by-key': 'look up by key',
  'count-of': 'count of a value',
  'by-index': 'read by position',
  'set-index': 'change by position',
  'change-key': 'change the rank of one',
  smallest: 'find the smallest',
  largest: 'find the largest',
  'remove-smallest': 'remove the smallest',
  'remove-largest': 'remove the largest',
  'next-larger': 'next larger than a value',
  'next-smaller': 'next smaller than a value',
  'nearest-larger': 'nearest larger to a side',
  'nearest-smaller': 'nearest smaller to a side',
  rank: 'how many are smaller',
  'by-rank': 'the k-th smallest',
  median: 'the median',
  'count-between': 'count between two values',
  'range-sum': 'sum of a range',
  'sum-of-all': 'sum of what is in it',
  'range-extreme': 'smallest of a range',
  'range-add': 'add to a range',
  'window-extreme': 'largest of a sliding window',
  push: 'add at the end',
  pop: 'take from the end',
  'push-front': 'add in front',
  'pop-front': 'take from the front',
  unlink: 'take out of the middle',
  'move-to-front': 'move to the front',
  join: 'join two groups',
  'same-group': 'in the same group',
  'group-size': 'size of a group',
  'by-prefix': 'all with a beginning',
  intersect: 'what two sets share',
  neighbours: 'neighbours of a vertex',
  'has-edge': 'is there an edge',
  iterate: 'go through all',
  'iterate-sorted': 'go through all in order',
} as const;
export type Operation = keyof typeof operations;

interface Structure {
  readonly name: string;
  readonly space: string;
  readonly serves: Readonly<Partial<Record<Operation, string>>>;
}
const structures: readonly Structure[] = table;

/** A structure, or two joined, that does everything asked. */
export interface StructureChoice {
  readonly names: readonly string[];
  /** What each operation costs, in the order in which they were asked. */
  readonly costs: readonly { readonly operation: Operation; readonly cost: string }[];
  readonly space: string;
}

/**
 * Structures that serve all these operations, quickest first; pairs only where no single one does. In a pair, what
 * changes the content is done in both and costs the dearer of the two, and what only asks is asked of the quicker.
 */
export function structuresFor(wanted: readonly Operation[]): StructureChoice[] {
  if (wanted.length === 0) return [];
  const single = structures.filter((structure) => wanted.every((operation) => structure.serves[operation]));
  if (single.length > 0) return sorted(single.map((it) => choiceOf([it], wanted)));
  const pairs = structures.flatMap((a, index) =>
    structures
      .slice(index + 1)
      .filter(
        (b) =>
          wanted.every((operation) => a.serves[operation] ?? b.serves[operation]) &&
          wanted.filter(isChange).every((operation) => canFollow(a, operation) && canFollow(b, operation)),
      )
      .map((b) => choiceOf([a, b], wanted)),
  );
  return sorted(pairs).slice(0, 5);
}

const changes: readonly Operation[] = [
  'insert',
  'remove',
  'push',
  'pop',
  'push-front',
  'pop-front',
  'remove-smallest',
  'remove-largest',
  'move-to-front',
  'set-index',
  'range-add',
  'change-key',
  'join',
  'unlink',
];

function isChange(operation: Operation): boolean {
  return changes.includes(operation);
}

/** Whether a structure can keep up with a change: it does it itself, or adds and removes at a place it is told. */
function canFollow({ serves }: Structure, change: Operation): boolean {
  if (serves[change]) return true;
  const isAdding = /^(?:insert|push)/.test(change);
  return isAdding
    ? serves.insert !== undefined || serves.push !== undefined
    : serves.remove !== undefined ||
        serves.unlink !== undefined ||
        (change === 'set-index' && serves['set-index'] !== undefined);
}

function choiceOf(parts: readonly Structure[], wanted: readonly Operation[]): StructureChoice {
  return {
    names: parts.map(({ name }) => name),
    costs: wanted.map((operation) => {
      const costs = parts.flatMap(({ serves }) => {
        const own = serves[operation];
        const following = /^(?:insert|push)/.test(operation)
          ? (serves.insert ?? serves.push)
          : (serves.remove ?? serves.unlink);
        const cost = own ?? (isChange(operation) ? following : undefined);
        return cost ? [cost] : [];
      });
      return { operation, cost: costs.reduce((a, b) => (isDearer(a, b) === isChange(operation) ? a : b)) };
    }),
    space: parts.map(({ space }) => space).reduce((a, b) => (isDearer(a, b) ? a : b)),
  };
}

function isDearer(a: string, b: string): boolean {
  return compareCosts(a, b) === 'larger';
}

function sorted(choices: readonly StructureChoice[]): StructureChoice[] {
  const weight = ({ costs, space }: StructureChoice): number =>
    costs.reduce(
      (total, { cost }) => total + (isDearer(cost, 'O(1)') ? (isDearer(cost, 'α(n)') ? 2 : 1) : 0),
      isDearer(space, 'O(n)') ? 0.5 : 0,
    );
  return [...choices].sort((a, b) => weight(a) - weight(b));
}
