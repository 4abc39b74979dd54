import {
  CSP_NONCE,
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  ElementRef,
  afterNextRender,
  effect,
  inject,
  input,
} from '@angular/core';
import type { ApexOptions } from 'apexcharts';
import './purify';

/** The colours of the theme as the chart library wants them: resolved. */
export interface ChartColours {
  readonly ink: string;
  readonly second: string;
  readonly line: string;
  readonly sea: string;
  readonly lamp: string;
  readonly risk: string;
}

const names = {
  ink: '--ink',
  second: '--ink-2',
  line: '--line',
  sea: '--sea',
  lamp: '--lamp',
  risk: '--risk',
} as const;

/** A drawn chart, drawn again when what it shows or the theme changes; its library is loaded when the first one is shown. What it shows stands beside it as text or table. */
@Component({
  selector: 'app-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: '',
  host: { role: 'img', '[attr.aria-label]': 'label()' },
  styles: ':host { display: block; min-width: 0; }',
})
export class Chart {
  /** Given the colours, says what to draw. */
  readonly options = input.required<(colours: ChartColours) => ApexOptions>();
  readonly label = input.required<string>();

  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    const nonce = inject(CSP_NONCE, { optional: true }) ?? undefined;
    const destroyRef = inject(DestroyRef);
    let draw: (() => void) | null = null;
    const scheme = matchMedia('(prefers-color-scheme: dark)');
    const observer = new MutationObserver(() => draw?.());
    observer.observe(document.documentElement, { attributes: true, attributeFilter: ['data-theme'] });
    const onScheme = (): void => draw?.();
    scheme.addEventListener('change', onScheme);
    let destroy = (): void => undefined;
    destroyRef.onDestroy(() => {
      observer.disconnect();
      scheme.removeEventListener('change', onScheme);
      draw = null;
      destroy();
    });
    effect(() => {
      this.options();
      draw?.();
    });
    const isGone = (): boolean => destroyRef.destroyed;
    const start = async (): Promise<void> => {
      const { default: ApexCharts } = await import('apexcharts');
      if (isGone()) return;
      const options = (): ApexOptions => {
        const { chart, ...others } = this.options()(coloursOf(host));
        return { ...others, chart: { ...chart, nonce } as NonNullable<ApexOptions['chart']> };
      };
      const chart = new ApexCharts(host, options());
      // One chart is kept: a destroyed one that was about to follow a new width would draw its old options once more.
      destroy = () => {
        chart.destroy();
      };
      const first = this.options();
      await chart.render();
      if (isGone()) return;
      draw = () => void chart.updateOptions(options(), false, false);
      if (this.options() !== first) draw();
    };
    afterNextRender(() => void start());
  }
}

function coloursOf(host: HTMLElement): ChartColours {
  const probe = document.createElement('span');
  host.append(probe);
  const entries = Object.entries(names).map(([name, property]) => {
    probe.style.color = `var(${property})`;
    return [name, getComputedStyle(probe).color];
  });
  probe.remove();
  return Object.fromEntries(entries) as unknown as ChartColours;
}
