import {
  DestroyRef,
  type Signal,
  type WritableSignal,
  computed,
  effect,
  inject,
  signal,
  untracked,
} from '@angular/core';
import { type FormSchema, readKeptForm } from '@lernen/core/model';
import { REPOSITORY } from './profile';
import { UnsavedForms } from './unsaved-forms';

/** The form of one thing as it was begun, which outlives a reload until it is saved, and asks before it is left. */
export interface FormDraft<T> {
  /** What the form is of, as in “You have not saved the interview”. */
  readonly what: string;
  /** Whether something in it differs from what it began with. */
  readonly isChanged: Signal<boolean>;
  /** Whether what stands in it was typed on an earlier visit. */
  readonly isBroughtBack: Signal<boolean>;
  /** Fills the form: with what was left under this name, or else with this. */
  begin(name: string, start: T): void;
  /** Fills it with what it began with. */
  startOver(): void;
  /** What stands in it is saved, or no longer wanted. */
  forget(): void;
  /** Asks before a form with changes is closed. */
  mayClose(): Promise<boolean>;
}

/** Keeps the values of a form. Call it where a component is made. */
export function formDraft<T>(what: string, values: WritableSignal<T>, schema: FormSchema<T>): FormDraft<T> {
  const drafts = inject(REPOSITORY).drafts;
  const unsaved = inject(UnsavedForms);
  const begun = signal<{ readonly name: string; readonly start: T } | null>(null);
  const isBroughtBack = signal(false);
  const isChanged = computed(() => {
    const form = begun();
    return form !== null && JSON.stringify(values()) !== JSON.stringify(form.start);
  });

  effect(() => {
    const form = begun();
    if (form === null) return;
    const key = keyOf(form.name);
    if (isChanged()) drafts.keepText(key, JSON.stringify(values()));
    else if (untracked(() => drafts.text(key)) !== null) drafts.forgetText(key);
  });

  const draft: FormDraft<T> = {
    what,
    isChanged,
    isBroughtBack,
    begin: (name, start) => {
      const text = drafts.text(keyOf(name));
      const left = text === null ? null : readKeptForm(schema, text);
      isBroughtBack.set(left !== null);
      values.set(left ?? start);
      begun.set({ name, start });
    },
    startOver: () => {
      const form = begun();
      if (form) values.set(form.start);
      isBroughtBack.set(false);
    },
    forget: () => {
      const form = begun();
      if (form) drafts.forgetText(keyOf(form.name));
      begun.set(null);
      isBroughtBack.set(false);
    },
    mayClose: () => unsaved.mayLeave([draft as FormDraft<never>]),
  };
  unsaved.add(draft as FormDraft<never>);
  inject(DestroyRef).onDestroy(() => unsaved.remove(draft as FormDraft<never>));
  return draft;
}

function keyOf(name: string): string {
  return `form:${name}`;
}
