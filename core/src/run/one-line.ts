/** A text in one line, with a sign where its lines end. */
export function oneLine(text: string): string {
  return text.trim().replace(/\s*\n\s*/g, ' ⏎ ');
}
