import { ChangeDetectionStrategy, Component, ElementRef, effect, inject, input } from '@angular/core';
import createDOMPurify from 'dompurify';
import MarkdownIt from 'markdown-it';

const markdown = new MarkdownIt({ html: false, linkify: false });
const purify = createDOMPurify(window);

/** Nothing in a note may load anything, run anything or leave the page unasked. */
purify.addHook('afterSanitizeAttributes', (node) => {
  if (node.tagName === 'A') {
    node.setAttribute('target', '_blank');
    node.setAttribute('rel', 'noopener noreferrer');
  }
});

/** Markdown of the person's own, shown without anything that could do harm. */
@Component({
  selector: 'app-markdown',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: '',
  styles: ':host { display: block; overflow-wrap: anywhere; }',
})
export class Markdown {
  readonly text = input.required<string>();

  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    effect(() => {
      const clean = purify.sanitize(markdown.render(this.text()), {
        FORBID_TAGS: ['img', 'style', 'form'],
        FORBID_ATTR: ['style'],
        RETURN_DOM_FRAGMENT: true,
      });
      host.replaceChildren(clean);
    });
  }
}
