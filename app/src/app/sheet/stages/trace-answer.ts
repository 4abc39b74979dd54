import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Trace } from '@lernen/core/model';
import { type TraceReading, compareAnswer } from '@lernen/core/trace';
import { SheetStore } from '../../store/sheet-store';

/** Whether the last row of a trace gives what its example expects; nothing where that cannot be told. */
@Component({
  selector: 'app-trace-answer',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (answer(); as it) {
      <p class="answer" [class]="it.outcome" role="status">
        @switch (it.outcome) {
          @case ('same') {
            The last row gives <b class="mono">{{ it.given }}</b
            >, as {{ it.example }} expects.
          }
          @case ('other') {
            The last row gives <b class="mono">{{ it.given }}</b
            >, and {{ it.example }} expects <b class="mono">{{ it.expected }}</b
            >.
          }
          @default {
            {{ it.example }} expects <b class="mono">{{ it.expected }}</b
            >; the last row has no answer yet.
          }
        }
      </p>
    }
  `,
  styles: `
    .answer {
      margin: 6px 0 0;
      padding-left: 10px;
      border-left: 3px solid var(--line);
      font-size: 13px;
    }
    .answer::first-letter {
      text-transform: uppercase;
    }
    .answer.same {
      border-color: var(--moss);
    }
    .answer.other {
      border-color: var(--risk);
    }
  `,
})
export class TraceAnswer {
  private readonly store = inject(SheetStore);
  readonly trace = input.required<Trace>();
  readonly reading = input.required<TraceReading>();

  protected readonly answer = computed(() => {
    const { exampleId } = this.trace();
    const examples = this.store.of('example');
    const index = examples.findIndex(({ id }) => id === exampleId);
    const expected = examples[index]?.expected ?? '';
    const found = compareAnswer(this.trace(), this.reading(), expected);
    return found && { ...found, expected: expected.trim(), example: `example ${index + 1}` };
  });
}
