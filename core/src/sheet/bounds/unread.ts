import { type Token, textAt } from './tokens';
import { isFillerWord } from './words';

/** The end of a sentence or of a part of it. */
export function isStop(tokens: readonly Token[], at: number): boolean {
  const text = tokens[at]?.text;
  return text === ';' || (text === '.' && tokens[at + 1]?.isJoined !== true);
}

/** Whether words are a rule of their own, which the machine cannot check: “must be polite”. */
export function isRule(tokens: readonly Token[], at: number): boolean {
  const [word, next] = [textAt(tokens, at), textAt(tokens, at + 1)];
  return /^(?:no|only|must|without|don['’]t|never)$/i.test(word) || (/^do$/i.test(word) && /^not$/i.test(next));
}

/**
 * What of some tokens between two readings, or between one and the end of its sentence, is left unread; null for nothing.
 * What only describes what was read is not missed: “the number of towers n satisfies …”, “1 ≤ n ≤ 5 — the towers”.
 */
export function unreadRun(
  tokens: readonly Token[],
  from: number,
  until: number,
  { isBehindHit, isBeforeHit }: { readonly isBehindHit: boolean; readonly isBeforeHit: boolean },
): readonly [from: number, next: number] | null {
  let [first, last] = [from, until];
  while (first < last && isNothing(tokens[first])) first += 1;
  const isOwnRule = isRule(tokens, first);
  while (first < last && /^(?:and|or|with|where|but)$/i.test(textAt(tokens, first))) first += 1;
  while (last > first && isNothing(tokens[last - 1])) last -= 1;
  const run = tokens.slice(first, last);
  if (run.every(isFiller)) return null;
  const saysMore = run.some(({ kind }) => kind === 'number' || kind === 'sign' || kind === 'cost') || isOwnRule;
  const isDescription = isBeforeHit || (isBehindHit && isDescribing(tokens, from, until));
  return isDescription && !saysMore ? null : [first, last];
}

function isNothing({ kind, text }: Token = end): boolean {
  return (
    kind === 'end' || kind === 'bracket' || (kind === 'mark' && text !== '∑') || (kind === 'operator' && text === '-')
  );
}

function isFiller(token: Token = end): boolean {
  return isNothing(token) || (token.kind === 'word' && isFillerWord(token.text));
}

const end: Token = { kind: 'end', text: '', from: 0, to: 0, isJoined: false };

/** Whether what follows a reading tells what was read: a dash, a bracket, “to push and pop”. */
function isDescribing(tokens: readonly Token[], from: number, until: number): boolean {
  let at = from;
  while (at < until && /^[)\]]$/.test(textAt(tokens, at))) at += 1;
  const [mark, word] = [textAt(tokens, at), textAt(tokens, at + 1)];
  // “k ≤ 1000 logs” names what is counted.
  if (at + 1 === until && /^[a-z]{3,}s$/.test(mark)) return true;
  if (/^[-—(:]$/.test(mark)) return true;
  if (mark === ',') return /^(?:the|where|which|number|length)$/i.test(word);
  return /^(?:of|for|in|on|to|where|which|is|are|that|per|over|will|made|given|denoting|the|number)$/i.test(mark);
}
