import type { Instant } from '../model/time';
import { eightyPercent } from './chance';
import { personParameters } from './parameters';

/** Predictions of one size class, and how often they came true. */
export interface ForesightClass {
  readonly count: number;
  /** Mean of what was foreseen, and the share that came true. */
  readonly foreseen: number;
  readonly came: number;
}

/** Log losses in nats a sitting: lower is better; `baseRate` foresees the share that came true so far. */
export interface ForesightMonth {
  /** As 2026-11, in UTC. */
  readonly month: string;
  readonly count: number;
  readonly loss: number;
  readonly baseLoss: number;
}

/** What was foreseen of one sitting, and whether it came. */
export interface Foreseen {
  readonly at: Instant;
  readonly chance: number;
  readonly came: boolean;
}

/** How often what was foreseen of each sitting, before it was taken in, came true: an unaided solve in time. */
export interface Foresight {
  readonly count: number;
  readonly loss: number;
  readonly baseLoss: number;
  /** Ten classes by what was foreseen, from 0–10 % to 90–100 %; empty ones have a count of 0. */
  readonly classes: readonly ForesightClass[];
  readonly months: readonly ForesightMonth[];
  /** Mean distance between what was foreseen and what came, over the classes weighed by their counts. */
  readonly calibration: number;
  /** The last sittings, at most `mostRecent`, in their order. */
  readonly recent: readonly Foreseen[];
}

const mostRecent = 400;

const classCount = 10;

/** Nats lost by foreseeing this chance. */
export function lossOf(chance: number, came: boolean): number {
  return -Math.log(Math.max(came ? chance : 1 - chance, 1e-6));
}

/** Neighbouring classes taken together, with the range in which the share that comes true lies with 80 %. */
export interface ForesightGroup extends ForesightClass {
  /** Chances from this one up to that one. */
  readonly from: number;
  readonly to: number;
  readonly low: number;
  readonly high: number;
}

/** A class of fewer predictions says too little alone. */
const leastInGroup = 10;

/**
 * The classes with thin ones merged into their neighbours, so that each has `leastInGroup` predictions; where there are
 * fewer in all, one group. The ranges are score intervals of a share (Wilson 1927).
 */
export function foresightGroups({ classes }: Pick<Foresight, 'classes'>): ForesightGroup[] {
  const groups: { from: number; to: number; count: number; foreseen: number; came: number }[] = [];
  let open = { from: 0, to: 0, count: 0, foreseen: 0, came: 0 };
  classes.forEach(({ count, foreseen, came }, index) => {
    open.to = (index + 1) / classes.length;
    open.count += count;
    open.foreseen += count * foreseen;
    open.came += count * came;
    if (open.count < leastInGroup) return;
    groups.push(open);
    open = { from: open.to, to: open.to, count: 0, foreseen: 0, came: 0 };
  });
  const last = groups.at(-1);
  if (!last) {
    if (open.count > 0) groups.push(open);
  } else {
    last.to = 1;
    last.count += open.count;
    last.foreseen += open.foreseen;
    last.came += open.came;
  }
  return groups.map((group) => ({
    ...group,
    foreseen: group.foreseen / group.count,
    came: group.came / group.count,
    ...shareRange(group.came, group.count),
  }));
}

/** Where a share lies with 80 % that came `came` times of `count`. */
function shareRange(came: number, count: number): { readonly low: number; readonly high: number } {
  const share = came / count;
  const square = eightyPercent ** 2;
  const middle = (share + square / (2 * count)) / (1 + square / count);
  const half =
    (eightyPercent * Math.sqrt((share * (1 - share)) / count + square / (4 * count ** 2))) / (1 + square / count);
  return { low: Math.max(middle - half, 0), high: Math.min(middle + half, 1) };
}

/** Counts predictions as they meet what came. */
export class ForesightTally {
  private readonly classes = Array.from({ length: classCount }, () => ({ count: 0, foreseen: 0, came: 0 }));
  private readonly months = new Map<string, { count: number; loss: number; baseLoss: number }>();
  private readonly recent: Foreseen[] = [];
  private readonly total = { count: 0, came: 0, loss: 0, baseLoss: 0 };

  take(foreseen: number, came: boolean, at: Instant): void {
    const loss = lossOf(foreseen, came);
    const baseLoss = lossOf((this.total.came + 1) / (this.total.count + 2), came);
    const known = this.classes[Math.min(Math.floor(foreseen * classCount), classCount - 1)];
    if (known) {
      known.count++;
      known.foreseen += foreseen;
      known.came += Number(came);
    }
    const month = this.months.get(at.slice(0, 7)) ?? { count: 0, loss: 0, baseLoss: 0 };
    this.months.set(at.slice(0, 7), {
      count: month.count + 1,
      loss: month.loss + loss,
      baseLoss: month.baseLoss + baseLoss,
    });
    this.recent.push({ at, chance: foreseen, came });
    if (this.recent.length > 2 * mostRecent) this.recent.splice(0, mostRecent);
    this.total.count++;
    this.total.came += Number(came);
    this.total.loss += loss;
    this.total.baseLoss += baseLoss;
  }

  summary(): Foresight {
    const { count, loss, baseLoss } = this.total;
    const all = Math.max(count, 1);
    return {
      count,
      loss: loss / all,
      baseLoss: baseLoss / all,
      classes: this.classes.map((it) => ({
        count: it.count,
        foreseen: it.foreseen / Math.max(it.count, 1),
        came: it.came / Math.max(it.count, 1),
      })),
      months: [...this.months].map(([month, it]) => ({
        month,
        count: it.count,
        loss: it.loss / it.count,
        baseLoss: it.baseLoss / it.count,
      })),
      recent: this.recent.slice(-mostRecent),
      calibration: this.classes.reduce((sum, it) => sum + Math.abs(it.foreseen - it.came), 0) / all,
    };
  }
}

/**
 * Decides whether the person's own quantities are believed: where, each sitting foreseen before it was taken in, they
 * lost less over the last fifth of the log than the population's. Decided anew only now and then, so that no single
 * sitting turns all numbers over.
 */
export class Trust {
  /** Sums of the losses up to each sitting. */
  private readonly common = [0];
  private readonly own = [0];
  private decided = false;

  get isOwn(): boolean {
    return this.decided;
  }

  take(common: number, own: number): void {
    this.common.push((this.common.at(-1) ?? 0) + common);
    this.own.push((this.own.at(-1) ?? 0) + own);
    const count = this.own.length - 1;
    const { trustedFrom, decidedEvery } = personParameters;
    if (count < trustedFrom || count % decidedEvery !== 0) return;
    const from = count - Math.floor(count / 5);
    const lost = (sums: readonly number[]): number => (sums[count] ?? 0) - (sums[from] ?? 0);
    this.decided = lost(this.own) < lost(this.common);
  }
}
