import { ChangeDetectionStrategy, Component, computed, input, model } from '@angular/core';
import { costFault } from '@lernen/core/cost';

/** A cost as one writes it; says when it cannot be read, and keeps it all the same. */
@Component({
  selector: 'app-cost-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label class="field">
      <span>{{ label() }}</span>
      <input
        class="box mono"
        type="text"
        autocomplete="off"
        spellcheck="false"
        maxlength="120"
        placeholder="O(n log n)"
        [value]="value()"
        (input)="type($event)"
      />
    </label>
    @if (fault(); as text) {
      <p class="fault">{{ text }}</p>
    }
  `,
})
export class CostField {
  readonly label = input.required<string>();
  readonly value = model('');
  protected readonly fault = computed(() => costFault(this.value()));

  protected type(event: Event): void {
    this.value.set((event.target as HTMLInputElement).value);
  }
}
