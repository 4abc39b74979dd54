import { Directive, ElementRef, inject } from '@angular/core';
import { MatTooltip } from '@angular/material/tooltip';

/** Shows a text as a whole, where it is cut off, to who points at it. Whoever hears the page has all of it anyway. */
@Directive({
  selector: '[appClipped]',
  hostDirectives: [MatTooltip],
  host: { '(pointerenter)': 'look()' },
})
export class Clipped {
  private readonly tooltip = inject(MatTooltip);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;

  protected look(): void {
    this.tooltip.message = this.host.scrollWidth > this.host.clientWidth ? this.host.textContent.trim() : '';
  }
}
