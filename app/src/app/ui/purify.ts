import createDOMPurify from 'dompurify';
import { sanitizer } from './sanitizer';

/** The one sanitizer of the page. */
export const purify = createDOMPurify(window);
sanitizer.sanitize = (html) => purify.sanitize(html, { RETURN_TRUSTED_TYPE: false });

/** A link in a text leaves the page in a tab of its own, and tells nothing of where it came from. */
purify.addHook('afterSanitizeAttributes', (node) => {
  if (node.tagName === 'A') {
    node.setAttribute('target', '_blank');
    node.setAttribute('rel', 'noopener noreferrer');
  }
});
