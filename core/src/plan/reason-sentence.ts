import { strengthParameters } from '../estimate/parameters';
import type { PlanItem } from './plan';

/** The names that a sentence needs, looked up by whoever holds them. */
export interface ReasonNames {
  readonly technique: (id: string) => string;
  readonly employer: (interviewId: string) => string | null;
  /** An instant as a short date: `28 October`. */
  readonly date: (instant: string) => string;
}

/** One or two short sentences that say why an item is in the plan, with its numbers. */
export function reasonSentence(item: PlanItem, names: ReasonNames): string {
  const { reasons } = item;
  const sentences = item.kind === 'fresh' ? freshSentences(item, names) : reviewSentences(item, names);
  if (reasons.isPinned) sentences.unshift('You pinned it to this day.');
  return sentences.join(' ');
}

function freshSentences({ reasons, technique }: PlanItem, names: ReasonNames): string[] {
  const logged =
    reasons.evidence === 0
      ? 'Nothing logged'
      : reasons.evidence === 1
        ? 'One sitting logged'
        : `${reasons.evidence} sittings logged`;
  const isThin = reasons.evidence < strengthParameters.thinBelow;
  const range = reasons.strength
    ? `${isThin ? 'the estimate is still wide,' : 'strength is likely'} ${percent(reasons.strength.low)} to ${percent(reasons.strength.high)}${isThin ? '' : ', and a new problem teaches it more than what you know by heart'}`
    : 'there is no estimate yet';
  const name = technique === null ? 'this technique' : lowerFirst(names.technique(technique));
  return [`${logged} for ${name}; ${range}.`, ...shareSentence(reasons.share, reasons.interviewId, names)];
}

function reviewSentences({ reasons, kind }: PlanItem, names: ReasonNames): string[] {
  const sentences: string[] = [];
  const { recallNow, recallIfKept, recallIfDropped, lastSitting, mixUp } = reasons;
  if (mixUp && kind === 'spot') {
    sentences.push(
      `You named ${lowerFirst(names.technique(mixUp.named))} on ${names.date(mixUp.at)}; this keeps the two apart.`,
    );
  }
  if (recallNow !== null) {
    const share = shareText(reasons.share, reasons.interviewId, names);
    sentences.push(`Recall is ${percent(recallNow)} now${share ? `, and its technique carries ${share}` : ''}.`);
  }
  if (recallIfKept !== null && recallIfDropped !== null) {
    const when = reasons.interviewId === null ? 'In thirty days' : 'On the day';
    sentences.push(`${when} ${percent(recallIfKept)} with the plan, ${percent(recallIfDropped)} without.`);
  }
  if (lastSitting) {
    const parts = [
      lastSitting.result === 'solved' ? null : lastSitting.result,
      lastSitting.minutes === null ? null : `${Math.round(lastSitting.minutes)} min`,
      lastSitting.attempts > 1 ? `${lastSitting.attempts} attempts` : null,
      lastSitting.help === 'none' ? (lastSitting.result === 'solved' ? 'unaided' : null) : helpText[lastSitting.help],
    ].filter((part) => part !== null);
    sentences.push(`Last on ${names.date(lastSitting.at)}${parts.length > 0 ? `: ${parts.join(', ')}` : ''}.`);
  }
  return sentences;
}

const helpText = { hint: 'one hint', read: 'read a worked answer', copied: 'copied' } as const;

function shareSentence(share: number, interviewId: string | null, names: ReasonNames): string[] {
  const text = shareText(share, interviewId, names);
  return text ? [`It carries ${text}.`] : [];
}

function shareText(share: number, interviewId: string | null, names: ReasonNames): string | null {
  if (share <= 0) return null;
  const employer = interviewId === null ? null : names.employer(interviewId);
  return `${percent(share)} of ${employer ? `the ${employer} round` : 'a usual round'}`;
}

function percent(chance: number): string {
  return `${Math.round(chance * 100)} %`;
}

function lowerFirst(text: string): string {
  return /^[A-Z]{2}/.test(text) ? text : text.charAt(0).toLowerCase() + text.slice(1);
}
