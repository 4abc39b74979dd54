import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  computed,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { MatInput } from '@angular/material/input';
import { Markdown } from './markdown';
import { afterPress } from './press';

/** What makes a text more than plain words. */
const markup = /[*_`$#>[\]|]|^\s*(?:[-+]|\d+\.)\s/m;

/**
 * Text that is written in its place: it grows with what is typed and has no frame until one is in it. While nobody
 * writes in it, Markdown and formulas show as what they mean.
 */
@Component({
  selector: 'app-markdown-field',
  imports: [Markdown, MatInput],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="cell" [class.rendered]="isRendered()" [class.mono]="mono()" [class.blank]="value() === ''">
      <div class="mirror" aria-hidden="true">{{ (value() || placeholder()) + ' ' }}</div>
      @if (isRendered()) {
        <app-markdown [text]="value()" />
      }
      <textarea
        matInput
        #area
        rows="1"
        [attr.aria-label]="label()"
        [attr.spellcheck]="mono() ? false : null"
        [placeholder]="placeholder()"
        [attr.maxlength]="longest()"
        [value]="value()"
        (input)="type(area.value)"
        (focus)="isFocused.set(true)"
        (blur)="leave()"
        (keydown.enter)="enter($event)"
        (keydown.backspace)="backspace($event)"
      ></textarea>
    </div>
  `,
  styles: `
    :host {
      display: block;
      min-width: 0;
    }
    .cell {
      display: grid;
      position: relative;
    }
    .cell > * {
      grid-area: 1 / 1;
      min-width: 0;
    }
    .mirror,
    textarea {
      padding: 3px 6px;
      border: 0;
      font: inherit;
      line-height: 1.45;
      overflow-wrap: anywhere;
      white-space: pre-wrap;
    }
    .mirror {
      visibility: hidden;
      min-height: 27px;
      max-height: 60vh;
      overflow: hidden;
    }
    .rendered .mirror {
      display: none;
    }
    textarea {
      display: block;
      width: 100%;
      height: 100%;
      margin: 0;
      border-radius: 3px;
      background: none;
      color: inherit;
      resize: none;
      overflow: auto;
      scrollbar-width: thin;
    }
    textarea::placeholder {
      color: var(--ink-2);
      font-style: italic;
      opacity: 1;
    }
    textarea:hover {
      background: color-mix(in srgb, var(--sheet) 70%, transparent);
    }
    textarea:focus {
      background: var(--sheet);
      outline: 2px solid var(--lamp);
      outline-offset: 0;
    }
    app-markdown {
      padding: 3px 6px;
      pointer-events: none;
    }
    app-markdown ::ng-deep {
      p + p,
      ul,
      ol,
      pre,
      table {
        margin: 6px 0 0;
      }
      a {
        position: relative;
        z-index: 1;
        pointer-events: auto;
      }
      code,
      pre {
        font: 400 13px/1.45 var(--mono);
      }
      pre {
        padding: 6px 10px;
        background: var(--sunk);
        overflow: auto;
      }
    }
    .rendered textarea {
      color: transparent;
      background: none;
      overflow: hidden;
    }
    @media print {
      .blank,
      textarea {
        display: none;
      }
      .cell:not(.rendered) .mirror {
        visibility: visible;
        max-height: none;
      }
    }
  `,
})
export class MarkdownField {
  readonly value = input.required<string>();
  readonly label = input.required<string>();
  readonly placeholder = input('');
  readonly longest = input(20_000);
  /** Enter goes on to the next entry instead of to the next line. */
  readonly sentence = input(false);
  readonly mono = input(false);
  readonly valueChange = output<string>();
  /** Enter in a sentence. */
  readonly entered = output();
  /** Backspace where nothing is left. */
  readonly erased = output();
  protected readonly isFocused = signal(false);
  protected readonly isRendered = computed(() => !this.isFocused() && !this.mono() && markup.test(this.value()));
  private readonly area = viewChild.required<ElementRef<HTMLTextAreaElement>>('area');

  focus(): void {
    this.area().nativeElement.focus();
  }

  protected leave(): void {
    afterPress(() => this.isFocused.set(document.activeElement === this.area().nativeElement));
  }

  protected type(text: string): void {
    const line = this.sentence() ? text.replace(/\s*\n\s*/g, ' ') : text;
    if (line !== text) this.area().nativeElement.value = line;
    this.valueChange.emit(line);
  }

  protected enter(event: Event): void {
    if (!this.sentence() || (event as KeyboardEvent).isComposing) return;
    event.preventDefault();
    this.entered.emit();
  }

  protected backspace(event: Event): void {
    if (this.value() !== '' || this.area().nativeElement.value !== '') return;
    event.preventDefault();
    this.erased.emit();
  }
}
