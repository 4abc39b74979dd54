import { topLevelParts } from '../brackets';
import { nativeLanguages } from './native/languages';
import { readExampleInput } from '../sheet/example-input';

/** How a program is asked: a function is called, an object gets a list of operations, or text goes in and comes out. */
export type Signature =
  | {
      readonly shape: 'call';
      readonly name: string;
      readonly parameters: readonly Parameter[];
      /** What it gives, where that was told. */
      readonly returns?: string;
    }
  | { readonly shape: 'object'; readonly name: string }
  | { readonly shape: 'stdio' };

export interface Parameter {
  readonly name: string;
  /** As the code writes it; told by hand, `nodes` for linked nodes and `tree` for a binary tree. Empty without one. */
  readonly type: string;
}

/** Languages whose programs the browser runs. */
export const browserFamilies = ['python', 'javascript', 'typescript'] as const;
export type BrowserFamily = (typeof browserFamilies)[number];

/** Languages whose programs the machine's own tools run. */
export const nativeFamilies = ['cpp', 'c', 'java', 'go', 'rust', 'csharp', 'kotlin', 'ruby'] as const;
export type NativeFamily = (typeof nativeFamilies)[number];
export type CodeFamily = BrowserFamily | NativeFamily;

/** What the machine runs: JavaScript as well, by Node, for what browsers do not tell of it. */
export const machineFamilies = [...nativeFamilies, 'javascript'] as const;
export type MachineFamily = (typeof machineFamilies)[number];

export function isNative(family: CodeFamily): family is NativeFamily {
  return nativeFamilies.some((it) => it === family);
}

/** Languages whose programs can be run, by the names that people give them. */
const families: readonly (readonly [family: CodeFamily, names: RegExp])[] = [
  ['python', /^(?:python|py|python ?3|cpython)$/i],
  ['typescript', /^(?:typescript|ts)$/i],
  ['javascript', /^(?:javascript|js|node|ecmascript)$/i],
  ['cpp', /^(?:c\+\+|cpp|cc|c\+\+ ?\d\d)$/i],
  ['c', /^c(?: ?\d\d)?$/i],
  ['java', /^java(?: ?\d\d)?$/i],
  ['go', /^go(?:lang)?$/i],
  ['rust', /^(?:rust|rs)$/i],
  ['csharp', /^(?:c#|csharp|cs)$/i],
  ['kotlin', /^(?:kotlin|kt)$/i],
  ['ruby', /^(?:ruby|rb)$/i],
];

/** The family of a language; null for one that cannot be run here. */
export function familyOf(language: string): CodeFamily | null {
  return families.find(([, names]) => names.test(language.trim()))?.[0] ?? null;
}

/**
 * How code is to be asked, as a person tells it: `merge(a: nodes, b) -> nodes`, `class Shelf`, `standard input`. Null where
 * that cannot be read.
 */
export function signatureFrom(told: string): Signature | null {
  const text = told.trim();
  if (/^(?:standard input|stdin)\b/i.test(text)) return { shape: 'stdio' };
  const [, ofClass] = /^class\s+([A-Za-z_$][\w$]*)$/.exec(text) ?? [];
  if (ofClass !== undefined) return { shape: 'object', name: ofClass };
  const [, name, given = '', returns = ''] =
    /^([A-Za-z_$][\w$]*)\s*\(([^)]*)\)(?:\s*(?:->|→|:)\s*(\S.*))?$/.exec(text) ?? [];
  if (name === undefined) return null;
  const parameters = parametersOf(given, /^$/);
  return { shape: 'call', name, parameters, ...(returns !== '' && { returns: returns.trim() }) };
}

/** A signature in words, as it can be told. */
export function signatureText(signature: Signature): string {
  if (signature.shape === 'stdio') return 'standard input';
  if (signature.shape === 'object') return `class ${signature.name}`;
  const isTold = ({ type }: Parameter): boolean => type === 'nodes' || type === 'tree';
  const given = signature.parameters.map((it) => (isTold(it) ? `${it.name}: ${it.type}` : it.name));
  return `${signature.name}(${given.join(', ')})`;
}

/** What code declares and could be asked by. */
export interface Declared {
  readonly name: string;
  readonly parameters: readonly Parameter[];
  readonly kind: 'function' | 'class';
  /** Whether it stands in no other. */
  readonly isOuter: boolean;
}

/**
 * How code is to be asked, guessed from what it declares and how its example is written: calls are made to a class, and of
 * several functions the one is meant that takes as much as the example gives, or has the same names. Null where nothing that
 * could be called is declared and nothing is read.
 */
export function signatureOf(code: string, family: CodeFamily, input: string): Signature | null {
  if (isNative(family) && nativeLanguages[family].main.test(code)) return { shape: 'stdio' };
  const declared = declaredIn(code, family);
  const classes = declared.filter(({ kind, isOuter }) => kind === 'class' && isOuter);
  const read = readExampleInput(input);
  const last = classes.at(-1);
  if (last && read.shape === 'calls') return { shape: 'object', name: last.name };
  const functions = declared.filter(({ kind, isOuter }) => kind === 'function' && isOuter);
  const wanted = argumentTexts(input);
  const best = [...functions]
    .map((it, index) => ({ it, score: scoreOf(it, wanted) + index / 1000 }))
    .sort((a, b) => b.score - a.score)[0];
  const readsInput = /\binput\(|\bsys\.stdin\b|\bopen\(0\)|\bprocess\.stdin\b|['"](?:node:)?fs['"]|\breadline\b/.test(
    code,
  );
  if (readsInput && (best === undefined || best.score < 1)) return { shape: 'stdio' };
  if (best) return { shape: 'call', name: best.it.name, parameters: best.it.parameters };
  return last ? { shape: 'object', name: last.name } : null;
}

function declaredIn(code: string, family: CodeFamily): readonly Declared[] {
  if (isNative(family)) return nativeLanguages[family].declared(code);
  return family === 'python' ? declaredInPython(code) : declaredInScript(code);
}

function scoreOf({ parameters }: Declared, wanted: readonly ArgumentText[]): number {
  const names = new Set(parameters.map(({ name }) => name));
  const isNamed = wanted.length > 0 && wanted.every(({ name }) => name !== '' && names.has(name));
  return (isNamed ? 2 : 0) + (parameters.length === wanted.length ? 1 : 0);
}

function declaredInPython(code: string): Declared[] {
  const found: Declared[] = [];
  const pattern = /^([ \t]*)(?:async\s+)?(def|class)\s+([A-Za-z_]\w*)\s*(?:\(([^)]*)\))?/gm;
  for (const [, indent = '', word, name = '', given = ''] of code.matchAll(pattern))
    found.push({
      name,
      kind: word === 'class' ? 'class' : 'function',
      isOuter: indent === '',
      parameters: word === 'class' ? [] : parametersOf(given, /^\*/),
    });
  return found;
}

function declaredInScript(code: string): Declared[] {
  const found: Declared[] = [];
  const patterns: readonly (readonly [RegExp, 'function' | 'class'])[] = [
    [/^([ \t]*)(?:export\s+)?(?:async\s+)?function\s*\*?\s*([A-Za-z_$][\w$]*)\s*(?:<[^>]*>)?\(([^)]*)\)/gm, 'function'],
    [
      /^([ \t]*)(?:export\s+)?(?:const|let|var)\s+([A-Za-z_$][\w$]*)\s*(?::[^=\n]+)?=\s*(?:async\s*)?(?:function\s*)?\(([^)]*)\)\s*(?::[^={\n]+)?(?:=>|\{)/gm,
      'function',
    ],
    [/^([ \t]*)(?:export\s+)?class\s+([A-Za-z_$][\w$]*)()/gm, 'class'],
  ];
  for (const [pattern, kind] of patterns)
    for (const match of code.matchAll(pattern)) {
      const [, indent = '', name = '', given = ''] = match;
      found.push({ name, kind, isOuter: indent === '', parameters: parametersOf(given, /^\.\.\./) });
    }
  return found;
}

function parametersOf(given: string, rest: RegExp): Parameter[] {
  return topLevelParts(given, ',')
    .map((part) => part.trim())
    .filter((part) => part !== '' && part !== 'self' && part !== 'this' && part !== '/' && !rest.test(part))
    .map((part) => {
      const [, name = part, type = ''] = /^([\w$]+)\??\s*(?::\s*([^=]+?))?\s*(?:=.*)?$/s.exec(part) ?? [];
      return { name, type: type.trim() };
    });
}

/** One argument as an example writes it: `b = 5`, or a value alone. */
export interface ArgumentText {
  readonly name: string;
  readonly text: string;
}

/** The arguments of an example's input: parted by commas or lines that stand in no brackets. */
export function argumentTexts(input: string): ArgumentText[] {
  const isNamed = /^\s*[A-Za-z_]\w*\s*=(?!=)/.test(input);
  const lines = topLevelParts(input, isNamed ? ',\n;' : '\n;');
  const parts = isNamed ? lines : lines.flatMap(partsBeforeNames);
  // `[1, 2], 3` in one line is two arguments; `1 2 3` in one line is a list.
  const split = !isNamed && parts.length === 1 && /^\s*[[("{<]/.test(input) ? topLevelParts(input, ',') : parts;
  return split
    .map((part) => part.trim())
    .filter((part) => part !== '')
    .map((part) => {
      const [, name = '', text = part] = /^([A-Za-z_]\w*)\s*=(?!=)\s*(.*)$/s.exec(part) ?? [];
      return { name, text: text.trim() };
    });
}

/** `5 2 4, k = 2`: what is named behind a comma is an argument of its own. */
function partsBeforeNames(line: string): string[] {
  const parts = topLevelParts(line, ',');
  const first = parts.findIndex((part) => /^\s*[A-Za-z_]\w*\s*=(?!=)/.test(part));
  return first < 0 ? [line] : [parts.slice(0, first).join(','), ...parts.slice(first)];
}
