import { RunError } from '../errors';

/** Numbers that a rule may be told by name: of `n = 1000, ropes = <n numbers from 1 to n>` the n. */
export type NamedNumbers = ReadonlyMap<string, number | bigint>;

/** Whether something in an input is made by a rule. */
export function isMade(input: string): boolean {
  for (let at = input.indexOf('<'); at >= 0; at = input.indexOf('<', at + 1)) if (isRuleAt(input, at)) return true;
  return false;
}

/** The rules of an input, and what stands between them. @throws RunError where one does not end */
export function partsWithRules(text: string): { readonly text: string; readonly isRule: boolean }[] {
  const parts: { readonly text: string; readonly isRule: boolean }[] = [];
  let behind = 0;
  for (let at = text.indexOf('<'); at >= 0; at = text.indexOf('<', Math.max(at + 1, behind))) {
    if (!isRuleAt(text, at)) continue;
    const end = ruleEnd(text, at);
    if (end < 0) throw new RunError(at, '“>” behind the rule');
    parts.push({ text: text.slice(behind, at), isRule: false }, { text: text.slice(at + 1, end), isRule: true });
    behind = end + 1;
  }
  return [...parts, { text: text.slice(behind), isRule: false }];
}

/** `n = 1000`: what rules behind it may be told by name. */
export function namedNumbers(text: string): NamedNumbers {
  const named = text.matchAll(/(?:^|[,;\n])\s*([A-Za-z_]\w*)\s*=\s*(-?\d{1,18})\s*(?=[,;\n]|$)/g);
  return new Map([...named].map(([, name = '', value = '']) => [name, Number(value)] as const));
}

/** Whether a rule begins at an index. What else begins with `<` is none. */
export function isRuleAt(text: string, at: number): boolean {
  ruleStart.lastIndex = at;
  return text.charAt(at) === '<' && ruleStart.test(text);
}

const ruleStart =
  /<\s*(?:an?\s+)?(?:\d|number|tree|graph|[A-Za-z_]\w{0,60}\s+(?:[a-z]{1,20}\s+)?(?:numbers|letters|words|rows|pairs|intervals|times)\b)/y;

/** Where the rule ends that is opened at an index: its `>`, past those of rules in it and in quotes; −1 where it does not end. */
export function ruleEnd(text: string, start: number): number {
  let [depth, quote] = [0, ''];
  for (let at = start; at < text.length; at++) {
    const sign = text.charAt(at);
    if (quote !== '') {
      if (sign === quote) quote = '';
    } else if (sign === '"' || sign === "'") quote = sign;
    else if (sign === '<') depth++;
    else if (sign === '>' && --depth === 0) return at;
  }
  return -1;
}
