import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButton, MatIconButton } from '@angular/material/button';
import { MatInput } from '@angular/material/input';
import { superscript } from '@lernen/core/cost';
import { type StateCosts, approximately, bytesText, fitOf, stateCostFault, stateCosts } from '@lernen/core/sheet';
import { CostError } from '@lernen/core/errors';
import type { StateCard } from '@lernen/core/model';
import { Notices } from '../../store/notices';
import { SheetStore } from '../../store/sheet-store';
import { CostCell } from '../../ui/cost-cell';
import { MarkdownField } from '../../ui/markdown-field';
import { SheetFocus } from '../sheet-focus';
import { SheetLimits } from '../sheet-limits';
import { EntryRow } from './entry-row';
import { QuietSelect } from '../../ui/fields/quiet-select';
import { type Option } from '../../ui/fields/select-field';

type Parameter = StateCard['parameters'][number];

/** The state of a dynamic programme or a search, and the costs that follow from it. */
@Component({
  selector: 'app-state-card-part',
  imports: [CostCell, EntryRow, MarkdownField, MatButton, MatIconButton, MatInput, QuietSelect],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './state-card-part.html',
  styleUrl: './state-card-part.scss',
})
export class StateCardPart {
  private readonly store = inject(SheetStore);
  private readonly focus = inject(SheetFocus);
  private readonly limits = inject(SheetLimits);
  private readonly notices = inject(Notices);
  readonly card = input.required<StateCard>();
  readonly index = input.required<number>();
  protected readonly about = approximately;
  protected readonly superscript = superscript;
  protected readonly bytes = bytesText;
  protected readonly approaches = computed(() => this.store.of('approach'));
  protected readonly approachOptions = computed<readonly Option[]>(() => [
    { value: '', text: 'the recorded answer' },
    ...this.approaches().map(({ id }, index) => ({ value: id, text: `approach ${index + 1}` })),
  ]);
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

  protected setBytes(event: Event): void {
    const bytes = this.notices.numberIn(event, this.card().elementBytes);
    if (bytes !== null) this.change({ elementBytes: bytes });
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
