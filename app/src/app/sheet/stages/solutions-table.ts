import { ChangeDetectionStrategy, Component, computed, input, model } from '@angular/core';
import { MatCheckbox } from '@angular/material/checkbox';
import type { Solution, Solutions } from '@lernen/core/sheet';

/** As many are compared at once; of more nobody could see what is different. */
const mostCompared = 3;

/** All versions of the code beside each other; two or three of them are picked to see their differences. */
@Component({
  selector: 'app-solutions-table',
  imports: [MatCheckbox],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="scroll">
      <table class="figures-table">
        <caption>
          Versions side by side
        </caption>
        <thead>
          <tr>
            <th scope="col">compare</th>
            <th scope="col">version</th>
            <th scope="col">language</th>
            <th scope="col">whose</th>
            <th scope="col">approach</th>
            <th scope="col">time</th>
            <th scope="col">space</th>
            <th scope="col" class="number">lines</th>
            <th scope="col" class="number">characters</th>
            @if (solutions().checks > 0) {
              <th scope="col" class="number">checks</th>
            }
            @if (hasRules()) {
              <th scope="col">rules</th>
            }
          </tr>
        </thead>
        <tbody>
          @for (row of solutions().rows; track row.id) {
            <tr>
              <td>
                <mat-checkbox
                  [aria-label]="'Compare version ' + row.number"
                  [checked]="compared().includes(row.id)"
                  [disabled]="!compared().includes(row.id) && compared().length >= mostCompared"
                  (change)="pick(row.id, $event.checked)"
                />
              </td>
              <th scope="row">{{ row.number }} {{ row.title || 'untitled' }}</th>
              <td>{{ row.language || '–' }}</td>
              <td>{{ row.isOwn ? 'own' : row.source || 'somebody else’s' }}</td>
              <td>{{ row.approach === null ? '–' : row.approach }}</td>
              <td class="mono">{{ row.time ?? '–' }}</td>
              <td class="mono">{{ row.space ?? '–' }}</td>
              <td class="mono number">{{ row.lines }}</td>
              <td class="mono number">{{ row.characters }}</td>
              @if (solutions().checks > 0) {
                <td class="mono number" [class.short]="row.passed < solutions().checks">
                  {{ row.passed }} of {{ solutions().checks }}
                </td>
              }
              @if (hasRules()) {
                <td [class.risk]="row.broken.length > 0">{{ rulesText(row) }}</td>
              }
            </tr>
          }
        </tbody>
        @if (solutions().average; as average) {
          <tfoot>
            <tr>
              <th scope="row" colspan="7">average of those with code</th>
              <td class="mono number">{{ rounded(average.lines) }}</td>
              <td class="mono number">{{ rounded(average.characters) }}</td>
              @if (solutions().checks > 0) {
                <td class="mono number">{{ rounded(average.passed) }}</td>
              }
              @if (hasRules()) {
                <td></td>
              }
            </tr>
          </tfoot>
        }
      </table>
    </div>
  `,
  styles: `
    .scroll {
      margin: 10px 0;
      overflow-x: auto;
    }
    table.figures-table {
      max-width: none;
    }
    caption {
      padding-bottom: 2px;
      color: var(--ink-2);
      font-size: 12px;
      text-align: left;
    }
    th,
    td {
      padding-right: 9px;
      font-size: 13px;
      text-align: left;
    }
    td.mono {
      white-space: nowrap;
    }
    /* The box of a checkbox is smaller than what can be pressed. */
    td:first-child {
      padding-left: 8px;
    }
    tbody th {
      min-width: 120px;
      font-weight: 600;
      line-height: 1.3;
    }
    .number {
      text-align: right;
    }
    tfoot :is(th, td) {
      color: var(--ink-2);
      font-weight: 400;
    }
    .short {
      color: var(--risk);
    }
  `,
})
export class SolutionsTable {
  readonly solutions = input.required<Solutions>();
  /** Whether the sheet has rules that code is held to. */
  readonly hasRules = input.required<boolean>();
  /** Ids of the versions that are compared, up to three. */
  readonly compared = model.required<readonly string[]>();
  protected readonly mostCompared = mostCompared;
  private readonly order = computed(() => this.solutions().rows.map(({ id }) => id));

  protected pick(id: string, isPicked: boolean): void {
    const picked = isPicked ? [...this.compared(), id] : this.compared().filter((it) => it !== id);
    this.compared.set(this.order().filter((it) => picked.includes(it)));
  }

  protected rulesText({ broken, characters }: Solution): string {
    if (characters === 0) return '–';
    return broken.length === 0 ? 'kept' : broken.map(({ why }) => why).join(', ');
  }

  protected rounded(value: number): string {
    return String(Math.round(value * 10) / 10);
  }
}
