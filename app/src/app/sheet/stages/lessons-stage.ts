import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { type Lesson, type LessonKind, type Slip, lessonKinds, slips } from '@lernen/core/model';
import { SheetStore } from '../../store/sheet-store';
import { slipWords } from '../../ui/words';
import { MarkdownField } from '../../ui/markdown-field';
import { SheetFocus } from '../sheet-focus';
import { lessonWords } from '../stage-words';
import { EntryRow } from './entry-row';
import { StageFrame } from './stage-frame';
import { QuietSelect } from '../../ui/fields/quiet-select';
import { type Option, optionsOf } from '../../ui/fields/select-field';

const prompts: Readonly<Record<LessonKind, string>> = {
  cue: '“for every element, the next one that …”',
  slip: 'what went wrong, and where',
  say: 'the sentence I want to have ready',
  question: 'what I still do not understand',
};

/** What stays: cue, slip, what to say next time, questions left open. */
@Component({
  selector: 'app-lessons-stage',
  imports: [EntryRow, MarkdownField, MatButton, QuietSelect, StageFrame],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <app-stage-frame stage="lessons">
      @for (group of groups(); track group.kind) {
        <div class="group">
          <h3>{{ group.words }}</h3>
          <div>
            @for (it of group.lessons; track it.id; let index = $index) {
              <app-entry-row
                [entry]="it"
                [label]="group.words + ' ' + (index + 1)"
                [ordered]="false"
                (next)="add(group.kind, it.id)"
              >
                <div class="lesson">
                  <app-markdown-field
                    [label]="group.words + (index > 0 ? ' ' + (index + 1) : '')"
                    [placeholder]="prompts[group.kind]"
                    [sentence]="true"
                    [value]="it.text"
                    (valueChange)="store.change(it, { text: $event })"
                    (entered)="add(group.kind, it.id)"
                    (erased)="store.remove(it)"
                  />
                  @if (group.kind === 'slip') {
                    <app-quiet-select
                      [label]="'Kind of slip ' + (index + 1)"
                      [options]="slipOptions"
                      [value]="it.slip ?? ''"
                      (chosen)="setSlip(it, $event)"
                    />
                  }
                </div>
                @if (group.kind === 'question') {
                  <app-markdown-field
                    class="second"
                    [label]="'Answer to the open question ' + (index + 1)"
                    placeholder="open; the answer, when it is found"
                    [value]="it.answer"
                    (valueChange)="store.change(it, { answer: $event })"
                  />
                }
              </app-entry-row>
            }
            <button type="button" matButton="text" class="add" data-start (click)="add(group.kind, null)">
              {{ group.lessons.length === 0 ? prompts[group.kind] : 'another' }}
              <span class="unseen">: add {{ group.words }}</span>
            </button>
          </div>
        </div>
      }
      <div class="group">
        <h3>Notes</h3>
        <app-markdown-field
          class="note"
          label="Notes"
          placeholder="anything else, as Markdown"
          [longest]="50000"
          [value]="notes().text"
          (valueChange)="store.change(notes(), { text: $event })"
        />
      </div>
    </app-stage-frame>
  `,
  styles: `
    .group {
      display: grid;
      grid-template-columns: 190px minmax(0, 1fr);
      gap: 0 12px;
      padding: 4px 0;
      border-top: 1px solid var(--line);
    }
    .group:first-of-type {
      border-top: 0;
    }
    h3 {
      padding-top: 6px;
      color: var(--ink-2);
      font: 400 13px/1.4 var(--text);
    }
    app-entry-row {
      grid-template-columns: 0 minmax(0, 1fr);
      gap: 0;
      padding: 2px 0;
      border-top: 0;
    }
    .lesson {
      display: grid;
      grid-template-columns: minmax(0, 1fr) auto;
      gap: 8px;
      align-items: baseline;
    }
    app-quiet-select {
      width: 160px;
    }
    .note {
      padding: 3px 0;
    }
    @media (width < 600px) {
      .group {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class LessonsStage {
  protected readonly store = inject(SheetStore);
  private readonly focus = inject(SheetFocus);
  protected readonly slipOptions: readonly Option[] = [
    { value: '', text: 'of no known kind' },
    ...optionsOf(slips, slipWords),
  ];
  protected readonly prompts = prompts;
  protected readonly notes = computed(() => this.store.single('notes'));
  protected readonly groups = computed(() =>
    lessonKinds.map((kind) => ({
      kind,
      words: lessonWords[kind],
      lessons: this.store.of('lesson').filter(({ lesson }) => lesson === kind),
    })),
  );

  protected add(lesson: LessonKind, after: string | null): void {
    this.focus.onEntry(this.store.add('lesson', { lesson }, after));
  }

  protected setSlip(lesson: Lesson, value: string): void {
    this.store.change(lesson, { slip: slips.find((slip): slip is Slip => slip === value) ?? null });
  }
}
