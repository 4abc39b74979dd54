import { difficulties } from '../model/problem';
import type { QuickContext } from './quick-line';
import { quote, tokenizeQuickLine, type QuickToken } from './quick-tokens';
import { sittingKinds } from '../model/sitting-kinds';
import { slips } from '../model/sitting-words';
import { offeredTechniques } from '../model/log';
import { likeNamed } from '../model/named';

/** One thing that could stand in place of `[start, end)`. */
export interface Completion {
  readonly start: number;
  readonly end: number;
  readonly insert: string;
  readonly label: string;
  /** What kind of thing it is, or more about it. */
  readonly detail: string;
}

export interface CompletionContext extends QuickContext {
  readonly origins: readonly string[];
  readonly employers: readonly string[];
  readonly languages: readonly string[];
}

const maxShown = 8;

/** What can stand after a key, and what that is. */
interface KeyedWords {
  readonly choices: (context: CompletionContext) => readonly string[];
  readonly detail: string;
}

const keyed = new Map<string, KeyedWords>([
  ['from', { choices: ({ origins }) => origins, detail: 'origin' }],
  ['for', { choices: ({ employers }) => employers, detail: 'employer' }],
  ['as', { choices: () => sittingKinds, detail: 'kind' }],
  ['in', { choices: ({ languages }) => languages, detail: 'language' }],
]);

function keyIn(word: string): { readonly key: string; readonly body: string } {
  const [, key = '', body = ''] = /^([a-z]+):"?(.*)$/is.exec(word) ?? [];
  return { key: key.toLowerCase(), body };
}

/** Whether a word begins with a mark or a key whose words are completed. */
export function isMarked(word: string): boolean {
  return /^[#!~=@]/.test(word) || keyed.has(keyIn(word).key);
}

/** What could complete the token in which the caret stands, best first; at most eight. */
export function completeQuickLine(line: string, caret: number, context: CompletionContext): Completion[] {
  const tokens = tokenizeQuickLine(line);
  const token = tokens.find((it) => it.start < caret && caret <= it.end);
  if (!token) return [];
  const written = line.slice(token.start, caret);
  return (completeMarked(written, token, context) ?? completeTitle(line, tokens, token, caret, context)).slice(
    0,
    maxShown,
  );
}

function completeMarked(written: string, token: QuickToken, context: CompletionContext): Completion[] | null {
  const body = written.slice(1).replace(/^"/, '').toLowerCase();
  const place = { start: token.start, end: token.end };
  const choose = (mark: string, detail: string, choices: readonly string[]): Completion[] =>
    ranked(body, choices, (choice) => choice).map((choice) => ({
      ...place,
      insert: mark + choice,
      label: mark + choice,
      detail,
    }));
  switch (written.charAt(0)) {
    case '#':
      return likeNamed(body, offeredTechniques(context.techniques)).map((technique) => ({
        ...place,
        insert: `#${technique.id}`,
        label: technique.name,
        detail: technique.family,
      }));
    case '!':
      return choose('!', 'slip', slips);
    case '~':
      return choose('~', 'help or result', [
        'hint',
        'read',
        'copied',
        'solved',
        'unsolved',
        'partly',
        'abandoned',
        'planned',
      ]);
    case '=':
      return choose('=', 'difficulty', difficulties);
    case '@':
      return choose('@', 'when', ['yesterday', 'mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun', '2d', '3d']);
  }
  const { key, body: value } = keyIn(written);
  const known = keyed.get(key);
  if (!known) return null;
  return ranked(value.toLowerCase(), known.choices(context), (choice) => choice.toLowerCase()).map((choice) => ({
    ...place,
    insert: `${key}:${/[\s"]/.test(choice) ? quote(choice) : choice}`,
    label: choice,
    detail: known.detail,
  }));
}

/** Titles are completed from the first word of the run of plain words in which the caret stands. */
function completeTitle(
  line: string,
  tokens: readonly QuickToken[],
  token: QuickToken,
  caret: number,
  context: CompletionContext,
): Completion[] {
  let first = tokens.indexOf(token);
  while (first > 0 && isPlainWord(tokens[first - 1])) first--;
  const start = tokens[first]?.start ?? token.start;
  const written = line.slice(start, caret).replace(/^"/, '').toLowerCase();
  if (written.trim().length < 2) return [];
  return ranked(written, context.problems, (problem) => problem.title.toLowerCase())
    .filter((problem) => problem.title.toLowerCase() !== written)
    .map((problem) => ({
      start,
      end: token.end,
      insert: /^[\p{L}\p{N}][\p{L}\p{N}' -]*$/u.test(problem.title) ? problem.title : quote(problem.title),
      label: problem.title,
      detail: 'logged before',
    }));
}

function isPlainWord(token: QuickToken | undefined): boolean {
  return (
    token !== undefined && /^[\p{L}\p{N}'"]/u.test(token.text) && !/^(?:[oO]\(|[a-z]+:|x\d+$|\d+[hm])/i.test(token.text)
  );
}

/** Choices that begin with the text, then those with a word that does, then those that hold it. */
function ranked<T>(text: string, choices: readonly T[], textOf: (choice: T) => string): T[] {
  const scored = choices.flatMap((choice) => {
    const at = textOf(choice).indexOf(text);
    if (at < 0) return [];
    const rank = at === 0 ? 0 : /[\s-]/.test(textOf(choice).charAt(at - 1)) ? 1 : 2;
    return [{ choice, rank }];
  });
  // Where something begins with the text, what merely holds it is something else: `solved` is not `unsolved`.
  const best = scored.some(({ rank }) => rank === 0) ? scored.filter(({ rank }) => rank < 2) : scored;
  return best.sort((a, b) => a.rank - b.rank).map(({ choice }) => choice);
}
