import { ChangeDetectionStrategy, Component, computed, input, model } from '@angular/core';
import { costFault } from '@lernen/core/cost';
import { TextField } from './fields/text-field';

/** A cost as one writes it; says when it cannot be read, and keeps it all the same. */
@Component({
  selector: 'app-cost-field',
  host: { class: 'field' },
  imports: [TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <app-text-field
      isMono
      placeholder="O(n log n)"
      [label]="label()"
      [maxLength]="120"
      [fault]="fault()"
      [(value)]="value"
    />
  `,
})
export class CostField {
  readonly label = input.required<string>();
  readonly value = model('');
  protected readonly fault = computed(() => costFault(this.value()));
}
