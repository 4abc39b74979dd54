import { Directive, booleanAttribute, input } from '@angular/core';

let count = 0;

/** What every field has: an id by which its label names it, and the label, which may be for the ear alone. */
@Directive({ host: { class: 'field' } })
export abstract class BaseField {
  protected readonly id = `field-${count++}`;
  readonly label = input.required<string>();
  readonly isLabelHidden = input(false, { transform: booleanAttribute });
}
