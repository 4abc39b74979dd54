import { ApplicationRef, Injectable, inject } from '@angular/core';

const fields = 'textarea, input:not([type="checkbox"]), select, [tabindex="0"]';

/** Frames for which something is waited for. */
const maxFrames = 60;

/** Puts the cursor where one writes next. Provided by the sheet. */
@Injectable()
export class SheetFocus {
  private readonly page = inject(ApplicationRef);

  /** Into an entry, once it is on the page. */
  onEntry(id: string): void {
    this.afterwards(() => document.querySelector(`[data-entry="${id}"]`));
  }

  onSelector(selector: string): void {
    this.afterwards(() => document.querySelector(selector));
  }

  /** Into a stage: where it says that writing starts, else at its first field, else on what adds to it. */
  onStage(stage: string): void {
    this.afterwards(() => {
      const section = document.getElementById(stage);
      return section?.querySelector('[data-start]') ?? section ?? null;
    });
  }

  /**
   * At once where it can be: the next key may follow before the page would draw by itself. Stages further down are made
   * when there is time.
   */
  private afterwards(find: () => Element | null): void {
    const attempt = (left: number): void => {
      if (!enter(find()) && left > 0) requestAnimationFrame(() => attempt(left - 1));
    };
    this.page.tick();
    attempt(maxFrames);
  }
}

/** Brings it near and puts the cursor in it. @returns false as long as it or its fields are not made yet */
function enter(element: Element | null): boolean {
  if (!element) return false;
  element.scrollIntoView({ block: 'nearest' });
  if (element.querySelector('.unmade')) return false;
  const field = element.matches(`${fields}, button`)
    ? element
    : (element.querySelector('.cell[tabindex="0"]') ??
      element.querySelector(fields) ??
      element.querySelector('button'));
  if (field instanceof HTMLElement) field.focus();
  return true;
}
