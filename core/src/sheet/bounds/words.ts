import type { RangeKind } from './bound';

/** What a noun counts: its kind, the variable a cost uses for it, and whether what it counts may change things. */
export interface NounMeaning {
  readonly kind: RangeKind;
  readonly variable: string;
  readonly isChanging: boolean;
}

const of = (kind: RangeKind, variable: string, words: string, isChanging = false): [string, NounMeaning][] =>
  words.split(' ').map((word) => [word, { kind, variable, isChanging }]);

/** Nouns that say what a number in front of them counts, in the plural; `nounMeaning` finds the singular too. */
const nouns = new Map<string, NounMeaning>([
  ...of('operations', 'q', 'queries questions requests'),
  ...of('operations', 'q', 'operations calls commands events updates instructions actions moves invocations', true),
  ...of('tests', 't', 'tests testcases'),
  ...of('size', 'm', 'edges roads links connections relations pairs'),
  ...of('size', 'r', 'rows'),
  ...of('size', 'c', 'columns cols'),
  ...of('size', 'k', 'colours colors'),
  ...of(
    'size',
    'n',
    'items elements entries integers numbers characters chars letters digits symbols bits words strings lines names ' +
      'nodes vertices points cells towers lamps intervals spans segments people persons players keepers boats islands ' +
      'cities stones piles boxes tasks jobs meetings orders trees buildings houses rooms steps stairs coins cards ' +
      'things objects records days tokens bytes keys',
  ),
]);

/** What a noun counts, in the singular or the plural; null for any other word. */
export function nounMeaning(word: string): NounMeaning | null {
  const lower = word.toLowerCase();
  const plural = lower.endsWith('y')
    ? `${lower.slice(0, -1)}ies`
    : lower.endsWith('ex')
      ? `${lower.slice(0, -2)}ices`
      : `${lower}s`;
  return nouns.get(lower) ?? nouns.get(plural) ?? null;
}

const moments = new Set(
  'time times timestamp timestamps start starts end ends begin finish arrival arrivals departure departures deadline deadlines duration durations moment moments second seconds minute minutes hour hours delay delays arrive depart starttime endtime ts'.split(
    ' ',
  ),
);

export function isMomentWord(word: string): boolean {
  return moments.has(word.toLowerCase());
}

/** Units behind a number that make it a time: `1 ≤ d ≤ 10^12 seconds`. */
export function isTimeUnit(word: string): boolean {
  return /^(?:milliseconds?|seconds?|secs?|minutes?|hours?|ms)$/i.test(word);
}

/** Names of texts, whose bars mean a length and not an amount without its sign. */
export function isTextName(base: string): boolean {
  return /^(?:[stpwSTPW]|words?|str|strs|strings?|texts?|patterns?|names?|keys?|lines?|sentences?|prefix(?:es)?|word\d|s\d|t\d)$/.test(
    base,
  );
}

const joining = new Set(
  (
    'a an and or the of for in on with where when which that this these those it its is be are was were will has have had can may must ' +
    'should not no all any each every both either if then so as to from by at than given let such there'
  ).split(' '),
);

/** Words that join what is said and are never a name. */
export function isJoiningWord(word: string): boolean {
  return joining.has(word.toLowerCase());
}

const fillers = new Set(
  (
    'constraints constraint bounds bound limits limit input output note notes following also respectively inclusive inclusively exclusive ' +
    'guaranteed assume holds hold satisfies satisfy integer integers number numbers value values line lines first second third contains ' +
    'contain consists consist only array arrays list lists string strings sequence grid matrix tree graph their lie lies you your solution ' +
    'algorithm array’s element elements long'
  ).split(' '),
);

/** Words that say nothing alone; what is made of them is not missed. */
export function isFillerWord(word: string): boolean {
  return isJoiningWord(word) || fillers.has(word.toLowerCase());
}
