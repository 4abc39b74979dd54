import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { type ArgumentKind, argumentKinds } from '@lernen/core/model';
import { SheetStore } from '../../store/sheet-store';
import { valueOf } from '../../ui/value-of';
import { MarkdownField } from '../../ui/markdown-field';
import { argumentWords } from '../stage-words';
import { StageFrame } from './stage-frame';

/** Why the chosen approach is right. */
@Component({
  selector: 'app-why-stage',
  imports: [StageFrame, MarkdownField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <app-stage-frame stage="why">
      <select head aria-label="Kind of argument" (change)="setKind(valueOf($event))">
        <option value="">argued by …</option>
        @for (kind of kinds; track kind) {
          <option [value]="kind" [selected]="argument().argumentKind === kind">{{ argumentWords[kind] }}</option>
        }
      </select>
      @if (chosen(); as idea) {
        <p class="second chosen">for: {{ idea }}</p>
      }
      <app-markdown-field
        data-start
        label="Why it holds"
        placeholder="an invariant, an exchange, a loop that can only end when …"
        [value]="argument().text"
        (valueChange)="store.change(argument(), { text: $event })"
      />
    </app-stage-frame>
  `,
  styles: `
    select {
      margin-left: auto;
      border: 0;
      background: none;
      color: var(--ink-2);
      font: 400 12px/1.4 var(--text);
    }
    .chosen {
      padding: 0 6px;
      font-size: 13px;
    }
  `,
})
export class WhyStage {
  protected readonly store = inject(SheetStore);
  protected readonly valueOf = valueOf;
  protected readonly kinds = argumentKinds;
  protected readonly argumentWords = argumentWords;
  protected readonly argument = computed(() => this.store.single('argument'));
  protected readonly chosen = computed(
    () => this.store.of('approach').findLast((it) => it.left === null && it.idea.trim() !== '')?.idea ?? null,
  );

  protected setKind(value: string): void {
    const argumentKind = argumentKinds.find((kind): kind is ArgumentKind => kind === value) ?? null;
    this.store.change(this.argument(), { argumentKind });
  }
}
