import { ChangeDetectionStrategy, Component, computed, input, model, signal } from '@angular/core';
import { MatAutocomplete, MatAutocompleteTrigger, MatOption } from '@angular/material/autocomplete';
import { type Technique, findTechnique, techniqueIdFrom } from '@lernen/core/log';

/** One technique, found by typing any part of its name or of an alias. Empty text means none. */
@Component({
  selector: 'app-technique-picker',
  imports: [MatAutocomplete, MatAutocompleteTrigger, MatOption],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <input
      class="box"
      type="text"
      autocomplete="off"
      [attr.aria-label]="label()"
      [placeholder]="placeholder()"
      [disabled]="disabled()"
      [matAutocomplete]="list"
      [value]="shown()"
      (input)="type($event)"
      (blur)="settle()"
    />
    <mat-autocomplete #list="matAutocomplete" [displayWith]="nameOf" (optionSelected)="choose($event.option.value)">
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
  readonly value = model<string | null>(null);
  private readonly typed = signal<string | null>(null);
  protected readonly shown = computed(() => this.typed() ?? this.nameOf(this.value() ?? ''));
  protected readonly isUnknown = computed(() => (this.typed() ?? '').trim() !== '' && this.matching().length === 0);
  protected readonly matching = computed(() => {
    const wanted = techniqueIdFrom(this.typed() ?? '');
    if (wanted === '') return this.techniques();
    return this.techniques().filter((it) =>
      [it.id, ...it.aliases.map(techniqueIdFrom)].some((text) => text.includes(wanted)),
    );
  });
  protected readonly nameOf = (id: string): string =>
    this.techniques().find((technique) => technique.id === id)?.name ?? '';

  protected type(event: Event): void {
    this.typed.set((event.target as HTMLInputElement).value);
  }

  protected choose(id: string): void {
    this.value.set(id);
    this.typed.set(null);
  }

  /** Leaving the field takes what was typed, if it means one technique; empty text takes the value away. */
  protected settle(): void {
    const typed = this.typed();
    if (typed === null) return;
    if (typed.trim() === '') this.value.set(null);
    const match = findTechnique(typed, this.techniques());
    if (match.kind === 'one') this.value.set(match.technique.id);
    else if (typed.trim() !== '') return;
    this.typed.set(null);
  }
}
