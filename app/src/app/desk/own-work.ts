import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { type Entry, type EntryKind, type EntryOf, type Sitting, isFilled, ofKind } from '@lernen/core/model';
import { LogStore } from '../store/log-store';
import { CodeComparison } from '../ui/code-comparison';
import { Markdown } from '../ui/markdown';
import { isNarrowerThan } from '../ui/narrow';

/** A part of the work as it was written in the sitting, and as the sheet holds it. */
interface Part {
  readonly what: string;
  readonly own: readonly string[];
  readonly recorded: readonly string[];
}

/** What was written in a review beside what the sheet holds: part by part, and the code as a comparison. */
@Component({
  selector: 'app-own-work',
  imports: [CodeComparison, Markdown, MatButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (parts().length > 0) {
      <h2>What you wrote, beside your sheet</h2>
      <table>
        <thead>
          <tr>
            <th scope="col">Part</th>
            <th scope="col">In this sitting</th>
            <th scope="col">On your sheet</th>
          </tr>
        </thead>
        <tbody>
          @for (part of parts(); track part.what) {
            <tr>
              <th scope="row">{{ part.what }}</th>
              @for (texts of [part.own, part.recorded]; track $index) {
                <td>
                  @for (text of texts; track $index) {
                    <app-markdown [text]="text" />
                  } @empty {
                    <span class="second">nothing</span>
                  }
                </td>
              }
            </tr>
          }
        </tbody>
      </table>
    }
    @if (code(); as it) {
      <h2>The code{{ it.before ? ', against the last one on your sheet' : '' }}</h2>
      @if (it.before; as before) {
        <app-code-comparison
          [before]="before.code"
          [after]="it.after.code"
          [language]="it.after.language"
          [sideBySide]="!isNarrow()"
        />
      } @else {
        <pre class="mono" tabindex="0">{{ it.after.code }}</pre>
      }
      <p class="actions">
        <button type="button" matButton="outlined" [disabled]="isKept()" (click)="keep(it.after)">
          Put this version on the sheet
        </button>
      </p>
    }
  `,
  styles: `
    :host {
      display: block;
      margin-bottom: 20px;
    }
    table {
      width: 100%;
      margin: 6px 0 16px;
      table-layout: fixed;
    }
    th:first-child {
      width: 110px;
    }
    th,
    td {
      padding: 7px 12px 7px 0;
      border-bottom: 1px solid var(--line);
      vertical-align: top;
    }
    thead th {
      color: var(--ink-2);
      font-size: 12px;
    }
    pre {
      padding: 8px 12px;
      border: 1px solid var(--line);
      background: var(--sheet);
      overflow: auto;
      font-size: 13px;
    }
    .actions {
      margin-top: 8px;
    }
    @media (width < 560px) {
      th:first-child {
        width: 76px;
      }
      th,
      td {
        padding-right: 8px;
        font-size: 13px;
      }
    }
  `,
})
export class OwnWork {
  private readonly log = inject(LogStore);
  readonly sitting = input.required<Sitting>();
  /** The sheet of the problem with all that was written in reviews of it. */
  readonly entries = input.required<readonly Entry[]>();
  protected readonly isNarrow = isNarrowerThan(900);
  protected readonly isKept = signal(false);

  protected readonly parts = computed((): Part[] =>
    [
      this.part('The cue', 'lesson', (entry) => (entry.lesson === 'cue' ? entry.text : '')),
      this.part('Observations', 'observation', ({ text }) => text),
      this.part('Approaches', 'approach', approachText),
      this.part('Edge cases', 'example', (entry) =>
        entry.sittingId === null && entry.tags.length === 0 ? '' : exampleText(entry),
      ),
      this.part('Why it holds', 'argument', ({ text }) => text),
    ].filter(({ own }) => own.length > 0),
  );
  protected readonly code = computed(() => {
    const after = this.of('version', this.sitting().id).findLast(({ code }) => code.trim() !== '');
    const before = this.of('version', null).findLast(({ isOwn, code }) => isOwn && code.trim() !== '');
    return after ? { before: before ?? null, after } : null;
  });

  private of<K extends EntryKind>(kind: K, sittingId: string | null): EntryOf<K>[] {
    return ofKind(this.entries(), kind).filter((entry) => entry.sittingId === sittingId && isFilled(entry));
  }

  private part<K extends EntryKind>(what: string, kind: K, textOf: (entry: EntryOf<K>) => string): Part {
    const textsOf = (sittingId: string | null): string[] =>
      this.of(kind, sittingId)
        .map(textOf)
        .filter((text) => text.trim() !== '');
    return { what, own: textsOf(this.sitting().id), recorded: textsOf(null) };
  }

  protected async keep(version: EntryOf<'version'>): Promise<void> {
    this.isKept.set(true);
    const order = Math.max(0, ...this.of('version', null).map((it) => it.order)) + 1;
    const ids = { id: this.log.newId(), revision: this.log.newId() };
    const entry = { ...version, ...ids, sittingId: null, approachId: null, order };
    this.isKept.set(await this.log.saveAndSay({ entries: [entry] }, 'Put the version on the sheet'));
  }
}

function approachText({ idea, time, space }: EntryOf<'approach'>): string {
  const costs = [time && `time ${time}`, space && `space ${space}`].filter((it) => it !== '').join(', ');
  return [idea, costs].filter((it) => it.trim() !== '').join(' — ');
}

function exampleText({ input, expected }: EntryOf<'example'>): string {
  return `\`${input.trim().replace(/\s*\n\s*/g, ' ⏎ ') || 'nothing'}\` → \`${expected.trim() || '?'}\``;
}
