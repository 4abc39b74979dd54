import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  booleanAttribute,
  computed,
  input,
  model,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { MatAutocomplete, MatAutocompleteTrigger, MatOption } from '@angular/material/autocomplete';
import { MatFormField } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { type Named, findNamed, isCalled, likeNamed } from '@lernen/core/model';
import { BaseField, unreadIn } from './fields/base-field';
import { FaultOf } from './fields/fault-of';
import { Labelled } from './fields/labelled';
import { beforeClick } from './press';

/** Longer lists are typed into, not scrolled through. */
const maxOffered = 60;

/**
 * One of some named things, found by typing any part of a name, an alias or an id. Pressing an option takes it, Enter takes
 * what the list offers first, leaving the field takes what was typed where it means one. Empty text means none.
 */
@Component({
  selector: 'app-picker',
  imports: [FaultOf, Labelled, MatAutocomplete, MatAutocompleteTrigger, MatFormField, MatInput, MatOption],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <app-labelled [label]="label()" [for]="id" [isLabelHidden]="isLabelHidden() || isQuiet()" [fault]="fault()">
      <mat-form-field appearance="outline" subscriptSizing="dynamic" [class.quiet]="isQuiet()">
        <input
          matInput
          #field
          [appFault]="fault()"
          [attr.aria-describedby]="fault() === null ? null : id + '-fault'"
          type="text"
          autocomplete="off"
          [id]="id"
          [attr.maxlength]="maxLength() ?? 300"
          [placeholder]="placeholder()"
          [disabled]="disabled()"
          [matAutocomplete]="list"
          [value]="shown()"
          (input)="type($event)"
          (keydown.enter)="enter($event)"
        />
      </mat-form-field>
    </app-labelled>
    <mat-autocomplete
      #list="matAutocomplete"
      [autoActiveFirstOption]="!takesOther()"
      [displayWith]="nameOf"
      (optionSelected)="takeOffered($event.option.value)"
    >
      @for (option of matching(); track option.id) {
        <mat-option [value]="option.id"
          >{{ option.name }} <span class="second">{{ option.family }}</span></mat-option
        >
      }
    </mat-autocomplete>
  `,
})
export class Picker extends BaseField {
  readonly options = input.required<readonly Named[]>();
  readonly placeholder = input('');
  readonly disabled = input(false, { transform: booleanAttribute });
  /** Without a frame, among other facts in a line. */
  readonly isQuiet = input(false, { transform: booleanAttribute });
  readonly maxLength = input<number>();
  readonly unknownText = input('Nothing is called that.');
  /** What is chosen is added to others; the field is empty again for the next. */
  readonly adds = input(false, { transform: booleanAttribute });
  /** Whether a text that names none of them is fine as it stands; then the value is a name. */
  readonly takesOther = input(false, { transform: booleanAttribute });
  readonly value = model<string | null>(null);
  /** What was chosen, also where it is the same again. */
  readonly chosen = output<string>();
  protected override readonly unread = unreadIn(this.value);
  private readonly typed = signal<string | null>(null);
  protected readonly shown = computed(() => this.typed() ?? this.nameOf(this.value() ?? ''));
  private readonly isUnknown = computed(
    () => !this.takesOther() && (this.typed() ?? '').trim() !== '' && this.matching().length === 0,
  );
  protected readonly matching = computed(() => likeNamed(this.typed() ?? '', this.options()).slice(0, maxOffered));
  private readonly trigger = viewChild.required(MatAutocompleteTrigger);
  private readonly field = viewChild.required<ElementRef<HTMLInputElement>>('field');
  protected readonly nameOf = (id: string): string =>
    this.options().find((option) => option.id === id)?.name ?? (this.takesOther() ? id : '');

  protected type(event: Event): void {
    const { value } = event.target as HTMLInputElement;
    this.typed.set(value);
    if (this.takesOther()) this.value.set(value);
    else if (!this.adds()) {
      const named = this.matching().find((option) => isCalled(option, value));
      if (named) this.value.set(named.id);
    }
    this.unread.set(this.isUnknown() ? this.unknownText() : null);
  }

  /**
   * Takes the option the list has marked. The list marks a moment after it is drawn: for whoever types faster than that, none
   * is marked yet, or one that the last letter has ruled out, and the first is meant.
   */
  protected takeOffered(id: unknown): void {
    const offered = this.matching();
    const meant = offered.find((option) => option.id === id) ?? offered[0];
    if (meant) this.choose(meant.id);
  }

  private choose(id: string): void {
    this.value.set(this.takesOther() ? this.nameOf(id) : id);
    this.chosen.emit(id);
    if (this.adds()) this.value.set(null);
    this.typed.set(null);
    this.unread.set(null);
    // The list has written the name into the field by itself.
    this.field().nativeElement.value = this.shown();
  }

  /**
   * What was typed is taken before a press on something else does its work: on Save, say. Pressing an option leaves the
   * field too, and says itself what is meant.
   */
  protected override leave(): void {
    beforeClick((pressed) => {
      if (!pressed?.closest('mat-option')) this.settle();
    });
    super.leave();
  }

  /** Enter takes what the list offers first, or what was typed; it never saves a form over it. */
  protected enter(event: Event): void {
    const trigger = this.trigger();
    if (this.takesOther()) trigger.closePanel();
    if (this.typed() === null || this.takesOther()) return;
    event.preventDefault();
    if (trigger.panelOpen && this.matching().length > 0) {
      this.takeOffered(trigger.activeOption?.value);
      trigger.closePanel();
      return;
    }
    this.settle();
    super.leave();
  }

  /** Takes what was typed, if it means one of them; empty text takes the value away. */
  private settle(): void {
    const typed = this.typed();
    if (typed === null) return;
    if (this.takesOther()) {
      this.typed.set(null);
      return;
    }
    const match = findNamed(typed, this.options());
    if (match.kind === 'one') {
      this.choose(match.found.id);
      return;
    }
    if (typed.trim() !== '') {
      this.unread.set(match.kind === 'several' ? 'Several are called that: choose one.' : this.unknownText());
      return;
    }
    // A form that needs the field holds a text there.
    this.value.set(this.required() ? '' : null);
    this.typed.set(null);
  }
}
