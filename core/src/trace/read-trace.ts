import { RuleError } from '../errors';
import { type Trace, ruleColumn } from '../model/entry';
import type { CellValue } from './column-types';
import { type FormulaOutcome, type NamedCells, type RuleOutcome, evaluateFormula, evaluateRule } from './evaluate-rule';
import { type CellFault, readCell } from './read-cell';
import { possibilitiesOf } from './tokens';
import { type Rule, readRule } from './rule';

/** One cell of a trace as it is shown. */
export interface TraceCell {
  /** Null where nothing has been written in its column yet, and in columns of rules. */
  readonly cell: CellValue | null;
  /** Other ways in which the step could go on, written behind `||`; what stands below follows `cell`. */
  readonly others: readonly CellValue[];
  /** What stands above it. */
  readonly above: CellValue | null;
  /** Whether it says something else than the row above. */
  readonly isChanged: boolean;
  readonly fault: CellFault | null;
  /** In a column of a rule. */
  readonly rule: RuleOutcome | null;
  /** In a column with a formula: what it gives. It fills the cell where nothing is written. */
  readonly formula: FormulaOutcome | null;
  /** What the formula gives where something else is written; null otherwise. */
  readonly overwrites: string | null;
}

export interface TraceReading {
  readonly rows: readonly (readonly TraceCell[])[];
  /** For each column of a rule or with a formula that cannot be read, why; null for all others. */
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
 * Reads a trace from top to bottom: an empty cell carries down what stands above it, or is filled by the formula of its
 * column, and every rule is checked on every row. Rows that read as in `earlier`, a reading of before, are the same objects again, so that only what changed is drawn
 * again.
 */
export function readTrace({ columns, rows }: Table, earlier: EarlierReading | null = null): TraceReading {
  const known = earlier !== null && isSame(earlier.table.columns, columns) ? earlier : null;
  const rules = columns.map(({ kind, rule }) => (kind === ruleColumn || kind === formulaKind ? ruleOf(rule) : null));
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
      if (kind === ruleColumn) return { cell: null, above: null, isChanged: false, fault: null, ...plain };
      const isFilled = rules[column] !== null;
      if (text.trim() === '')
        return { cell: isFilled ? null : before, above: before, isChanged: false, fault: null, ...plain };
      const { found, others, fault } = readPossibilities(kind, text, before);
      const cell = isSame(found, old?.[column]?.cell) ? (old?.[column]?.cell ?? null) : found;
      if (cell) carried[column] = cell;
      const isChanged = cell !== null && !isSame(cell, before);
      return { cell: cell ?? before, above: before, isChanged, fault, ...plain, others };
    });
    const before = above;
    fill(cells, { columns, rules, names, above: before, old, carried });
    const row = namedCells(columns, cells);
    isAboveKnown = old?.every(({ cell }, column) => cell === cells[column]?.cell) ?? false;
    read.push(
      cells.map((cell, column) => {
        const rule = rules[column];
        return rule && 'rule' in rule && columns[column]?.kind === ruleColumn
          ? { ...cell, rule: evaluateRule(rule.rule, row, before, names) }
          : cell;
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

/** A cell with all ways in which its step could go on; each is a change to what stands above. */
function readPossibilities(
  kind: string,
  text: string,
  before: CellValue | null,
): { readonly found: CellValue | null; readonly others: readonly CellValue[]; readonly fault: CellFault | null } {
  const [first, ...others] = possibilitiesOf(text);
  const { cell: found, fault } = readCell(kind, first?.text ?? '', before);
  if (others.length === 0) return { found, others: [], fault };
  if (first?.text.trim() === '')
    return { found: null, others: [], fault: { message: 'expected a possibility before ||', at: 0 } };
  const read = others.map((it) => ({ ...readCell(kind, it.text, before), from: it.at }));
  const broken = read.find((it) => it.fault !== null);
  return {
    found,
    others: read.flatMap(({ cell }) => cell ?? []),
    fault: fault ?? (broken?.fault ? { ...broken.fault, at: broken.from + broken.fault.at } : null),
  };
}

/** Columns of this kind can have a formula. */
const formulaKind = 'value';
const plain = { others: [], rule: null, formula: null, overwrites: null } as const;

interface Filling {
  readonly columns: Table['columns'];
  readonly rules: readonly ReturnType<typeof ruleOf>[];
  readonly names: readonly string[];
  readonly above: NamedCells | null;
  /** The row as it was read before. */
  readonly old: readonly TraceCell[] | undefined;
  /** What goes on into the next row. */
  readonly carried: (CellValue | null)[];
}

/** Fills the cells of formulas, in the order in which they need each other. */
function fill(cells: TraceCell[], { columns, rules, names, above, old, carried }: Filling): void {
  const open = columns.flatMap(({ kind }, column) => (kind === formulaKind && rules[column] ? [column] : []));
  let isMoving = true;
  while (isMoving) {
    isMoving = false;
    for (const column of open) {
      const [rule, cell] = [rules[column], cells[column]];
      if (!rule || !('rule' in rule) || !cell || cell.formula?.outcome === 'computed') continue;
      const formula = evaluateFormula(rule.rule, namedCells(columns, cells), above, names);
      const filled = filledCell(cell, formula, old?.[column]?.cell ?? null);
      cells[column] = filled;
      if (filled.cell) carried[column] = filled.cell;
      isMoving ||= formula.outcome === 'computed';
    }
  }
}

/** What is written stands; beside it is kept whether the formula gives something else. */
function filledCell(cell: TraceCell, formula: FormulaOutcome, old: CellValue | null): TraceCell {
  if (formula.outcome !== 'computed') return { ...cell, formula };
  if (cell.cell !== null) {
    const isOther = cell.cell.kind === 'value' && cell.cell.text !== formula.text;
    return { ...cell, formula, overwrites: isOther ? formula.text : null };
  }
  const found: CellValue = { kind: 'value', text: formula.text };
  const filled = old !== null && isSame(found, old) ? old : found;
  return { ...cell, cell: filled, isChanged: !isSame(filled, cell.above), formula };
}

/** The cells of a row by the names of their columns. */
export function namedCells(columns: Table['columns'], cells: readonly TraceCell[]): NamedCells {
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
