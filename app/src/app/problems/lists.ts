import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { MatButton } from '@angular/material/button';
import { type ProblemList, maxListTitle } from '@lernen/core/model';
import { LogStore } from '../store/log-store';
import { counted } from '../ui/words';
import { ListSection } from './list-section';
import { TextField } from '../ui/fields/text-field';

/** The lists of problems for later, the most urgent first. */
@Component({
  selector: 'app-lists',
  imports: [ListSection, MatButton, RouterLink, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="page">
      <header>
        <h1>Lists</h1>
        <span class="mono second">{{ counted(log.log().lists.length, 'list') }}</span>
        <a class="second" routerLink="/problems">All problems</a>
      </header>
      <form (submit)="$event.preventDefault(); make()">
        <app-text-field
          label="A new list: what a course, a contest or a partner sets"
          placeholder="Tidewater Course, week 10"
          [maxLength]="maxListTitle"
          [(value)]="title"
        />
        <button matButton="outlined" [disabled]="title().trim() === ''">Make the list</button>
      </form>
      @for (list of log.log().lists; track list.id) {
        <app-list-section [list]="list" [isOpened]="list.id === made()" />
      } @empty {
        <p class="empty second">
          A list keeps problems for later in your own order, with a last day if you wish. Solved ones are struck
          through. Where the plan asks for something new, problems of a list that is due soon are offered first.
        </p>
      }
    </div>
  `,
  styles: `
    header,
    form {
      display: flex;
      flex-wrap: wrap;
      gap: 6px 16px;
      align-items: baseline;
    }
    form {
      align-items: flex-end;
      max-width: 620px;
      margin: 12px 0 20px;
    }
    app-text-field {
      flex: 1 1 260px;
    }
    .empty {
      max-width: 70ch;
    }
  `,
})
export class Lists {
  protected readonly log = inject(LogStore);
  protected readonly counted = counted;
  protected readonly maxListTitle = maxListTitle;
  protected readonly title = signal('');
  /** The list that was made last: it is open for its first problems. */
  protected readonly made = signal<string | null>(null);
  private readonly titles = computed(() => new Set(this.log.log().lists.map(({ title }) => title)));

  protected async make(): Promise<void> {
    const title = this.title().trim();
    if (title === '') return;
    const list: ProblemList = this.log.newList(title, null);
    const label = this.titles().has(title) ? `Made another list “${title}”` : `Made the list “${title}”`;
    if (!(await this.log.saveList(list, label))) return;
    this.title.set('');
    this.made.set(list.id);
  }
}
