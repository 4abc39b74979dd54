import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { Interview, Lesson } from '@lernen/core/model';
import { rereadingFor } from '@lernen/core/plan';
import { liveSignal } from '../store/live-signal';
import { LogStore } from '../store/log-store';
import { Relations } from '../store/relations';

/** Before an interview: one's own lessons about what it asks, with the twists that are known for their problems. */
@Component({
  selector: 'app-rereading',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (rows().length > 0) {
      <h2>To reread before {{ interview().employer }}</h2>
      <ul>
        @for (row of rows(); track row.lesson.id) {
          <li>
            <span>{{ row.lesson.text }}</span>
            <span class="second">
              <a [routerLink]="'/problems/' + row.problem.id" fragment="lessons">{{ row.problem.title }}</a>
              {{ twistText(row.problem.id) }}
            </span>
          </li>
        }
      </ul>
    }
  `,
  styles: `
    :host {
      display: block;
      margin: 16px 0;
    }
    ul {
      margin: 4px 0 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: grid;
      grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
      gap: 2px 16px;
      padding: 5px 0;
      border-top: 1px solid var(--line);
      font-size: 14px;
    }
    @media (width < 700px) {
      li {
        grid-template-columns: 1fr;
      }
    }
  `,
})
export class Rereading {
  private readonly log = inject(LogStore);
  private readonly relations = inject(Relations);
  readonly interview = input.required<Interview>();
  private readonly lessons = liveSignal<readonly Lesson[]>(
    () => (repository) => repository.entriesOfKinds('lesson'),
    [],
  );
  protected readonly rows = computed(() => rereadingFor(this.interview(), this.lessons(), this.log.log()));

  protected twistText(problemId: string): string {
    const twist = this.relations.nextTwistOf(problemId);
    return twist === '' ? '' : `· changed: ${twist}`;
  }
}
