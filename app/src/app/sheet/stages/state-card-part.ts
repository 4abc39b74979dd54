import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import {
  type StateCosts,
  approximately,
  bytesText,
  fitOf,
  raised,
  stateCostFault,
  stateCosts,
} from '@lernen/core/cost';
import { CostError } from '@lernen/core/errors';
import type { StateCard } from '@lernen/core/log';
import { SheetStore } from '../../store/sheet-store';
import { CostCell } from '../../ui/cost-cell';
import { valueOf } from '../../ui/value-of';
import { Writing } from '../../ui/writing';
import { SheetFocus } from '../sheet-focus';
import { SheetLimits } from '../sheet-limits';
import { EntryRow } from './entry-row';

type Parameter = StateCard['parameters'][number];

/** The state of a dynamic programme or a search, and the costs that follow from it. */
@Component({
  selector: 'app-state-card-part',
  imports: [CostCell, EntryRow, Writing],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <app-entry-row [entry]="card()" [label]="'state card ' + (index() + 1)" [ordered]="false">
      <div class="card">
        <h3>State card</h3>
        <app-writing
          label="What a state means"
          placeholder="what a state stands for: best value of the first i stones at load w"
          [value]="card().meaning"
          (valueChange)="change({ meaning: $event })"
        />
        <table>
          <thead>
            <tr>
              <th>parameter</th>
              <th>how many values</th>
              <th>follows from</th>
              <th><span class="unseen">Remove</span></th>
            </tr>
          </thead>
          <tbody>
            @for (parameter of card().parameters; track $index; let at = $index) {
              <tr [class.dropped]="parameter.follows.trim() !== ''">
                <td class="mono">
                  <app-writing
                    [label]="'Name of parameter ' + (at + 1)"
                    placeholder="i"
                    [sentence]="true"
                    [longest]="500"
                    [value]="parameter.name"
                    (valueChange)="setParameter(at, { name: $event })"
                    (entered)="addParameter()"
                    (erased)="dropParameter(at)"
                  />
                </td>
                <td>
                  <app-cost-cell
                    [label]="'How many values parameter ' + (at + 1) + ' takes'"
                    placeholder="n + 1"
                    [value]="parameter.count"
                    (valueChange)="setParameter(at, { count: $event })"
                  />
                </td>
                <td>
                  <app-writing
                    [label]="'What parameter ' + (at + 1) + ' follows from'"
                    placeholder="nothing: it is needed"
                    [sentence]="true"
                    [longest]="500"
                    [value]="parameter.follows"
                    (valueChange)="setParameter(at, { follows: $event })"
                  />
                </td>
                <td>
                  <button
                    type="button"
                    class="quiet"
                    (click)="dropParameter(at)"
                    [attr.aria-label]="'Remove parameter ' + (at + 1)"
                  >
                    ×
                  </button>
                </td>
              </tr>
            }
          </tbody>
        </table>
        <button type="button" class="add" (click)="addParameter()">A parameter</button>
        <div class="facts">
          <span class="label">transitions</span>
          <app-writing
            label="Transitions"
            placeholder="take it or leave it"
            [value]="card().transitions"
            (valueChange)="change({ transitions: $event })"
          />
          <span class="label">how many from a state</span>
          <app-cost-cell
            label="How many transitions leave a state"
            placeholder="2"
            [value]="card().transitionCount"
            (valueChange)="change({ transitionCount: $event })"
          />
          <span class="label">base</span>
          <app-writing
            label="Base"
            placeholder="no stones: 0"
            [value]="card().base"
            (valueChange)="change({ base: $event })"
          />
          <span class="label">the answer stands at</span>
          <app-writing
            label="Where the answer is"
            placeholder="best[n][S]"
            [value]="card().answer"
            (valueChange)="change({ answer: $event })"
          />
          <span class="label">filled in the order</span>
          <app-writing
            label="Order of filling"
            placeholder="i rising, w falling"
            [value]="card().fillOrder"
            (valueChange)="change({ fillOrder: $event })"
          />
          <span class="label">bytes for a state</span>
          <input
            class="bytes mono"
            type="number"
            min="1"
            max="4096"
            aria-label="Bytes for a state"
            [value]="card().elementBytes"
            (change)="setBytes(valueOf($event))"
          />
        </div>
        @if (fault(); as text) {
          <p class="fault" role="status">{{ text }}</p>
        } @else {
          @if (costs(); as it) {
            <dl class="computed" role="status" aria-label="Computed from the state card">
              <div>
                <dt>states</dt>
                <dd class="mono">{{ raised(it.states) }}</dd>
                <dd class="second">{{ it.statesAt ? about(it.statesAt) : '' }}</dd>
              </div>
              <div>
                <dt>time</dt>
                <dd class="mono">{{ raised(it.time) }}</dd>
                <dd [class]="it.timeFit ?? 'second'">
                  {{ it.stepsAt ? about(it.stepsAt) + ' steps' : '' }}{{ it.timeFit ? ', ' + it.timeFit : '' }}
                </dd>
              </div>
              <div>
                <dt>memory</dt>
                <dd class="mono">{{ raised(it.space) }}</dd>
                <dd [class]="it.memoryFit ?? 'second'">
                  {{ it.bytesAt ? bytes(it.bytesAt) : '' }}{{ it.memoryFit ? ', ' + it.memoryFit : '' }}
                </dd>
              </div>
            </dl>
            @if (it.before; as before) {
              <p class="saved">
                Was <span class="mono">{{ raised(before.states) }}</span> states and
                <span class="mono">{{ raised(before.time) }}</span> time before {{ droppedNames() }} went.
              </p>
            }
            @for (text of differences(); track text) {
              <p class="pointed">{{ text }}</p>
            }
          }
        }
        @if (approaches().length > 0) {
          <label class="of"
            ><span class="label">compared with</span>
            <select
              aria-label="The approach of the state card"
              (change)="change({ approachId: valueOf($event) || null })"
            >
              <option value="">the recorded answer</option>
              @for (approach of approaches(); track approach.id) {
                <option [value]="approach.id" [selected]="approach.id === card().approachId">
                  approach {{ $index + 1 }}
                </option>
              }
            </select>
          </label>
        }
      </div>
    </app-entry-row>
  `,
  styles: `
    .card {
      padding: 10px 14px 12px;
      border: 1px solid var(--line);
      border-top: 3px solid var(--sea);
      background: var(--sheet);
    }
    h3 {
      margin-bottom: 4px;
    }
    table {
      width: 100%;
      margin: 6px 0 2px;
      font-size: 13px;
    }
    th {
      padding: 2px 6px;
      border-bottom: 1px solid var(--line);
      color: var(--ink-2);
      font-weight: 400;
      font-size: 12px;
    }
    td {
      border-bottom: 1px solid var(--line);
      vertical-align: baseline;
    }
    td:first-child {
      width: 22%;
    }
    td:nth-child(2) {
      width: 26%;
    }
    td:last-child {
      width: 28px;
    }
    .dropped td:nth-child(-n + 2) {
      color: var(--ink-2);
      text-decoration: line-through;
    }
    .quiet {
      width: 26px;
      height: 24px;
      border: 0;
      background: none;
      color: var(--ink-2);
      cursor: pointer;
    }
    .facts {
      display: grid;
      grid-template-columns: 150px minmax(0, 1fr);
      align-items: baseline;
      margin-top: 4px;
      font-size: 13px;
    }
    .bytes {
      width: 70px;
      padding: 2px 6px;
      border: 0;
      border-radius: 3px;
      background: none;
      color: var(--ink);
      font-size: 13px;
    }
    .bytes:hover,
    .bytes:focus {
      background: var(--ground);
    }
    .computed {
      display: grid;
      grid-template-columns: repeat(3, minmax(0, 1fr));
      gap: 12px;
      margin: 10px 0 0;
      padding: 8px 0 0;
      border-top: 1px solid var(--line);
    }
    dt {
      color: var(--ink-2);
      font-size: 12px;
    }
    dd {
      margin: 0;
      font-size: 13px;
    }
    dd.mono {
      font-size: 15px;
    }
    .fits {
      color: var(--moss);
    }
    .tight {
      color: color-mix(in srgb, var(--lamp) 72%, var(--ink));
    }
    .over {
      color: var(--risk);
    }
    .saved {
      margin-top: 6px;
      color: var(--moss);
      font-size: 13px;
    }
    .pointed {
      margin-top: 6px;
      padding-left: 10px;
      border-left: 2px solid var(--risk);
      color: var(--risk);
      font-size: 13px;
    }
    .of {
      display: flex;
      gap: 6px;
      align-items: center;
      margin-top: 6px;
    }
    .of select {
      border: 0;
      background: none;
      color: var(--ink);
      font: 400 13px/1.4 var(--text);
    }
    @media (width < 600px) {
      .facts {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class StateCardPart {
  private readonly store = inject(SheetStore);
  private readonly focus = inject(SheetFocus);
  private readonly limits = inject(SheetLimits);
  readonly card = input.required<StateCard>();
  readonly index = input.required<number>();
  protected readonly valueOf = valueOf;
  protected readonly about = approximately;
  protected readonly raised = raised;
  protected readonly bytes = bytesText;
  protected readonly approaches = computed(() => this.store.of('approach'));
  protected readonly droppedNames = computed(() =>
    this.card()
      .parameters.filter(({ follows }) => follows.trim() !== '')
      .map(({ name }) => name)
      .join(' and '),
  );

  private readonly computedCosts = computed((): StateCosts | string => {
    const { parameters, transitionCount, elementBytes } = this.card();
    try {
      return stateCosts(parameters, transitionCount, elementBytes, this.limits.bounds().largest);
    } catch (error) {
      if (error instanceof CostError) return error.message;
      throw error;
    }
  });
  protected readonly fault = computed(() => {
    const costs = this.computedCosts();
    return typeof costs === 'string' ? costs : null;
  });
  protected readonly costs = computed(() => {
    const costs = this.computedCosts();
    if (typeof costs === 'string' || this.card().parameters.every(({ count }) => count.trim() === '')) return null;
    const budget = this.limits.budget();
    return {
      ...costs,
      timeFit: costs.stepsAt && fitOf(costs.stepsAt, budget.seconds * budget.stepsPerSecond),
      memoryFit: costs.bytesAt && fitOf(costs.bytesAt, budget.bytes),
    };
  });

  /** Where the costs stated elsewhere differ from what the card comes to. */
  protected readonly differences = computed(() => {
    const costs = this.costs();
    if (!costs) return [];
    const approach = this.approaches().find(({ id }) => id === this.card().approachId);
    const stated = approach ?? this.store.problem()?.cost;
    return [
      stateCostFault(stated?.time ?? null, costs.time, 'time'),
      stateCostFault(stated?.space ?? null, costs.space, 'space'),
    ].filter((text) => text !== null);
  });

  protected change(part: Partial<StateCard>): void {
    this.store.change(this.card(), part);
  }

  protected setBytes(value: string): void {
    const bytes = Number(value);
    if (Number.isInteger(bytes) && bytes >= 1 && bytes <= 4096) this.change({ elementBytes: bytes });
  }

  protected addParameter(): void {
    this.changeParameters((parameters) => [...parameters, { name: '', count: '', follows: '' }]);
    const count = this.card().parameters.length + 1;
    this.focus.onSelector(`[data-entry="${this.card().id}"] tbody tr:nth-child(${count})`);
  }

  protected setParameter(at: number, part: Partial<Parameter>): void {
    this.changeParameters((parameters) => parameters.map((it, index) => (index === at ? { ...it, ...part } : it)));
  }

  protected dropParameter(at: number): void {
    this.changeParameters((parameters) => parameters.filter((_, index) => index !== at));
  }

  private changeParameters(to: (parameters: StateCard['parameters']) => StateCard['parameters']): void {
    this.store.change(this.card(), ({ parameters }) => ({ parameters: to(parameters) }));
  }
}
