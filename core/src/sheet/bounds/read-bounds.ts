import type { Read } from './amount';
import { type Bound, type Place, type Placeless, type RangeKind, rangeKinds } from './bound';
import { type Hit, rangeFrom, readChoice, readComparisons, readDuration, readSpan } from './comparisons';
import { readCodeRule } from './code-rule';
import { type Names, namesIn } from './kinds';
import { readRequirement } from './requirements';
import { readSubject } from './subject';
import { type Token, textAt, tokensOf } from './tokens';
import { isRule, isStop, unreadRun } from './unread';
import { readWorded } from './worded';

/**
 * Reads everything that a text bounds or requires, in the order of the text. Nothing is lost: what is not understood is
 * `unread`, with its place. Linear in the text.
 */
export function boundsIn(text: string): Bound[] {
  const tokens = tokensOf(text);
  const names = namesIn(tokens, corrections(tokens));
  const bounds: Bound[] = [];
  let since = 0;
  const place = (from: number, next: number): Place => {
    const [start, end] = [tokens[from]?.from ?? 0, tokens[next - 1]?.to ?? 0];
    return { text: text.slice(start, end), from: start, to: end };
  };
  const leave = (until: number, isBeforeHit: boolean): void => {
    const isBehindHit = since > 0 && tokens[since - 1]?.kind !== 'end' && !isStop(tokens, since - 1);
    const run = unreadRun(tokens, since, until, { isBehindHit, isBeforeHit });
    if (!run) return;
    const [from, next] = run;
    if (isRule(tokens, from)) bounds.push({ kind: 'condition', condition: null, ...place(from, next) });
    else bounds.push({ kind: 'unread', ...place(from, next) });
  };
  let at = 0;
  while (at < tokens.length) {
    const token = tokens[at];
    if (token?.kind === 'end' || isStop(tokens, at)) {
      leave(at, false);
      at += 1;
      since = at;
      continue;
    }
    const hit = hitAt(tokens, at, since, names);
    if (!hit) {
      at += 1;
      continue;
    }
    leave(Math.max(hit.from, since), true);
    for (const found of hit.found) bounds.push({ ...found, ...place(hit.from, hit.next) } as Bound);
    at = hit.next;
    since = at;
  }
  leave(at, false);
  return bounds;
}

function hitAt(tokens: readonly Token[], at: number, since: number, names: Names): Hit | null {
  const correction = readCorrection(tokens, at);
  if (correction) return { found: [correction.value], from: at, next: correction.next };
  const code = readCodeRule(tokens, at);
  if (code) return { found: [code.value], from: at, next: code.next };
  const worded = readWorded(tokens, at, since);
  if (worded) {
    const found = worded.value.map((range) => rangeFrom(range, range.isSum, names));
    return { found, from: Math.min(at, ...worded.value.map(({ from }) => from)), next: worded.next };
  }
  const requirement = readRequirement(tokens, at, since);
  if (requirement)
    return {
      found: requirement.value === null ? [{ kind: 'unread' }] : [requirement.value],
      from: at,
      next: requirement.next,
    };
  return (
    readSpan(tokens, at, names) ??
    readChoice(tokens, at, names) ??
    readComparisons(tokens, at, since, names) ??
    readDuration(tokens, at, names)
  );
}

/** `t: value`, `q: test cases`: the person's own word on a kind. */
function readCorrection(tokens: readonly Token[], at: number): Read<Placeless<Bound>> | null {
  if (at > 0 && tokens[at - 1]?.kind !== 'end') return null;
  const subject = readSubject(tokens, at);
  if (!subject || textAt(tokens, subject.next) !== ':') return null;
  const words = tokens.slice(subject.next + 1, subject.next + 3).map(({ text }) => text.toLowerCase());
  const kinds = Object.entries(rangeKinds) as [RangeKind, string][];
  const kind = kinds.find(([, spelled]) => spelled.split(' ').every((word, index) => words[index] === word));
  const next = subject.next + 1 + (kind ? kind[1].split(' ').length : 0);
  const behind = tokens[next];
  const isEnd = behind === undefined || behind.kind === 'end';
  return kind && isEnd ? { value: { kind: 'correction', name: subject.value.name, corrected: kind[0] }, next } : null;
}

function corrections(tokens: readonly Token[]): Map<string, RangeKind> {
  const corrected = new Map<string, RangeKind>();
  tokens.forEach((_, at) => {
    const read = readCorrection(tokens, at);
    if (read?.value.kind === 'correction') corrected.set(read.value.name, read.value.corrected);
  });
  return corrected;
}
