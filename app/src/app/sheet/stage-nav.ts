import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { type Entry, type Stage, isFilled, stageOf, stages } from '@lernen/core/model';
import { SheetStore } from '../store/sheet-store';
import { SheetScroll } from './sheet-scroll';
import { stageWords } from './stage-words';

/** The stages of the work in the margin; those that hold something are inked, the one that one is in is marked. */
@Component({
  selector: 'app-stage-nav',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <nav aria-label="Stages of the sheet">
      <ol>
        @for (stage of rows(); track stage.id) {
          <li [class.filled]="stage.isFilled" [class.here]="stage.id === scroll.here()">
            <a
              [routerLink]="[]"
              [fragment]="stage.id"
              queryParamsHandling="preserve"
              [attr.aria-current]="stage.id === scroll.here() ? 'true' : null"
              (click)="scroll.ask(stage.id)"
              >{{ stage.word }}<span class="unseen">{{ stage.isFilled ? '' : ', empty' }}</span></a
            >
          </li>
        }
      </ol>
    </nav>
  `,
  styles: `
    ol {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      border-left: 2px solid var(--line);
    }
    li.filled {
      border-color: var(--sea);
    }
    li.here {
      border-color: var(--lamp);
      background: linear-gradient(90deg, var(--lamp-soft), transparent);
    }
    a {
      display: block;
      padding: 6px 0 6px 16px;
      color: var(--ink-2);
      text-decoration: none;
    }
    .filled a,
    .here a {
      color: var(--ink);
    }
    .here a {
      font-weight: 600;
    }
    a:hover {
      text-decoration: underline;
    }
    @media (width < 1000px) {
      ol {
        display: flex;
        flex-wrap: wrap;
        gap: 0 8px;
      }
    }
  `,
})
export class StageNav {
  private readonly sheet = inject(SheetStore);
  protected readonly scroll = inject(SheetScroll);
  /** Those that are on the page. */
  readonly shown = input<readonly Stage[]>(stages);
  /** Words of this page for some of them. */
  readonly words = input<Partial<Record<Stage, string>>>({});
  protected readonly rows = computed(() => {
    const entries = this.sheet.entries().filter((entry) => isFilled(entry) && this.isMarked(entry));
    const filled = new Set(entries.map(({ kind }) => stageOf(kind)));
    return this.shown().map((id) => ({ id, word: this.words()[id] ?? stageWords[id], isFilled: filled.has(id) }));
  });

  /** In a review the examples of the sheet stand with what is read. */
  private isMarked({ kind, sittingId }: Entry): boolean {
    return kind !== 'example' || sittingId === this.sheet.sittingId();
  }
}
