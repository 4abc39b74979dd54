import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { superscript } from '@lernen/core/cost';
import { type Approach, type ReasonLeft, reasonsLeft } from '@lernen/core/model';
import { LogStore } from '../../store/log-store';
import { SheetStore } from '../../store/sheet-store';
import { CostCell } from '../../ui/cost-cell';
import { Picker } from '../../ui/picker';
import { MarkdownField } from '../../ui/markdown-field';
import { SheetFocus } from '../sheet-focus';
import { SheetLimits } from '../sheet-limits';
import { leftWords } from '../stage-words';
import { EntryRow } from './entry-row';
import { QuietSelect } from '../../ui/fields/quiet-select';
import { type Option, optionsOf } from '../../ui/fields/select-field';

/** One approach: the idea, its costs, the verdict against the bounds, and why it was left. */
@Component({
  selector: 'app-approach-row',
  imports: [CostCell, EntryRow, MarkdownField, MatButton, Picker, QuietSelect],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <app-entry-row #row [mark]="index() + 1" [entry]="approach()" [label]="name()" (next)="next.emit()">
      <div class="line">
        <app-markdown-field
          [label]="'Idea of ' + name()"
          placeholder="the idea, in a sentence or two"
          [value]="approach().idea"
          (valueChange)="change({ idea: $event })"
          (erased)="store.remove(approach())"
        />
        <div class="costs">
          <app-cost-cell
            [label]="'Time of ' + name()"
            placeholder="time"
            [value]="approach().time"
            (valueChange)="change({ time: $event })"
          />
          <app-cost-cell
            [label]="'Space of ' + name()"
            placeholder="space"
            [value]="approach().space"
            (valueChange)="change({ space: $event })"
          />
        </div>
        <p class="verdict" [class]="check().verdict" role="status" [attr.aria-label]="'Verdict on ' + name()">
          <svg width="12" height="12" viewBox="0 0 12 12" aria-hidden="true">
            @switch (check().verdict) {
              @case ('fits') {
                <rect x="0.5" y="0.5" width="11" height="11" fill="currentColor" />
              }
              @case ('unknown') {
                <rect x="0.5" y="0.5" width="11" height="11" fill="none" stroke="currentColor" stroke-dasharray="2 2" />
              }
              @case ('tight') {
                <rect x="0.5" y="0.5" width="11" height="11" fill="none" stroke="currentColor" />
                <rect x="0.5" y="6" width="11" height="5.5" fill="currentColor" />
              }
              @default {
                <rect x="0.5" y="0.5" width="11" height="11" fill="none" stroke="currentColor" />
                <path d="M0 6L6 0M0 12L12 0M6 12L12 6" stroke="currentColor" />
              }
            }
          </svg>
          <span>{{ check().text }}</span>
        </p>
      </div>
      @for (it of advice(); track it.text) {
        <p class="pointed">
          {{ superscript(it.text) }}
          <button type="button" matButton="text" class="small" (click)="limits.putAside(approach(), it.rule)">
            Put aside<span class="unseen">: {{ it.text }}</span>
          </button>
        </p>
      }
      @if (check().asideCount > 0) {
        <p class="quiet">
          <button type="button" matButton="text" class="small" (click)="limits.putAside(approach(), null)">
            Show {{ check().asideCount }} put aside
          </button>
        </p>
      }
      @if (approach().operations.length > 0) {
        <table [attr.aria-label]="'Costs per operation of ' + name()">
          <tbody>
            @for (operation of approach().operations; track $index; let at = $index) {
              <tr>
                <td>
                  <app-markdown-field
                    [label]="'Operation ' + (at + 1) + ' of ' + name()"
                    placeholder="operation"
                    [sentence]="true"
                    [longest]="500"
                    [value]="operation.name"
                    (valueChange)="setOperation(at, { name: $event })"
                    (entered)="addOperation()"
                    (erased)="dropOperation(at)"
                  />
                </td>
                <td class="cost">
                  <app-cost-cell
                    [label]="'Time of operation ' + (at + 1) + ' of ' + name()"
                    [value]="operation.time"
                    (valueChange)="setOperation(at, { time: $event })"
                  />
                </td>
              </tr>
            }
          </tbody>
        </table>
      }
      @if (row.isIn()) {
        <div class="details">
          <div class="pair">
            <span class="label">dominant part</span>
            <app-markdown-field
              [label]="'Dominant part of ' + name()"
              placeholder="the sort"
              [sentence]="true"
              [longest]="500"
              [value]="approach().dominant"
              (valueChange)="change({ dominant: $event })"
            />
          </div>
          <div class="pair">
            <span class="label">trade-off</span>
            <app-markdown-field
              [label]="'Trade-off of ' + name()"
              placeholder="what is paid for what"
              [value]="approach().tradeOff"
              (valueChange)="change({ tradeOff: $event })"
            />
          </div>
          <div class="left">
            <span class="label">given up because</span>
            <app-quiet-select
              [label]="'Why ' + name() + ' was given up'"
              [options]="leftOptions"
              [value]="approach().left ?? ''"
              (chosen)="setLeft($event)"
            />
            @if (approach().left === 'counterexample') {
              <app-quiet-select
                [label]="'Counterexample to ' + name()"
                [options]="exampleOptions()"
                [value]="approach().counterexampleId ?? ''"
                (chosen)="change({ counterexampleId: $event || null })"
              />
            }
            @if (approach().left !== null) {
              <app-markdown-field
                class="grow"
                [label]="'More on why ' + name() + ' was left'"
                placeholder="in a few words"
                [sentence]="true"
                [longest]="500"
                [value]="approach().leftNote"
                (valueChange)="change({ leftNote: $event })"
              />
            }
          </div>
          <div class="left quiet">
            <span class="label">technique</span>
            <app-picker
              isQuiet
              [label]="'Technique of ' + name()"
              placeholder="none named"
              [options]="log.offered()"
              [value]="approach().technique"
              (valueChange)="change({ technique: $event })"
              unknownText="No technique is called that."
            />
            <button type="button" matButton="text" class="add" (click)="addOperation()">Costs per operation</button>
          </div>
        </div>
      } @else if (summary()) {
        <p class="summary">{{ summary() }}</p>
      }
    </app-entry-row>
  `,
  styles: `
    .line {
      display: grid;
      grid-template-columns: minmax(0, 1fr) 184px 124px;
      gap: 0 12px;
      align-items: start;
    }
    .costs {
      font: 400 13px/1.5 var(--mono);
    }
    .costs app-cost-cell {
      display: grid;
      grid-template-columns: 42px minmax(0, 1fr);
      align-items: baseline;
    }
    .costs app-cost-cell::before {
      content: 'time';
      color: var(--ink-2);
      font: 400 12px/1.5 var(--text);
    }
    .costs app-cost-cell:last-child::before {
      content: 'space';
    }
    .verdict {
      display: flex;
      gap: 7px;
      padding-top: 4px;
      font-size: 13px;
      line-height: 1.4;
    }
    .verdict svg {
      flex: none;
      margin-top: 3px;
    }
    .fits {
      color: var(--moss);
    }
    .tight {
      color: color-mix(in srgb, var(--lamp) 72%, var(--ink));
    }
    .over,
    .breaks {
      color: var(--risk);
    }
    .unknown {
      color: var(--ink-2);
    }
    .pointed {
      margin: 3px 6px;
      padding-left: 10px;
      border-left: 2px solid var(--risk);
      color: var(--risk);
      font-size: 13px;
    }
    table {
      margin: 2px 0 4px 6px;
      border-left: 2px solid var(--line);
      font-size: 13px;
    }
    td {
      padding: 0 0 0 6px;
      min-width: 150px;
      vertical-align: baseline;
    }
    .details {
      margin-left: 6px;
      padding-left: 10px;
      border-left: 2px solid var(--line);
      font-size: 13px;
    }
    .summary {
      padding: 0 6px;
      color: var(--ink-2);
      font-size: 13px;
    }
    .pair,
    .left {
      display: flex;
      flex-wrap: wrap;
      gap: 0 6px;
      align-items: baseline;
    }
    .pair app-markdown-field,
    .grow {
      flex: 1 1 200px;
    }
    .quiet {
      align-items: center;
      padding: 4px 0;
    }
    .quiet app-picker {
      width: 190px;
    }
    app-quiet-select {
      width: 200px;
    }
    @media (width < 600px) {
      .line {
        grid-template-columns: minmax(0, 1fr) 152px;
      }
      .line > app-markdown-field {
        grid-column: 1 / -1;
      }
      .line > .verdict {
        grid-row: 2;
        padding-left: 6px;
      }
    }
  `,
})
export class ApproachRow {
  protected readonly store = inject(SheetStore);
  private readonly focus = inject(SheetFocus);
  protected readonly log = inject(LogStore);
  protected readonly limits = inject(SheetLimits);
  readonly approach = input.required<Approach>();
  readonly index = input.required<number>();
  readonly next = output();
  protected readonly superscript = superscript;
  protected readonly leftOptions: readonly Option[] = [
    { value: '', text: 'it was not given up' },
    ...optionsOf(reasonsLeft, (it) => leftWords[it]),
  ];
  protected readonly name = computed(() => `approach ${this.index() + 1}`);
  private readonly examples = computed(() => this.store.of('example'));
  protected readonly exampleOptions = computed<readonly Option[]>(() => [
    { value: '', text: 'which example?' },
    ...this.examples().map(({ id, input: text }, index) => ({
      value: id,
      text: `example ${index + 1}: ${text.slice(0, 40)}`,
    })),
  ]);
  protected readonly check = computed(() => this.limits.check(this.approach()));
  protected readonly advice = computed(() => [
    ...this.check().broken.map(({ condition, why }) => ({ rule: condition, text: why })),
    ...this.check().remarks,
  ]);

  /** The details in one line, while nobody writes in them. */
  protected readonly summary = computed(() => {
    const { technique, dominant, tradeOff, left, leftNote, counterexampleId } = this.approach();
    const example = this.examples().findIndex(({ id }) => id === counterexampleId);
    const reason =
      left === null
        ? ''
        : `given up: ${leftWords[left]}${left === 'counterexample' && example >= 0 ? `, example ${example + 1}` : ''}`;
    return [
      reason + (reason && leftNote ? `, ${leftNote}` : ''),
      technique === null ? '' : (this.log.techniquesById().get(technique)?.name ?? technique),
      dominant === '' ? '' : `dominant: ${dominant}`,
      tradeOff,
    ]
      .filter((part) => part !== '')
      .join(' · ');
  });

  protected change(part: Partial<Approach>): void {
    this.store.change(this.approach(), part);
  }

  protected setLeft(value: string): void {
    this.change({ left: reasonsLeft.find((reason): reason is ReasonLeft => reason === value) ?? null });
  }

  protected addOperation(): void {
    this.changeOperations((operations) => [...operations, { name: '', time: '' }]);
    const count = this.approach().operations.length + 1;
    this.focus.onSelector(`[data-entry="${this.approach().id}"] table tr:nth-child(${count})`);
  }

  protected setOperation(at: number, part: Partial<Approach['operations'][number]>): void {
    this.changeOperations((operations) => operations.map((it, index) => (index === at ? { ...it, ...part } : it)));
  }

  protected dropOperation(at: number): void {
    this.changeOperations((operations) => operations.filter((_, index) => index !== at));
  }

  private changeOperations(to: (operations: Approach['operations']) => Approach['operations']): void {
    this.store.change(this.approach(), ({ operations }) => ({ operations: to(operations) }));
  }
}
