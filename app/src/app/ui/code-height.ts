/** What the code editor is as high as: a line is so many times as high as its letters; space and frame around all, pixels. */
const [line, around] = [1.4, 14];

/** How high the editor of a code stands on the page, before it is there. `size` is that of its letters, in pixels. */
export function codeHeight(code: string, size: number): string {
  return `min(60vh, ${code.split('\n').length * size * line + around}px)`;
}
