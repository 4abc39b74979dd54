import { type CellValue, columnTypeOf, isListCell } from './column-types';
import type { Claim, FunctionName, Rule, Sign } from './rule';

/** A row as a rule sees it: cells by the name of their column. */
export type NamedCells = ReadonlyMap<string, CellValue>;

export type RuleOutcome =
  | { readonly outcome: 'holds' | 'breaks' }
  /** Something that it speaks of is not there yet: an empty cell, or the row above the first one. */
  | { readonly outcome: 'open' }
  /** It speaks of something that there is not, or mixes what cannot be mixed. */
  | { readonly outcome: 'faulty'; readonly message: string };

type Value = number | string | boolean | readonly Value[];

class Open extends Error {}
class Faulty extends Error {}

/** Evaluates a rule on a row. Never throws. */
export function evaluateRule(
  rule: Rule,
  row: NamedCells,
  above: NamedCells | null,
  columns: readonly string[],
): RuleOutcome {
  try {
    const value = valueOf(rule, { row, above, columns: new Set(columns) });
    if (typeof value !== 'boolean') return { outcome: 'faulty', message: 'a rule says something that is true or not' };
    return { outcome: value ? 'holds' : 'breaks' };
  } catch (error) {
    if (error instanceof Open) return { outcome: 'open' };
    if (error instanceof Faulty) return { outcome: 'faulty', message: error.message };
    throw error;
  }
}

interface Scope {
  readonly row: NamedCells;
  readonly above: NamedCells | null;
  readonly columns: ReadonlySet<string>;
}

function valueOf(rule: Rule, scope: Scope): Value {
  switch (rule.kind) {
    case 'number':
    case 'text':
      return rule.value;
    case 'name':
      return named(rule.name, rule.isOld, scope);
    case 'item': {
      const index = valueOf(rule.index, scope);
      if (rule.of.kind === 'name') {
        const cell = cellOf(rule.of.name, rule.of.isOld, scope);
        if (cell?.kind === 'map') return entryOf(cell.entries, index);
      }
      const items = listOf(valueOf(rule.of, scope));
      const found = items[numberOf(index)];
      if (found === undefined) throw new Faulty(`there is no place ${String(index)}`);
      return found;
    }
    case 'call':
      return call(rule.name, rule.argument, scope);
    case 'negative':
      return -numberOf(valueOf(rule.of, scope));
    case 'not':
      return !truthOf(valueOf(rule.of, scope));
    case 'operation':
      return operate(rule.sign, rule.left, rule.right, scope);
    case 'claim':
      return claimHolds(rule.claim, valueOf(rule.of, scope));
  }
}

function cellOf(name: string, isOld: boolean, { row, above }: Scope): CellValue | undefined {
  const cells = isOld ? above : row;
  if (cells === null) throw new Open();
  return cells.get(name) ?? [...cells].find(([column]) => column.toLowerCase() === name.toLowerCase())?.[1];
}

function named(name: string, isOld: boolean, scope: Scope): Value {
  const cell = cellOf(name, isOld, scope);
  if (cell) return cellValue(cell);
  if ([...scope.columns].some((column) => column.toLowerCase() === name.toLowerCase())) throw new Open();
  const cells = isOld ? scope.above : scope.row;
  const lists = [...(cells ?? [])].map(([, it]) => it).filter(isListCell);
  for (const { pointers } of lists) {
    const pointer = pointers.find((it) => it.name === name);
    if (pointer) return pointer.at;
  }
  for (const list of lists) {
    const window = list.windows.find((it) => it.name === name || (it.name === '' && name === 'window'));
    if (window) return list.items.slice(window.from, window.to + 1).map(plain);
  }
  if (name === 'window' && lists.length > 0) throw new Open();
  throw new Faulty(`nothing here is called ${name}`);
}

function cellValue(cell: CellValue): Value {
  const value = columnTypeOf(cell.kind).value(cell);
  return typeof value === 'string' ? plain(value) : value.map(plain);
}

function call(name: FunctionName, argument: Rule, scope: Scope): Value {
  if (argument.kind === 'name' && (name === 'window' || name === 'keys')) {
    const cell = cellOf(argument.name, argument.isOld, scope);
    if (name === 'keys') {
      if (cell?.kind !== 'map') throw new Faulty(`${argument.name} is no map`);
      return cell.entries.map(([key]) => plain(key));
    }
    if (!isListCell(cell)) throw new Faulty(`${argument.name} is no list`);
    const window = cell.windows[0];
    if (!window) throw new Open();
    return cell.items.slice(window.from, window.to + 1).map(plain);
  }
  const value = valueOf(argument, scope);
  if (name === 'size' && typeof value === 'string') return value.length;
  const items = listOf(value);
  const numbers = (): number[] => items.map(numberOf);
  switch (name) {
    case 'size':
      return items.length;
    case 'total':
      return numbers().reduce((sum, it) => sum + it, 0);
    case 'largest':
      return items.length === 0 ? fail('nothing is largest of nothing') : Math.max(...numbers());
    case 'smallest':
      return items.length === 0 ? fail('nothing is smallest of nothing') : Math.min(...numbers());
    case 'first':
      return items[0] ?? fail('there is no first of nothing');
    case 'last':
    case 'top':
      return items.at(-1) ?? fail(`there is no ${name} of nothing`);
    case 'distinct':
      return new Set(items.map(String)).size;
    case 'keys':
      return fail('only a map has keys');
    case 'window':
    case 'values':
      return items;
  }
}

function operate(sign: Sign, left: Rule, right: Rule, scope: Scope): Value {
  if (sign === 'and' || sign === 'or') {
    const first = truthOf(valueOf(left, scope));
    if (first !== (sign === 'and')) return first;
    return truthOf(valueOf(right, scope));
  }
  const [a, b] = [valueOf(left, scope), valueOf(right, scope)];
  switch (sign) {
    case '==':
      return isEqual(a, b);
    case '!=':
      return !isEqual(a, b);
    case 'in':
      return typeof b === 'string' ? b.includes(String(a)) : listOf(b).some((it) => isEqual(a, it));
    case '+':
      return numberOf(a) + numberOf(b);
    case '-':
      return numberOf(a) - numberOf(b);
    case '*':
      return numberOf(a) * numberOf(b);
    case '/':
      return numberOf(b) === 0 ? fail('cannot divide by zero') : numberOf(a) / numberOf(b);
    case '%':
      return numberOf(b) === 0 ? fail('cannot divide by zero') : numberOf(a) % numberOf(b);
    default: {
      const isText = typeof a === 'string' && typeof b === 'string';
      const order = isText ? (a < b ? -1 : a > b ? 1 : 0) : numberOf(a) - numberOf(b);
      return sign === '<' ? order < 0 : sign === '<=' ? order <= 0 : sign === '>' ? order > 0 : order >= 0;
    }
  }
}

function claimHolds(claim: Claim, value: Value): boolean {
  const items = listOf(value);
  if (claim === 'is empty') return items.length === 0;
  if (claim === 'is distinct') return new Set(items.map(String)).size === items.length;
  const steps = items.slice(1).map((it, index) => numberOf(it) - numberOf(items[index] ?? 0));
  const wanted: Readonly<Record<Exclude<Claim, 'is empty' | 'is distinct'>, (step: number) => boolean>> = {
    falls: (step) => step < 0,
    rises: (step) => step > 0,
    'never falls': (step) => step >= 0,
    'never rises': (step) => step <= 0,
  };
  return steps.every(wanted[claim]);
}

function entryOf(entries: readonly (readonly [string, string])[], key: Value): Value {
  const found = entries.find(([name]) => isEqual(plain(name), key));
  return found ? plain(found[1]) : 0;
}

/** A number where it reads as one. */
function plain(text: string): Value {
  return /^[-−]?\d+(?:\.\d+)?$/.test(text) ? Number(text.replace('−', '-')) : text;
}

function isEqual(a: Value, b: Value): boolean {
  if (Array.isArray(a) && Array.isArray(b))
    return a.length === b.length && a.every((it: Value, index) => isEqual(it, (b[index] ?? '') as Value));
  if (typeof a === 'number' && typeof b === 'number') return Math.abs(a - b) < 1e-9;
  return String(a) === String(b);
}

function numberOf(value: Value): number {
  if (typeof value === 'number') return value;
  throw new Faulty(`${Array.isArray(value) ? 'a list' : `“${String(value)}”`} is no number`);
}

function truthOf(value: Value): boolean {
  if (typeof value === 'boolean') return value;
  throw new Faulty('“and”, “or” and “not” join what is true or not');
}

function listOf(value: Value): readonly Value[] {
  if (typeof value === 'object') return value;
  throw new Faulty(`“${String(value)}” is no list`);
}

function fail(message: string): never {
  throw new Faulty(message);
}
