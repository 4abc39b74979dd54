import type { ProblemId } from '../log/problem';
import { lentBy, practiceOf } from './readiness';
import { type Memory, recallAt } from './recall';
import type { Credit } from './strength';

/** Where problems without any technique are counted. */
const untagged = '';

/**
 * What the worked problems of each technique lend it, day by day. The sum over a technique's problems is taken once a
 * day; sittings of the same day only change it.
 */
export class Practised {
  private readonly problems = new Map<ProblemId, Worked>();
  private readonly byTechnique = new Map<string, { readonly lenders: Lender[]; sum: number; day: number }>();

  memoryOf(problem: ProblemId): Memory | null {
    return this.problems.get(problem)?.memory ?? null;
  }

  /**
   * `practiceOf` what is lent to these techniques on a day, weighed by their credits. For the way through the sittings,
   * day after day; half-lives are so many times the population's.
   */
  practiceOn(credits: readonly Credit[], day: number, times: number): number {
    return weighed(credits, (technique) => this.sumOn(technique, day, times));
  }

  /** The same at any moment, reckoned anew and leaving nothing behind. */
  practiceAt(credits: readonly Credit[], day: number, times: number): number {
    return weighed(credits, (technique) => sumOf(this.byTechnique.get(technique)?.lenders ?? [], day, times));
  }

  /** Notes what is remembered of a problem after a sitting. */
  remember(problem: ProblemId, memory: Memory, credits: readonly Credit[], day: number, times: number): void {
    const known = this.problems.get(problem);
    const before = known ? lentBy(recallAt(known.memory, day, times)) : 0;
    const gained = lentBy(recallAt(memory, day, times)) - before;
    const worked = known ?? { memory };
    worked.memory = memory;
    this.problems.set(problem, worked);
    for (const { technique, share } of credits.length > 0 ? credits : noTechnique) {
      let tally = this.byTechnique.get(technique);
      if (!tally) this.byTechnique.set(technique, (tally = { lenders: [], sum: 0, day }));
      if (!known) tally.lenders.push({ worked, share });
      tally.sum += share * gained;
    }
  }

  private sumOn(technique: string, day: number, times: number): number {
    const known = this.byTechnique.get(technique);
    if (!known) return 0;
    if (Math.floor(known.day) !== Math.floor(day)) {
      known.day = day;
      known.sum = sumOf(known.lenders, day, times);
    }
    return known.sum;
  }
}

interface Worked {
  memory: Memory;
}

/** A problem that lends this share of what it lends to a technique. */
interface Lender {
  readonly worked: Worked;
  readonly share: number;
}

const noTechnique = [{ technique: untagged, share: 1 }] as const;

function weighed(credits: readonly Credit[], lentTo: (technique: string) => number): number {
  if (credits.length === 0) return practiceOf(lentTo(untagged));
  let sum = 0;
  for (const { technique, share } of credits) sum += share * practiceOf(lentTo(technique));
  return sum;
}

function sumOf(lenders: readonly Lender[], day: number, times: number): number {
  let sum = 0;
  for (const { worked, share } of lenders) sum += share * lentBy(recallAt(worked.memory, day, times));
  return sum;
}
