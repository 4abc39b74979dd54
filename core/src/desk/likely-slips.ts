import { isSameCost } from '../cost';
import type { CostPair, Example, Slip } from '../model';
import type { CheckResult } from '../run/checks';
import { oneLine } from '../run/one-line';

/** A slip that what happened points to, with what did. */
export interface LikelySlip {
  readonly slip: Slip;
  readonly why: string;
}

/** What happened in a sitting, as far as it can point to a slip. */
export interface Happened {
  /** The checks that did not come out right, over all runs, with the example of each. */
  readonly wrong: readonly { readonly example: Pick<Example, 'tags' | 'input'> | null; readonly result: WrongResult }[];
  readonly stated: CostPair;
  readonly recorded: CostPair;
  readonly isNamedWrong: boolean;
  readonly isSolved: boolean;
  readonly minutes: number;
  readonly targetMinutes: number;
}
export type WrongResult = Pick<CheckResult, 'verdict' | 'message' | 'difference'>;

/** What messages of the usual languages say, by the slip that they point to. */
const messages: readonly (readonly [RegExp, Slip])[] = [
  [/index out of range|out of bounds|IndexError|cannot read propert(?:y|ies) of undefined/i, 'out-of-range'],
  [/is not defined|NameError|is not a function|has no attribute|has no member/i, 'typo'],
  [/before initialization|UnboundLocalError|NoneType|of null/i, 'not-initialised'],
  [/maximum (?:call stack|recursion)|overflow/i, 'overflow'],
];

/** Slips that the sitting points to, each once, the surest first. The person says which of them it was. */
export function likelySlips(happened: Happened): LikelySlip[] {
  const found: LikelySlip[] = [];
  const add = (slip: Slip, why: string): void => {
    if (!found.some((it) => it.slip === slip)) found.push({ slip, why });
  };
  for (const { example, result } of happened.wrong) fromCheck(example, result, add);
  if (happened.isNamedWrong) add('wrong-technique', 'the technique named first is not the recorded one');
  for (const part of ['time', 'space'] as const) {
    const [said, known] = [happened.stated[part], happened.recorded[part]];
    if (said !== null && known !== null && isSameCost(said, known) === false)
      add('cost-misstated', `${said} was stated for the ${part}, ${known} is recorded`);
  }
  if (!happened.isSolved && happened.minutes >= happened.targetMinutes)
    add('ran-out-of-time', `${happened.minutes} min went by, ${happened.targetMinutes} were the target`);
  return found;
}

function fromCheck(
  example: Pick<Example, 'tags' | 'input'> | null,
  { verdict, message, difference }: WrongResult,
  add: (slip: Slip, why: string) => void,
): void {
  const input = oneLine(example?.input ?? '').slice(0, 60) || 'nothing';
  if (verdict === 'too-slow') add('too-slow', `it was too slow on ${input}`);
  else if (verdict === 'did-not-compile') add('typo', 'it did not compile');
  else if (verdict === 'crashed') {
    for (const [pattern, slip] of messages)
      if (pattern.test(message)) add(slip, `${message.slice(0, 120)}, on ${input}`);
  } else if (verdict === 'wrong') {
    const [tag] = example?.tags ?? [];
    if (tag !== undefined) add('edge-case', `wrong at an edge case (${tag}): ${input}`);
    if (/^(?:null|None|undefined|nothing)$/.test(difference?.actual ?? ''))
      add('missing-return', `nothing came back for ${input}`);
    else if (isOffByOne(difference))
      add('off-by-one', `${difference?.actual} for ${difference?.expected}, on ${input}`);
  }
}

function isOffByOne(difference: WrongResult['difference']): boolean {
  if (difference === null || !/^-?\d{1,15}$/.test(difference.expected) || !/^-?\d{1,15}$/.test(difference.actual))
    return false;
  return Math.abs(Number(difference.expected) - Number(difference.actual)) === 1;
}
