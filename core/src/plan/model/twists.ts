import type { Entry } from '../../model/entry';
import type { ProblemId } from '../../model/problem';
import type { Sitting } from '../../model/sitting';

/** A change of a problem's requirement that an interviewer might ask for, in the person's own words. */
export interface Twist {
  readonly text: string;
  /** The problem on whose sheet it stands: this one, or one of its family. */
  readonly from: ProblemId;
}

export type TwistsByProblem = ReadonlyMap<ProblemId, readonly Twist[]>;

/** Characters of a twist as a sitting keeps it. */
const maxText = 500;

/**
 * The twists that are known for each problem: those written on its sheet, those that another problem of its family is, and
 * those written for a problem with the same idea; its own first, and none twice.
 */
export function twistsFrom(entries: readonly Entry[]): TwistsByProblem {
  const twists = new Map<ProblemId, Twist[]>();
  const add = (problemId: ProblemId, text: string, from: ProblemId): void => {
    const known = twists.get(problemId) ?? [];
    const line = text.replace(/\s+/g, ' ').trim().slice(0, maxText);
    if (line !== '' && known.every((twist) => twist.text !== line))
      twists.set(problemId, [...known, { text: line, from }]);
  };
  const standing = entries.filter(({ deleted }) => !deleted);
  for (const entry of standing) if (entry.kind === 'twist') add(entry.problemId, entry.text, entry.problemId);
  const own = new Map(twists);
  for (const entry of standing) {
    if (entry.kind !== 'relation') continue;
    const { problemId, otherId, relation, was, is } = entry;
    if (relation === 'twist-of' && is !== '') add(otherId, was === '' ? is : `${is} instead of ${was}`, problemId);
    if (relation !== 'same-idea') continue;
    for (const { text } of own.get(otherId) ?? []) add(problemId, text, otherId);
    for (const { text } of own.get(problemId) ?? []) add(otherId, text, problemId);
  }
  return twists;
}

/** The twist to ask for next: one that was never worked, or else the one that was worked longest ago. */
export function nextTwist(twists: readonly Twist[], sittings: readonly Pick<Sitting, 'twist'>[]): Twist | null {
  const workedAt = ({ text }: Twist): number => sittings.findLastIndex(({ twist }) => twist === text);
  return [...twists].sort((a, b) => workedAt(a) - workedAt(b))[0] ?? null;
}
