import { Injectable, Injector, afterNextRender, inject } from '@angular/core';

const fields = 'textarea, input:not([type="checkbox"]), select, [tabindex="0"]';

/** Puts the cursor where one writes next. Provided by the sheet. */
@Injectable()
export class SheetFocus {
  private readonly injector = inject(Injector);

  /** Into an entry, once it is on the page. */
  onEntry(id: string): void {
    this.afterwards(() => document.querySelector(`[data-entry="${id}"]`));
  }

  onSelector(selector: string): void {
    this.afterwards(() => document.querySelector(selector));
  }

  /** Into a stage: where it says that writing starts, else at its first field. */
  onStage(stage: string): void {
    this.afterwards(() => {
      const section = document.getElementById(stage);
      return section?.querySelector('[data-start]') ?? section ?? null;
    });
  }

  private afterwards(find: () => Element | null): void {
    afterNextRender(
      () => {
        const element = find();
        const field = element?.matches(fields)
          ? element
          : (element?.querySelector('.cell[tabindex="0"]') ?? element?.querySelector(fields));
        element?.scrollIntoView({ block: 'nearest' });
        if (field instanceof HTMLElement) field.focus();
      },
      { injector: this.injector },
    );
  }
}
