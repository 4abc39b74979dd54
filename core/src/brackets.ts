/** Goes over the signs of a text that stand in no quotes, with how many brackets are open before each; `at` ends it by true. */
function scan(text: string, start: number, at: (sign: string, index: number, depth: number) => boolean): void {
  let [depth, quote] = [0, ''];
  for (let index = start; index < text.length; index++) {
    const sign = text.charAt(index);
    if (quote !== '') {
      if (sign === '\\') index++;
      else if (sign === quote) quote = '';
      continue;
    }
    if (at(sign, index, depth)) return;
    if (sign === '"' || sign === "'") quote = sign;
    else if ('[({'.includes(sign)) depth++;
    else if ('])}'.includes(sign)) depth--;
  }
}

/** A text in parts at signs that stand in no brackets and no quotes. */
export function topLevelParts(text: string, signs: string): string[] {
  const parts: string[] = [];
  let start = 0;
  scan(text, 0, (sign, index, depth) => {
    if (depth <= 0 && signs.includes(sign)) {
      parts.push(text.slice(start, index));
      start = index + 1;
    }
    return false;
  });
  return [...parts, text.slice(start)];
}

/** Where the bracket closes that was opened before `start`; the end of the text where none does. */
export function closingAt(text: string, start: number): number {
  let end = text.length;
  scan(text, start, (sign, index, depth) => {
    const isClosing = depth === 0 && '])}'.includes(sign);
    if (isClosing) end = index;
    return isClosing;
  });
  return end;
}
