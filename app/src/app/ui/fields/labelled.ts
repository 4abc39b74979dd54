import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** A field with its label above and, below, what is wrong with what stands in it. */
@Component({
  selector: 'app-labelled',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label [id]="for() + '-label'" [for]="for()" [class.unseen]="isLabelHidden()">{{ label() }}</label>
    <ng-content />
    @if (fault(); as text) {
      <p class="fault" [id]="for() + '-fault'" role="status">{{ text }}</p>
    }
  `,
  styles: `
    :host {
      position: relative;
      display: flex;
      flex-direction: column;
      gap: 4px;
      min-width: 0;
    }
    label {
      color: var(--ink-2);
      font-size: 12px;
    }
  `,
})
export class Labelled {
  readonly label = input.required<string>();
  /** The id of the field. */
  readonly for = input.required<string>();
  readonly isLabelHidden = input(false);
  readonly fault = input<string | null>(null);
}
