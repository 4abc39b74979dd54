import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatIconButton } from '@angular/material/button';
import { MatInput } from '@angular/material/input';
import { MatTooltip } from '@angular/material/tooltip';
import { type Trace, ruleColumn } from '@lernen/core/model';
import { type CellFault, columnTypes, columnsOf } from '@lernen/core/trace';
import { FaultOf } from '../../ui/fields/fault-of';
import { QuietSelect } from '../../ui/fields/quiet-select';
import { type Option, optionsOf } from '../../ui/fields/select-field';
import { valueOf } from '../../ui/value-of';
import { type Table, withColumn, withoutColumn } from './trace-edit';

const maxColumns = 20;

/** The head of a trace: what its columns are called and hold, by what they fill themselves, and a field for new ones. */
@Component({
  selector: '[appTraceHead]',
  imports: [FaultOf, MatIconButton, MatInput, MatTooltip, QuietSelect],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './trace-head.html',
  styleUrl: './trace-head.scss',
})
export class TraceHead {
  readonly trace = input.required<Trace>();
  /** By column, why its rule or formula cannot be read. */
  readonly faults = input.required<readonly (CellFault | null)[]>();
  /** The rule that stays in view while the table is scrolled. */
  readonly fixedColumn = input.required<number>();
  /** What is to be done to the table as it then is: keys may come faster than the page is drawn. */
  readonly edited = output<(table: Table) => Partial<Table>>();
  protected readonly valueOf = valueOf;
  protected readonly ruleColumn = ruleColumn;
  protected readonly maxColumns = maxColumns;

  /** Columns as they are typed behind the last one; the field is free for the next then. */
  protected addColumns(event: Event): void {
    const field = event.target as HTMLInputElement;
    const added = columnsOf(field.value);
    if (added.length === 0) return;
    event.preventDefault();
    this.edited.emit((table) => added.slice(0, maxColumns - table.columns.length).reduce(withColumn, table));
    field.value = '';
  }

  protected dropColumn(at: number): void {
    this.edited.emit((table) => withoutColumn(table, at));
  }

  /** What a column can be, and what it is where a later version brought that. */
  protected kindsFor(kind: string): readonly Option[] {
    return optionsOf([...new Set([...Object.keys(columnTypes), ruleColumn, kind])], (it) => it);
  }

  protected setColumn(at: number, part: Partial<Trace['columns'][number]>): void {
    this.edited.emit(({ columns }) => ({
      columns: columns.map((it, index) => (index === at ? { ...it, ...part } : it)),
    }));
  }
}
