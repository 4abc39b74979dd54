import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  computed,
  input,
  model,
  signal,
  viewChild,
} from '@angular/core';
import { MatAutocomplete, MatAutocompleteTrigger, MatOption } from '@angular/material/autocomplete';
import { type Technique, findTechnique, techniquesLike } from '@lernen/core/model';
import { afterPress } from './press';

/** One technique, found by typing any part of its name or of an alias. Empty text means none. */
@Component({
  selector: 'app-technique-picker',
  imports: [MatAutocomplete, MatAutocompleteTrigger, MatOption],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <input
      #field
      class="box"
      type="text"
      autocomplete="off"
      [attr.aria-label]="label()"
      [placeholder]="placeholder()"
      [disabled]="disabled()"
      [matAutocomplete]="list"
      [value]="shown()"
      (input)="type($event)"
      (blur)="leave()"
      (keydown.enter)="enter($event)"
    />
    <mat-autocomplete
      #list="matAutocomplete"
      autoActiveFirstOption
      [displayWith]="nameOf"
      (optionSelected)="choose($event.option.value)"
    >
      @for (technique of matching(); track technique.id) {
        <mat-option [value]="technique.id"
          >{{ technique.name }} <span class="second">{{ technique.family }}</span></mat-option
        >
      }
    </mat-autocomplete>
    @if (isUnknown()) {
      <p class="fault">No technique is called that.</p>
    }
  `,
})
export class TechniquePicker {
  readonly techniques = input.required<readonly Technique[]>();
  readonly label = input.required<string>();
  readonly placeholder = input('');
  readonly disabled = input(false);
  /** What is chosen is added to others; the field is empty again for the next. */
  readonly adds = input(false);
  readonly value = model<string | null>(null);
  private readonly typed = signal<string | null>(null);
  protected readonly shown = computed(() => this.typed() ?? this.nameOf(this.value() ?? ''));
  protected readonly isUnknown = computed(() => (this.typed() ?? '').trim() !== '' && this.matching().length === 0);
  protected readonly matching = computed(() => techniquesLike(this.typed() ?? '', this.techniques()));
  private readonly trigger = viewChild.required(MatAutocompleteTrigger);
  private readonly field = viewChild.required<ElementRef<HTMLInputElement>>('field');
  protected readonly nameOf = (id: string): string =>
    this.techniques().find((technique) => technique.id === id)?.name ?? '';

  protected type(event: Event): void {
    this.typed.set((event.target as HTMLInputElement).value);
  }

  protected choose(id: string): void {
    this.value.set(id);
    if (this.adds()) this.value.set(null);
    this.typed.set(null);
    // The list has written the name into the field by itself.
    this.field().nativeElement.value = this.shown();
  }

  /** Pressing an option leaves the field too, and says itself what is meant. */
  protected leave(): void {
    afterPress(() => this.settle());
  }

  /** Enter takes what the list offers first, or what was typed; it never saves a form over it. */
  protected enter(event: Event): void {
    if (this.typed() === null) return;
    event.preventDefault();
    if (!this.trigger().panelOpen) this.settle();
  }

  /** Takes what was typed, if it means one technique; empty text takes the value away. */
  private settle(): void {
    const typed = this.typed();
    if (typed === null) return;
    const match = findTechnique(typed, this.techniques());
    if (match.kind === 'one') {
      this.choose(match.technique.id);
      return;
    }
    if (typed.trim() !== '') return;
    this.value.set(null);
    this.typed.set(null);
  }
}
