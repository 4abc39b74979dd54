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
  const told = withoutExamples(statement);
  for (const group of groupsOf(boundsIn(told))) {
    const line = lineAlone(told, group);
    if (line === null) continue;
    const isNew = group.some((bound) => !have.has(meaning(bound)));
    for (const bound of group) have.add(meaning(bound));
    if (isNew && found.push(line) === maxBoundLines) break;
  }
  return found;
}

/** What an example says of its input, `b = 5`, bounds nothing. Every offset is kept. */
function withoutExamples(statement: string): string {
  return statement.replace(
    /^[ \t>*_#`-]*(?:sample |example )?(?:inputs?|outputs?|expected|explanation|example)\b[ \d]*[*_`]*[ ]?[:=].*$/gim,
    (line) => line.replace(/\S/g, ' '),
  );
}

/**
 * The words that bound something, as a line that says the same on its own: with the words before it where they are needed,
 * as in “the number of nodes is between …”. Null where no line does.
 */
function lineAlone(statement: string, group: readonly Bound[]): string | null {
  const [first] = group;
  if (!first) return null;
  const wanted = group.map(alone);
  const before = /(?:\b(?:number|count|length|size|sum|total)s? (?:of|in) [^.;:\n]{0,60})$/i.exec(
    statement.slice(Math.max(0, first.from - 80), first.from),
  );
  for (const text of [first.text, ...(before ? [`${before[0]}${first.text}`] : [])]) {
    const line = lineOf(text);
    const read = boundsIn(line);
    const says = new Set(read.map(alone));
    const isSame = wanted.every((it) => says.has(it)) && read.every(({ kind }) => kind !== 'unread');
    if (isSame && line.length <= maxBoundLine) return line;
  }
  return null;
}

/** What a bound says on its own; a name alone may count something else where the rest of the text is missing. */
function alone(bound: Bound): string {
  return isRange(bound) && bound.name === bound.variable
    ? `${bound.name} ${meaning(bound).split(' ').slice(2).join(' ')}`
    : meaning(bound);
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
