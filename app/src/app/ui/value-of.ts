/** What stands in the field that an event came from. */
export function valueOf(event: Event): string {
  return (event.target as HTMLInputElement | HTMLSelectElement | HTMLTextAreaElement).value;
}

/** A text without the blanks around it; null where nothing is left. */
export function textOrNull(text: string | null): string | null {
  return text?.trim() || null;
}

/**
 * The number in a field; or else, in words, why it is none of those that the field's bounds allow, the field then showing
 * again what it was before. A field that takes fractions says so by its step `any`.
 */
export function numberIn(event: Event, before: number): number | string {
  const field = event.target as HTMLInputElement;
  const [number, min, max] = [field.valueAsNumber, Number(field.min), Number(field.max)];
  const isWhole = field.step !== 'any';
  if (number >= min && number <= max && (!isWhole || Number.isInteger(number))) return number;
  const typed = field.value === '' ? 'That' : field.value;
  field.value = String(before);
  return `${typed} is not a ${isWhole ? 'whole ' : ''}number from ${field.min} to ${field.max}. It stays at ${before}.`;
}
