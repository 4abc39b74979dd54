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
import {
  type CellValue,
  type ColumnKind,
  type Drawing,
  type EarlierReading,
  type RuleOutcome,
  type Trace,
  columnKinds,
  drawCell,
  readTrace,
  ruleWord,
} from '@lernen/core';
import { SheetStore } from '../../store/sheet-store';
import { CellDrawing } from '../../ui/cell-drawing';
import { valueOf } from '../../ui/value-of';
import { withCell, withColumn, withPasted, withRow, withRowMoved, withoutColumn, withoutRow } from './trace-edit';

export const kindHints: Readonly<Record<ColumnKind, string>> = {
  value: '7, or += 3 to count up',
  list: '5 2 4 | i:0 | 1..3 — then | i:+1 moves i, [2]=9 changes an item, +7 adds one',
  stack: '+5 pushes, - pops, -5 pops and checks; 5 2 sets it, = empties it',
  queue: '+5 joins, - leaves; ++5 and -- at the other end',
  set: '+5 adds, -5 removes',
  map: 'a:3 sets, a:+1 adds, -a removes',
  intervals: '1..4 5..9, then +2..5 and -1..4',
  grid: '#../..# | 0,1 — then | >1,1 walks on, [1,2]=x changes a cell',
  text: 'gull | i:0 | 1..2',
  rule: 'checked by itself',
};

/** More rows than this are drawn only where they can be seen. */
const manyRows = 60;
const mostRows = 2000;
const mostColumns = 20;

/**
 * The table of a trace. Arrows go from cell to cell, typing writes over a cell, Enter writes on in it or goes down, and
 * below the last row a new one begins.
 */
@Component({
  selector: 'app-trace-grid',
  imports: [CdkFixedSizeVirtualScroll, CdkVirtualForOf, CdkVirtualScrollViewport, CellDrawing, NgTemplateOutlet],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(paste)': 'paste($event)' },
  template: `
    <div
      class="table"
      role="grid"
      [attr.aria-label]="label()"
      [attr.aria-rowcount]="trace().rows.length"
      [style.--columns]="template()"
    >
      <div class="row head" role="row">
        <span role="columnheader" class="step">step</span>
        @for (column of trace().columns; track $index; let at = $index) {
          <span role="columnheader" class="column" [class.rule]="column.kind === 'rule'">
            <input
              class="name"
              [attr.aria-label]="'Name of column ' + (at + 1)"
              [placeholder]="column.kind === 'rule' ? 'rule' : 'name'"
              maxlength="60"
              [value]="column.name"
              (input)="setColumn(at, { name: valueOf($event) })"
            />
            <span class="about">
              <select [attr.aria-label]="'Kind of column ' + (at + 1)" (change)="setKind(at, valueOf($event))">
                @for (kind of kinds; track kind) {
                  <option [value]="kind" [selected]="kind === column.kind">{{ kind }}</option>
                }
              </select>
              <button
                type="button"
                (click)="dropColumn(at)"
                [attr.aria-label]="'Remove column ' + (column.name || at + 1)"
              >
                ×
              </button>
            </span>
            @if (column.kind === 'rule') {
              <input
                class="rule-text mono"
                [attr.aria-label]="'Rule of column ' + (at + 1)"
                placeholder="stack falls"
                maxlength="500"
                spellcheck="false"
                [attr.aria-invalid]="reading().ruleFaults[at] ? true : null"
                [title]="reading().ruleFaults[at]?.message ?? ''"
                [value]="column.rule"
                (input)="setColumn(at, { rule: valueOf($event) })"
              />
            }
          </span>
        }
        <span role="columnheader" class="more">
          <button
            type="button"
            class="add"
            aria-label="Add a column"
            (click)="addColumn()"
            [disabled]="trace().columns.length >= mostColumns"
          ></button>
        </span>
      </div>
      @if (shownCount() > manyRows) {
        <cdk-virtual-scroll-viewport [itemSize]="rowHeight()" [minBufferPx]="600" [maxBufferPx]="1200">
          <ng-container *cdkVirtualFor="let index of indexes()">
            <ng-container *ngTemplateOutlet="row; context: { $implicit: index, height: rowHeight() }" />
          </ng-container>
        </cdk-virtual-scroll-viewport>
      } @else {
        @for (index of indexes(); track index) {
          <ng-container *ngTemplateOutlet="row; context: { $implicit: index, height: null }" />
        }
      }
    </div>
    <ng-template #row let-index let-height="height">
      <div
        class="row"
        role="row"
        [class.now]="playing() === index"
        [style.height.px]="height"
        [attr.aria-rowindex]="index + 1"
      >
        <span class="step mono" role="rowheader">{{ index + 1 }}</span>
        @for (cell of reading().rows[index] ?? []; track $index; let at = $index) {
          <span
            role="gridcell"
            class="cell"
            [attr.data-cell]="index + '-' + at"
            [attr.tabindex]="isActive(index, at) ? 0 : -1"
            [class.changed]="cell.isChanged"
            [class.faulty]="cell.fault"
            [class.breaks]="cell.rule?.outcome === 'breaks'"
            [class.first]="reading().firstBreaks[at] === index"
            [title]="cell.fault?.message ?? message(cell.rule)"
            (focus)="go(index, at)"
            (click)="select(index, at)"
            (dblclick)="edit(null)"
            (keydown)="key($event)"
          >
            @if (isEditing(index, at)) {
              <input
                class="editor mono"
                spellcheck="false"
                autocomplete="off"
                maxlength="2000"
                [attr.aria-label]="'Step ' + (index + 1) + ', ' + (trace().columns[at]?.name || 'column ' + (at + 1))"
                [value]="editing()"
                (input)="write(valueOf($event))"
                (keydown)="editorKey($event)"
                (blur)="leave()"
              />
            } @else if (cell.rule) {
              <span class="outcome mono" [class]="cell.rule.outcome">{{ ruleWord(cell.rule) }}</span>
            } @else if (cell.cell) {
              <app-cell-drawing [cell]="cell.cell" [above]="cell.above" />
            }
          </span>
        }
      </div>
    </ng-template>
    <p class="status second" role="status">{{ statusText() }}</p>
  `,
  styles: `
    :host {
      display: block;
      max-width: 100%;
    }
    .table {
      position: relative;
      max-width: 100%;
      overflow-x: auto;
      padding: 1px;
    }
    .row {
      display: grid;
      grid-template-columns: 42px var(--columns) 34px;
      width: max-content;
      min-width: 0;
      border-bottom: 1px solid var(--line);
    }
    .row.now {
      outline: 2px solid var(--lamp);
      outline-offset: -1px;
    }
    .head {
      background: var(--sunk);
      border-bottom-color: var(--ink-2);
    }
    .step {
      padding: 5px 8px;
      color: var(--ink-2);
      font-size: 12px;
    }
    .row:not(.head) .step {
      padding-top: 8px;
    }
    .column {
      min-width: 0;
      padding: 3px 4px;
      border-left: 1px solid var(--line);
    }
    .column input {
      width: 100%;
      padding: 1px 4px;
      border: 0;
      border-radius: 3px;
      background: none;
      color: var(--ink);
      font: 600 13px/1.4 var(--text);
    }
    .column .rule-text {
      font: 400 12px/1.4 var(--mono);
    }
    .column input:hover,
    .column input:focus {
      background: var(--sheet);
    }
    .rule-text[aria-invalid] {
      text-decoration: underline wavy var(--risk) 1px;
    }
    .about {
      display: flex;
      justify-content: space-between;
    }
    .about select {
      min-width: 0;
      padding: 0;
      border: 0;
      background: none;
      color: var(--ink-2);
      font: 400 12px/1.4 var(--text);
    }
    .about button,
    .more button {
      min-width: 24px;
      min-height: 22px;
      border: 0;
      background: none;
      color: var(--ink-2);
      cursor: pointer;
    }
    .about button {
      opacity: 0;
    }
    .column:hover button,
    .column:focus-within button {
      opacity: 1;
    }
    .more {
      display: flex;
      align-items: center;
    }
    .cell {
      position: relative;
      min-height: 34px;
      padding: 5px 8px;
      border-left: 1px solid var(--line);
      overflow: hidden;
      cursor: cell;
    }
    .cell.changed {
      background: color-mix(in srgb, var(--lamp-soft) 60%, transparent);
    }
    .cell.faulty {
      background: repeating-linear-gradient(135deg, var(--risk-soft) 0 4px, transparent 4px 8px);
    }
    .cell.breaks {
      background: var(--risk-soft);
    }
    .cell.first {
      box-shadow: inset 3px 0 var(--risk);
    }
    .cell:focus {
      outline: 2px solid var(--lamp);
      outline-offset: -2px;
    }
    .outcome {
      font-size: 13px;
      line-height: 24px;
    }
    .holds {
      color: var(--moss);
    }
    .outcome.breaks,
    .faulty.outcome {
      color: var(--risk);
      font-weight: 600;
    }
    .editor {
      position: absolute;
      inset: 0;
      width: 100%;
      padding: 0 8px;
      border: 0;
      background: var(--sheet);
      color: var(--ink);
      font-size: 13px;
      outline: 2px solid var(--lamp);
      outline-offset: -2px;
    }
    cdk-virtual-scroll-viewport {
      height: 420px;
      min-width: max-content;
    }
    .status {
      min-height: 20px;
      padding: 3px 0;
      font-size: 12px;
    }
    @media print {
      .about,
      .more,
      .status {
        display: none;
      }
    }
  `,
})
export class TraceGrid {
  private readonly store = inject(SheetStore);
  private readonly injector = inject(Injector);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  private readonly viewport = viewChild(CdkVirtualScrollViewport);
  readonly trace = input.required<Trace>();
  readonly label = input.required<string>();
  /** The step that is shown last while the trace is played; null while it is not. */
  readonly playing = input<number | null>(null);
  protected readonly valueOf = valueOf;
  protected readonly ruleWord = ruleWord;
  protected readonly kinds = columnKinds;
  protected readonly manyRows = manyRows;
  protected readonly mostColumns = mostColumns;
  private readonly at = signal({ row: 0, column: 0 });
  /** The text of the cell that is being written; null while none is. */
  protected readonly editing = signal<string | null>(null);
  private textBefore = '';

  private earlier: EarlierReading | null = null;
  readonly reading = computed(() => {
    const table = this.trace();
    const reading = readTrace(table, this.earlier);
    this.earlier = { table, reading };
    return reading;
  });
  protected readonly shownCount = computed(() => (this.playing() ?? this.trace().rows.length - 1) + 1);
  protected readonly indexes = computed(() => Array.from({ length: this.shownCount() }, (_, index) => index));

  /** Only for their sizes, which hardly depend on what stands above. */
  private readonly drawings = new WeakMap<CellValue, Drawing>();
  private readonly sizes = computed(() => {
    const rows = this.reading().rows;
    const widths = this.trace().columns.map(({ kind, rule }): number =>
      kind === 'rule' ? Math.min(Math.max(110, 24 + rule.length * 7.3), 340) : 96,
    );
    let height = 24;
    for (const row of rows) {
      row.forEach(({ cell, above }, column) => {
        if (!cell) return;
        const drawing = this.drawings.get(cell) ?? drawCell(cell, above);
        this.drawings.set(cell, drawing);
        widths[column] = Math.max(widths[column] ?? 0, Math.min(drawing.width + 18, 460));
        height = Math.max(height, drawing.height);
      });
    }
    return { widths, height: height + 13 };
  });
  protected readonly template = computed(() =>
    this.sizes()
      .widths.map((width) => `${Math.ceil(width)}px`)
      .join(' '),
  );
  protected readonly rowHeight = computed(() => this.sizes().height);

  protected readonly statusText = computed(() => {
    const { row, column } = this.at();
    const reading = this.reading();
    const fault = reading.rows[row]?.[column]?.fault;
    if (fault) return `Step ${row + 1}, letter ${fault.at + 1}: ${fault.message}. What stood above is kept.`;
    const kind = this.trace().columns[column]?.kind;
    if (this.editing() !== null && kind) return kindHints[kind];
    const rule = reading.ruleFaults.findIndex((it) => it !== null);
    if (rule >= 0) return reading.ruleFaults[rule]?.message ?? '';
    const broken = reading.firstBreaks.flatMap((first, index) => (first === null ? [] : [{ first, index }]));
    if (broken.length === 0) return '';
    return broken
      .map(({ first, index }) => `“${this.trace().columns[index]?.rule}” breaks first in step ${first + 1}.`)
      .join(' ');
  });

  protected message(rule: RuleOutcome | null): string {
    return rule?.outcome === 'faulty' ? rule.message : '';
  }

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
    this.at.set({ row, column });
  }

  protected select(row: number, column: number): void {
    if (this.isEditing(row, column)) return;
    this.moveTo(row, column);
  }

  /** Begins to write in the cell: with what it holds, or with a first letter that takes its place. */
  protected edit(first: string | null): void {
    const { row, column } = this.at();
    if (this.trace().columns[column]?.kind === 'rule' || this.playing() !== null) return;
    this.textBefore = this.trace().rows[row]?.[column] ?? '';
    this.editing.set(first ?? this.textBefore);
    if (first !== null) this.write(first);
    this.afterwards(() => {
      const editor = this.editor();
      if (!editor) return;
      editor.value = this.editing() ?? '';
      editor.focus();
      editor.setSelectionRange(editor.value.length, editor.value.length);
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

  protected leave(): void {
    this.editing.set(null);
  }

  protected editorKey(event: KeyboardEvent): void {
    event.stopPropagation();
    const { row, column } = this.at();
    if (event.isComposing) return;
    if (event.key === 'Enter' || event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      event.preventDefault();
      this.moveTo(row + (event.key === 'ArrowUp' ? -1 : 1), column);
    } else if (event.key === 'Tab') {
      event.preventDefault();
      this.moveTo(row, column + (event.shiftKey ? -1 : 1));
    } else if (event.key === 'Escape') {
      this.write(this.textBefore);
      this.moveTo(row, column);
    }
  }

  protected key(event: KeyboardEvent): void {
    const { row, column } = this.at();
    const moves: Partial<Record<string, readonly [number, number]>> = {
      ArrowUp: [-1, 0],
      ArrowDown: [1, 0],
      ArrowLeft: [0, -1],
      ArrowRight: [0, 1],
      Enter: [0, 0],
    };
    const move = moves[event.key];
    if (event.ctrlKey || event.metaKey) return;
    if (event.altKey) {
      this.changeRows(event, row, column);
      return;
    }
    if (move) {
      event.preventDefault();
      if (event.key === 'Enter') this.edit(null);
      else this.moveTo(row + move[0], column + move[1]);
    } else if (event.key === 'Escape') {
      // Out of the grid, where letters begin to write; then they lead to the stages again.
      (event.target as HTMLElement).blur();
    } else if (event.key === 'Delete' || event.key === 'Backspace') {
      event.preventDefault();
      this.change({ rows: withCell(this.trace(), row, column, '') });
    } else if (event.key === 'Home' || event.key === 'End') {
      event.preventDefault();
      this.moveTo(row, event.key === 'Home' ? 0 : this.trace().columns.length - 1);
    } else if (event.key.length === 1 && event.key !== '?') {
      event.preventDefault();
      event.stopPropagation();
      // Whoever types fast types on before the field is there.
      const text = this.editing();
      if (text === null) this.edit(event.key);
      else this.write(text + event.key);
      const editor = this.editor();
      if (editor) editor.value = this.editing() ?? '';
    }
  }

  private changeRows(event: KeyboardEvent, row: number, column: number): void {
    const rows = {
      Enter: () => withRow(this.trace(), row + 1),
      Delete: () => withoutRow(this.trace(), row),
      Backspace: () => withoutRow(this.trace(), row),
      ArrowUp: () => withRowMoved(this.trace(), row, -1),
      ArrowDown: () => withRowMoved(this.trace(), row, 1),
    }[event.key];
    if (!rows) return;
    event.preventDefault();
    event.stopPropagation();
    this.change({ rows: rows() });
    const to = { Enter: 1, ArrowUp: -1, ArrowDown: 1 }[event.key] ?? 0;
    this.moveTo(Math.max(0, Math.min(row + to, this.trace().rows.length - 1)), column);
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
    if (row < 0 || column < 0) return this.moveTo(Math.max(row, 0), Math.max(column, 0));
    if (column >= columns.length) {
      return columns.length > 0 && row + 1 < rows.length
        ? this.moveTo(row + 1, 0)
        : this.moveTo(row, columns.length - 1);
    }
    if (row >= rows.length && this.playing() === null && rows.length < mostRows)
      this.change({ rows: withRow(this.trace(), rows.length) });
    const to = Math.min(row, rows.length);
    this.at.set({ row: to, column });
    const [start, end] = [this.viewport()?.getRenderedRange().start, this.viewport()?.getRenderedRange().end];
    if (start !== undefined && end !== undefined && (to < start + 2 || to > end - 2))
      this.viewport()?.scrollToIndex(Math.max(to - 4, 0));
    this.afterwards(() => this.host.querySelector<HTMLElement>(`[data-cell="${to}-${column}"]`)?.focus());
  }

  focusFirst(): void {
    this.moveTo(this.at().row, this.at().column);
  }

  protected addColumn(): void {
    this.change(withColumn(this.trace(), { name: '', kind: 'value', rule: '' }));
    this.afterwards(() =>
      this.host
        .querySelectorAll<HTMLElement>('.name')
        .item(this.trace().columns.length - 1)
        .focus(),
    );
  }

  protected dropColumn(at: number): void {
    this.change(withoutColumn(this.trace(), at));
  }

  protected setKind(at: number, value: string): void {
    const kind = columnKinds.find((it): it is ColumnKind => it === value);
    if (kind) this.setColumn(at, { kind });
  }

  protected setColumn(at: number, part: Partial<Trace['columns'][number]>): void {
    this.change({ columns: this.trace().columns.map((it, index) => (index === at ? { ...it, ...part } : it)) });
  }

  private change(part: Partial<Trace>): void {
    this.store.change(this.trace(), part);
  }

  private afterwards(work: () => void): void {
    afterNextRender(work, { injector: this.injector });
  }
}
