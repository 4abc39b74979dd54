import { Directive, ElementRef, afterRenderEffect, effect, inject, input } from '@angular/core';
import { MatInput } from '@angular/material/input';

/** Marks a field whose text cannot be taken as it is, for the eye and for who cannot see it. */
@Directive({ selector: '[appFault]' })
export class FaultOf {
  /** What is wrong; null where nothing is. */
  readonly appFault = input.required<string | null>();

  constructor() {
    const field = inject(MatInput);
    const { nativeElement } = inject<ElementRef<HTMLElement>>(ElementRef);
    effect(() => {
      field.errorState = this.appFault() !== null;
      field.stateChanges.next();
    });
    // Material says nothing of a field that is needed and empty, as nobody may have been there; a fault is said only later.
    afterRenderEffect(() => {
      if (this.appFault() !== null) nativeElement.setAttribute('aria-invalid', 'true');
      else if (field.empty && field.required) nativeElement.removeAttribute('aria-invalid');
    });
  }
}
