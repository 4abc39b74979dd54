import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatButtonToggle } from '@angular/material/button-toggle';
import { type Operation, operations, structuresFor } from '@lernen/core/sheet';
import { SheetStore } from '../../store/sheet-store';

const maxShown = 4;

/** Which operations must be fast, and the structures that serve them all. */
@Component({
  selector: 'app-structure-needs',
  imports: [MatButton, MatButtonToggle],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (wanted().length > 0 || isOpen()) {
      <div class="needs">
        <h3>Operations that must be fast</h3>
        <div class="operations" role="group" aria-label="Operations that must be fast">
          @for (operation of all; track operation.id) {
            @if (isOpen() || wanted().includes(operation.id)) {
              <mat-button-toggle [checked]="wanted().includes(operation.id)" (change)="toggle(operation.id)">{{
                operation.words
              }}</mat-button-toggle>
            }
          }
          <button type="button" matButton="text" class="add" (click)="isOpen.set(!isOpen())">
            {{ isOpen() ? 'Done choosing' : 'Choose' }}
          </button>
        </div>
        @if (wanted().length > 0) {
          @if (choices().length > 0) {
            <div class="wide">
              <table>
                <thead>
                  <tr>
                    <th>serves them</th>
                    @for (operation of wanted(); track operation) {
                      <th>{{ words[operation] }}</th>
                    }
                    <th>space</th>
                  </tr>
                </thead>
                <tbody>
                  @for (choice of choices(); track $index) {
                    <tr>
                      <td>{{ choice.names.join(' with ') }}</td>
                      @for (cost of choice.costs; track cost.operation) {
                        <td class="mono">{{ cost.cost }}</td>
                      }
                      <td class="mono">{{ choice.space }}</td>
                    </tr>
                  }
                </tbody>
              </table>
            </div>
          } @else {
            <p class="second">No structure in the table, and no two together, do all of these.</p>
          }
        }
      </div>
    }
  `,
  styles: `
    .needs {
      padding: 8px 0 10px;
      border-top: 1px solid var(--line);
    }
    .operations {
      display: flex;
      flex-wrap: wrap;
      gap: 5px;
      margin: 6px 0;
    }
    .wide {
      position: relative;
      overflow-x: auto;
    }
    table {
      font-size: 13px;
    }
    th {
      padding: 2px 16px 2px 0;
      color: var(--ink-2);
      font-weight: 400;
      font-size: 12px;
    }
    td {
      padding: 3px 16px 3px 0;
      border-top: 1px solid var(--line);
    }
    td.mono {
      white-space: nowrap;
    }
    td:first-child {
      min-width: 9ch;
    }
  `,
})
export class StructureNeeds {
  private readonly store = inject(SheetStore);
  protected readonly words = operations;
  protected readonly all = (Object.entries(operations) as [Operation, string][]).map(([id, words]) => ({ id, words }));
  protected readonly isOpen = signal(false);
  private readonly needs = computed(() => this.store.single('needs'));
  protected readonly wanted = computed(() =>
    this.needs().operations.filter((operation): operation is Operation => operation in operations),
  );
  protected readonly choices = computed(() => structuresFor(this.wanted()).slice(0, maxShown));

  open(): void {
    this.isOpen.set(true);
  }

  protected toggle(operation: Operation): void {
    const wanted = this.needs().operations;
    this.store.change(this.needs(), {
      operations: wanted.includes(operation) ? wanted.filter((it) => it !== operation) : [...wanted, operation],
    });
  }
}
