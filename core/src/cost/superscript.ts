const high: Readonly<Record<string, string>> = {
  '0': '⁰',
  '1': '¹',
  '2': '²',
  '3': '³',
  '4': '⁴',
  '5': '⁵',
  '6': '⁶',
  '7': '⁷',
  '8': '⁸',
  '9': '⁹',
  n: 'ⁿ',
  m: 'ᵐ',
  k: 'ᵏ',
  '-': '⁻',
};

/** Powers as one writes them by hand, for people: `n^2` becomes n², `2^n` 2ⁿ. Powers without such letters stay. */
export function superscript(text: string): string {
  return text.replace(/\^(-?\d+|[nmk](?![\w(]))/g, (_, power: string) =>
    [...power].map((it) => high[it] ?? it).join(''),
  );
}
