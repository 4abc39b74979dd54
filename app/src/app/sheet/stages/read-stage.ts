import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { maxBoundLines } from '@lernen/core/model';
import { boundsInStatement, type FoundExample, examplesInStatement } from '@lernen/core/sheet';
import { SheetStore } from '../../store/sheet-store';
import { MarkdownField } from '../../ui/markdown-field';
import { SheetFocus } from '../sheet-focus';
import { EntryRow } from './entry-row';
import { StageFrame } from './stage-frame';

/** Reading: the statement, what is given and returned in one's own words, and what has to be asked. */
@Component({
  selector: 'app-read-stage',
  imports: [EntryRow, MarkdownField, MatButton, StageFrame],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <app-stage-frame stage="read">
      <app-markdown-field
        data-start
        label="Statement"
        placeholder="The statement, as Markdown with $formulas$. It stays on this machine, for you alone."
        [longest]="50000"
        [value]="statement().text"
        (valueChange)="store.change(statement(), { text: $event })"
      />
      @if (offers().count > 0) {
        <div class="offers" aria-label="Found in the statement">
          <span class="label">Found in it, not on the sheet yet</span>
          @for (bound of offers().bounds; track bound) {
            <button type="button" matButton="outlined" class="offer mono" (click)="takeBound(bound)">
              <span class="unseen">Take the bound</span> {{ bound }}
            </button>
          }
          @for (example of offers().examples; track $index) {
            <button type="button" matButton="outlined" class="offer mono" (click)="takeExample(example)">
              <span class="unseen">Take the example</span> {{ example.input }} → {{ example.expected }}
            </button>
          }
          @if (offers().count > 1) {
            <button type="button" matButton="text" (click)="takeAll()">Take all {{ offers().count }}</button>
          }
        </div>
      }
      <div class="pair">
        <span class="label" aria-hidden="true">Given</span>
        <app-markdown-field
          label="What is given, in my own words"
          placeholder="what is given, in my own words"
          [value]="reading().given"
          (valueChange)="store.change(reading(), { given: $event })"
        />
        <span class="label" aria-hidden="true">Return</span>
        <app-markdown-field
          label="What must be returned, in my own words"
          placeholder="what must be returned"
          [value]="reading().returns"
          (valueChange)="store.change(reading(), { returns: $event })"
        />
      </div>
      @for (question of questions(); track question.id; let index = $index) {
        <app-entry-row
          mark="?"
          [entry]="question"
          [label]="'question ' + (index + 1)"
          (next)="ask(question.id)"
          [class.open]="question.answer === ''"
        >
          <app-markdown-field
            [label]="'Question ' + (index + 1)"
            placeholder="what the statement leaves open"
            [sentence]="true"
            [value]="question.text"
            (valueChange)="store.change(question, { text: $event })"
            (entered)="ask(question.id)"
            (erased)="store.remove(question)"
          />
          <app-markdown-field
            class="answer"
            [label]="'Answer to question ' + (index + 1)"
            placeholder="the answer, once it is known"
            [value]="question.answer"
            (valueChange)="store.change(question, { answer: $event })"
          />
        </app-entry-row>
      }
      <button type="button" matButton="text" class="add" (click)="ask(null)">A question to ask</button>
    </app-stage-frame>
  `,
  styles: `
    .pair {
      display: grid;
      grid-template-columns: 60px minmax(0, 1fr);
      align-items: baseline;
      margin-top: 4px;
    }
    .offers {
      display: flex;
      flex-wrap: wrap;
      gap: 6px;
      align-items: center;
      margin: 6px 0;
      padding: 8px 12px;
      border-left: 4px solid var(--lamp);
      background: var(--lamp-soft);
    }
    .answer {
      color: var(--ink-2);
    }
  `,
})
export class ReadStage {
  protected readonly store = inject(SheetStore);
  private readonly focus = inject(SheetFocus);
  protected readonly statement = computed(() => this.store.single('statement'));
  protected readonly reading = computed(() => this.store.single('reading'));
  protected readonly questions = computed(() => this.store.of('question'));
  protected readonly offers = computed(() => {
    const { text } = this.statement();
    const bounds = boundsInStatement(text, this.store.single('bounds').lines);
    const examples = examplesInStatement(text, this.store.of('example'));
    return { bounds, examples, count: bounds.length + examples.length };
  });

  protected ask(after: string | null): void {
    this.focus.onEntry(this.store.add('question', {}, after));
  }

  protected takeBound(bound: string): void {
    this.takeBounds([bound]);
  }

  protected takeExample({ input, expected }: FoundExample): void {
    this.store.add('example', { input, expected });
  }

  protected takeAll(): void {
    const { bounds, examples } = this.offers();
    if (bounds.length > 0) this.takeBounds(bounds);
    for (const example of examples) this.takeExample(example);
  }

  /** As many as fit; the others stay on offer. */
  private takeBounds(found: readonly string[]): void {
    this.store.change(this.store.single('bounds'), ({ lines }) => ({
      lines: [...lines, ...found].slice(0, Math.max(maxBoundLines, lines.length)),
    }));
  }
}
