import { CdkFixedSizeVirtualScroll, CdkVirtualForOf, CdkVirtualScrollViewport } from '@angular/cdk/scrolling';
import { NgTemplateOutlet } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  Injector,
  afterNextRender,
  computed,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { MatInput } from '@angular/material/input';
import { type Trace, ruleColumn } from '@lernen/core/model';
import {
  type EarlierReading,
  type Span,
  cellsOfColumn,
  columnTypeOf,
  isLoop,
  mostRows,
  readTrace,
  ruleWord,
  spanOfCells,
  withLoop,
} from '@lernen/core/trace';
import { SheetStore } from '../../store/sheet-store';
import { CellDrawing } from '../../ui/cell-drawing';
import { GridKeys } from '../../ui/grid-keys';
import { afterPress } from '../../ui/press';
import { valueOf } from '../../ui/value-of';
import { TraceAnswer } from './trace-answer';
import { cellAfter, withCell, withPasted, withRow, withRowMoved, withoutRow } from './trace-edit';
import { TraceHead } from './trace-head';
import { cellMeasure, sizesOf } from './trace-sizes';
import { brokenRules, cellStatus } from './trace-status';
import { type ShortcutId, shortcutOf } from '../../ui/shortcut-registry';

/** More rows than this are drawn only where they can be seen. */
const manyRows = 60;

/**
 * The table of a trace. Arrows go from cell to cell, typing writes over a cell, Enter writes on in it or goes down, and
 * below the last row a new one begins.
 */
@Component({
  selector: 'app-trace-grid',
  imports: [
    CdkFixedSizeVirtualScroll,
    CdkVirtualForOf,
    CdkVirtualScrollViewport,
    CellDrawing,
    MatInput,
    NgTemplateOutlet,
    TraceAnswer,
    TraceHead,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(paste)': 'paste($event)', '(focusout)': 'leaveGrid($event)' },
  templateUrl: './trace-grid.html',
  styleUrl: './trace-grid.scss',
})
export class TraceGrid {
  private readonly store = inject(SheetStore);
  private readonly injector = inject(Injector);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  private readonly viewport = viewChild(CdkVirtualScrollViewport);
  readonly opened = input.required<Trace>();
  /** As it is at this moment: keys that come faster than the page is drawn build on each other. */
  readonly trace = computed(() => (this.store.find(this.opened().id) as Trace | undefined) ?? this.opened());
  readonly label = input.required<string>();
  /** The step that is shown last while the trace is played; null while it is not. */
  readonly playing = input<number | null>(null);
  protected readonly valueOf = valueOf;
  protected readonly ruleWord = ruleWord;
  protected readonly ruleColumn = ruleColumn;
  protected readonly manyRows = manyRows;
  private readonly rowCount = computed(() => this.trace().rows.length);
  private readonly columnCount = computed(() => this.trace().columns.length);
  private readonly keys = new GridKeys(this.rowCount, this.columnCount, this.injector);
  private readonly at = this.keys.at;
  /** The text of the cell that is being written; null while none is. */
  protected readonly editing = signal<string | null>(null);
  private textBefore = '';
  /** Where Tab began to walk along the rows: Enter goes down to there. Null while Tab leaves the table. */
  private walkedFrom: number | null = null;

  private earlier: EarlierReading | null = null;
  readonly reading = computed(() => {
    const table = this.trace();
    const reading = readTrace(table, this.earlier);
    this.earlier = { table, reading };
    return reading;
  });
  protected readonly shownCount = computed(() => (this.playing() ?? this.trace().rows.length - 1) + 1);
  protected readonly indexes = computed(() => Array.from({ length: this.shownCount() }, (_, index) => index));

  private readonly measure = cellMeasure();
  private readonly sizes = computed(() => sizesOf(this.trace().columns, this.reading().rows, this.measure));
  /** What the columns of intervals reach over, so that a place is the same place in every row. */
  protected readonly spans = computed<readonly (Span | null)[]>(
    () =>
      this.trace().columns.map((column, at) =>
        column.kind === 'intervals' ? spanOfCells(cellsOfColumn(this.reading().rows, at)) : null,
      ),
    { equal: isSameSpans },
  );
  protected readonly template = computed(() =>
    this.sizes()
      .widths.map((width) => `${Math.ceil(width)}px`)
      .join(' '),
  );
  protected readonly rowHeight = computed(() => this.sizes().height);

  protected readonly statusText = computed(() => {
    const { row, column } = this.at();
    const reading = this.reading();
    const loop = this.loopStatus();
    if (loop !== null) return loop;
    const said = cellStatus(reading.rows[row]?.[column]);
    if (said !== null) return `Step ${row + 1}${said}`;
    const kind = this.trace().columns[column]?.kind;
    if (this.editing() !== null && kind) return columnTypeOf(kind).hint;
    const rule = reading.ruleFaults.findIndex((it) => it !== null);
    if (rule >= 0) return reading.ruleFaults[rule]?.message ?? '';
    return brokenRules(this.trace(), reading);
  });

  /** What the loop in the cell would do, while it is written. */
  private readonly loopStatus = computed(() => {
    const { row, column } = this.at();
    if (!isLoop(this.editing() ?? '')) return null;
    const { count, fault } = { count: 0, ...withLoop(this.trace(), row, column) };
    if (fault) return `Letter ${fault.at + 1}: ${fault.message}.`;
    return count === 1 ? 'Enter fills this row.' : `Enter makes ${count} rows.`;
  });

  /** The rule that stays in view while a wide trace is scrolled: the last one. */
  protected readonly fixedColumn = computed(() =>
    this.trace().columns.reduce((last, { kind }, at) => (kind === ruleColumn ? at : last), -1),
  );

  protected isActive(row: number, column: number): boolean {
    const at = this.at();
    return at.row === row && at.column === column;
  }

  protected isEditing(row: number, column: number): boolean {
    return this.editing() !== null && this.isActive(row, column);
  }

  protected go(row: number, column: number): void {
    if (this.isActive(row, column)) return;
    this.editing.set(null);
    this.keys.set(row, column);
  }

  protected select(row: number, column: number): void {
    this.walkedFrom = null;
    if (this.isEditing(row, column)) return;
    this.moveTo(row, column);
  }

  /** Begins to write in the cell: with what it holds, or with a first letter that takes its place. */
  protected edit(first: string | null): void {
    const { row, column } = this.at();
    if (this.trace().columns[column]?.kind === ruleColumn || this.playing() !== null) return;
    this.textBefore = this.trace().rows[row]?.[column] ?? '';
    this.editing.set(first ?? this.textBefore);
    if (first !== null) this.write(first);
    this.followFocus();
  }

  /** Puts the focus where one is once that is drawn, however many keys came meanwhile. */
  private followFocus(): void {
    this.afterwards(() => {
      const { row, column } = this.at();
      const text = this.editing();
      const editor = this.editor();
      if (text === null) this.host.querySelector<HTMLElement>(`[data-cell="${row}-${column}"]`)?.focus();
      else if (editor) {
        editor.value = text;
        editor.focus();
        editor.setSelectionRange(text.length, text.length);
      }
    });
  }

  private editor(): HTMLInputElement | null {
    return this.host.querySelector<HTMLInputElement>('.editor');
  }

  protected write(text: string): void {
    const { row, column } = this.at();
    this.editing.set(text);
    this.change({ rows: withCell(this.trace(), row, column, text) });
  }

  /** A cell that is left late, when one writes in the next already, ends nothing there. */
  protected leave(row: number, column: number): void {
    if (this.isActive(row, column)) this.editing.set(null);
  }

  /** A key in the field of a cell; one that was left already, but stands until the page is drawn, passes it on. */
  protected editorKey(event: KeyboardEvent, row: number, column: number): void {
    event.stopPropagation();
    if (this.isEditing(row, column)) this.leaveBy(event);
    else this.key(event);
  }

  private leaveBy(event: KeyboardEvent): void {
    const { row, column } = this.at();
    if (event.isComposing) return;
    if (event.key === 'Enter' && isLoop(this.editing() ?? '')) {
      event.preventDefault();
      this.carryOutLoop(row, column);
    } else if (event.key === 'Enter') {
      event.preventDefault();
      this.moveTo(row + 1, this.walkedFrom ?? column);
      this.walkedFrom = null;
    } else if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      event.preventDefault();
      this.moveTo(row + (event.key === 'ArrowUp' ? -1 : 1), column);
    } else if (event.key === 'Tab') {
      this.walkedFrom ??= column;
      this.walk(event);
    } else if (event.key === 'Escape') {
      this.write(this.textBefore);
      this.moveTo(row, column);
    }
  }

  /** A last row that was come to by Enter, and in which nothing was written, goes when the table is left. */
  protected leaveGrid({ relatedTarget }: FocusEvent): void {
    if (!(relatedTarget instanceof Node) || this.host.contains(relatedTarget)) return;
    const { id } = this.trace();
    afterPress(() => {
      const { rows } = this.trace();
      const isLeft = this.trace().id === id && !this.host.contains(document.activeElement);
      if (!isLeft || rows.length < 2 || !(rows.at(-1) ?? []).every((cell) => cell.trim() === '')) return;
      this.change({ rows: rows.slice(0, -1) });
      const { row, column } = this.at();
      this.keys.set(Math.min(row, rows.length - 2), column);
    });
  }

  /** A loop that cannot be carried out stays in its cell, and the line below the table says why. */
  private carryOutLoop(row: number, column: number): void {
    const { rows } = withLoop(this.trace(), row, column);
    if (!rows) return;
    this.change({ rows });
    this.moveTo(row, column + 1 < this.trace().columns.length ? column + 1 : column);
  }

  /** Tab walks on over what can be written, row after row; behind a last row that is empty, and before the first, it leaves. */
  private walk(event: KeyboardEvent): void {
    const to = cellAfter(this.trace(), this.at(), event.shiftKey ? -1 : 1);
    if (to === null) {
      this.walkedFrom = null;
      return;
    }
    event.preventDefault();
    this.moveTo(to.row, to.column);
  }

  protected key(event: KeyboardEvent): void {
    const { row, column } = this.at();
    if (event.ctrlKey || event.metaKey) return;
    if (event.altKey) {
      this.changeRows(event, row, column);
      return;
    }
    const begun = this.editing();
    if (begun !== null) {
      this.keyAhead(event, begun);
      return;
    }
    if (event.key === 'Tab' && this.walkedFrom !== null) {
      this.walk(event);
      return;
    }
    if (event.key !== 'Enter' && event.key.length > 1) this.walkedFrom = null;
    if (this.goesOut(event)) {
      event.preventDefault();
      if (event.key === 'ArrowDown') this.moveTo(row + 1, column);
      else this.moveTo(row, column + 1);
    } else if (this.keys.onKeydown(event)) {
      this.arrive();
    } else if (event.key === 'Enter') {
      event.preventDefault();
      this.edit(null);
    } else if (event.key === 'Escape') {
      // Out of the grid, where letters begin to write; then they lead to the stages again.
      (event.target as HTMLElement).blur();
    } else if (event.key === 'Delete' || event.key === 'Backspace') {
      event.preventDefault();
      this.change({ rows: withCell(this.trace(), row, column, '') });
    } else if (event.key.length === 1 && event.key !== '?') {
      event.preventDefault();
      event.stopPropagation();
      this.edit(event.key);
    }
  }

  /** Below the last row, where a new one begins, or behind the last column, where the next row does. */
  private goesOut({ key }: KeyboardEvent): boolean {
    const { row, column } = this.at();
    if (key === 'ArrowDown') return row + 1 >= this.rowCount();
    return key === 'ArrowRight' && column + 1 >= this.columnCount();
  }

  /** Whoever types fast types on before the field is there that they write in. */
  private keyAhead(event: KeyboardEvent, begun: string): void {
    const written = event.key === 'Backspace' ? begun.slice(0, -1) : event.key.length === 1 ? begun + event.key : null;
    if (written === null) {
      this.leaveBy(event);
      return;
    }
    event.preventDefault();
    event.stopPropagation();
    this.write(written);
    const editor = this.editor();
    if (editor) editor.value = written;
  }

  private changeRows(event: KeyboardEvent, row: number, column: number): void {
    const changed = this.rowsAfter(shortcutOf(event, 'trace'), row);
    if (changed === null) return;
    const [rows, to] = changed;
    event.preventDefault();
    event.stopPropagation();
    this.change({ rows });
    this.moveTo(Math.max(0, Math.min(to, rows.length - 1)), column);
  }

  /** What a command makes of the rows, and the row where one is then; null where it does nothing with them. */
  private rowsAfter(command: ShortcutId | null, row: number): [Trace['rows'], number] | null {
    const trace = this.trace();
    if (command === 'new-row') return [withRow(trace, row + 1), row + 1];
    if (command === 'remove-row') return [withoutRow(trace, row), row];
    if (command === 'row-up') return [withRowMoved(trace, row, -1), row - 1];
    if (command === 'row-down') return [withRowMoved(trace, row, 1), row + 1];
    return null;
  }

  protected paste(event: ClipboardEvent): void {
    const text = event.clipboardData?.getData('text/plain') ?? '';
    if (this.editing() !== null || text === '' || !(event.target as HTMLElement).closest('.cell')) return;
    event.preventDefault();
    const { row, column } = this.at();
    this.change({ rows: withPasted(this.trace(), row, column, text).slice(0, mostRows) });
  }

  /** To a cell; one row below the last a new one begins. */
  private moveTo(row: number, column: number): void {
    const { columns, rows } = this.trace();
    this.editing.set(null);
    if (row < 0 || column < 0) {
      this.moveTo(Math.max(row, 0), Math.max(column, 0));
      return;
    }
    if (column >= columns.length) {
      if (columns.length > 0 && row + 1 < rows.length) this.moveTo(row + 1, 0);
      else this.moveTo(row, columns.length - 1);
      return;
    }
    if (row >= rows.length && this.playing() === null && rows.length < mostRows)
      this.change({ rows: withRow(this.trace(), rows.length) });
    this.keys.set(Math.min(row, rows.length), column);
    this.arrive();
  }

  /** One is in another cell: nothing is written in it yet, and it comes into view. */
  private arrive(): void {
    const to = this.at().row;
    this.editing.set(null);
    const [start, end] = [this.viewport()?.getRenderedRange().start, this.viewport()?.getRenderedRange().end];
    if (start !== undefined && end !== undefined && (to < start + 2 || to > end - 2))
      this.viewport()?.scrollToIndex(Math.max(to - 4, 0));
    this.followFocus();
  }

  focusFirst(): void {
    this.moveTo(this.at().row, this.at().column);
  }

  protected change(part: Partial<Trace>): void {
    this.store.change(this.trace(), part);
  }

  private afterwards(work: () => void): void {
    afterNextRender(work, { injector: this.injector });
  }
}

function isSameSpans(a: readonly (Span | null)[], b: readonly (Span | null)[]): boolean {
  return a.length === b.length && a.every((it, at) => it?.low === b[at]?.low && it?.high === b[at]?.high);
}
