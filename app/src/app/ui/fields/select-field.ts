import { ChangeDetectionStrategy, Component, computed, input, model, output } from '@angular/core';
import { MatFormField } from '@angular/material/form-field';
import { MatSelect } from '@angular/material/select';
import { MatOptgroup, MatOption } from '@angular/material/core';
import { BaseField } from './base-field';
import { Labelled } from './labelled';

export interface Option<T = string> {
  readonly value: T;
  readonly text: string;
  /** Options of one group stand together under its name. */
  readonly group?: string;
}

/** One of a few things that are known. */
@Component({
  selector: 'app-select-field',
  imports: [Labelled, MatFormField, MatOptgroup, MatOption, MatSelect],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <app-labelled [label]="label()" [for]="id" [isLabelHidden]="isLabelHidden()">
      <mat-form-field appearance="outline" subscriptSizing="dynamic">
        <mat-select
          panelWidth=""
          [id]="id"
          [aria-labelledby]="id + '-label'"
          [value]="value()"
          (selectionChange)="choose($event.value)"
        >
          @for (group of groups(); track group.name) {
            @if (group.name === '') {
              @for (it of group.options; track it.value) {
                <mat-option [value]="it.value">{{ it.text }}</mat-option>
              }
            } @else {
              <mat-optgroup [label]="group.name">
                @for (it of group.options; track it.value) {
                  <mat-option [value]="it.value">{{ it.text }}</mat-option>
                }
              </mat-optgroup>
            }
          }
        </mat-select>
      </mat-form-field>
    </app-labelled>
  `,
})
export class SelectField<T = string> extends BaseField {
  readonly options = input.required<readonly Option<T>[]>();
  readonly value = model.required<T>();
  /** What the person chose. */
  readonly chosen = output<T>();
  protected readonly groups = computed(() => {
    const groups: { readonly name: string; readonly options: Option<T>[] }[] = [];
    for (const option of this.options()) {
      const name = option.group ?? '';
      const last = groups.at(-1);
      if (last?.name === name) last.options.push(option);
      else groups.push({ name, options: [option] });
    }
    return groups;
  });

  protected choose(value: T): void {
    this.value.set(value);
    this.chosen.emit(value);
  }
}

/** Options of the words for some values. */
export function optionsOf<T extends string>(values: readonly T[], textOf: (value: T) => string): Option<T>[] {
  return values.map((value) => ({ value, text: textOf(value) }));
}
