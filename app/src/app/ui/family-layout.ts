import type { Difficulty, RelationKind } from '@lernen/core/model';

export interface FamilyNode {
  readonly id: string;
  readonly title: string;
  readonly difficulty: Difficulty | null;
}

/** From the easier problem to the one that builds on it, twists it, or shares its idea. */
export interface FamilyLink {
  readonly from: string;
  readonly to: string;
  readonly relation: RelationKind;
  readonly text: string;
}

export interface PlacedNode extends FamilyNode {
  /** Of its upper left corner. */
  readonly x: number;
  readonly y: number;
  /** The title on at most two lines. */
  readonly lines: readonly string[];
}

export interface FamilyLayout {
  readonly nodes: readonly PlacedNode[];
  readonly links: readonly (FamilyLink & { readonly path: string; readonly x: number; readonly y: number })[];
  readonly width: number;
  readonly height: number;
}

export const nodeWidth = 150;
export const nodeHeight = 44;
const [columnGap, rowGap, margin] = [64, 16, 2];
const hardness: Readonly<Record<Difficulty, number>> = { easy: 0, medium: 1, hard: 2 };

/**
 * Columns from easy to hard: a problem stands right of all that it builds on or twists, and never left of an easier one
 * of its depth.
 */
export function layoutFamily(nodes: readonly FamilyNode[], links: readonly FamilyLink[]): FamilyLayout {
  const depths = depthsOf(nodes, links);
  const columns = [...new Set(depths.values())].sort((a, b) => a - b);
  const placed: PlacedNode[] = [];
  columns.forEach((depth, column) => {
    nodes
      .filter(({ id }) => depths.get(id) === depth)
      .sort(
        (a, b) =>
          hardness[a.difficulty ?? 'medium'] - hardness[b.difficulty ?? 'medium'] || (a.title < b.title ? -1 : 1),
      )
      .forEach((node, row) => {
        placed.push({
          ...node,
          x: margin + column * (nodeWidth + columnGap),
          y: margin + row * (nodeHeight + rowGap),
          lines: twoLines(node.title),
        });
      });
  });
  const byId = new Map(placed.map((node) => [node.id, node]));
  const drawn = links.flatMap((link) => {
    const [a, b] = [byId.get(link.from), byId.get(link.to)];
    return a && b ? [{ ...link, ...pathBetween(a, b) }] : [];
  });
  return {
    nodes: placed,
    links: drawn,
    width: Math.max(0, ...placed.map(({ x }) => x)) + nodeWidth + margin,
    height: Math.max(0, ...placed.map(({ y }) => y)) + nodeHeight + margin,
  };
}

/** Longest way from a beginning; links that close a circle count for nothing. */
function depthsOf(nodes: readonly FamilyNode[], links: readonly FamilyLink[]): Map<string, number> {
  const depths = new Map(nodes.map(({ id }) => [id, 0]));
  const rising = links.filter(({ relation }) => relation !== 'same-idea');
  for (const _round of nodes) {
    for (const { from, to } of rising) {
      const depth = (depths.get(from) ?? 0) + 1;
      if (from !== to && depth > (depths.get(to) ?? 0) && depth < nodes.length) depths.set(to, depth);
    }
  }
  return depths;
}

function pathBetween(a: PlacedNode, b: PlacedNode): { path: string; x: number; y: number } {
  const [y1, y2] = [a.y + nodeHeight / 2, b.y + nodeHeight / 2];
  if (a.x === b.x) {
    const x = a.x + nodeWidth;
    return { path: `M${x} ${y1}C${x + 28} ${y1} ${x + 28} ${y2} ${x} ${y2}`, x: x + 24, y: (y1 + y2) / 2 };
  }
  const [left, right] = a.x < b.x ? [a, b] : [b, a];
  const [x1, x2] = [left.x + nodeWidth, right.x];
  const [from, to] = [left.y + nodeHeight / 2, right.y + nodeHeight / 2];
  const middle = (x1 + x2) / 2;
  return { path: `M${x1} ${from}C${middle} ${from} ${middle} ${to} ${x2} ${to}`, x: middle, y: (from + to) / 2 };
}

const lettersOnLine = 20;

function twoLines(title: string): string[] {
  if (title.length <= lettersOnLine) return [title];
  const words = title.split(' ');
  let first = '';
  while (words.length > 1 && `${first} ${words[0]}`.trim().length <= lettersOnLine)
    first = `${first} ${words.shift()}`.trim();
  const rest = words.join(' ');
  if (first === '') return [`${rest.slice(0, lettersOnLine - 1)}…`];
  return [first, rest.length > lettersOnLine ? `${rest.slice(0, lettersOnLine - 1)}…` : rest];
}
