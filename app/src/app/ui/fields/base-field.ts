import {
  Directive,
  ElementRef,
  type ModelSignal,
  type Signal,
  booleanAttribute,
  computed,
  inject,
  input,
  model,
  signal,
} from '@angular/core';
import { type ValidationError, transformedValue } from '@angular/forms/signals';
import { afterPress } from '../press';

let count = 0;

/**
 * What every field has: an id by which its label names it, and the label, which may be for the ear alone; and a fault, which
 * is said once the person has left the field, so that nobody is corrected while writing. In a form a field is bound by
 * `[formField]`, which gives it its value, its limits and its errors.
 */
@Directive({ host: { class: 'field', '(focusout)': 'leave()' } })
export abstract class BaseField {
  protected readonly id = `field-${count++}`;
  readonly label = input.required<string>();
  readonly isLabelHidden = input(false, { transform: booleanAttribute });
  readonly required = input(false, { transform: booleanAttribute });
  /** What the form finds wrong with the value. */
  readonly errors = input<readonly ValidationError.WithOptionalFieldTree[]>([]);
  /** Whether the person was here, or has tried to save. */
  readonly touched = model(false);
  /** Why what stands in the field cannot be read, as a sentence; null where it can. */
  protected readonly unread: Signal<string | null> = signal(null);
  protected readonly faults = computed<readonly ValidationError.WithOptionalFieldTree[]>(() => {
    const unread = this.unread();
    return unread === null ? this.errors() : [{ kind: 'unread', message: unread }];
  });
  protected readonly fault = computed(() => (this.touched() ? sentenceOf(this.faults()[0], this.label()) : null));
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);

  focus(): void {
    this.host.nativeElement.querySelector<HTMLElement>('input, textarea, [role="combobox"]')?.focus();
  }

  /** What is said below moves what stands under it: not while a press on that is under way. */
  protected leave(): void {
    afterPress(() => this.touched.set(true));
  }
}

/**
 * Why what was typed into a field cannot be read, where its value stays as it was: set it after the value. The form that the
 * field stands in cannot be saved meanwhile.
 */
export function unreadIn<T>(value: ModelSignal<T>): Signal<string | null> & { set(reason: string | null): void } {
  return transformedValue<T, string | null>(value, {
    parse: (reason) => (reason === null ? {} : { error: { kind: 'unread', message: reason } }),
    format: () => null,
  });
}

/** The words of a schema go on from the name of the field: “must not be empty”. */
function sentenceOf(error: ValidationError | undefined, label: string): string | null {
  if (!error) return null;
  return error.kind === 'standardSchema' ? `${label} ${error.message ?? 'cannot be read'}.` : (error.message ?? null);
}
