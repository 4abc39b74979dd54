import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { MatButton } from '@angular/material/button';
import { type Relation, type RelationKind, relations } from '@lernen/core/model';
import { LogStore } from '../../store/log-store';
import { Relations } from '../../store/relations';
import { SheetStore } from '../../store/sheet-store';
import { FamilyGraph } from '../../ui/family-graph';
import { Picker } from '../../ui/picker';
import { MarkdownField } from '../../ui/markdown-field';
import { SheetFocus } from '../sheet-focus';
import { relationWords } from '../stage-words';
import { EntryRow } from './entry-row';
import { StageFrame } from './stage-frame';
import { QuietSelect } from '../../ui/fields/quiet-select';
import { optionsOf } from '../../ui/fields/select-field';

/** The problems around this one, the twists an interviewer might ask for, and the family as a graph. */
@Component({
  selector: 'app-family-stage',
  imports: [EntryRow, FamilyGraph, MarkdownField, MatButton, Picker, RouterLink, QuietSelect, StageFrame],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <app-stage-frame stage="family">
      @for (it of own(); track it.id; let index = $index) {
        <app-entry-row [entry]="it" [label]="'relation ' + (index + 1)" [ordered]="false">
          <div class="relation">
            <app-quiet-select
              [label]="'Kind of relation ' + (index + 1)"
              [options]="relationOptions"
              [value]="it.relation"
              (chosen)="setKind(it, $event)"
            />
            <a [routerLink]="'/problems/' + it.otherId">{{ titleOf(it.otherId) }}</a>
          </div>
          @if (it.relation === 'twist-of') {
            <div class="twist">
              <span class="label">was</span>
              <app-markdown-field
                [label]="'The requirement before the twist, relation ' + (index + 1)"
                placeholder="at most k"
                [sentence]="true"
                [longest]="500"
                [value]="it.was"
                (valueChange)="store.change(it, { was: $event })"
              />
              <span class="label">is</span>
              <app-markdown-field
                [label]="'The requirement after the twist, relation ' + (index + 1)"
                placeholder="exactly k"
                [sentence]="true"
                [longest]="500"
                [value]="it.is"
                (valueChange)="store.change(it, { is: $event })"
              />
              <span class="label">changes</span>
              <app-markdown-field
                [label]="'What changes in the approach, relation ' + (index + 1)"
                placeholder="count those with at most k, take away those with at most k − 1"
                [value]="it.changes"
                (valueChange)="store.change(it, { changes: $event })"
              />
            </div>
          }
        </app-entry-row>
      }
      @for (it of others(); track it.id) {
        <p class="other second">
          <a [routerLink]="'/problems/' + it.problemId">{{ titleOf(it.problemId) }}</a>
          {{ relationWords[it.relation] }} this one{{
            it.relation === 'twist-of' && it.is ? ': ' + (it.was ? it.was + ' → ' : '') + it.is : ''
          }}
        </p>
      }
      <div class="new" data-start>
        <app-picker
          isLabelHidden
          label="A related problem"
          placeholder="A related problem, by its title"
          [options]="candidates()"
          (chosen)="relate($event)"
          [adds]="true"
          unknownText="No problem is called that."
        />
      </div>
      <h3>Twists an interviewer might ask for</h3>
      @for (it of twists(); track it.id; let index = $index) {
        <app-entry-row mark="~" [entry]="it" [label]="'twist ' + (index + 1)" (next)="add(it.id)">
          <app-markdown-field
            [label]="'Twist ' + (index + 1)"
            placeholder="what if it comes as a stream?"
            [sentence]="true"
            [value]="it.text"
            (valueChange)="store.change(it, { text: $event })"
            (entered)="add(it.id)"
            (erased)="store.remove(it)"
          />
          <app-markdown-field
            class="second"
            [label]="'What twist ' + (index + 1) + ' changes'"
            placeholder="what that changes"
            [value]="it.changes"
            (valueChange)="store.change(it, { changes: $event })"
          />
        </app-entry-row>
      }
      <button type="button" matButton="text" class="add" (click)="add(null)">A twist</button>
      @if (graph().nodes.length > 1) {
        <app-family-graph [nodes]="graph().nodes" [links]="graph().links" [here]="store.problemId()" />
      }
    </app-stage-frame>
  `,
  styles: `
    .relation {
      display: flex;
      flex-wrap: wrap;
      gap: 0 8px;
      align-items: baseline;
    }
    app-quiet-select {
      width: 150px;
    }
    .twist {
      display: grid;
      grid-template-columns: 54px minmax(0, 1fr);
      align-items: baseline;
      margin-left: 4px;
      font-size: 13px;
    }
    .other {
      padding: 4px 0 4px 26px;
    }
    .new {
      max-width: 340px;
      margin: 6px 0 0 26px;
    }
    h3 {
      margin: 14px 0 2px;
      color: var(--ink-2);
      font: 400 13px/1.4 var(--text);
    }
    app-family-graph {
      margin-top: 14px;
    }
  `,
})
export class FamilyStage {
  protected readonly store = inject(SheetStore);
  private readonly log = inject(LogStore);
  private readonly relations = inject(Relations);
  private readonly focus = inject(SheetFocus);
  protected readonly relationOptions = optionsOf(relations, (it) => relationWords[it]);
  protected readonly relationWords = relationWords;
  protected readonly own = computed(() => this.store.of('relation'));
  protected readonly others = computed(() =>
    this.relations.all().filter((it) => it.otherId === this.store.problemId() && it.problemId !== it.otherId),
  );
  protected readonly twists = computed(() => this.store.of('twist'));
  protected readonly candidates = computed(() => {
    const taken = new Set([this.store.problemId(), ...this.own().map(({ otherId }) => otherId)]);
    return this.log.titled().filter(({ id }) => !taken.has(id));
  });
  protected readonly graph = computed(() => this.relations.familyOf([this.store.problemId() ?? '']));

  protected titleOf(id: string): string {
    return this.log.problemsById().get(id)?.title ?? 'a problem that was removed';
  }

  protected relate(otherId: string): void {
    this.focus.onEntry(this.store.add('relation', { otherId, relation: 'builds-on' }));
  }

  protected setKind(relation: Relation, value: string): void {
    const kind = relations.find((it): it is RelationKind => it === value);
    if (kind) this.store.change(relation, { relation: kind });
  }

  protected add(after: string | null): void {
    this.focus.onEntry(this.store.add('twist', {}, after));
  }
}
