import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatInput } from '@angular/material/input';
import { MatTooltip } from '@angular/material/tooltip';
import { type Comparison, type EntryOf, comparisons } from '@lernen/core/model';
import { SheetStore } from '../../store/sheet-store';
import { CodeEditor } from '../../ui/code-editor';
import { QuietSelect } from '../../ui/fields/quiet-select';
import { optionsOf } from '../../ui/fields/select-field';
import { valueOf } from '../../ui/value-of';

const words: Readonly<Record<Comparison, string>> = {
  exact: 'as they stand',
  unordered: 'in any order',
  close: 'within a tolerance',
  own: 'by a function of my own',
};

/** How the checks of the sheet ask the code and compare its answers, where what is guessed will not do. */
@Component({
  selector: 'app-check-rules',
  imports: [CodeEditor, MatInput, MatTooltip, QuietSelect],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="rules">
      <span class="label">Answers are compared</span>
      <app-quiet-select
        label="How answers are compared"
        [options]="options"
        [value]="rules().comparison"
        (chosen)="change({ comparison: comparisonOf($event) })"
      />
      @if (rules().comparison === 'close') {
        <input
          matInput
          class="paper mono tolerance"
          type="number"
          min="0"
          max="1000000"
          step="any"
          aria-label="Tolerance, relative and absolute"
          [value]="rules().tolerance"
          (change)="setTolerance($event)"
        />
      }
      <span class="label">The code is asked as</span>
      <input
        matInput
        class="paper mono asked"
        aria-label="How the code is asked"
        placeholder="guessed from the code"
        matTooltip="merge(a: nodes, b: tree) -> nodes, class Shelf, or standard input"
        maxlength="500"
        autocomplete="off"
        spellcheck="false"
        [value]="rules().asked"
        (input)="change({ asked: valueOf($event) })"
      />
    </div>
    @if (rules().comparison === 'own') {
      <p class="second note">
        A function of three things: what went in, the answer, and what is expected. It gives true, false, or a text that
        says what is wrong.
      </p>
      <div class="rules">
        <app-quiet-select
          label="Language of the checking function"
          [options]="languages"
          [value]="rules().checkerLanguage || 'javascript'"
          (chosen)="change({ checkerLanguage: $event })"
        />
      </div>
      <app-code-editor
        label="Checking function"
        [code]="rules().checker"
        [language]="rules().checkerLanguage || 'javascript'"
        (codeChange)="writeChecker($event)"
      />
    }
  `,
  styles: `
    :host {
      display: block;
      margin: 6px 0;
    }
    .rules {
      display: flex;
      flex-wrap: wrap;
      gap: 2px 10px;
      align-items: center;
    }
    app-quiet-select {
      width: 190px;
    }
    .tolerance {
      width: 100px;
    }
    .asked {
      flex: 1 1 220px;
    }
    .note {
      font-size: 13px;
    }
  `,
})
export class CheckRulesPart {
  private readonly store = inject(SheetStore);
  protected readonly valueOf = valueOf;
  protected readonly options = optionsOf(comparisons, (it) => words[it]);
  protected readonly languages = optionsOf(['javascript', 'typescript', 'python'], (it) => it);
  protected readonly rules = computed(() => this.store.single('check-rules'));

  /** What passed under other rules has passed nothing. */
  protected change(part: Partial<EntryOf<'check-rules'>>): void {
    this.store.change(this.rules(), part);
    for (const version of this.store.of('version'))
      if (version.passed.length > 0) this.store.change(version, { passed: [] });
  }

  protected comparisonOf(value: string): Comparison {
    return comparisons.find((it) => it === value) ?? 'exact';
  }

  protected setTolerance(event: Event): void {
    const tolerance = Number(valueOf(event));
    if (valueOf(event).trim() !== '' && tolerance >= 0 && tolerance <= 1e6) this.change({ tolerance });
  }

  protected writeChecker(checker: string): void {
    if (checker !== this.rules().checker)
      this.change({ checker, checkerLanguage: this.rules().checkerLanguage || 'javascript' });
  }
}
