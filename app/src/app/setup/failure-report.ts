import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { type Fault, LernenError } from '@lernen/core/errors';
import { errorText } from '../ui/error-text';

/** What went wrong with a file, and where in it. */
export interface Failure {
  readonly text: string;
  readonly faults: readonly Fault[];
}

export function failureOf(error: unknown): Failure {
  const faults = error instanceof LernenError ? error.faults : [];
  return { text: errorText(error), faults };
}

const shown = 12;

/** Says what went wrong with a file, with the first places in it. */
@Component({
  selector: 'app-failure-report',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div role="alert">
      <p>
        <b>{{ failure().text }}</b>
      </p>
      @if (failure().faults.length > 0) {
        <ul class="mono">
          @for (fault of failure().faults.slice(0, shown); track $index) {
            <li>{{ fault.path || 'the file' }}: {{ fault.reason }}</li>
          }
        </ul>
        @if (failure().faults.length > shown) {
          <p>and {{ failure().faults.length - shown }} more</p>
        }
      }
    </div>
  `,
  styles: `
    div {
      margin: 12px 0;
      padding: 8px 14px;
      border-left: 4px solid var(--risk);
      background: var(--risk-soft);
    }
    ul {
      margin: 4px 0 0;
      padding-left: 18px;
      overflow-wrap: anywhere;
    }
  `,
})
export class FailureReport {
  readonly failure = input.required<Failure>();
  protected readonly shown = shown;
}
