import { RuleError } from '../errors';
import { type Trace, ruleColumn } from '../model/entry';
import type { CellValue } from './column-types';
import { type NamedCells, type RuleOutcome, evaluateRule } from './evaluate-rule';
import { type CellFault, readCell } from './read-cell';
import { type Rule, readRule } from './rule';

/** One cell of a trace as it is shown. */
export interface TraceCell {
  /** Null where nothing has been written in its column yet, and in columns of rules. */
  readonly cell: CellValue | null;
  /** What stands above it. */
  readonly above: CellValue | null;
  /** Whether it says something else than the row above. */
  readonly isChanged: boolean;
  readonly fault: CellFault | null;
  /** In a column of a rule. */
  readonly rule: RuleOutcome | null;
}

export interface TraceReading {
  readonly rows: readonly (readonly TraceCell[])[];
  /** For each column of a rule that cannot be read, why; null for all others. */
  readonly ruleFaults: readonly (CellFault | null)[];
  /** For each column of a rule the first row that breaks it; null where none does. */
  readonly firstBreaks: readonly (number | null)[];
}

type Table = Pick<Trace, 'columns' | 'rows'>;

export interface EarlierReading {
  readonly table: Table;
  readonly reading: TraceReading;
}

/**
 * Reads a trace from top to bottom: an empty cell carries down what stands above it, and every rule is checked on every
 * row. Rows that read as in `earlier`, a reading of before, are the same objects again, so that only what changed is drawn
 * again.
 */
export function readTrace({ columns, rows }: Table, earlier: EarlierReading | null = null): TraceReading {
  const known = earlier !== null && isSame(earlier.table.columns, columns) ? earlier : null;
  const rules = columns.map(({ kind, rule }) => (kind === ruleColumn ? ruleOf(rule) : null));
  const names = columns.filter(({ kind }) => kind !== ruleColumn).map(({ name }) => name);
  const carried: (CellValue | null)[] = columns.map(() => null);
  let above: NamedCells | null = null;
  let isAboveKnown = true;
  const read: (readonly TraceCell[])[] = [];
  for (const [index, texts] of rows.entries()) {
    const old = known?.reading.rows[index];
    const isKnown = old?.every((cell, column) => cell.above === (carried[column] ?? null)) ?? false;
    if (old && isKnown && isAboveKnown && isSame(known.table.rows[index], texts)) {
      old.forEach(({ cell }, column) => (carried[column] = cell));
      above = namedCells(columns, old);
      read.push(old);
      continue;
    }
    const cells = columns.map(({ kind }, column): TraceCell => {
      const before = carried[column] ?? null;
      const text = texts[column] ?? '';
      if (kind === ruleColumn) return { cell: null, above: null, isChanged: false, fault: null, rule: null };
      if (text.trim() === '') return { cell: before, above: before, isChanged: false, fault: null, rule: null };
      const { cell: found, fault } = readCell(kind, text, before);
      const cell = isSame(found, old?.[column]?.cell) ? (old?.[column]?.cell ?? null) : found;
      if (cell) carried[column] = cell;
      const isChanged = cell !== null && !isSame(cell, before);
      return { cell: cell ?? before, above: before, isChanged, fault, rule: null };
    });
    const row = namedCells(columns, cells);
    const before = above;
    isAboveKnown = old?.every(({ cell }, column) => cell === cells[column]?.cell) ?? false;
    read.push(
      cells.map((cell, column) => {
        const rule = rules[column];
        return rule && 'rule' in rule ? { ...cell, rule: evaluateRule(rule.rule, row, before, names) } : cell;
      }),
    );
    above = row;
  }
  return {
    rows: read,
    ruleFaults: rules.map((rule) => (rule && 'fault' in rule ? rule.fault : null)),
    firstBreaks: columns.map((_, column) => {
      const index = read.findIndex((row) => row[column]?.rule?.outcome === 'breaks');
      return index < 0 ? null : index;
    }),
  };
}

function namedCells(columns: Table['columns'], cells: readonly TraceCell[]): NamedCells {
  return new Map(
    columns.flatMap(({ name }, column) => {
      const cell = cells[column]?.cell;
      return cell ? [[name, cell] as const] : [];
    }),
  );
}

function isSame(a: unknown, b: unknown): boolean {
  return a === b || JSON.stringify(a) === JSON.stringify(b);
}

function ruleOf(text: string): { readonly rule: Rule } | { readonly fault: CellFault } | null {
  if (text.trim() === '') return null;
  try {
    return { rule: readRule(text) };
  } catch (error) {
    if (error instanceof RuleError) return { fault: { message: error.message, at: error.at } };
    throw error;
  }
}
