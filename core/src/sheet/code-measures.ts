import type { Bound, CodeMeasure } from './bounds/bound';

/** What stands in a version's code, for those who compare versions or hold them to a rule. */
export interface CodeMeasures {
  readonly lines: number;
  readonly characters: number;
  /** How often each occurs, as far as the words of the usual languages tell; comments and texts do not count. */
  readonly counts: Readonly<Record<CodeMeasure, number>>;
}

/** A rule of the code that a version breaks. */
export interface BrokenRule {
  /** The rule as it was written. */
  readonly rule: string;
  readonly why: string;
}

const words: Readonly<Record<Exclude<CodeMeasure, 'lines' | 'nested loops' | 'library sorts'>, RegExp>> = {
  conditionals: /\bif\b|\belif\b|\bcase\b(?!\s*_\s*:)|\bunless\b|[^?\s]\s*\?(?![?.:)\]>,])\s*[^:\n]{1,120}:/g,
  loops: /\b(?:for|while|until|foreach)\b|\bloop\s*\{|\.(?:forEach|each)\(/g,
  functions: /\b(?:def|function|func|fn)\b|=>|\blambda\b/g,
};
const sorts =
  /\bsorted\(|\.sort(?:ed|_by|_unstable|_unstable_by|By|Descending)?\(|\b(?:std::)?(?:stable_|partial_)?sort\(|\bArrays\.sort\(|\bCollections\.sort\(|\bsort\.(?:Ints|Slice|Strings|Sort)\(|\bslices\.Sort\w*\(|\.toSorted\(|\.OrderBy\w*\(|\bqsort\(/g;
const ownSort = /\b(?:def|function|func|fn|void|int\[\])\s+sort\s*\(/;

/** Measures code in any of the usual languages. */
export function measureCode(code: string): CodeMeasures {
  const text = withoutTexts(code);
  const count = (pattern: RegExp): number => [...text.matchAll(pattern)].length;
  const trimmed = code.replace(/\n+$/, '');
  // Of a sort that the code has of its own, calls are no calls of the library.
  const libraryText = ownSort.test(text) ? text.replace(/(?<![.\w])sort\(/g, '(') : text;
  return {
    lines: trimmed === '' ? 0 : trimmed.split('\n').length,
    characters: code.length,
    counts: {
      conditionals: count(words.conditionals),
      loops: count(words.loops),
      'nested loops': nestedLoops(text),
      functions: count(words.functions),
      lines: text.split('\n').filter((line) => line.trim() !== '').length,
      'library sorts': [...libraryText.matchAll(sorts)].length,
    },
  };
}

/** The rules of an interviewer that code breaks, with what was counted. Code that is not written yet breaks none. */
export function brokenRules({ counts }: CodeMeasures, bounds: readonly Bound[]): BrokenRule[] {
  return bounds.flatMap((bound) => {
    if (bound.kind !== 'code' || counts[bound.measure] <= bound.most) return [];
    return [{ rule: bound.text, why: measureText(bound.measure, counts[bound.measure]) }];
  });
}

/** `3 conditionals`, `1 line`, for a sentence. */
export function measureText(measure: CodeMeasure, count: number): string {
  return `${count} ${count === 1 ? measure.replace(/s$/, '') : measure}`;
}

/** Code without comments, and with nothing in its quotes. */
function withoutTexts(code: string): string {
  return code
    .replace(/"""[\s\S]*?"""|'''[\s\S]*?'''/g, '""')
    .replace(/"(?:[^"\\\n]|\\.)*"|'(?:[^'\\\n]|\\.)*'|`(?:[^`\\]|\\.)*`/g, '""')
    .replace(/\/\*[\s\S]*?\*\//g, ' ')
    .replace(/(^|\s)(?:\/\/|#(?!include|\[)).*$/gm, '$1');
}

/** Loops inside of others, by braces where there are any, else by how far lines are indented. */
function nestedLoops(text: string): number {
  let [count, depth] = [0, 0];
  const open: number[] = [];
  const isBraced = text.includes('{');
  for (const line of text.split('\n')) {
    if (line.trim() === '') continue;
    const indent = /^\s*/.exec(line)?.[0].replace(/\t/g, '    ').length ?? 0;
    const level = isBraced ? depth : indent;
    while (open.length > 0 && (open.at(-1) ?? 0) >= level) open.pop();
    if (/^\s*(?:\}\s*)?(?:for|while|until|foreach|loop)\b/.test(line)) {
      if (open.length > 0) count++;
      open.push(level);
    }
    if (isBraced) depth += [...line].reduce((sum, sign) => sum + (sign === '{' ? 1 : sign === '}' ? -1 : 0), 0);
  }
  return count;
}
