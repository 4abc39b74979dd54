import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { MatAutocomplete, MatAutocompleteTrigger, MatOption } from '@angular/material/autocomplete';
import { type Problem, titleKey } from '@lernen/core/model';
import { afterPress } from './press';

const maxOffered = 20;

/** One of the problems, found by typing any part of its title. */
@Component({
  selector: 'app-problem-picker',
  imports: [MatAutocomplete, MatAutocompleteTrigger, MatOption],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <input
      class="box"
      type="text"
      autocomplete="off"
      [attr.aria-label]="label()"
      [placeholder]="placeholder()"
      [matAutocomplete]="list"
      [value]="typed()"
      (input)="type($event)"
      (blur)="leave()"
    />
    <mat-autocomplete #list="matAutocomplete" [displayWith]="nothing" (optionSelected)="choose($event.option.value)">
      @for (problem of matching(); track problem.id) {
        <mat-option [value]="problem.id">{{ problem.title }}</mat-option>
      }
    </mat-autocomplete>
  `,
})
export class ProblemPicker {
  readonly problems = input.required<readonly Problem[]>();
  readonly label = input.required<string>();
  readonly placeholder = input('');
  readonly chosen = output<string>();
  protected readonly typed = signal('');
  protected readonly nothing = (): string => '';
  protected readonly matching = computed(() => {
    const wanted = titleKey(this.typed());
    return this.problems()
      .filter((problem) => titleKey(problem.title).includes(wanted))
      .slice(0, maxOffered);
  });

  protected type(event: Event): void {
    this.typed.set((event.target as HTMLInputElement).value);
  }

  protected choose(id: string): void {
    this.typed.set('');
    this.chosen.emit(id);
  }

  /** Leaving the field takes a whole title, unless an option was pressed. */
  protected leave(): void {
    afterPress(() => this.settle());
  }

  private settle(): void {
    if (this.typed() === '') return;
    const found = this.matching().find((problem) => titleKey(problem.title) === titleKey(this.typed()));
    if (found) this.choose(found.id);
  }
}
