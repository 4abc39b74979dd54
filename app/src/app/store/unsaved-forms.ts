import { Injectable, Injector, inject } from '@angular/core';
import type { CanDeactivateFn } from '@angular/router';
import type { Leaving } from '../ui/forms/unsaved-dialog';
import type { FormDraft } from './form-draft';

/** The forms on the page; one with changes asks before it is left. */
@Injectable({ providedIn: 'root' })
export class UnsavedForms {
  private readonly injector = inject(Injector);
  private readonly drafts = new Set<FormDraft<never>>();

  add(draft: FormDraft<never>): void {
    this.drafts.add(draft);
  }

  remove(draft: FormDraft<never>): void {
    this.drafts.delete(draft);
  }

  /** Asks where there is something to lose. @returns whether the form, or the page with all of its forms, may be left. */
  async mayLeave(drafts: Iterable<FormDraft<never>> = this.drafts): Promise<boolean> {
    const changed = [...drafts].filter((draft) => draft.isChanged());
    const [first] = changed;
    if (!first) return true;
    const leaving = await this.ask(first.what);
    if (leaving === 'throw-away') for (const draft of changed) draft.forget();
    return leaving !== 'stay';
  }

  private async ask(what: string): Promise<Leaving> {
    try {
      const { askAboutUnsaved } = await import('../ui/forms/unsaved-dialog');
      return await askAboutUnsaved(this.injector, what);
    } catch {
      // The server is gone and with it the dialog; what was typed is kept in any case.
      return 'keep';
    }
  }
}

/** A page is left only when nothing on it is unsaved, or the person says so. */
export const askBeforeLeaving: CanDeactivateFn<unknown> = () => inject(UnsavedForms).mayLeave();
