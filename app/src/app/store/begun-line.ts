import { Injectable, inject, signal } from '@angular/core';
import { KeptText } from '../data/kept-text';
import { DATABASE } from './profile';

/** The quick line as it was begun: kept over a reload, and taken away once the form has logged it. */
@Injectable({ providedIn: 'root' })
export class BegunLine {
  private readonly kept = new KeptText(`${inject(DATABASE).name}:quick-line`);
  private readonly text = signal(this.kept.read() ?? '');
  readonly line = this.text.asReadonly();

  write(line: string): void {
    this.text.set(line);
    if (line === '') this.kept.forget();
    else this.kept.keep(line);
  }
}
