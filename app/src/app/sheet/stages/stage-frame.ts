import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  ElementRef,
  OnInit,
  booleanAttribute,
  computed,
  inject,
  input,
} from '@angular/core';
import { type Stage, stageOf } from '@lernen/core/model';
import { SheetStore } from '../../store/sheet-store';
import { keysText } from '../../ui/shortcut-registry';
import { SheetScroll } from '../sheet-scroll';
import { stageWords } from '../stage-words';

/** The frame of a stage: its heading, the key that leads to it, and what it holds. */
@Component({
  selector: 'app-stage-frame',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: {
    role: 'region',
    '[attr.aria-labelledby]': 'stage() + "-title"',
    '[id]': 'stage()',
    '[class.folded]': 'isFolded()',
  },
  template: `
    <header>
      <h2 [id]="stage() + '-title'">{{ heading() ?? word() }}</h2>
      <kbd aria-hidden="true">{{ key() }}</kbd>
      <ng-content select="[head]" />
    </header>
    <div class="content"><ng-content /></div>
  `,
  styles: `
    :host {
      display: block;
      margin-top: 26px;
      scroll-margin-top: 12px;
    }
    header {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 10px;
      align-items: baseline;
      padding-bottom: 4px;
      border-bottom: 1px solid color-mix(in srgb, var(--ink-2) 40%, var(--line));
      margin-bottom: 6px;
    }
    /* Heading and what adds to it on one line, as long as there is nothing in it. */
    :host(.folded) {
      display: grid;
      grid-template-columns: 150px minmax(0, 1fr);
      gap: 0 12px;
      align-items: baseline;
      margin-top: 18px;
      padding-bottom: 4px;
      border-bottom: 1px solid var(--line);
    }
    :host(.folded) header {
      flex-wrap: nowrap;
      margin: 0;
      padding: 0;
      border: 0;
    }
    :host(.folded) .content {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 12px;
      align-items: baseline;
    }
    @media (width < 600px) {
      :host(.folded) {
        grid-template-columns: minmax(0, 1fr);
      }
    }
    kbd {
      opacity: 0;
    }
    :host(:hover) kbd,
    :host(:focus-within) kbd {
      opacity: 1;
    }
    @media (pointer: coarse) {
      kbd {
        display: none;
      }
    }
    @media print {
      :host {
        break-inside: avoid-page;
      }
      kbd {
        display: none;
      }
    }
  `,
})
export class StageFrame implements OnInit {
  private readonly scroll = inject(SheetScroll);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  private readonly destroyRef = inject(DestroyRef);
  readonly stage = input.required<Stage>();
  readonly heading = input<string | null>(null);
  /** Whether it folds to a line while it is empty: for lists. */
  readonly folds = input(false, { transform: booleanAttribute });
  private readonly sheet = inject(SheetStore);
  protected readonly isFolded = computed(
    () => this.folds() && !this.sheet.written().some(({ kind }) => stageOf(kind) === this.stage()),
  );
  protected readonly word = computed(() => stageWords[this.stage()]);
  protected readonly key = computed(() => keysText(this.stage()));

  ngOnInit(): void {
    this.destroyRef.onDestroy(this.scroll.arrive(this.stage(), this.host));
  }
}
