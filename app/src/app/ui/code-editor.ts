import {
  CSP_NONCE,
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  ElementRef,
  afterNextRender,
  effect,
  inject,
  input,
  output,
} from '@angular/core';
import type { CodeField } from './code-mirror';

/** Code that can be written, coloured by its language. Until the editor is loaded the code stands there plain. */
@Component({
  selector: 'app-code-editor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: '',
  host: { tabindex: '-1' },
  styles: ':host { display: block; min-width: 0; }',
})
export class CodeEditor {
  readonly code = input.required<string>();
  readonly language = input('');
  readonly label = input('Code');
  readonly codeChange = output<string>();

  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    const nonce = inject(CSP_NONCE, { optional: true }) ?? '';
    let field: CodeField | null = null;
    let isGone = false;
    inject(DestroyRef).onDestroy(() => {
      isGone = true;
      field?.destroy();
    });
    const start = async (): Promise<void> => {
      const { createCodeField } = await import('./code-mirror');
      if (isGone) return;
      field = createCodeField(host, {
        code: this.code(),
        language: this.language(),
        label: this.label(),
        nonce,
        onChange: (code) => this.codeChange.emit(code),
      });
      if (host.contains(document.activeElement) || document.activeElement === host) field.focus();
    };
    afterNextRender(() => void start());
    effect(() => {
      const code = this.code();
      field?.setCode(code);
    });
    effect(() => {
      const language = this.language();
      field?.setLanguage(language);
    });
  }
}
