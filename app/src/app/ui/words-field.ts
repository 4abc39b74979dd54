import { ChangeDetectionStrategy, Component, computed, effect, input, model, signal, untracked } from '@angular/core';
import type { InWords } from '@lernen/core/model';
import { TextField } from './fields/text-field';

/** A field that is said in words, as the quick line says it after a key. What cannot be read stays and says why. */
@Component({
  selector: 'app-words-field',
  host: { class: 'field' },
  imports: [TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <app-text-field
      [label]="label() || inWords().label"
      [isLabelHidden]="isLabelHidden()"
      [maxLength]="inWords().maxLength"
      [placeholder]="inWords().example ?? ''"
      [fault]="fault()"
      [value]="text()"
      (valueChange)="write($event)"
    />
  `,
})
export class WordsField {
  readonly inWords = input.required<InWords<unknown>>();
  /** Stands for the field's own label. */
  readonly label = input('');
  readonly isLabelHidden = input(false);
  readonly value = model.required<unknown>();
  /** Why what was typed cannot be read; null where it can. */
  readonly fault = model<string | null>(null);
  protected readonly text = signal('');
  private readonly written = computed(() => this.inWords().write(this.value()));

  constructor() {
    effect(() => {
      const written = this.written();
      // What was typed stays as it is while it says the same.
      if (this.inWords().write(this.readNow()) !== written) this.text.set(written);
    });
  }

  protected write(text: string): void {
    this.text.set(text);
    const cell = this.inWords().read(text);
    this.fault.set('reason' in cell ? cell.reason : null);
    if ('value' in cell) this.value.set(cell.value);
  }

  private readNow(): unknown {
    const cell = this.inWords().read(untracked(this.text));
    return 'value' in cell ? cell.value : null;
  }
}
