import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { MatButton } from '@angular/material/button';
import { Clock } from '../store/clock';
import { liveSignal } from '../store/live-signal';
import { type Done, type DoneState, LogStore } from '../store/log-store';
import { timeIn } from '../ui/dates';

const page = 20;

const stateTexts: Readonly<Record<Exclude<DoneState, 'standing'>, string>> = {
  undone: 'undone',
  'built-upon': 'changed again since',
  'too-old': 'too long ago to undo',
};

/** What was done, newest first. Each can be undone until all of it was changed again. */
@Component({
  selector: 'app-done-list',
  imports: [MatButton, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section aria-labelledby="done-title">
      <h2 id="done-title">What was done</h2>
      <p class="second">
        The last thousand steps can be undone, imports too. What was changed after a step is left alone when the step is
        undone.
      </p>
      @if (done(); as all) {
        @if (all.length === 0) {
          <p class="second">Nothing yet.</p>
        } @else {
          <table>
            <thead>
              <tr>
                <th scope="col">When</th>
                <th scope="col">What</th>
                <th scope="col" class="number">Records</th>
                <th scope="col"><span class="unseen">Undo</span></th>
              </tr>
            </thead>
            <tbody>
              @for (it of all.slice(0, count()); track it.seq) {
                <tr>
                  <td class="mono when">{{ timeIn(it.at, clock.zone) }}</td>
                  <td>
                    {{ it.label }}
                    @if (titleOf(it); as title) {
                      <a [routerLink]="['/problems', it.problemId]">{{ title }}</a>
                    }
                  </td>
                  <td class="mono number">{{ it.recordCount }}</td>
                  <td class="act">
                    @if (it.state === 'standing') {
                      <button
                        type="button"
                        matButton="text"
                        [attr.aria-label]="'Undo: ' + it.label"
                        (click)="log.undo(it.seq)"
                      >
                        Undo
                      </button>
                    } @else {
                      <span class="second">{{ stateTexts[it.state] }}</span>
                    }
                  </td>
                </tr>
              }
            </tbody>
          </table>
          @if (all.length > count()) {
            <button type="button" matButton="text" (click)="more()">Show earlier ones</button>
          }
        }
      }
    </section>
  `,
  styles: `
    .second {
      margin-bottom: 8px;
    }
    table {
      width: 100%;
      max-width: 960px;
      border-collapse: collapse;
    }
    th,
    td {
      padding: 4px 16px 4px 0;
      border-bottom: 1px solid var(--line);
      text-align: left;
      overflow-wrap: anywhere;
    }
    .when {
      white-space: nowrap;
    }
    .number {
      text-align: right;
    }
    .act {
      width: 160px;
      padding-right: 0;
      text-align: right;
    }
    td .second {
      margin: 0;
    }
    .act {
      white-space: nowrap;
    }
    @media (width < 600px) {
      thead,
      td.number {
        display: none;
      }
      tr {
        display: grid;
        grid-template-columns: minmax(0, 1fr) auto;
        border-bottom: 1px solid var(--line);
      }
      td {
        border: 0;
      }
      .when {
        grid-column: 1 / -1;
        padding-bottom: 0;
        color: var(--ink-2);
      }
      .act {
        width: auto;
      }
    }
  `,
})
export class DoneList {
  protected readonly log = inject(LogStore);
  protected readonly clock = inject(Clock);
  protected readonly timeIn = timeIn;
  protected readonly stateTexts = stateTexts;
  protected readonly count = signal(page);
  /** One more than is shown says whether there are earlier ones. */
  protected readonly done = liveSignal<readonly Done[] | null>(() => {
    const count = this.count() + 1;
    return (repository) => repository.whatWasDone(count);
  }, null);

  protected titleOf({ problemId }: Done): string | null {
    return problemId === null ? null : (this.log.problemsById().get(problemId)?.title ?? null);
  }

  protected more(): void {
    this.count.update((count) => count + page);
  }
}
