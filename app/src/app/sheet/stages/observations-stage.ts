import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatButtonToggle } from '@angular/material/button-toggle';
import { type ArgumentKind, type Observation, argumentKinds } from '@lernen/core/model';
import { SheetStore } from '../../store/sheet-store';
import { MarkdownField } from '../../ui/markdown-field';
import { SheetFocus } from '../sheet-focus';
import { argumentWords } from '../stage-words';
import { EntryRow } from './entry-row';
import { StageFrame } from './stage-frame';
import { QuietSelect } from '../../ui/fields/quiet-select';
import { type Option, optionsOf } from '../../ui/fields/select-field';

/** The chain of observations, each a sentence that makes the problem smaller, with its argument kept apart. */
@Component({
  selector: 'app-observations-stage',
  imports: [EntryRow, MarkdownField, MatButton, MatButtonToggle, QuietSelect, StageFrame],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <app-stage-frame folds stage="observations">
      @for (it of observations(); track it.id; let index = $index) {
        <app-entry-row #row [mark]="index + 1" [entry]="it" [label]="'observation ' + (index + 1)" (next)="add(it.id)">
          @if (row.isWhole()) {
            <div class="sentence">
              <app-markdown-field
                [label]="'Observation ' + (index + 1)"
                placeholder="one sentence that makes the problem smaller"
                [sentence]="true"
                [value]="it.text"
                (valueChange)="store.change(it, { text: $event })"
                (entered)="add(it.id)"
                (erased)="store.remove(it)"
              />
              <mat-button-toggle
                [checked]="it.isShown"
                [aria-label]="'Observation ' + (index + 1) + ' is shown'"
                (change)="store.change(it, { isShown: !it.isShown })"
              >
                <svg width="10" height="10" viewBox="0 0 10 10" aria-hidden="true">
                  <rect
                    x="0.5"
                    y="0.5"
                    width="9"
                    height="9"
                    [attr.fill]="it.isShown ? 'currentColor' : 'none'"
                    stroke="currentColor"
                    [attr.stroke-dasharray]="it.isShown ? null : '2 2'"
                  />
                </svg>
                {{ it.isShown ? 'shown' : 'believed' }}
              </mat-button-toggle>
            </div>
            <div class="details">
              @if (row.isIn() || it.from || it.to) {
                <div class="smaller">
                  <span class="label">makes it smaller: from</span>
                  <app-markdown-field
                    [label]="'Observation ' + (index + 1) + ' makes it smaller, from'"
                    placeholder="every pair"
                    [sentence]="true"
                    [longest]="500"
                    [value]="it.from"
                    (valueChange)="store.change(it, { from: $event })"
                  />
                  <span class="label">to</span>
                  <app-markdown-field
                    [label]="'Observation ' + (index + 1) + ' makes it smaller, to'"
                    placeholder="neighbours"
                    [sentence]="true"
                    [longest]="500"
                    [value]="it.to"
                    (valueChange)="store.change(it, { to: $event })"
                  />
                </div>
              }
              @if (row.isIn() || it.argument || it.argumentKind) {
                <div class="argument">
                  <app-quiet-select
                    [label]="'Kind of argument for observation ' + (index + 1)"
                    [options]="argumentOptions"
                    [value]="it.argumentKind ?? ''"
                    (chosen)="setKind(it, $event)"
                  />
                  <app-markdown-field
                    [label]="'Argument for observation ' + (index + 1)"
                    placeholder="why it is true"
                    [value]="it.argument"
                    (valueChange)="store.change(it, { argument: $event })"
                  />
                </div>
              }
            </div>
          } @else {
            <p class="unmade">{{ it.text }}</p>
          }
        </app-entry-row>
      }
      <button type="button" matButton="text" class="add" data-start (click)="add(null)">An observation</button>
    </app-stage-frame>
  `,
  styles: `
    .sentence {
      display: grid;
      grid-template-columns: minmax(0, 1fr) auto;
      gap: 8px;
      align-items: start;
    }
    .details:not(:has(*)) {
      display: none;
    }
    .details {
      margin-left: 6px;
      padding-left: 10px;
      border-left: 2px solid var(--line);
      color: var(--ink-2);
      font-size: 13px;
    }
    .smaller {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
    }
    .smaller app-markdown-field {
      flex: 0 1 auto;
      min-width: 60px;
    }
    .argument {
      display: grid;
      grid-template-columns: auto minmax(0, 1fr);
      align-items: baseline;
    }
    app-quiet-select {
      width: 170px;
    }
  `,
})
export class ObservationsStage {
  protected readonly store = inject(SheetStore);
  private readonly focus = inject(SheetFocus);
  protected readonly argumentOptions: readonly Option[] = [
    { value: '', text: 'argued by …' },
    ...optionsOf(argumentKinds, (it) => argumentWords[it]),
  ];
  protected readonly observations = computed(() => this.store.of('observation'));

  protected add(after: string | null): void {
    this.focus.onEntry(this.store.add('observation', {}, after));
  }

  protected setKind(observation: Observation, value: string): void {
    const argumentKind = argumentKinds.find((kind): kind is ArgumentKind => kind === value) ?? null;
    this.store.change(observation, { argumentKind });
  }
}
