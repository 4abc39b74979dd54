import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { type ArgumentKind, argumentKinds } from '@lernen/core/model';
import { SheetStore } from '../../store/sheet-store';
import { MarkdownField } from '../../ui/markdown-field';
import { argumentWords } from '../stage-words';
import { StageFrame } from './stage-frame';
import { QuietSelect } from '../../ui/fields/quiet-select';
import { type Option, optionsOf } from '../../ui/fields/select-field';

/** Why the chosen approach is right. */
@Component({
  selector: 'app-why-stage',
  imports: [MarkdownField, QuietSelect, StageFrame],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <app-stage-frame stage="why">
      <app-quiet-select
        head
        label="Kind of argument"
        [options]="argumentOptions"
        [value]="argument().argumentKind ?? ''"
        (chosen)="setKind($event)"
      />
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
    app-quiet-select {
      width: 170px;
      margin-left: auto;
    }
    .chosen {
      padding: 0 6px;
      font-size: 13px;
    }
  `,
})
export class WhyStage {
  protected readonly store = inject(SheetStore);
  protected readonly argumentOptions: readonly Option[] = [
    { value: '', text: 'argued by …' },
    ...optionsOf(argumentKinds, (it) => argumentWords[it]),
  ];
  protected readonly argument = computed(() => this.store.single('argument'));
  protected readonly chosen = computed(
    () => this.store.of('approach').findLast((it) => it.left === null && it.idea.trim() !== '')?.idea ?? null,
  );

  protected setKind(value: string): void {
    const argumentKind = argumentKinds.find((kind): kind is ArgumentKind => kind === value) ?? null;
    this.store.change(this.argument(), { argumentKind });
  }
}
