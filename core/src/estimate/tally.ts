import { at } from '../at';
import type { Sitting } from '../model/sitting';
import { isWholeSolve } from '../model/sitting-kinds';
import type { Slip } from '../model/sitting-words';
import type { Instant } from '../model/time';
import type { EvidenceFacts } from './evidence';

/** What can be counted of the sittings at a technique's problems. */
export interface Counts {
  readonly sittings: number;
  readonly lastAt: Instant | null;
  /** Median of minutes over target minutes; 1 is on target. */
  readonly timeToTarget: number | null;
  /** Share of solved sittings that needed one attempt only; null where no attempts were counted. */
  readonly firstAttemptRate: number | null;
  /** Share of sittings with any help. */
  readonly helpRate: number | null;
  readonly slips: Readonly<Partial<Record<Slip, number>>>;
}

/** Counts what happened at a technique's problems. */
export class Tally {
  private sittings = 0;
  private lastAt: Instant | null = null;
  private helped = 0;
  private counted = 0;
  private firstAttempts = 0;
  private readonly times: number[] = [];
  private readonly slips: Partial<Record<Slip, number>> = {};
  private counts: Counts | null = null;

  take(sitting: Sitting, facts: EvidenceFacts): void {
    this.sittings++;
    this.lastAt = sitting.startedAt;
    if (sitting.help !== 'none') this.helped++;
    if (sitting.attempts.length > 0) {
      this.counted++;
      if (sitting.result === 'solved' && sitting.attempts.length === 1) this.firstAttempts++;
    }
    if (isWholeSolve(sitting.kind) && facts.timeToTarget !== null) this.times.push(facts.timeToTarget);
    for (const slip of sitting.slips) this.slips[slip] = (this.slips[slip] ?? 0) + 1;
    this.counts = null;
  }

  /** The counts as they are now; they do not change with further sittings. */
  summary(): Counts {
    return (this.counts ??= {
      sittings: this.sittings,
      lastAt: this.lastAt,
      timeToTarget: median(this.times),
      firstAttemptRate: this.counted === 0 ? null : this.firstAttempts / this.counted,
      helpRate: this.sittings === 0 ? null : this.helped / this.sittings,
      slips: { ...this.slips },
    });
  }
}

/** By how much one sitting moved a strength, in chance. */
export interface Move {
  readonly sittingId: Sitting['id'];
  readonly change: number;
}

/** The largest moves of a technique so far. */
export class Moves {
  private kept: readonly Move[] = [];

  get largest(): readonly Move[] {
    return this.kept;
  }

  take(sittingId: Move['sittingId'], change: number): void {
    const min = this.kept.at(-1);
    if (this.kept.length >= maxMoves && Math.abs(min?.change ?? 0) >= Math.abs(change)) return;
    this.kept = [...this.kept, { sittingId, change }]
      .sort((a, b) => Math.abs(b.change) - Math.abs(a.change))
      .slice(0, maxMoves);
  }
}

const maxMoves = 8;

function median(values: readonly number[]): number | null {
  if (values.length === 0) return null;
  const sorted = Float64Array.from(values).sort();
  const middle = Math.floor(sorted.length / 2);
  const upper = at(sorted, middle);
  return sorted.length % 2 === 1 ? upper : ((sorted[middle - 1] ?? upper) + upper) / 2;
}
