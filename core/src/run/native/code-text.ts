import { closingAt, topLevelParts } from '../../brackets';

/** The code with nothing in its strings, and without comments and macros. */
export function withoutComments(code: string): string {
  const plain = code.replace(/"(?:\\.|[^"\\\n])*"|\/\*[\s\S]*?\*\/|\/\/[^\n]*/g, (part) =>
    part.startsWith('"') ? '""' : ' ',
  );
  return plain.replace(/^[ \t]*#.*$/gm, '');
}

/** The code with the bodies of everything taken out: `int f(int a) {}`. */
export function outerText(code: string): string {
  let text = '';
  for (let at = 0; at < code.length; at++) {
    text += code.charAt(at);
    if (code.charAt(at) !== '{') continue;
    at = closingAt(code, at + 1) - 1;
  }
  return text;
}

/** Parted by commas that stand in no brackets, `<` among them. */
export function splitTypes(text: string): string[] {
  return topLevelParts(text.replace(/</g, '(').replace(/>/g, ')'), ',').reduce<{ parts: string[]; at: number }>(
    ({ parts, at }, part) => ({ parts: [...parts, text.slice(at, at + part.length)], at: at + part.length + 1 }),
    { parts: [], at: 0 },
  ).parts;
}
