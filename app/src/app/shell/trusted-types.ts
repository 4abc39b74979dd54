import type { TrustedTypePolicyFactory } from 'trusted-types/lib';
import { sanitizer } from '../ui/sanitizer';

/**
 * What a library writes into the page as HTML, such as a chart its legend, goes through the sanitizer, and a worker may
 * come from this server alone. The server's policy asks browsers to hold every such place to this (W3C Trusted Types).
 */
export function guardThePage(page: Window & { readonly trustedTypes?: TrustedTypePolicyFactory } = window): void {
  page.trustedTypes?.createPolicy('default', {
    createHTML: (html) => sanitizer.sanitize(html),
    createScriptURL: (url) => {
      if (new URL(url, page.location.href).origin !== page.location.origin)
        throw new TypeError(`A script from another address was refused: ${url}`);
      return url;
    },
  });
}
