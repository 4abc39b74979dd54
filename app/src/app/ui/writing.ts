/** Where keys are letters of a text, or lead through a list or a dialog, and are no shortcuts. */
const writing =
  'input:not([type="checkbox"], [type="radio"]), textarea, [contenteditable], [role="combobox"], [role="listbox"], [role="dialog"], .cm-content';

/** Whether whoever presses a key there is writing. */
export function isWriting(target: EventTarget | null): boolean {
  return target instanceof HTMLElement && target.closest(writing) !== null;
}
