import { type Drawing, type Shape, box, boxHeight, boxWidth, drawWord } from '../drawing';
import { type Token, partsOf, tokensOf } from '../tokens';
import { type ColumnType, stopAt } from './column-type';
import { type Walk, drawnTone, walked } from './walk';

/** A binary tree, small enough to be drawn. */
export interface TreeCell extends Walk {
  readonly kind: 'tree';
  /** The root first; children come after their parents. Empty for no tree. */
  readonly nodes: readonly TreeNode[];
}

interface TreeNode {
  readonly label: string;
  /** Index of the child; null where there is none. */
  readonly left: number | null;
  readonly right: number | null;
}

const mostNodes = 63;
const missing = new Set(['-', '.', 'null', 'nil', 'none', 'None']);
const side = /^(.+)\.(left|right)=(.+)$/;

export const treeColumn: ColumnType<TreeCell> = {
  hint: '5 3 8 - 4 level by level, then +6 into its order, 3.left=1 a child, | 8 or | >4 where one is',
  read: readTree,
  draw: drawTree,
  words: ({ nodes, at }) => {
    if (nodes.length === 0) return 'empty';
    return [levelOrder(nodes).join(' '), ...(at === null ? [] : [`at ${nodes[at]?.label ?? ''}`])].join(' · ');
  },
  value: ({ nodes }) => nodes.map(({ label }) => label),
};

function readTree(text: string, before: TreeCell | null): TreeCell {
  const [first = { text: '', at: 0 }, ...marks] = partsOf(text);
  const isOutright = /^\s*=/.test(first.text);
  const tokens = tokensOf(isOutright ? first.text.replace('=', ' ') : first.text, first.at);
  const isChanging = !isOutright && tokens.every(({ text: word }) => word.startsWith('+') || side.test(word));
  if (tokens.length === 0 && !isOutright && !before) stopAt(first.at, 'there is no tree above');
  const nodes = isChanging ? tokens.reduce(changed, before?.nodes ?? []) : fromLevels(tokens);
  if (nodes.length > mostNodes) stopAt(first.at, `a tree of up to ${mostNodes} nodes is drawn`);
  const kept = isChanging && before ? before : { at: null, path: [] };
  return { kind: 'tree', nodes, ...walked(kept, marks, (label) => placesOf(nodes, label), isNear(nodes)) };
}

function placesOf(nodes: readonly TreeNode[], label: string): number[] {
  return nodes.flatMap((node, index) => (node.label === label ? [index] : []));
}

function isNear(nodes: readonly TreeNode[]): (a: number, b: number) => boolean {
  const isChild = (a: number, b: number): boolean => nodes[a]?.left === b || nodes[a]?.right === b;
  return (a, b) => isChild(a, b) || isChild(b, a);
}

/** Level by level, as `5 3 8 - 4`; below what is missing nothing is written. */
function fromLevels(tokens: readonly Token[]): TreeNode[] {
  const nodes: { label: string; left: number | null; right: number | null }[] = [];
  const open: { parent: number; side: 'left' | 'right' }[] = [];
  for (const [index, { text, at, isQuoted }] of tokens.entries()) {
    const place = open.shift();
    const isMissing = !isQuoted && missing.has(text);
    if (index > 0 && !place) stopAt(at, 'nothing is left below which this could stand');
    if (isMissing) continue;
    const parent = place && nodes[place.parent];
    if (parent) parent[place.side] = nodes.length;
    open.push({ parent: nodes.length, side: 'left' }, { parent: nodes.length, side: 'right' });
    nodes.push({ label: text, left: null, right: null });
  }
  return nodes;
}

function levelOrder(nodes: readonly TreeNode[]): string[] {
  const words: string[] = [];
  const open: (number | null)[] = [0];
  while (open.length > 0) {
    const node = nodes[open.shift() ?? -1];
    words.push(node?.label ?? '-');
    if (node) open.push(node.left, node.right);
  }
  while (words.at(-1) === '-') words.pop();
  return words;
}

function changed(nodes: readonly TreeNode[], { text, at }: Token): readonly TreeNode[] {
  const [, parent, way, label] = side.exec(text) ?? [];
  if (parent === undefined || label === undefined) return inserted(nodes, text.slice(1), at);
  const [place, ...others] = placesOf(nodes, parent);
  if (place === undefined) stopAt(at, `there is no node ${parent}`);
  if (others.length > 0) stopAt(at, `several nodes are called ${parent}`);
  const isLeft = way === 'left';
  const pruned = withChild(nodes, place, isLeft, null);
  if (missing.has(label)) return reachable(pruned);
  const child = isLeft ? nodes[place]?.left : nodes[place]?.right;
  // A child that is there already gets the other name and keeps what is below it.
  if (child !== null && child !== undefined)
    return nodes.map((node, index) => (index === child ? { ...node, label } : node));
  return [...withChild(nodes, place, isLeft, nodes.length), { label, left: null, right: null }];
}

/** A new leaf where a search tree has it: smaller ones to the left, all others to the right. */
function inserted(nodes: readonly TreeNode[], label: string, at: number): readonly TreeNode[] {
  if (label === '') stopAt(at, 'say what is added: +5');
  const leaf = { label, left: null, right: null };
  if (nodes.length === 0) return [leaf];
  let place = 0;
  for (;;) {
    const node = nodes[place];
    if (!node) return nodes;
    const [value, other] = [Number(label), Number(node.label)];
    const isLeft = Number.isNaN(value - other) ? label < node.label : value < other;
    const next = isLeft ? node.left : node.right;
    if (next === null) return [...withChild(nodes, place, isLeft, nodes.length), leaf];
    place = next;
  }
}

function withChild(nodes: readonly TreeNode[], place: number, isLeft: boolean, child: number | null): TreeNode[] {
  return nodes.map((node, index) => {
    if (index !== place) return node;
    return isLeft ? { ...node, left: child } : { ...node, right: child };
  });
}

/** Only what hangs on the root, in the order in which it stood. */
function reachable(nodes: readonly TreeNode[]): TreeNode[] {
  const kept = new Set<number>();
  const open = [0];
  for (let index = open.pop(); index !== undefined; index = open.pop()) {
    kept.add(index);
    const node = nodes[index];
    for (const child of [node?.left, node?.right]) if (typeof child === 'number') open.push(child);
  }
  const places = new Map([...kept].sort((a, b) => a - b).map((old, index) => [old, index]));
  const moved = (child: number | null): number | null => (child === null ? null : (places.get(child) ?? null));
  return nodes.flatMap((node, index) =>
    kept.has(index) ? [{ ...node, left: moved(node.left), right: moved(node.right) }] : [],
  );
}

const levelHeight = boxHeight + 12;

function drawTree(cell: TreeCell, above: TreeCell | null): Drawing {
  const { nodes } = cell;
  if (nodes.length === 0) return drawWord('empty');
  const width = boxWidth(nodes.map(({ label }) => label));
  const places = placed(nodes);
  const ways =
    above && new Set(placed(above.nodes).map(({ way }, index) => `${way}:${above.nodes[index]?.label ?? ''}`));
  const x = (index: number): number => (places[index]?.column ?? 0) * (width * 0.75);
  const y = (index: number): number => (places[index]?.depth ?? 0) * levelHeight;
  const edges = nodes.flatMap(({ left, right }, index) =>
    [left, right].flatMap((child): Shape[] =>
      child === null
        ? []
        : [
            {
              shape: 'line',
              points: [
                [x(index) + width / 2, y(index) + boxHeight],
                [x(child) + width / 2, y(child)],
              ],
              tone: isStep(cell.path, index, child) ? 'path' : 'edge',
            },
          ],
    ),
  );
  const boxes = nodes.flatMap(({ label }, index) => {
    const isNew = ways !== null && !ways.has(`${places[index]?.way ?? ''}:${label}`);
    return box(label, x(index), y(index), width, drawnTone(cell, index, isNew));
  });
  const depth = Math.max(...places.map((place) => place.depth));
  return {
    width: Math.max(...nodes.map((_, index) => x(index))) + width,
    height: depth * levelHeight + boxHeight,
    shapes: [...edges, ...boxes],
  };
}

function isStep(path: readonly number[], a: number, b: number): boolean {
  return path.some((place, index) => {
    const next = path[index + 1];
    return (place === a && next === b) || (place === b && next === a);
  });
}

/** From left to right in their order, level below level; the way leads there from the root, as `lrl`. */
function placed(nodes: readonly TreeNode[]): { column: number; depth: number; way: string }[] {
  const places = nodes.map(() => ({ column: 0, depth: 0, way: '' }));
  let column = 0;
  const visit = (index: number | null, depth: number, way: string): void => {
    const node = index === null ? undefined : nodes[index];
    if (index === null || !node) return;
    visit(node.left, depth + 1, `${way}l`);
    places[index] = { column: column++, depth, way };
    visit(node.right, depth + 1, `${way}r`);
  };
  visit(0, 0, '');
  return places;
}
