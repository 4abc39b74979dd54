import { ChangeDetectionStrategy, Component, computed, effect, input, model, signal, untracked } from '@angular/core';
import type { InWords } from '@lernen/core/model';
import { BaseField, unreadIn } from './fields/base-field';
import { TextField } from './fields/text-field';

/** A field that is said in words, as the quick line says it after a key. What cannot be read stays and says why. */
@Component({
  selector: 'app-words-field',
  imports: [TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <app-text-field
      [label]="label()"
      [isLabelHidden]="isLabelHidden()"
      [maxLength]="inWords().maxLength"
      [placeholder]="inWords().example ?? ''"
      [errors]="faults()"
      [(touched)]="touched"
      [value]="text()"
      (valueChange)="write($event)"
    />
  `,
})
export class WordsField extends BaseField {
  readonly inWords = input.required<InWords<unknown>>();
  readonly value = model<unknown>(null);
  protected override readonly unread = unreadIn(this.value);
  protected readonly text = signal('');
  private readonly written = computed(() => this.inWords().write(this.value()));

  constructor() {
    super();
    effect(() => {
      const written = this.written();
      // What was typed stays as it is while it says the same.
      if (this.inWords().write(this.readNow()) !== written) this.text.set(written);
    });
  }

  protected write(text: string): void {
    this.text.set(text);
    const cell = this.inWords().read(text);
    if ('value' in cell) this.value.set(cell.value);
    this.unread.set('reason' in cell ? `${this.label()}: ${cell.reason}.` : null);
  }

  private readNow(): unknown {
    const cell = this.inWords().read(untracked(this.text));
    return 'value' in cell ? cell.value : null;
  }
}
