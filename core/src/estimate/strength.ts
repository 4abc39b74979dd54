import type { Difficulty } from '../log/problem';
import type { TechniqueId } from '../log/technique';
import { type Gaussian, expectedChance } from './chance';
import { strengthParameters as parameters } from './parameters';

/** A technique's credit in one piece of evidence; the credits of a sitting sum to 1. */
export interface Credit {
  readonly technique: TechniqueId;
  readonly share: number;
}

/**
 * Strength of every technique as a sum of three independent Gaussians on the log-odds scale: the person's overall
 * level, the family's distance from it, the technique's distance from its family. Little-practised techniques borrow
 * so from their family and from the person (partial pooling). Each piece of evidence is one Gauss–Newton step of a
 * Bayesian logistic update (after Glickman 1999); time without practice widens a technique and draws it back to its
 * family.
 */
export class StrengthModel {
  private person: Gaussian = { mean: parameters.priorMean, variance: parameters.personVariance };
  private readonly families = new Map<string, Gaussian>();
  private readonly techniques = new Map<TechniqueId, { state: Gaussian; day: number }>();

  /** `familyOf` names the family of a technique. */
  constructor(private readonly familyOf: (technique: TechniqueId) => string) {}

  /** Takes in evidence in [0, 1] of a sitting; `weight` in (0, 1] says how much it tells. Days must not go backwards. */
  observe(
    evidence: number,
    weight: number,
    difficulty: Difficulty | null,
    credits: readonly Credit[],
    day: number,
  ): void {
    if (credits.length === 0) {
      this.person = moved(this.person, 1, this.stepOf(evidence, weight, difficulty, this.person));
      return;
    }
    const combined = this.combine(credits, day);
    const step = this.stepOf(evidence, weight, difficulty, combined);
    this.person = moved(this.person, 1, step);
    const familyShares = new Map<string, number>();
    for (const { technique, share } of credits) {
      const family = this.familyOf(technique);
      familyShares.set(family, (familyShares.get(family) ?? 0) + share);
      this.techniques.set(technique, { state: moved(this.techniqueAt(technique, day), share, step), day });
    }
    for (const [family, share] of familyShares) this.families.set(family, moved(this.family(family), share, step));
  }

  /** Log-odds of an unaided solve in time of an unseen medium problem of this technique on a day. */
  strengthOf(technique: TechniqueId, day: number): Gaussian {
    return this.combine([{ technique, share: 1 }], day);
  }

  /** Whether there was evidence of it. */
  hasSeen(technique: TechniqueId): boolean {
    return this.techniques.has(technique);
  }

  /** The person's overall level, where no technique is known. */
  overall(): Gaussian {
    return this.person;
  }

  private combine(credits: readonly Credit[], day: number): Gaussian {
    let { mean, variance } = this.person;
    for (const { technique, share } of credits) {
      for (const part of [this.family(this.familyOf(technique)), this.techniqueAt(technique, day)]) {
        mean += share * part.mean;
        variance += share * share * part.variance;
      }
    }
    return { mean, variance };
  }

  private stepOf(evidence: number, weight: number, difficulty: Difficulty | null, prior: Gaussian): Step {
    const expected = expectedChance({ mean: prior.mean - difficultyOffset(difficulty), variance: prior.variance });
    return { gradient: weight * (evidence - expected), curvature: weight * expected * (1 - expected) };
  }

  private family(family: string): Gaussian {
    return this.families.get(family) ?? { mean: 0, variance: parameters.familyVariance };
  }

  private techniqueAt(technique: TechniqueId, day: number): Gaussian {
    const known = this.techniques.get(technique);
    if (!known) return { mean: 0, variance: parameters.techniqueVariance };
    const days = Math.max(day - known.day, 0);
    return {
      mean: known.state.mean * Math.exp(-days / parameters.driftDays),
      variance: Math.min(known.state.variance + parameters.wideningPerDay * days, parameters.techniqueVariance),
    };
  }
}

/** How much harder than medium, in log-odds; an unknown difficulty counts as medium. */
export function difficultyOffset(difficulty: Difficulty | null): number {
  return parameters.difficulty[difficulty ?? 'medium'];
}

/** Splits a sitting's evidence among a problem's techniques, the main one first. */
export function creditsOf(techniques: readonly TechniqueId[]): Credit[] {
  const [main, ...further] = techniques;
  if (main === undefined) return [];
  if (further.length === 0) return [{ technique: main, share: 1 }];
  const rest = (1 - parameters.mainShare) / further.length;
  return [
    { technique: main, share: parameters.mainShare },
    ...further.map((technique) => ({ technique, share: rest })),
  ];
}

interface Step {
  readonly gradient: number;
  readonly curvature: number;
}

function moved({ mean, variance }: Gaussian, share: number, { gradient, curvature }: Step): Gaussian {
  const narrowed = 1 / (1 / variance + share * share * curvature);
  return { mean: mean + narrowed * share * gradient, variance: narrowed };
}
