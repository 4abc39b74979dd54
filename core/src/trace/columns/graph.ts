import { type Drawing, type Shape, box, boxHeight, boxWidth, drawWord } from '../drawing';
import { type Token, partsOf, tokensOf } from '../tokens';
import { type ColumnType, stopAt } from './column-type';
import { type Walk, drawnTone, walked } from './walk';

/** A graph, small enough to be drawn. */
export interface GraphCell extends Walk {
  readonly kind: 'graph';
  readonly nodes: readonly string[];
  readonly edges: readonly Edge[];
}

interface Edge {
  readonly from: string;
  readonly to: string;
  readonly isDirected: boolean;
  /** Empty where none is written. */
  readonly weight: string;
}

const mostNodes = 16;
const mostEdges = 60;

export const graphColumn: ColumnType<GraphCell> = {
  hint: 'a-b b>c:4 d — then +c-d, -a-b, | a where one is, | >b walks on',
  read: readGraph,
  draw: drawGraph,
  words: ({ nodes, edges, at }) => {
    const lone = nodes.filter((node) => !edges.some(({ from, to }) => from === node || to === node));
    const said = [...edges.map(edgeWords), ...lone].join(', ');
    return at === null ? said || 'empty' : `${said} · at ${nodes[at] ?? ''}`;
  },
  value: ({ nodes }) => nodes,
};

function readGraph(text: string, before: GraphCell | null): GraphCell {
  const [first = { text: '', at: 0 }, ...marks] = partsOf(text);
  const isOutright = /^\s*=/.test(first.text);
  const tokens = tokensOf(isOutright ? first.text.replace('=', ' ') : first.text, first.at);
  if (tokens.length === 0 && !isOutright && !before) stopAt(first.at, 'there is no graph above');
  const isChanging = !isOutright && tokens.every(({ text: word }) => /^[-+]/.test(word));
  let graph: Pick<GraphCell, 'nodes' | 'edges'> = isChanging && before ? before : { nodes: [], edges: [] };
  for (const token of tokens) graph = isChanging ? changed(graph, token) : withPart(graph, token.text, token.at);
  if (graph.nodes.length > mostNodes || graph.edges.length > mostEdges)
    stopAt(first.at, `a graph of up to ${mostNodes} nodes and ${mostEdges} edges is drawn`);
  const { nodes, edges } = graph;
  const place = (label: string): number[] => (nodes.includes(label) ? [nodes.indexOf(label)] : []);
  const kept = isChanging && before ? keptWalk(before, nodes) : { at: null, path: [] };
  return { kind: 'graph', nodes, edges, ...walked(kept, marks, place, () => true) };
}

/** The walk of before over the nodes that are left. */
function keptWalk({ at, path, nodes: before }: GraphCell, nodes: readonly string[]): Walk {
  const moved = (index: number): number => nodes.indexOf(before[index] ?? '');
  return { at: at === null || moved(at) < 0 ? null : moved(at), path: path.map(moved).filter((it) => it >= 0) };
}

function changed(graph: Pick<GraphCell, 'nodes' | 'edges'>, { text, at }: Token): Pick<GraphCell, 'nodes' | 'edges'> {
  const part = text.slice(1);
  if (text.startsWith('+')) return withPart(graph, part, at);
  const edge = edgeOf(part);
  if (edge) {
    const edges = graph.edges.filter((it) => !isSameEdge(it, edge));
    if (edges.length === graph.edges.length) stopAt(at, `there is no edge ${part}`);
    return { ...graph, edges };
  }
  if (!graph.nodes.includes(part)) stopAt(at, `there is no node ${part}`);
  return {
    nodes: graph.nodes.filter((it) => it !== part),
    edges: graph.edges.filter(({ from, to }) => from !== part && to !== part),
  };
}

function withPart(
  { nodes, edges }: Pick<GraphCell, 'nodes' | 'edges'>,
  text: string,
  at: number,
): Pick<GraphCell, 'nodes' | 'edges'> {
  const edge = edgeOf(text);
  if (!edge && !/^[\p{L}\p{N}_]+$/u.test(text)) stopAt(at, 'expected an edge, a-b or a>b or a-b:4, or a node');
  const named = edge ? [edge.from, edge.to] : [text];
  return {
    nodes: [...new Set([...nodes, ...named])],
    edges: edge ? [...edges.filter((it) => !isSameEdge(it, edge)), edge] : edges,
  };
}

function edgeOf(text: string): Edge | null {
  const [, from, sign, to, weight = ''] =
    /^([\p{L}\p{N}_]+)(->|-|>)([\p{L}\p{N}_]+)(?::(-?[\d.]+))?$/u.exec(text) ?? [];
  return from === undefined || to === undefined ? null : { from, to, isDirected: sign !== '-', weight };
}

function isSameEdge(a: Edge, b: Edge): boolean {
  if (a.isDirected !== b.isDirected) return false;
  return (a.from === b.from && a.to === b.to) || (!a.isDirected && a.from === b.to && a.to === b.from);
}

function edgeWords({ from, to, isDirected, weight }: Edge): string {
  return `${from}${isDirected ? '→' : '–'}${to}${weight === '' ? '' : ` (${weight})`}`;
}

type Point = readonly [x: number, y: number];

/** Nodes stand around in a ring, in the order in which they came, so that a new edge moves none of them. */
function drawGraph(cell: GraphCell, above: GraphCell | null): Drawing {
  const { nodes, edges } = cell;
  if (nodes.length === 0) return drawWord('empty');
  const width = boxWidth(nodes);
  const radius = nodes.length === 1 ? 0 : Math.max(34, (nodes.length * (width + 26)) / (2 * Math.PI));
  const middle: Point = [radius * 1.25 + width / 2, radius + boxHeight / 2];
  const centre = (node: string): Point => {
    // Two stand beside each other; of more the first stands on top.
    const turn = (nodes.indexOf(node) / nodes.length) * 2 * Math.PI - (nodes.length === 2 ? Math.PI : Math.PI / 2);
    return [middle[0] + radius * 1.25 * Math.cos(turn), middle[1] + radius * Math.sin(turn)];
  };
  const lines = edges.flatMap((edge) => {
    const isNew = above !== null && !above.edges.some((it) => isSameEdge(it, edge) && it.weight === edge.weight);
    return drawEdge(edge, centre(edge.from), centre(edge.to), isNew ? 'changed-bar' : 'edge');
  });
  const way: Shape[] =
    cell.path.length > 1
      ? [{ shape: 'line', points: cell.path.map((place) => centre(nodes[place] ?? '')), tone: 'path' }]
      : [];
  const boxes = nodes.flatMap((node, index) => {
    const [x, y] = centre(node);
    const isNew = above !== null && !above.nodes.includes(node);
    return box(node, x - width / 2, y - boxHeight / 2, width, drawnTone(cell, index, isNew));
  });
  const weights = edges.flatMap(({ from, to, weight }): Shape[] => {
    if (weight === '') return [];
    const [[ax, ay], [bx, by]] = [centre(from), centre(to)];
    // Beside the middle of its edge, on the outer side of the ring.
    const [mx, my] = [(ax + bx) / 2, (ay + by) / 2];
    const [dx, dy] = [mx - middle[0], my - middle[1]];
    const far = Math.hypot(dx, dy) < 1 ? 0 : 9 / Math.hypot(dx, dy);
    return [
      {
        shape: 'text',
        x: mx + (far === 0 ? 8 : dx * far),
        y: my + dy * far + 4,
        text: weight,
        anchor: 'middle',
        tone: 'small',
      },
    ];
  });
  return { width: middle[0] * 2, height: middle[1] * 2, shapes: [...lines, ...way, ...boxes, ...weights] };
}

function drawEdge({ from, to, isDirected }: Edge, a: Point, b: Point, tone: 'edge' | 'changed-bar'): Shape[] {
  if (from === to) return [];
  const shapes: Shape[] = [{ shape: 'line', points: [a, b], tone }];
  if (!isDirected) return shapes;
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
  const [dx, dy] = [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
  const tip: Point = [0.36 * a[0] + 0.64 * b[0], 0.36 * a[1] + 0.64 * b[1]];
  const wing = (side: 1 | -1): Point => [tip[0] - 7 * dx - side * 4 * dy, tip[1] - 7 * dy + side * 4 * dx];
  return [...shapes, { shape: 'line', points: [wing(1), tip, wing(-1)], tone }];
}
