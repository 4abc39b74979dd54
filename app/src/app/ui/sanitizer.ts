/**
 * What cleans HTML that a library writes into the page. Whatever brings such a library brings the sanitizer with it: the
 * first page needs neither.
 */
export const sanitizer: { sanitize: (html: string) => string } = {
  sanitize: () => {
    throw new TypeError('HTML was to be written into the page before its sanitizer was there.');
  },
};
