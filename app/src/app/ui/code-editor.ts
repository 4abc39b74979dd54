import {
  CSP_NONCE,
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  ElementRef,
  afterNextRender,
  computed,
  effect,
  inject,
  input,
  output,
  signal,
  untracked,
} from '@angular/core';
import type { CodeFault, CodeField } from './code-mirror';

/** Code that can be written, coloured by its language. Until the editor is loaded the code stands there plain. */
@Component({
  selector: 'app-code-editor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (!isLoaded()) {
      <pre [style.font-size.px]="size()" [style.tab-size]="tabWidth()" [textContent]="plain()"></pre>
    }
  `,
  host: { tabindex: '-1' },
  styles: `
    :host {
      display: block;
      min-width: 0;
    }
    /* As high as the editor will be: nothing below it moves away when it comes. */
    pre {
      margin: 0;
      padding: 6px 0 6px 38px;
      max-height: 60vh;
      overflow: hidden;
      border: 1px solid var(--line);
      background: var(--sheet);
      color: var(--ink);
      font-family: var(--mono);
      line-height: 1.4;
    }
    :host:has(.cm-editor) pre {
      display: none;
    }
  `,
})
export class CodeEditor {
  readonly code = input.required<string>();
  readonly language = input('');
  readonly label = input('Code');
  readonly faults = input<readonly CodeFault[]>([]);
  readonly tabWidth = input(4);
  readonly size = input(13);
  readonly codeChange = output<string>();
  protected readonly isLoaded = signal(false);
  /** A line break at the very end of a text would show no line. */
  protected readonly plain = computed(() => `${this.code()}\n`);
  private field: CodeField | null = null;

  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    const nonce = inject(CSP_NONCE, { optional: true }) ?? '';
    let isGone = false;
    inject(DestroyRef).onDestroy(() => {
      isGone = true;
      this.field?.destroy();
    });
    const start = async (): Promise<void> => {
      const { createCodeField } = await import('./code-mirror');
      if (isGone) return;
      const field = createCodeField(host, {
        code: this.code(),
        language: this.language(),
        label: this.label(),
        nonce,
        look: { tabWidth: this.tabWidth(), size: this.size() },
        onChange: (code) => this.codeChange.emit(code),
      });
      this.field = field;
      this.isLoaded.set(true);
      if (this.faults().length > 0) field.setFaults(this.faults());
      if (host.contains(document.activeElement) || document.activeElement === host) field.focus();
    };
    afterNextRender(() => void start());
    effect(() => {
      const code = this.code();
      this.field?.setCode(code);
    });
    // Told again only when they are others.
    const told = computed(() => JSON.stringify(this.faults()));
    effect(() => {
      told();
      this.field?.setFaults(untracked(this.faults));
    });
    effect(() => {
      const language = this.language();
      this.field?.setLanguage(language);
    });
    effect(() => {
      const look = { tabWidth: this.tabWidth(), size: this.size() };
      this.field?.setLook(look);
    });
  }

  /** Puts text where the cursor is. */
  insert(text: string): void {
    this.field?.insert(text);
  }
}
