import { Injectable, inject } from '@angular/core';
import { Notices } from '../store/notices';
import { grouped } from '../ui/words';

/** What a field holds that names no limit of its own, characters: one line, or more of them. */
const usual = { INPUT: 2000, TEXTAREA: 50_000 } as const;

/**
 * Refuses what is more than a field holds before it is there, and says so. The browser alone would cut it without a word,
 * or freeze over a text of megabytes.
 */
@Injectable({ providedIn: 'root' })
export class FieldLimits {
  private readonly notices = inject(Notices);

  check(event: Event): void {
    const field = event.target;
    if (!(event instanceof InputEvent) || !isTextField(field)) return;
    const added = event.data ?? event.dataTransfer?.getData('text/plain') ?? '';
    if (added === '') return;
    const max = field.maxLength > 0 ? field.maxLength : usual[field.tagName as keyof typeof usual];
    const selected = (field.selectionEnd ?? 0) - (field.selectionStart ?? 0);
    const length = field.value.length - selected + added.length;
    if (length <= max) return;
    event.preventDefault();
    this.notices.fail(
      added.length === 1
        ? `This field is full: it holds ${grouped(max)} characters.`
        : `This field holds ${grouped(max)} characters; with what you pasted it would be ${grouped(length)}. Nothing was taken.`,
    );
  }
}

function isTextField(target: EventTarget | null): target is HTMLInputElement | HTMLTextAreaElement {
  return target instanceof HTMLInputElement || target instanceof HTMLTextAreaElement;
}
