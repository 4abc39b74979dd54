import type { FieldTree, FormSubmitOptions } from '@angular/forms/signals';

/** How a form is saved: where something is wrong, each field says it, and the first of them is led to. */
export function saving<T>(save: () => Promise<void>): FormSubmitOptions<T, unknown> {
  return {
    action: async () => {
      await save();
      return null;
    },
    onInvalid: (form: FieldTree<T>) => form().errorSummary()[0]?.fieldTree().focusBoundControl(),
  };
}
