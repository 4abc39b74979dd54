import { Directive, effect, inject, input } from '@angular/core';
import { MatInput } from '@angular/material/input';

/** Marks a field whose text cannot be taken as it is, for the eye and for who cannot see it. */
@Directive({ selector: '[appFault]' })
export class FaultOf {
  /** What is wrong; null where nothing is. */
  readonly appFault = input.required<string | null>();

  constructor() {
    const field = inject(MatInput);
    effect(() => {
      field.errorState = this.appFault() !== null;
      field.stateChanges.next();
    });
  }
}
