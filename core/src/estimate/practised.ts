import type { ProblemId } from '../model/problem';
import type { TechniqueId } from '../model/technique';
import { practiceOf, practiceSlope } from './readiness';
import type { Credit } from './strength';
import { type WayOfLearning, type Worked, thereOn } from './worked';

/** Where problems without any technique are counted. */
const untagged = '';

/** How far some techniques are practised. */
export interface Practice {
  /** `practiceOf` what is transferred to them, weighed by their credits. */
  readonly amount: number;
  /** Change of the amount with what working out again teaches (`WayOfLearning.resolving`). */
  readonly byResolving: number;
}

/**
 * What the worked problems of each technique transfer it, day by day. The sum over a technique's problems is taken once a
 * day; sittings of the same day only change it.
 */
export class Practised {
  private readonly problems = new Map<ProblemId, { worked: Worked }>();
  private readonly byTechnique = new Map<string, { readonly sources: TransferSource[]; sums: Sums; day: number }>();

  workedOf(problem: ProblemId): Worked | null {
    return this.problems.get(problem)?.worked ?? null;
  }

  /** How far these techniques are practised on a day. For the way through the sittings, day after day. */
  practiceOn(credits: readonly Credit[], day: number, way: WayOfLearning): Practice {
    return weighted(credits, (technique) => this.sumsOn(technique, day, way));
  }

  /** How far one technique is practised on a day: the amount of `practiceOn`. */
  amountOn(technique: TechniqueId, day: number, way: WayOfLearning): number {
    return practiceOf(this.sumsOn(technique, day, way).transferred);
  }

  /** The same at any moment, computed again and leaving nothing behind; without a technique, that of untagged problems. */
  amountAt(technique: TechniqueId | null, day: number, way: WayOfLearning): number {
    return practiceOf(sumsOf(this.byTechnique.get(technique ?? untagged)?.sources ?? [], day, way).transferred);
  }

  /** Notes what is left of a problem after a sitting. */
  remember(problem: ProblemId, worked: Worked, credits: readonly Credit[], day: number, way: WayOfLearning): void {
    const known = this.problems.get(problem);
    const sumsFor = (it: Worked): Sums => sumsOf([{ noted: { worked: it }, share: 1 }], day, way);
    const before = known ? sumsFor(known.worked) : nothing;
    const after = sumsFor(worked);
    const noted = known ?? { worked };
    noted.worked = worked;
    this.problems.set(problem, noted);
    for (const { technique, share } of credits.length > 0 ? credits : noTechnique) {
      let tally = this.byTechnique.get(technique);
      if (!tally) this.byTechnique.set(technique, (tally = { sources: [], sums: nothing, day }));
      if (!known) tally.sources.push({ noted, share });
      tally.sums = {
        transferred: tally.sums.transferred + share * (after.transferred - before.transferred),
        byResolving: tally.sums.byResolving + share * (after.byResolving - before.byResolving),
      };
    }
  }

  private sumsOn(technique: string, day: number, way: WayOfLearning): Sums {
    const known = this.byTechnique.get(technique);
    if (!known) return nothing;
    if (Math.floor(known.day) !== Math.floor(day)) {
      known.day = day;
      known.sums = sumsOf(known.sources, day, way);
    }
    return known.sums;
  }
}

/** A problem that transfers this share of what it transfers to a technique. */
interface TransferSource {
  readonly noted: { readonly worked: Worked };
  readonly share: number;
}

/** What is transferred, and how it changes with what working out again teaches. */
interface Sums {
  readonly transferred: number;
  readonly byResolving: number;
}

const nothing: Sums = { transferred: 0, byResolving: 0 };
const noTechnique = [{ technique: untagged, share: 1 }] as const;

function weighted(credits: readonly Credit[], sumsFor: (technique: string) => Sums): Practice {
  let amount = 0;
  let byResolving = 0;
  for (const { technique, share } of credits.length > 0 ? credits : noTechnique) {
    const sums = sumsFor(technique);
    amount += share * practiceOf(sums.transferred);
    byResolving += share * practiceSlope(sums.transferred) * sums.byResolving;
  }
  return { amount, byResolving };
}

function sumsOf(sources: readonly TransferSource[], day: number, way: WayOfLearning): Sums {
  let transferred = 0;
  let byResolving = 0;
  for (const { noted, share } of sources) {
    const { quality, again } = noted.worked;
    const there = share * thereOn(noted.worked, day, way);
    transferred += (quality + way.resolving * again) * there;
    byResolving += again * there;
  }
  return { transferred, byResolving };
}
