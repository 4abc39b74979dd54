import { at } from '../at';
import type { Instant } from '../model/time';
import { eightyPercent } from './chance';
import { personParameters } from './parameters';

/** Predictions of one size class, and how often they came true. */
export interface CalibrationClass {
  readonly count: number;
  /** Mean of what was predicted, and the share that came true. */
  readonly predicted: number;
  readonly came: number;
}

/** Log losses in nats a sitting: lower is better; `baseRate` foresees the share that came true so far. */
export interface CalibrationMonth {
  /** As 2026-11, in UTC. */
  readonly month: string;
  readonly count: number;
  readonly loss: number;
  readonly baseLoss: number;
}

/** What was predicted of one sitting, and whether it came. */
export interface Prediction {
  readonly at: Instant;
  readonly chance: number;
  readonly came: boolean;
}

/** How often what was predicted of each sitting, before it was taken in, came true: an unaided solve in time. */
export interface Calibration {
  readonly count: number;
  readonly loss: number;
  readonly baseLoss: number;
  /** Ten classes by what was predicted, from 0–10 % to 90–100 %; empty ones have a count of 0. */
  readonly classes: readonly CalibrationClass[];
  readonly months: readonly CalibrationMonth[];
  /** Mean distance between what was predicted and what came, over the classes weighed by their counts. */
  readonly calibrationError: number;
  /** The last sittings, at most `maxRecent`, in their order. */
  readonly recent: readonly Prediction[];
}

const maxRecent = 400;

const classCount = 10;

/** Nats lost by foreseeing this chance. */
export function lossOf(chance: number, came: boolean): number {
  return -Math.log(Math.max(came ? chance : 1 - chance, 1e-6));
}

/** Neighbouring classes taken together, with the range in which the share that comes true lies with 80 %. */
export interface CalibrationGroup extends CalibrationClass {
  /** Chances from this one up to that one. */
  readonly from: number;
  readonly to: number;
  readonly low: number;
  readonly high: number;
}

/** A class of fewer predictions says too little alone. */
const minInGroup = 10;

/**
 * The classes with thin ones merged into their neighbours, so that each has `minInGroup` predictions; where there are
 * fewer in all, one group. The ranges are score intervals of a share (Wilson 1927).
 */
export function calibrationGroups({ classes }: Pick<Calibration, 'classes'>): CalibrationGroup[] {
  const groups: { from: number; to: number; count: number; predicted: number; came: number }[] = [];
  let open = { from: 0, to: 0, count: 0, predicted: 0, came: 0 };
  classes.forEach(({ count, predicted, came }, index) => {
    open.to = (index + 1) / classes.length;
    open.count += count;
    open.predicted += count * predicted;
    open.came += count * came;
    if (open.count < minInGroup) return;
    groups.push(open);
    open = { from: open.to, to: open.to, count: 0, predicted: 0, came: 0 };
  });
  const last = groups.at(-1);
  if (!last) {
    if (open.count > 0) groups.push(open);
  } else {
    last.to = 1;
    last.count += open.count;
    last.predicted += open.predicted;
    last.came += open.came;
  }
  return groups.map((group) => ({
    ...group,
    predicted: group.predicted / group.count,
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
export class CalibrationTally {
  private readonly classes = Array.from({ length: classCount }, () => ({ count: 0, predicted: 0, came: 0 }));
  private readonly months = new Map<string, { count: number; loss: number; baseLoss: number }>();
  private readonly recent: Prediction[] = [];
  private readonly total = { count: 0, came: 0, loss: 0, baseLoss: 0 };

  take(predicted: number, came: boolean, at: Instant): void {
    const loss = lossOf(predicted, came);
    const baseLoss = lossOf((this.total.came + 1) / (this.total.count + 2), came);
    const known = this.classes[Math.min(Math.floor(predicted * classCount), classCount - 1)];
    if (known) {
      known.count++;
      known.predicted += predicted;
      known.came += Number(came);
    }
    const month = this.months.get(at.slice(0, 7)) ?? { count: 0, loss: 0, baseLoss: 0 };
    this.months.set(at.slice(0, 7), {
      count: month.count + 1,
      loss: month.loss + loss,
      baseLoss: month.baseLoss + baseLoss,
    });
    this.recent.push({ at, chance: predicted, came });
    if (this.recent.length > 2 * maxRecent) this.recent.splice(0, maxRecent);
    this.total.count++;
    this.total.came += Number(came);
    this.total.loss += loss;
    this.total.baseLoss += baseLoss;
  }

  summary(): Calibration {
    const { count, loss, baseLoss } = this.total;
    const all = Math.max(count, 1);
    return {
      count,
      loss: loss / all,
      baseLoss: baseLoss / all,
      classes: this.classes.map((it) => ({
        count: it.count,
        predicted: it.predicted / Math.max(it.count, 1),
        came: it.came / Math.max(it.count, 1),
      })),
      months: [...this.months].map(([month, it]) => ({
        month,
        count: it.count,
        loss: it.loss / it.count,
        baseLoss: it.baseLoss / it.count,
      })),
      recent: this.recent.slice(-maxRecent),
      calibrationError: this.classes.reduce((sum, it) => sum + Math.abs(it.predicted - it.came), 0) / all,
    };
  }
}

/**
 * Decides whether the person's own quantities are believed: where, each sitting predicted before it was taken in, they
 * lost less over the last fifth of the log than the population's. Decided again only now and then, so that no single
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
    const lost = (sums: readonly number[]): number => at(sums, count) - at(sums, from);
    this.decided = lost(this.own) < lost(this.common);
  }
}
