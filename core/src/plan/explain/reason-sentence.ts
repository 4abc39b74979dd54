import { strengthParameters } from '../../estimate/parameters';
import type { Day } from '../../model/time';
import type { PlanItem, Reasons } from '../plan';

/** The names that a sentence needs, looked up by whoever holds them. */
export interface ReasonNames {
  readonly technique: (id: string) => string;
  readonly employer: (interviewId: string) => string | null;
  /** An instant as a short date: `28 October`. */
  readonly date: (instant: string) => string;
  /** When a calendar day is: `on 28 October`, `tomorrow`. */
  readonly onDay: (day: Day) => string;
}

/** Two or three short sentences that say why an item is in the plan: what it is, what it gains, when it comes back. */
export function reasonSentence(item: PlanItem, names: ReasonNames): string {
  const { reasons, begun, goesOn, freshOn } = item;
  return [
    begun && `Begun ${names.onDay(begun)}; this is the rest.`,
    goesOn && `Longer than this day: ${goesOn.minutes} min more ${names.onDay(goesOn.date)}.`,
    reasons.isPinned && 'You pinned it to this day.',
    freshOn ? `First review of the problem that is new ${names.onDay(freshOn)}.` : whatItIs(item, names),
    gainText(reasons, names),
    reasons.comesBack && `Comes back ${names.onDay(reasons.comesBack)}.`,
  ]
    .filter((sentence) => typeof sentence === 'string')
    .join(' ');
}

/** What makes it the right thing to do, with the last sitting at it. */
function whatItIs(item: PlanItem, names: ReasonNames): string {
  const { reasons, kind } = item;
  const { lastSitting: last, failures, recallOnDay } = reasons;
  const name = item.technique === null ? null : lowerFirst(names.technique(item.technique));
  if (kind === 'fresh') return freshText(item, name);
  const when = last ? names.date(last.at) : '';
  if (kind === 'rebuild' && reasons.failedAs !== null)
    return `Its ${capitalised(reasons.failedAs)} on ${when} did not come off (${lastText(reasons)}). Work it out from blank.`;
  const isRetry = kind === 'rebuild' && failures > 0;
  if (isRetry && recallOnDay === null)
    return `Not solved yet: ${times(failures, 'try', 'tries')}. Last ${kindText(last?.kind)} on ${when}. Try again from blank, and take a hint when you are stuck.`;
  const lastTime = `Last ${kindText(last?.kind)} on ${when}: ${lastText(reasons)}.`;
  if (isRetry) return `${failuresText(reasons)} ${lastTime} Work it out from blank.`;
  if (item.kind === 'twist' && item.twist !== null)
    return `Changed as an interviewer would: ${item.twist}${/[.?!]$/.test(item.twist) ? '' : '.'} You can solve it as it was. ${lastTime}`;
  const due = dutyText(reasons, name, names, when);
  if (due !== null) return due;
  const rank = rankText(reasons, name);
  return [rank, dueText(reasons), lastTime].filter((part) => part !== null).join(' ');
}

function failuresText({ failures, wasSolved }: Reasons): string {
  if (wasSolved) return `Solved before, but not the last ${failures === 1 ? 'time' : `${failures} times`}.`;
  return `Not solved by yourself yet: ${times(failures, 'try', 'tries')}.`;
}

/** What it is brought back for; null where that is its gain, or a failure that was told of as one. */
function dutyText(reasons: Reasons, name: string | null, names: ReasonNames, when: string): string | null {
  const { duty, mixUp } = reasons;
  if (duty === 'mix-up' && mixUp)
    return `You named ${lowerFirst(names.technique(mixUp.named))} for ${name ?? 'this'} on ${names.date(mixUp.at)}; say which is which.`;
  if (duty === 'first-review')
    return `Solved for the first time on ${when} (${lastText(reasons)}); its first review is due.`;
  return null;
}

function freshText({ reasons }: PlanItem, name: string | null): string {
  const { evidence, strength } = reasons;
  const logged =
    evidence === 0 ? 'Nothing logged' : evidence === 1 ? 'One sitting logged' : `${evidence} sittings logged`;
  const range = strength ? `${percent(strength.low)} to ${percent(strength.high)}` : null;
  const isThin = evidence < strengthParameters.thinBelow;
  const estimate =
    range === null ? '' : isThin ? `; the estimate is still wide, ${range}` : `; strength likely ${range}`;
  return `${rankText(reasons, name) ?? `Something new in ${name ?? 'it'}.`} ${logged}${estimate}.`;
}

/** The place of the technique among those that the interviews need. */
function rankText({ needRank, strength }: Reasons, name: string | null): string | null {
  if (needRank === null || needRank > 3 || strength === null || name === null) return null;
  const place = needRank === 1 ? 'What you need most' : needRank === 2 ? 'What you need second' : 'What you need third';
  return `${place}: ${name}, at ${percent(strength.point)}.`;
}

/** Why now: what is remembered of its solution says when working it out teaches. */
function dueText({ recallOnDay }: Reasons): string | null {
  if (recallOnDay === null) return null;
  return recallOnDay >= 0.5
    ? 'Due before it is half forgotten.'
    : 'More than half forgotten: working it out again teaches most.';
}

/** Which interview gains how much by it. */
function gainText({ gain, interviewId, share, gainPerMinute }: Reasons, names: ReasonNames): string | null {
  if (gainPerMinute <= 0) return null;
  const employer = interviewId === null ? null : names.employer(interviewId);
  const round = employer ?? 'a usual round';
  const asks = share > 0 ? `, where it is ${percent(share)} of what is asked` : '';
  const points = 100 * gain;
  return points < 0.05
    ? `Less than 0.1 points for ${round}${asks}.`
    : `${points.toFixed(1)} points for ${round}${asks}.`;
}

function lastText({ lastSitting: last }: Reasons): string {
  if (!last) return 'never sat';
  const result = {
    solved: { none: 'solved unaided', hint: 'solved with a hint', read: 'solved after reading', copied: 'copied' }[
      last.help
    ],
    partly: 'partly solved',
    unsolved: 'not solved',
    abandoned: 'given up',
  }[last.result];
  const parts = [
    result,
    last.minutes === null ? null : `${Math.round(last.minutes)} min`,
    last.attempts > 1 ? `${last.attempts} attempts` : null,
    last.result !== 'solved' && (last.help === 'read' || last.help === 'copied') ? 'answer read' : null,
  ];
  return parts.filter((part) => part !== null).join(', ');
}

function kindText(kind: string | undefined): string {
  if (kind === undefined || kind === 'first-solve') return 'tried';
  return `came up as a ${capitalised(kind)}`;
}

function capitalised(word: string): string {
  return `${word.charAt(0).toUpperCase()}${word.slice(1)}`;
}

function times(count: number, one: string, many: string): string {
  return count === 1 ? `one ${one}` : `${count} ${many}`;
}

function percent(chance: number): string {
  return `${Math.round(chance * 100)} %`;
}

function lowerFirst(text: string): string {
  return /^[A-Z]{2}/.test(text) ? text : text.charAt(0).toLowerCase() + text.slice(1);
}
