import { ChangeDetectionStrategy, Component, DestroyRef, ElementRef, effect, inject, input } from '@angular/core';
import MarkdownIt from 'markdown-it';
import { whenNear } from './nearby';
import { purify } from './purify';

const markdown = new MarkdownIt({ html: false, linkify: false, breaks: true });
/** Stars within a word multiply: `n*m*k` is a cost, not a stressed m. */
markdown.inline.State = class extends markdown.inline.State {
  override scanDelims(start: number): ReturnType<InstanceType<typeof markdown.inline.State>['scanDelims']> {
    return super.scanDelims(start, false);
  }
};
let formulas: Promise<void> | null = null;
let hasFormulas = false;

/** Formulas between dollar signs become MathML, which needs neither styles nor fonts; loaded with the first of them. */
function loadFormulas(): Promise<void> {
  formulas ??= import('@vscode/markdown-it-katex').then(({ default: katex }) => {
    const plugin = 'default' in katex ? (katex as { default: typeof katex }).default : katex;
    hasFormulas = true;
    markdown.use(plugin, { output: 'mathml', throwOnError: false, trust: false, maxExpand: 200, maxSize: 20 });
  });
  return formulas;
}

/** Milliseconds in one go for texts that nobody may see yet; further ones wait until they come near the window. */
const atOnce = 12;
let spent = 0;

function spend(milliseconds: number): void {
  // Whoever spends first in a go sees to it that the next one begins with nothing spent.
  if (spent === 0) setTimeout(() => (spent = 0));
  spent += milliseconds;
}

/** Markdown of the person's own, shown without anything that could do harm. */
@Component({
  selector: 'app-markdown',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: '',
  styles: `
    :host {
      display: block;
      overflow-wrap: anywhere;
    }
  `,
})
export class Markdown {
  readonly text = input.required<string>();
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  private stopWaiting = (): void => undefined;

  constructor() {
    inject(DestroyRef).onDestroy(() => this.stopWaiting());
    effect(() => {
      this.text();
      this.stopWaiting();
      if (spent < atOnce) this.show();
      else this.wait();
    });
  }

  /** Shows the plain text until it comes near. */
  private wait(): void {
    this.host.textContent = this.text();
    this.stopWaiting = whenNear(this.host, () => this.show());
  }

  private show(): void {
    const start = performance.now();
    const text = this.text();
    this.host.replaceChildren(rendered(text));
    spend(performance.now() - start);
    if (/\$[^$]+\$/.test(text) && !hasFormulas)
      void loadFormulas().then(() => this.text() === text && this.host.replaceChildren(rendered(text)));
  }
}

/** Nothing in a note may load anything, run anything or leave the page unasked. */
function rendered(text: string): DocumentFragment {
  return purify.sanitize(markdown.render(text), {
    USE_PROFILES: { html: true, mathMl: true },
    ADD_TAGS: ['semantics', 'annotation'],
    FORBID_TAGS: ['img', 'style', 'form', 'input', 'button'],
    FORBID_ATTR: ['style', 'class', 'id', 'name'],
    RETURN_DOM_FRAGMENT: true,
  });
}
