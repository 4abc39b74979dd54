import { Injectable, inject, signal } from '@angular/core';
import { REPOSITORY } from './profile';

const name = 'quick-line';

/** The quick line as it was begun: kept over a reload, and taken away once the form has logged it. */
@Injectable({ providedIn: 'root' })
export class LineDraft {
  private readonly drafts = inject(REPOSITORY).drafts;
  private readonly text = signal(this.drafts.text(name) ?? '');
  readonly line = this.text.asReadonly();

  write(line: string): void {
    this.text.set(line);
    if (line === '') this.drafts.forgetText(name);
    else this.drafts.keepText(name, line);
  }
}
