import { bytesText } from '../approach-check';
import { magnitude } from '../../cost/magnitude';
import { amountText } from './amount';
import { type Bound, type End, type RangeBound, conditions, isRange, isSymbol, properties, rangeKinds } from './bound';

/** A bound as it was read, in words, with every figure exact: `size n: 1 to 150 000`. */
export function boundText(bound: Bound): string {
  if (isRange(bound)) return `${kindText(bound)} ${limitText(bound)}`.replace(' :', ':');
  switch (bound.kind) {
    case 'relation':
      return `${bound.name}: ${rangeText(bound.low, bound.high)}`;
    case 'same':
      return `${bound.name} and ${bound.as} are the same`;
    case 'correction':
      return `${bound.name} counts as ${rangeKinds[bound.corrected]}, as you say`;
    case 'time':
      return `time limit ${bound.seconds} s`;
    case 'memory':
      return `memory limit ${bytesText(magnitude(bound.bytes))}`;
    case 'cost':
      return `required: ${bound.resource} O(${bound.cost})${bound.isEach ? ' for each operation' : ''}`;
    case 'alphabet':
      return `${bound.name === '' ? '' : `${bound.name}: `}${bound.size} different characters`;
    case 'property':
      return `${bound.name === '' ? 'input' : bound.name}: ${properties[bound.property]}`;
    case 'condition':
      return bound.condition === null
        ? 'a condition that only you can check'
        : `condition: ${conditions[bound.condition]}`;
    case 'code':
      return `for the code: ${bound.most === 0 ? 'no' : `at most ${bound.most}`} ${bound.measure}`;
    case 'unread':
      return `not read: ${bound.text}`;
  }
}

/** The kind of a range, as its first word: the one that the person can change. */
export function kindText({ kind, isChanging }: RangeBound): string {
  if (kind === 'sum') return 'sum of';
  return kind === 'operations' && !isChanging ? 'queries' : rangeKinds[kind];
}

/** What follows the kind: `n: 1 to 150 000`. */
export function limitText(bound: RangeBound): string {
  const isSaid = kindText(bound) === bound.name;
  return `${isSaid ? '' : bound.name}: ${rangeText(bound.low, bound.high)}`;
}

function rangeText(low: End | null, high: End | null): string {
  if (low === null) return high === null ? 'any' : `up to ${endText(high)}`;
  if (high === null) return `from ${endText(low)}`;
  const [from, to] = [endText(low), endText(high)];
  return from === to ? `exactly ${from}` : `${from} to ${to}`;
}

function endText(end: End): string {
  return isSymbol(end) ? end.symbol : amountText(end);
}

/** One bound for machines: what limits what, between which ends, and where it stands. */
export interface BoundReport {
  readonly text: string;
  readonly kind: Bound['kind'];
  /** What is limited: `n`, `a[i]`, `time`, the id of a condition; null where nothing is named. */
  readonly name: string | null;
  /** A number in all its digits, a name such as `n`, or null. */
  readonly low: bigint | number | string | null;
  readonly high: bigint | number | string | null;
  /** Offsets of the first letter and behind the last one. */
  readonly from: number;
  readonly to: number;
}

export function boundReport(bound: Bound): BoundReport {
  const { text, from, to, kind } = bound;
  const report = (name: string | null, low: BoundReport['low'], high: BoundReport['high']): BoundReport => ({
    text,
    kind,
    name: name === '' ? null : name,
    low,
    high,
    from,
    to,
  });
  if (isRange(bound) || bound.kind === 'relation') return report(bound.name, endOf(bound.low), endOf(bound.high));
  switch (bound.kind) {
    case 'same':
      return report(bound.name, bound.as, bound.as);
    case 'correction':
      return report(bound.name, null, bound.corrected);
    case 'time':
      return report('time', null, bound.seconds);
    case 'memory':
      return report('memory', null, bound.bytes);
    case 'cost':
      return report(bound.resource, null, `O(${bound.cost})`);
    case 'alphabet':
      return report(bound.name, null, bound.size);
    case 'property':
      return report(bound.property, null, bound.name === '' ? null : bound.name);
    case 'condition':
      return report(bound.condition, null, null);
    case 'code':
      return report(bound.measure, null, bound.most);
    case 'unread':
      return report(null, null, null);
  }
}

function endOf(end: End | null): BoundReport['low'] {
  if (end === null) return null;
  return isSymbol(end) ? end.symbol : end.isInteger ? BigInt(end.exact) : end.value;
}
