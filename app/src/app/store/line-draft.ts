import { Injectable, inject, signal } from '@angular/core';
import { REPOSITORY } from './profile';

/** The quick line as it was begun: kept over a reload, and taken away once the form has logged it. */
@Injectable({ providedIn: 'root' })
export class LineDraft {
  private readonly draft = inject(REPOSITORY).draft('quick-line');
  private readonly text = signal(this.draft.read() ?? '');
  readonly line = this.text.asReadonly();

  write(line: string): void {
    this.text.set(line);
    if (line === '') this.draft.forget();
    else this.draft.keep(line);
  }
}
