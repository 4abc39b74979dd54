import { type CellValue, columnTypeOf, isListCell } from './column-types';
import { tupleOf } from './tokens';
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
  return attempt((): RuleOutcome => {
    const value = valueOf(rule, { row, above, columns: new Set(columns), bound: new Map() });
    if (typeof value !== 'boolean') return { outcome: 'faulty', message: 'a rule says something that is true or not' };
    return { outcome: value ? 'holds' : 'breaks' };
  });
}

/** What a formula comes to in a row: the text of a cell, or why there is none. */
export type FormulaOutcome =
  | { readonly outcome: 'computed'; readonly text: string }
  | Exclude<RuleOutcome, { readonly outcome: 'holds' | 'breaks' }>;

/** Evaluates the formula of a column on a row. Never throws. */
export function evaluateFormula(
  formula: Rule,
  row: NamedCells,
  above: NamedCells | null,
  columns: readonly string[],
): FormulaOutcome {
  return attempt((): FormulaOutcome => {
    const value = valueOf(formula, { row, above, columns: new Set(columns), bound: new Map() });
    return { outcome: 'computed', text: textOf(value) };
  });
}

function attempt<Outcome>(work: () => Outcome): Outcome | Extract<RuleOutcome, { outcome: 'open' | 'faulty' }> {
  try {
    return work();
  } catch (error) {
    if (error instanceof Open) return { outcome: 'open' };
    if (error instanceof Faulty) return { outcome: 'faulty', message: error.message };
    throw error;
  }
}

/** A value as it stands in a cell: no more than nine decimals, lists parted by blanks. */
function textOf(value: Value): string {
  if (typeof value === 'number') return String(Math.round(value * 1e9) / 1e9);
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'string') return value;
  return value.map((it) => (typeof it === 'object' ? `(${it.map(textOf).join(',')})` : textOf(it))).join(' ');
}

interface Scope {
  readonly row: NamedCells;
  readonly above: NamedCells | null;
  readonly columns: ReadonlySet<string>;
  /** What a name stands for inside of `… for x in a`. */
  readonly bound: ReadonlyMap<string, Value>;
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
      const of = valueOf(rule.of, scope);
      const items = typeof of === 'string' ? [...of] : listOf(of);
      const found = items[numberOf(index)];
      if (found === undefined) throw new Faulty(`there is no place ${String(index)}`);
      return found;
    }
    case 'call':
      return call(rule, scope);
    case 'choice':
      return valueOf(truthOf(valueOf(rule.condition, scope)) ? rule.yes : rule.no, scope);
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
  const bound = isOld ? undefined : scope.bound.get(name);
  if (bound !== undefined) return bound;
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

function call({ name, given, each }: Extract<Rule, { kind: 'call' }>, scope: Scope): Value {
  const [argument] = given;
  if (each) return reduced(name, eachOf(argument, each, scope));
  if (given.length > 1)
    return reduced(
      name,
      given.map((it) => valueOf(it, scope)),
    );
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
  // What comes out of a heap next stands first in its cell.
  if (argument.kind === 'name' && name === 'top') {
    const cell = cellOf(argument.name, argument.isOld, scope);
    if (cell?.kind === 'heap' || cell?.kind === 'max-heap') return reduced('first', listOf(cellValue(cell)));
  }
  const value = valueOf(argument, scope);
  if (name === 'size' && typeof value === 'string') return value.length;
  const single = rounded[name];
  if (single) return single(numberOf(value));
  return reduced(name, listOf(value));
}

const rounded: Readonly<Partial<Record<FunctionName, (value: number) => number>>> = {
  abs: Math.abs,
  floor: (value) => Math.floor(value + 1e-9),
  ceil: (value) => Math.ceil(value - 1e-9),
};

/** The first part of a call, worked out for each item of a list that passes. */
function eachOf(part: Rule, { name, of, where }: Each, scope: Scope): Value[] {
  const all = valueOf(of, scope);
  return (typeof all === 'string' ? [...all] : listOf(all)).flatMap((item) => {
    const inner = { ...scope, bound: new Map([...scope.bound, [name, item] as const]) };
    return where === null || truthOf(valueOf(where, inner)) ? [valueOf(part, inner)] : [];
  });
}

type Each = NonNullable<Extract<Rule, { kind: 'call' }>['each']>;

function reduced(name: FunctionName, items: readonly Value[]): Value {
  const numbers = (): number[] => items.map(numberOf);
  switch (name) {
    case 'all':
      return items.every(truthOf);
    case 'any':
      return items.some(truthOf);
    case 'count':
      return items.every((it) => typeof it === 'boolean') ? items.filter((it) => it).length : items.length;
    case 'abs':
    case 'floor':
    case 'ceil':
      return fail(`“${name}” takes one number`);
    case 'size':
      return items.length;
    case 'total':
    case 'sum':
      return numbers().reduce((sum, it) => sum + it, 0);
    case 'largest':
    case 'max':
      return items.length === 0 ? fail('nothing is largest of nothing') : Math.max(...numbers());
    case 'smallest':
    case 'min':
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
  return combined(sign, valueOf(left, scope), valueOf(right, scope));
}

const arithmetic: Readonly<Partial<Record<Sign, (a: number, b: number) => number>>> = {
  '+': (a, b) => a + b,
  '-': (a, b) => a - b,
  '*': (a, b) => a * b,
  '/': (a, b) => (b === 0 ? fail('cannot divide by zero') : a / b),
  '//': (a, b) => (b === 0 ? fail('cannot divide by zero') : Math.floor(a / b)),
  '%': (a, b) => (b === 0 ? fail('cannot divide by zero') : a % b),
  '&': (a, b) => Number(whole(a) & whole(b)),
  '|': (a, b) => Number(whole(a) | whole(b)),
  xor: (a, b) => Number(whole(a) ^ whole(b)),
  '<<': (a, b) => Number(whole(a) << shiftOf(b)),
  '>>': (a, b) => Number(whole(a) >> shiftOf(b)),
};

function whole(value: number): bigint {
  return Number.isSafeInteger(value) ? BigInt(value) : fail('bits are of whole numbers');
}

function shiftOf(value: number): bigint {
  return value >= 0 && value <= 64 ? whole(value) : fail('a shift is by 0 to 64 bits');
}

function combined(sign: Sign, a: Value, b: Value): Value {
  const join = arithmetic[sign];
  if (join) return elementwise(a, b, (x, y) => join(numberOf(x), numberOf(y)));
  switch (sign) {
    case '==':
      return isEqual(a, b);
    case '!=':
      return !isEqual(a, b);
    case 'in':
      return typeof b === 'string' ? b.includes(String(a)) : listOf(b).some((it) => isEqual(a, it));
    default: {
      const isText = typeof a === 'string' && typeof b === 'string';
      const order = isText ? (a < b ? -1 : a > b ? 1 : 0) : numberOf(a) - numberOf(b);
      // Fractions are compared as they are drawn: 0.1 + 0.2 is not more than 0.3.
      const near = 1e-9;
      return sign === '<'
        ? order < -near
        : sign === '<='
          ? order <= near
          : sign === '>'
            ? order > near
            : order >= -near;
    }
  }
}

/** Two lists of one length item by item, or each item of one with a number. */
function elementwise(a: Value, b: Value, join: (a: Value, b: Value) => Value): Value {
  if (typeof a !== 'object' && typeof b !== 'object') return join(a, b);
  if (typeof a !== 'object') return listOf(b).map((it) => join(a, it));
  if (typeof b !== 'object') return a.map((it) => join(it, b));
  if (a.length !== b.length) return fail(`a list of ${a.length} and one of ${b.length} do not go together`);
  return a.map((it, index) => join(it, b[index] ?? 0));
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

/** A number where it reads as one, a list where it is a pair in brackets. */
function plain(text: string): Value {
  const parts = tupleOf(text);
  if (parts) return parts.map((part) => plain(part.text));
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
