import { CostError } from '../errors';

/** The smallest piece of a cost; `at` is its offset in the text as it was written. */
export interface CostToken {
  readonly kind: 'number' | 'word' | 'sign' | 'end';
  readonly text: string;
  readonly at: number;
}

const longest = 300;

/** Words that say what is counted, not how much; they are read over. */
const readOver =
  /\b(?:amorti[sz]ed|on average|average(?: case)?|avg|about|roughly|approximately|steps|in expectation|expected|worst[ -]case|best[ -]case|worst|best|time|space|memory|extra|additional|auxiliary|overall|in total|total|per (?:operation|query|call|element|step)|each|with high probability|whp)\b/gi;

/** `O(1) + output`, `O(1) without the answer`: what is given back does not count. */
const outputAside =
  /(?:\+|,|\(|\bplus\b|\bbesides\b|\bwithout\b|\bexcluding\b|\bnot counting\b|\bapart from\b)\s*(?:without |besides |excluding |plus |not counting )?(?:the )?(?:output|answer|result)(?: (?:list|array|map|itself))?\s*\)?\s*$/i;

/** Costs that are written as one word. */
const wordCosts = new Map(
  Object.entries({
    constant: '1',
    logarithmic: 'log n',
    linear: 'n',
    linearithmic: 'n log n',
    'log-linear': 'n log n',
    loglinear: 'n log n',
    quasilinear: 'n log n',
    quadratic: 'n^2',
    cubic: 'n^3',
    exponential: '2^n',
    factorial: 'n!',
  }),
);

/** Spelled-out operators, replaced by signs with blanks that keep every offset. */
const spelledSigns: readonly (readonly [RegExp, string])[] = [
  [/\bsquare root of\b/gi, '√'],
  [/\b(?:sq)?root of\b/gi, '√'],
  [/\broot\b/gi, '√'],
  [/\bsquared\b/gi, '²'],
  [/\bcubed\b/gi, '³'],
  [/\bplus\b/gi, '+'],
  [/\btimes\b/gi, '*'],
  [/\bto the power(?: of)?\b/gi, '^'],
];

const digits = '⁰¹²³⁴⁵⁶⁷⁸⁹';
const superscriptLetters: Readonly<Record<string, string>> = {
  ⁿ: 'n',
  ᵐ: 'm',
  ᵏ: 'k',
  ⁱ: 'i',
  ʲ: 'j',
  ᵈ: 'd',
  ʰ: 'h',
  ˡ: 'l',
};
const superscriptSigns: Readonly<Record<string, string>> = { '⁺': '+', '⁻': '-', '⁽': '(', '⁾': ')', ᐟ: '/' };
const fractions: Readonly<Record<string, string>> = { '½': '0.5', '⅓': '1/3', '¼': '0.25', '⅔': '2/3', '¾': '0.75' };
const lowered = '₀₁₂₃₄₅₆₇₈₉';
const signs: Readonly<Record<string, string>> = {
  '·': '*',
  '×': '*',
  '⋅': '*',
  '∙': '*',
  '∗': '*',
  '**': '^',
  '−': '-',
  '–': '-',
  '÷': '/',
  '[': '(',
  ']': ')',
};

const pattern =
  /\s+|(\d+(?:[.,]\d+)?(?:e\d+)?)|([αΘθΩΟ]|[A-Za-z]\d+(?![\w.(])|[A-Za-z]+(?:_[A-Za-z0-9]+|[₀-₉]+|'+)?)|([⁰¹²³⁴⁵⁶⁷⁸⁹ⁿᵐᵏⁱʲᵈʰˡ⁺⁻⁽⁾ᐟ]+)|([½⅓¼⅔¾])|([₀-₉]+)|(\*\*|[-+*·×⋅∙∗/÷^!(),_√−–[\]|])|(.)/gsu;

/** @throws CostError at the first character that has no meaning in a cost. */
export function costTokens(text: string): CostToken[] {
  if (text.length > longest) throw new CostError(longest, `at most ${longest} characters`, text);
  const source = plainSource(text);
  const tokens: CostToken[] = [];
  for (const match of source.matchAll(pattern)) {
    const [, number, word, superscript, fraction, low, sign, other] = match;
    const at = match.index;
    if (number !== undefined) tokens.push({ kind: 'number', text: number.replace(',', '.'), at });
    else if (word !== undefined && proseWords.has(word.toLowerCase()))
      throw new CostError(at, `a variable, a number or an operator, and “${word}” belongs to a sentence`, text);
    else if (word !== undefined) tokens.push(...wordTokens(word, at));
    else if (superscript !== undefined) tokens.push(...superscriptTokens(superscript, at));
    else if (fraction !== undefined) tokens.push(...fractionTokens(fraction, at));
    else if (low !== undefined)
      tokens.push({ kind: 'sign', text: '_', at }, { kind: 'number', text: lowDigits(low), at });
    else if (sign !== undefined && sign !== '|') tokens.push({ kind: 'sign', text: signs[sign] ?? sign, at });
    else if (other !== undefined) throw new CostError(at, 'a variable, a number or an operator', text);
  }
  tokens.push({ kind: 'end', text: '', at: text.length });
  return withCrosses(tokens, source);
}

/** Words of sentences, which name nothing that could be counted. */
const proseWords = new Set(
  (
    'a an the and or but of in on at to by for from with without is are was it its this that we i you if when where while ' +
    'because since so then every all any each both about depends which as per not no most least only'
  )
    .split(' ')
    .filter((word) => word.length > 1),
);

/** `n x m`: a letter x between two factors, apart from both, is a cross. */
function withCrosses(tokens: readonly CostToken[], source: string): CostToken[] {
  return tokens.map((token, index) => {
    if (token.kind !== 'word' || !/^[xX]$/.test(token.text)) return token;
    const [before, after] = [tokens[index - 1], tokens[index + 1]];
    const isApart = /^\s[xX]\s$/.test(source.slice(Math.max(0, token.at - 1), token.at + 2));
    const isBetween =
      before !== undefined &&
      (before.kind !== 'sign' || before.text === ')' || before.text === '!') &&
      (after?.kind === 'number' || after?.kind === 'word' || after?.text === '(' || after?.text === '√');
    return isApart && isBetween ? { kind: 'sign', text: '*', at: token.at } : token;
  });
}

/** `linear in the number of edges`: the word, of that name. */
const wordOf =
  /^(constant|logarithmic|linear|linearithmic|quadratic|cubic|exponential|factorial) in (?:the )?(?:(?:number|count|size|length) of (?:the |all )?)?([a-z]\w*)$/i;

/** The text without words about what is counted and with signs for spelled-out operators, every offset kept. */
function plainSource(text: string): string {
  if (!/[a-z]{4}|avg|whp|\(\s*\)/i.test(text)) return text;
  let source = text
    .replace(outputAside, (words) => ' '.repeat(words.length))
    .replace(readOver, (words) => ' '.repeat(words.length))
    .replace(/\(\s*\)/g, (empty) => ' '.repeat(empty.length));
  for (const [words, sign] of spelledSigns) source = source.replace(words, (found) => sign.padEnd(found.length));
  const bare = source.trim().toLowerCase();
  const [, word = '', name = 'n'] = wordOf.exec(source.trim()) ?? [];
  return wordCosts.get(bare) ?? wordCosts.get(word.toLowerCase())?.replace('n', name) ?? source;
}

const namedFunctions = /^(?:log|ln|lg|sqrt|min|max|alpha|choose|binom|loglog)$/i;
/** Letters that people put side by side for a product. */
const productLetters = /^[nmkqhwdtVENMKRCLSWHTDQUB]{2,3}$/;

/** `nlogn` is `n log n`, `nm` is `(n m)`, `n2` is left to the number that follows; other words are names. */
function wordTokens(word: string, at: number): CostToken[] {
  const token = (text: string, offset: number): CostToken => ({ kind: 'word', text, at: at + offset });
  if (namedFunctions.test(word)) {
    return word.toLowerCase() === 'loglog' ? [token('log', 0), token('log', 3)] : [token(word.toLowerCase(), 0)];
  }
  const based = /^(log|ln|lg)(?:_(\w+)|([₀-₉]+))$/.exec(word);
  if (based) {
    const [, name = '', plain, low = ''] = based;
    const base = plain ?? lowDigits(low);
    const kind = /^\d+$/.test(base) ? 'number' : 'word';
    return [token(name, 0), { kind: 'sign', text: '_', at }, { kind, text: base, at: at + name.length }];
  }
  const glued = /^([A-Za-z]{0,3}?)(loglog|log|sqrt|ln|lg)([A-Za-z]?)$/.exec(word);
  if (glued && !/^[a-z]*(?:len|long)/i.test(word)) {
    const [, before = '', name = '', after = ''] = glued;
    return [
      ...[...before].map((letter, index) => token(letter, index)),
      ...wordTokens(name, at + before.length),
      ...(after === '' ? [] : [token(after, before.length + name.length)]),
    ];
  }
  if (productLetters.test(word)) {
    const letters = [...word].map((letter, index) => token(letter, index));
    return [{ kind: 'sign', text: '(', at }, ...letters, { kind: 'sign', text: ')', at: at + word.length - 1 }];
  }
  return [token(word, 0)];
}

function superscriptTokens(superscript: string, at: number): CostToken[] {
  const inside: CostToken[] = [];
  for (const [index, letter] of [...superscript].entries()) {
    const last = inside.at(-1);
    if (digits.includes(letter)) {
      const digit = String(digits.indexOf(letter));
      if (last?.kind === 'number') inside[inside.length - 1] = { ...last, text: last.text + digit };
      else inside.push({ kind: 'number', text: digit, at: at + index });
    } else if (superscriptLetters[letter] !== undefined)
      inside.push({ kind: 'word', text: superscriptLetters[letter], at: at + index });
    else inside.push({ kind: 'sign', text: superscriptSigns[letter] ?? letter, at: at + index });
  }
  const power: CostToken = { kind: 'sign', text: '^', at };
  if (inside.length === 1) return [power, ...inside];
  return [
    power,
    { kind: 'sign', text: '(', at },
    ...inside,
    { kind: 'sign', text: ')', at: at + superscript.length - 1 },
  ];
}

function fractionTokens(fraction: string, at: number): CostToken[] {
  const [above = '', below] = (fractions[fraction] ?? '').split('/');
  const number = (text: string): CostToken => ({ kind: 'number', text, at });
  const sign = (text: string): CostToken => ({ kind: 'sign', text, at });
  return below === undefined ? [number(above)] : [sign('('), number(above), sign('/'), number(below), sign(')')];
}

function lowDigits(text: string): string {
  return [...text].map((digit) => lowered.indexOf(digit)).join('');
}
