/** What a piece of a statement is, as far as its letters tell. */
export type TokenKind =
  /** Digits, with separators of thousands, a decimal point, an exponent or a suffix: `200 000`, `1.5M`, `2e5`. */
  | 'number'
  /** A raised number behind another: `⁵`. */
  | 'raised'
  /** A name or a word, with its subscripts: `n`, `a_i`, `non-empty`. */
  | 'word'
  /** `O(n log n)` as a whole. */
  | 'cost'
  /** `<`, `≤`, `>`, `≥`, `=`, `≠`, `∈`. */
  | 'sign'
  /** `+`, `-`, `·`, `/`, `^`. */
  | 'operator'
  /** `( ) [ ] { } |`. */
  | 'bracket'
  /** `, ; : . … " —` and what else stands between words. */
  | 'mark'
  /** The end of a line that does not go on in the next one. */
  | 'end';

/** A piece of a text, with where it stands. */
export interface Token {
  readonly kind: TokenKind;
  /** One spelling for all: `≤` for `<=`, `\le` and `&le;`; a number without separators. */
  readonly text: string;
  /** Offsets in the text, the second one behind the last letter. */
  readonly from: number;
  readonly to: number;
  /** Whether nothing stands between it and the one before. */
  readonly isJoined: boolean;
}

type Spelled = readonly [kind: TokenKind, text: string];

interface Spelling {
  /** Signs with which it can begin: only where one stands the pattern is tried. */
  readonly first: string;
  readonly pattern: RegExp;
  /** What it is; null where it only dresses the text. */
  readonly read: ((found: string) => Spelled) | null;
}

const commands: ReadonlyMap<string, Spelled> = new Map(
  Object.entries<Spelled>({
    le: ['sign', '≤'],
    leq: ['sign', '≤'],
    leqslant: ['sign', '≤'],
    lt: ['sign', '<'],
    ge: ['sign', '≥'],
    geq: ['sign', '≥'],
    geqslant: ['sign', '≥'],
    gt: ['sign', '>'],
    ne: ['sign', '≠'],
    neq: ['sign', '≠'],
    in: ['sign', '∈'],
    cdot: ['operator', '·'],
    times: ['operator', '·'],
    ast: ['operator', '·'],
    lvert: ['bracket', '|'],
    rvert: ['bracket', '|'],
    vert: ['bracket', '|'],
    mid: ['bracket', '|'],
    ldots: ['mark', '…'],
    cdots: ['mark', '…'],
    dots: ['mark', '…'],
  }),
);

const entities: ReadonlyMap<string, Spelled> = new Map(
  Object.entries<Spelled>({
    '&le;': ['sign', '≤'],
    '&ge;': ['sign', '≥'],
    '&lt;': ['sign', '<'],
    '&gt;': ['sign', '>'],
    '&ne;': ['sign', '≠'],
    '&times;': ['operator', '·'],
    '&middot;': ['operator', '·'],
    '&sdot;': ['operator', '·'],
    '&minus;': ['operator', '-'],
  }),
);

const signs: ReadonlyMap<string, string> = new Map(
  Object.entries({
    '<=': '≤',
    '=<': '≤',
    '⩽': '≤',
    '≦': '≤',
    '≤': '≤',
    '>=': '≥',
    '=>': '≥',
    '⩾': '≥',
    '≧': '≥',
    '≥': '≥',
    '==': '=',
    '!=': '≠',
  }),
);

const raisedDigits = '⁰¹²³⁴⁵⁶⁷⁸⁹';
const plainOf = (raised: string): string => [...raised].map((digit) => raisedDigits.indexOf(digit)).join('');

/** Every pattern is sticky and looks ahead by a bounded number of letters, so that reading is linear in the text. */
const digits = '0123456789';
const latin = 'abcdefghijklmnopqrstuvwxyz';
const greek = Array.from({ length: 0x90 }, (_, index) => String.fromCharCode(0x370 + index)).join('');
const letters = latin + latin.toUpperCase() + greek;

const spellings: readonly Spelling[] = [
  { first: '\\<', pattern: /\\\\|<br\s?\/?>|<\/?(?:li|p|ul|ol|div|pre)\b[^<>]{0,80}>/y, read: () => ['end', '\n'] },
  { first: '<', pattern: /<sup>\s?(\d{1,6})\s?<\/sup>/y, read: (found) => ['raised', found.replace(/\D/g, '')] },
  {
    first: '<',
    pattern: /<sub>\s?\w(?:,\s?\w)?\s?<\/sub>/y,
    read: (found) => ['word', `_${found.replace(/<\/?sub>|\s/g, '')}`],
  },
  { first: '<', pattern: /<\/?(?:code|b|i|em|strong|var|span|sup|sub|tt|mark)\b[^<>]{0,80}>/y, read: null },
  {
    first: `& \t\r\u00a0\u2009\u200a\u202f\u200b\u2060\ufeff`,
    pattern: /&(?:nbsp|thinsp|ensp|emsp);|[ \t\r\u00a0\u2009\u200a\u202f\u200b\u2060\ufeff]/y,
    read: null,
  },
  { first: '&', pattern: /&(?:lt|gt);=/y, read: (found) => ['sign', found === '&lt;=' ? '≤' : '≥'] },
  { first: '&', pattern: /&[a-z]{2,6};/y, read: (found) => entities.get(found) ?? ['mark', found] },
  {
    first: '\\~',
    pattern: /\\[,;:! ]|\\(?:quad|qquad|left|right|big|Big|displaystyle|limits)(?![a-zA-Z])|~/y,
    read: null,
  },
  {
    first: '\\',
    pattern: /\\(?:text|mathrm|mathit|mathbf|mathtt|texttt|operatorname|rm|it|tt|bf)(?![a-zA-Z])/y,
    read: null,
  },
  {
    first: '\\',
    pattern: /\\[a-zA-Z]{1,20}/y,
    read: (found) => commands.get(found.slice(1)) ?? ['word', found.slice(1)],
  },
  { first: '\\$`*', pattern: /\\[()[\]]|\$\$?|`{1,3}|\*\*(?!\s?\d)/y, read: null },
  { first: '\\', pattern: /\\[{}|]/y, read: (found) => ['bracket', found.slice(1)] },
  {
    first: 'OΘΩ',
    pattern: /[OΘΩ]\s?\((?:[^()\n]|\((?:[^()\n]|\([^()\n]{0,40}\)){0,40}\)){1,80}\)/y,
    read: (found) => ['cost', found.replace(/\s+/g, ' ')],
  },
  {
    first: digits,
    pattern: /\d{1,3}(?:(?:[ \u00a0\u2009\u202f'’_]|\\,|\{,\}|\{\\,\}|,)\d{3}(?!\d)){1,8}(?![.,]?\d)/y,
    read: (found) => ['number', found.replace(/\D/g, '')],
  },
  {
    first: digits,
    pattern: /\d{1,400}(?:\.\d{1,60})?(?:[eE]\d{1,4}(?![\w])|[kKM](?![\w]))?/y,
    read: (found) => ['number', found],
  },
  {
    first: raisedDigits,
    pattern: new RegExp(`[${raisedDigits}]{1,6}`, 'y'),
    read: (found) => ['raised', plainOf(found)],
  },
  {
    first: letters,
    pattern:
      /[A-Za-z]{2,30}(?:-[A-Za-z]{2,30}){1,3}|[A-Za-z\u0370-\u03ff][A-Za-z0-9]{0,60}(?:[’'](?:s|t)(?![A-Za-z]))?(?:_(?:\{[^{}\n]{1,20}\}|[A-Za-z0-9]{1,30})|[₀-₉ᵢⱼₖₙₘ]{1,6})*/y,
    read: (found) => ['word', found.replace(/_\{([^{}]*)\}/g, '_$1')],
  },
  {
    first: '<=>!≤≥⩽⩾≦≧≠∈',
    pattern: /<=|=<|>=|=>|==|!=|[<>=≤≥⩽⩾≦≧≠∈]/y,
    read: (found) => ['sign', signs.get(found) ?? found],
  },
  { first: '*^', pattern: /\*\*|\^/y, read: () => ['operator', '^'] },
  { first: '·⋅∙•×*', pattern: /[·⋅∙•×*](?=\s?\(?\s?[\dA-Za-z])/y, read: () => ['operator', '·'] },
  { first: '-−–', pattern: /[-−–]/y, read: () => ['operator', '-'] },
  { first: '+/', pattern: /[+/]/y, read: (found) => ['operator', found] },
  { first: '()[]{}|∣‖', pattern: /[()[\]{}|∣‖]/y, read: (found) => ['bracket', found === '∣' ? '|' : found] },
  { first: '.…', pattern: /\.{2,3}|…/y, read: () => ['mark', '…'] },
];

const spellingsBy: ReadonlyMap<string, readonly Spelling[]> = new Map(
  [...new Set(spellings.map(({ first }) => first).join(''))].map((sign) => [
    sign,
    spellings.filter(({ first }) => first.includes(sign)),
  ]),
);

/** What stands at an index; nothing behind the end. */
export function textAt(tokens: readonly Token[], at: number): string {
  return tokens[at]?.text ?? '';
}

/** Splits a text into its pieces. What only dresses it, such as `$` or `<code>`, is left out. */
export function tokensOf(text: string): Token[] {
  const tokens: Token[] = [];
  let [at, behind] = [0, 0];
  const push = (kind: TokenKind, spelled: string, from: number, to: number): void => {
    const last = tokens.at(-1);
    if (spelled.startsWith('_') && last?.kind === 'word' && from === behind) {
      tokens[tokens.length - 1] = { ...last, text: last.text + spelled, to };
      behind = to;
      return;
    }
    tokens.push({ kind, text: spelled, from, to, isJoined: from === behind && tokens.length > 0 });
    behind = to;
  };
  while (at < text.length) {
    if (text[at] === '\n') {
      push('end', '\n', at, at + 1);
      at += 1;
      continue;
    }
    const found = spellingAt(text, at);
    const length = found?.length ?? 1;
    if (found === null) push('mark', text.slice(at, at + 1), at, at + 1);
    else if (found.read) push(...found.read, at, at + length);
    at += length;
  }
  return withoutSoftEnds(withoutBullets(withCrosses(withoutBraces(tokens))));
}

function spellingAt(
  text: string,
  at: number,
): { readonly length: number; readonly read: readonly [TokenKind, string] | null } | null {
  for (const { pattern, read } of spellingsBy.get(text.charAt(at)) ?? []) {
    pattern.lastIndex = at;
    const found = pattern.exec(text)?.[0];
    if (found !== undefined) return { length: found.length, read: read && read(found) };
  }
  return null;
}

/** Braces only group behind a `^`; elsewhere they are dress of a formula. */
function withoutBraces(tokens: readonly Token[]): Token[] {
  const kept: Token[] = [];
  let depth = 0;
  for (const token of tokens) {
    if (token.kind !== 'bracket' || (token.text !== '{' && token.text !== '}')) kept.push(token);
    else if (token.text === '{' && kept.at(-1)?.text === '^') {
      depth += 1;
      kept.push({ ...token, text: '(' });
    } else if (token.text === '}' && depth > 0) {
      depth -= 1;
      kept.push({ ...token, text: ')' });
    }
  }
  return kept;
}

/** `2 x 10^5`: a letter x between two numbers is a cross. */
function withCrosses(tokens: readonly Token[]): Token[] {
  return tokens.map((token, index) => {
    const isCross =
      token.kind === 'word' &&
      /^[xX]$/.test(token.text) &&
      tokens[index - 1]?.kind === 'number' &&
      tokens[index + 1]?.kind === 'number';
    return isCross ? { ...token, kind: 'operator', text: '·' } : token;
  });
}

/** What marks the items of a list, `-`, `*`, `1.` or `a)`, is no part of them. */
function withoutBullets(tokens: readonly Token[]): Token[] {
  const isFirst = (index: number): boolean => index === 0 || tokens[index - 1]?.kind === 'end';
  return tokens.filter((token, index) => {
    const next = tokens[index + 1];
    if (token.kind === 'operator') return !(isFirst(index) && next?.isJoined === false);
    const before = tokens[index - 1];
    const isNumbering = (it: Token | undefined, at: number, behind: Token | undefined): boolean =>
      it !== undefined &&
      isFirst(at) &&
      /^(?:\d{1,2}|[a-z])$/.test(it.text) &&
      behind?.isJoined === true &&
      /^[.)]$/.test(behind.text) &&
      tokens[at + 2]?.isJoined === false;
    return !isNumbering(token, index, next) && !isNumbering(before, index - 1, token);
  });
}

/** A line that breaks off at a sign goes on in the next one: formulas are often pasted a piece a line. */
function withoutSoftEnds(tokens: readonly Token[]): Token[] {
  const goesOn = (token: Token | undefined): boolean =>
    token !== undefined && (token.kind === 'sign' || (token.kind === 'operator' && token.text !== '-'));
  return tokens.filter((token, index) => {
    if (token.kind !== 'end') return true;
    let next = index + 1;
    while (tokens[next]?.kind === 'end') next += 1;
    return !(goesOn(tokens[index - 1]) || goesOn(tokens[next]));
  });
}
