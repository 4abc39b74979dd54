import { ChangeDetectionStrategy, Component, ElementRef, effect, inject, input } from '@angular/core';
import createDOMPurify from 'dompurify';
import MarkdownIt from 'markdown-it';

const markdown = new MarkdownIt({ html: false, linkify: false, breaks: true });
const purify = createDOMPurify(window);
let formulas: Promise<void> | null = null;

/** Nothing in a note may load anything, run anything or leave the page unasked. */
purify.addHook('afterSanitizeAttributes', (node) => {
  if (node.tagName === 'A') {
    node.setAttribute('target', '_blank');
    node.setAttribute('rel', 'noopener noreferrer');
  }
});

/** Formulas between dollar signs become MathML, which needs neither styles nor fonts; loaded with the first of them. */
function loadFormulas(): Promise<void> {
  formulas ??= import('@vscode/markdown-it-katex').then(({ default: katex }) => {
    const plugin = 'default' in katex ? (katex as { default: typeof katex }).default : katex;
    markdown.use(plugin, { output: 'mathml', throwOnError: false, trust: false, maxExpand: 200, maxSize: 20 });
  });
  return formulas;
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

  constructor() {
    effect(() => {
      const text = this.text();
      this.show(text);
      if (/\$[^$]+\$/.test(text)) void loadFormulas().then(() => this.text() === text && this.show(text));
    });
  }

  private show(text: string): void {
    const clean = purify.sanitize(markdown.render(text), {
      USE_PROFILES: { html: true, mathMl: true },
      ADD_TAGS: ['semantics', 'annotation'],
      FORBID_TAGS: ['img', 'style', 'form', 'input', 'button'],
      FORBID_ATTR: ['style', 'class', 'id', 'name'],
      RETURN_DOM_FRAGMENT: true,
    });
    this.host.replaceChildren(clean);
  }
}
