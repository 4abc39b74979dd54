import { ChangeDetectionStrategy, Component, booleanAttribute, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  type Entry,
  type EntryKind,
  type EntryOf,
  type Problem,
  isFilled,
  ofKind,
  techniquesOf,
} from '@lernen/core/model';
import { liveSignal } from '../store/live-signal';
import { LogStore } from '../store/log-store';
import { Markdown } from '../ui/markdown';

/** What a review kept back of the sheet, revealed at its end; and questions left open about its techniques. */
@Component({
  selector: 'app-from-sheet',
  imports: [Markdown, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (!isCompared() && best(); as approach) {
      <h2>Your best approach</h2>
      <app-markdown [text]="approach.idea" />
      <p class="mono second">{{ costsOf(approach.time, approach.space) }}</p>
    }
    @if (!isCompared() && observations().length > 0) {
      <h2>Your observations</h2>
      <ol>
        @for (observation of observations(); track observation.id) {
          <li><app-markdown [text]="observation.text" /></li>
        }
      </ol>
    }
    @if (!isCompared() && argument(); as text) {
      <h2>Why it holds</h2>
      <app-markdown [text]="text" />
    }
    @if (lessons().length > 0) {
      <h2>Your lessons</h2>
      <ul>
        @for (lesson of lessons(); track lesson.id) {
          <li><app-markdown [text]="lesson.text" /></li>
        }
      </ul>
    }
    @if (notes(); as text) {
      <h2>Your notes</h2>
      <app-markdown [text]="text" />
    }
    @if (questions().length > 0) {
      <h2>Questions you left open on its techniques</h2>
      <ul>
        @for (question of questions(); track question.id) {
          <li>
            <app-markdown [text]="question.text" />
            <a [routerLink]="'/problems/' + question.problemId" fragment="lessons">{{ titleOf(question.problemId) }}</a>
          </li>
        }
      </ul>
    }
  `,
  styles: `
    :host {
      display: block;
      max-width: 72ch;
      margin-bottom: 20px;
    }
    h2 {
      margin: 14px 0 4px;
    }
    ol,
    ul {
      margin: 0;
      padding-left: 20px;
    }
    li {
      padding: 2px 0;
    }
    a {
      font-size: 13px;
    }
  `,
})
export class FromSheet {
  private readonly log = inject(LogStore);
  readonly problem = input.required<Problem>();
  /** Whether idea, approach and argument stand beside what was written in the sitting already. */
  readonly isCompared = input(false, { transform: booleanAttribute });

  /** The problem and all that share a technique with it. */
  private readonly ids = computed(
    () => {
      const byId = this.log.techniquesById();
      const own = techniquesOf(this.problem(), byId);
      const related = this.log.log().problems.filter((it) => techniquesOf(it, byId).some((id) => own.includes(id)));
      return [...new Set([this.problem().id, ...related.map(({ id }) => id)])];
    },
    { equal: (a, b) => a.join() === b.join() },
  );
  private readonly entries = liveSignal<readonly Entry[]>(() => {
    const ids = this.ids();
    return (repository) => repository.entriesOfProblems(ids);
  }, []);

  protected readonly best = computed(() => this.own('approach').findLast(({ left }) => left === null) ?? null);
  protected readonly observations = computed(() => this.own('observation'));
  protected readonly argument = computed(() => this.own('argument')[0]?.text ?? '');
  protected readonly lessons = computed(() => this.own('lesson').filter(({ lesson }) => lesson !== 'question'));
  protected readonly notes = computed(() => this.own('notes')[0]?.text ?? '');
  protected readonly questions = computed(() =>
    this.entries().filter(
      (entry): entry is EntryOf<'lesson'> =>
        entry.kind === 'lesson' && entry.lesson === 'question' && isFilled(entry) && entry.answer.trim() === '',
    ),
  );

  protected titleOf(id: string): string {
    return this.log.problemsById().get(id)?.title ?? '';
  }

  private own<K extends EntryKind>(kind: K): EntryOf<K>[] {
    return ofKind(this.entries(), kind).filter((entry) => entry.problemId === this.problem().id && isFilled(entry));
  }

  /** Each stated cost by its name. */
  protected costsOf(time: string, space: string): string {
    return [time && `time ${time}`, space && `space ${space}`].filter((it) => it !== '').join(', ');
  }
}
