import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { MatInput } from '@angular/material/input';
import { MatTooltip } from '@angular/material/tooltip';
import { superscript, readCost } from '@lernen/core/cost';
import { CostError } from '@lernen/core/errors';
import { afterPress } from './press';
import { FaultOf } from './fields/fault-of';

/** A cost written in its place, without a frame; says, while one is in it or points at it, what cannot be read, and keeps it all the same. */
@Component({
  selector: 'app-cost-cell',
  imports: [FaultOf, MatInput, MatTooltip],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <input
      matInput
      #field
      class="paper mono"
      type="text"
      autocomplete="off"
      spellcheck="false"
      maxlength="200"
      [attr.aria-label]="label()"
      [appFault]="fault()"
      [matTooltip]="fault() ?? ''"
      [placeholder]="placeholder()"
      [value]="isFocused() ? value() : shown()"
      (focus)="isFocused.set(true)"
      (blur)="leave(field)"
      (input)="valueChange.emit(field.value)"
    />
    @if (isFocused() && fault(); as text) {
      <p class="fault">{{ text }}</p>
    }
  `,
  styles: `
    :host {
      position: relative;
      display: block;
      min-width: 0;
    }
    input {
      width: 100%;
      color: inherit;
    }
    input::placeholder {
      color: var(--ink-2);
      font-style: italic;
      opacity: 1;
    }
    input[aria-invalid='true'] {
      text-decoration: underline wavy var(--risk) 1px;
      text-underline-offset: 3px;
    }
    /* Over what stands below: a narrow cell would make a column of words of it, and move the rest. */
    .fault {
      position: absolute;
      top: 100%;
      left: 0;
      z-index: 3;
      width: max-content;
      max-width: 30ch;
      padding: 4px 8px;
      border: 1px solid var(--risk);
      border-radius: 4px;
      background: var(--sheet);
      font: 400 12px/1.4 var(--text);
    }
    @media (width < 600px) {
      .fault {
        left: auto;
        right: 0;
      }
    }
  `,
})
export class CostCell {
  readonly value = input.required<string>();
  readonly label = input.required<string>();
  readonly placeholder = input('O(…)');
  readonly valueChange = output<string>();
  protected readonly isFocused = signal(false);
  /** As one writes it by hand, while nobody writes in it. */
  protected readonly shown = computed(() => superscript(this.value()).replace(/\s*\*\s*/g, '·'));
  protected readonly fault = computed(() => {
    if (this.value().trim() === '') return null;
    try {
      readCost(this.value());
      return null;
    } catch (error) {
      if (error instanceof CostError) return error.message;
      throw error;
    }
  });

  protected leave(field: HTMLElement): void {
    afterPress(() => this.isFocused.set(document.activeElement === field));
  }
}
