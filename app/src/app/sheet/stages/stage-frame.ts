import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  ElementRef,
  OnInit,
  computed,
  inject,
  input,
} from '@angular/core';
import type { Stage } from '@lernen/core/model';
import { keysText } from '../../ui/shortcut-registry';
import { SheetScroll } from '../sheet-scroll';
import { stageWords } from '../stage-words';

/** The frame of a stage: its heading, the key that leads to it, and what it holds. */
@Component({
  selector: 'app-stage-frame',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { role: 'region', '[attr.aria-labelledby]': 'stage() + "-title"', '[id]': 'stage()' },
  template: `
    <header>
      <h2 [id]="stage() + '-title'">{{ heading() ?? word() }}</h2>
      <kbd aria-hidden="true">{{ key() }}</kbd>
      <ng-content select="[head]" />
    </header>
    <ng-content />
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
  protected readonly word = computed(() => stageWords[this.stage()]);
  protected readonly key = computed(() => keysText(this.stage()));

  ngOnInit(): void {
    this.destroyRef.onDestroy(this.scroll.arrive(this.stage(), this.host));
  }
}
