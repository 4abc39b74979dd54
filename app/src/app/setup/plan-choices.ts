import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { MatButton } from '@angular/material/button';
import type { Choice } from '@lernen/core/model';
import { Clock } from '../store/clock';
import { LogStore } from '../store/log-store';
import { kinds } from '../ui/kinds';
import { shortDay } from '../ui/dates';

interface Row {
  readonly choice: Choice;
  readonly name: string;
  readonly link: readonly string[];
  readonly text: string;
}

/** Every choice that overrules the plan, and the way back from each. */
@Component({
  selector: 'app-plan-choices',
  imports: [MatButton, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section aria-labelledby="plan-choices-title">
      <h2 id="plan-choices-title">Your choices about the plan</h2>
      @if (rows().length === 0) {
        <p class="second">None. What you pin, put off or drop on Today, Runway or a sheet is listed here.</p>
      } @else {
        <ul>
          @for (row of rows(); track row.choice.id) {
            <li>
              <a [routerLink]="row.link">{{ row.name }}</a>
              <span>{{ row.text }}</span>
              <button
                type="button"
                matButton="text"
                [attr.aria-label]="'Leave ' + row.name + ' to the plan'"
                (click)="log.clearChoice(row.choice.target, 'Left ' + row.name + ' to the plan again')"
              >
                Leave it to the plan
              </button>
            </li>
          }
        </ul>
      }
    </section>
  `,
  styles: `
    ul {
      max-width: 960px;
      margin: 8px 0 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: grid;
      grid-template-columns: minmax(0, 1fr) minmax(0, 1fr) auto;
      gap: 4px 16px;
      align-items: center;
      padding: 4px 0;
      border-bottom: 1px solid var(--line);
    }
    @media (width < 600px) {
      li {
        grid-template-columns: minmax(0, 1fr) auto;
      }
      li a {
        grid-column: 1 / -1;
      }
    }
  `,
})
export class PlanChoices {
  protected readonly log = inject(LogStore);
  private readonly clock = inject(Clock);

  protected readonly rows = computed<readonly Row[]>(() =>
    this.log
      .log()
      .choices.map((choice): Row => {
        const { target } = choice;
        const isProblem = 'problemId' in target;
        const id = isProblem ? target.problemId : target.technique;
        const known = isProblem ? this.log.problemsById().get(id)?.title : this.log.techniquesById().get(id)?.name;
        return {
          choice,
          name: isProblem ? (known ?? 'A problem that is no longer there') : `New problems of ${known ?? id}`,
          link: [isProblem ? '/problems' : '/techniques', id],
          text: this.textOf(choice.choice),
        };
      })
      .sort((a, b) => (a.choice.revision > b.choice.revision ? -1 : 1)),
  );

  private textOf(choice: Choice['choice']): string {
    const today = this.clock.today();
    if ('dropped' in choice) return 'never';
    if ('notBefore' in choice)
      return `not before ${shortDay(choice.notBefore)}${choice.notBefore <= today ? ', which is over' : ''}`;
    const kind = choice.kind === null ? '' : `${kinds[choice.kind].word}, `;
    return `${kind}pinned to ${shortDay(choice.pin)}${choice.pin < today ? ', which is over' : ''}`;
  }
}
