import { Injectable, inject, signal } from '@angular/core';
import { maxQuickLine } from '@lernen/core/quick-line';
import { download } from '../ui/download';
import { grouped } from '../ui/words';
import { Notices } from './notices';
import { REPOSITORY } from './profile';

const name = 'quick-line';
const asideName = 'quick-line-aside';

/** The quick line as it was begun: kept over a reload, and taken away once the form has logged it. */
@Injectable({ providedIn: 'root' })
export class LineDraft {
  private readonly drafts = inject(REPOSITORY).drafts;
  private readonly notices = inject(Notices);
  private readonly text = signal(this.kept());
  readonly line = this.text.asReadonly();

  write(line: string): void {
    this.text.set(line);
    if (line === '') this.drafts.forgetText(name);
    else this.drafts.keepText(name, line);
  }

  /** What is too long to be shown would lock the person out at every start: it is set aside until it was taken out. */
  private kept(): string {
    const kept = this.drafts.text(name) ?? '';
    if (kept.length > maxQuickLine) {
      this.drafts.keepText(asideName, kept);
      this.drafts.forgetText(name);
    }
    const aside = this.drafts.text(asideName);
    if (aside !== null) this.offer(aside);
    return kept.length > maxQuickLine ? '' : kept;
  }

  private offer(aside: string): void {
    this.notices.say(
      `A quick line of ${grouped(aside.length)} characters was left, more than a line can hold. It is set aside.`,
      {
        label: 'Save it as a file',
        run: () => {
          download(aside, 'quick-line.txt', 'text/plain');
          this.drafts.forgetText(asideName);
        },
      },
    );
  }
}
