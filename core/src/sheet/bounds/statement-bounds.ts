import { maxBoundLine, maxBoundLines } from '../../model/entry';
import { type Bound, type End, isRange, isSymbol } from './bound';
import { boundsIn } from './read-bounds';
import { tokensOf } from './tokens';

/**
 * Bounds that a statement seems to contain, as lines for the sheet, in the order of their appearance. They are offered,
 * never taken: a sentence may mean something else.
 */
export function boundsInStatement(statement: string, known: readonly string[] = []): string[] {
  const have = new Set(boundsIn(known.join('\n')).map(meaning));
  const found: string[] = [];
  for (const group of groupsOf(boundsIn(statement))) {
    const [first] = group;
    const line = first && lineOf(first.text);
    if (line === undefined || line.length > maxBoundLine) continue;
    const isNew = group.some((bound) => !have.has(meaning(bound)));
    for (const bound of group) have.add(meaning(bound));
    if (isNew && found.push(line) === maxBoundLines) break;
  }
  return found;
}

/** Bounds of one place together; what is unread or only a rule of its own words is not offered. */
function groupsOf(bounds: readonly Bound[]): Bound[][] {
  const groups: Bound[][] = [];
  for (const bound of bounds) {
    if (bound.kind === 'unread' || (bound.kind === 'condition' && bound.condition === null)) continue;
    const last = groups.at(-1);
    if (last?.[0]?.from === bound.from) last.push(bound);
    else groups.push([bound]);
  }
  return groups;
}

/** The words of a statement without the dress of formulas and pages; figures keep their separators. */
function lineOf(text: string): string {
  let [line, behind] = ['', 0];
  for (const { kind, text: spelled, from, to } of tokensOf(text)) {
    const isApart = /\s|&nbsp;|&thinsp;|~|\\[,;: ]/.test(text.slice(behind, from));
    const written = kind === 'number' ? text.slice(from, to).replace(/\\,|[{}]/g, '') : spelled;
    line += `${isApart ? ' ' : ''}${kind === 'raised' ? '^' : ''}${written}`;
    behind = to;
  }
  return line
    .replace(/\^\((\w+)\)/g, '^$1')
    .replace(/\s+/g, ' ')
    .trim();
}

/** What a bound says, in one spelling. */
export function meaning(bound: Bound): string {
  const end = (it: End | null): string => (it === null ? '' : isSymbol(it) ? it.symbol.replace(/\s/g, '') : it.exact);
  if (isRange(bound)) {
    const isOne = bound.kind !== 'value' && bound.kind !== 'moment' && bound.kind !== 'sum';
    return `${bound.kind} ${isOne ? bound.variable : bound.name.replace(/\s/g, '')} ${end(bound.high)}`;
  }
  switch (bound.kind) {
    case 'condition':
      return bound.condition ?? bound.text;
    case 'relation':
      return `${bound.name}≤${bound.high ? end(bound.high) : ''}`.replace(/\s/g, '');
    case 'time':
      return `s${bound.seconds}`;
    case 'memory':
      return `b${bound.bytes}`;
    case 'cost':
      return `${bound.resource} ${bound.cost.replace(/\s/g, '')}`;
    case 'property':
      return bound.property;
    case 'alphabet':
      return `alphabet ${bound.size}`;
    case 'code':
      return `${bound.measure} ${bound.most}`;
    case 'same':
    case 'correction':
    case 'unread':
      return bound.text;
  }
}
