import { CSP_NONCE, ChangeDetectionStrategy, Component, ElementRef, effect, inject, input } from '@angular/core';

/** Two versions of code compared. */
@Component({
  selector: 'app-code-comparison',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: '',
  styles: ':host { display: block; min-width: 0; }',
})
export class CodeComparison {
  readonly before = input.required<string>();
  readonly after = input.required<string>();
  readonly language = input('');
  readonly sideBySide = input(true);

  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    const nonce = inject(CSP_NONCE, { optional: true }) ?? '';
    effect((onCleanup) => {
      const options = {
        before: this.before(),
        after: this.after(),
        language: this.language(),
        isSideBySide: this.sideBySide(),
        nonce,
      };
      let [isGone, remove] = [false, (): void => undefined];
      onCleanup(() => {
        isGone = true;
        remove();
      });
      void import('./code-mirror')
        .then(({ createComparison }) => (isGone ? remove : createComparison(host, options)))
        .then((taken) => {
          if (isGone) taken();
          else remove = taken;
        });
    });
  }
}
