import { at } from '../at';
import type { Difficulty } from '../model/problem';
import { type SittingKind, sittingKindFacts } from '../model/sitting-kinds';
import type { TechniqueId } from '../model/technique';
import { type Gaussian, expectedChance } from './chance';
import { paceParameters, personParameters, strengthParameters as parameters } from './parameters';
import type { Practice } from './practised';
import { type Memory, recallAt } from './recall';

/** A technique's credit in one piece of evidence; the credits of a sitting sum to 1. */
export interface Credit {
  readonly technique: TechniqueId;
  readonly share: number;
}

/** What is the same for all of a person's problems. */
export interface Person {
  /** Log-odds that practice transfers to a technique for every unit of `practiceOf`. */
  readonly transfer: number;
  /** How much harder than medium, in log-odds. */
  readonly harder: Readonly<Record<Difficulty, number>>;
  /** Times that half-lives are as long as the population's. */
  readonly memory: number;
  /** What working out again something wholly forgotten teaches, against a new problem. */
  readonly resolving: number;
}

/** What is about to be worked, as far as a prediction needs it. */
export interface Coming {
  readonly kind: SittingKind;
  readonly credits: readonly Credit[];
  readonly difficulty: Difficulty | null;
  /** How far its techniques are practised. */
  readonly practised: Practice;
  /** What is remembered of this very problem, with the population's half-life; null for a new one. */
  readonly memory: Memory | null;
  /** Days from the epoch. */
  readonly day: number;
}

/** What a sitting showed. */
export interface Shown {
  /** In [0, 1], for an unaided solve in time. */
  readonly evidence: number;
  /** Solved unaided or with a hint: nothing else raises a strength. */
  readonly isOwn: boolean;
  /** Minutes over target of an unaided solve in time; null for anything else. */
  readonly pace: number | null;
}

/** A predicted chance with what it was made of. */
interface Expectation {
  /** Chance of an unaided solve in time. */
  readonly chance: number;
  /** Change of the chance with the log-odds of the techniques, and with the logarithm of the half-life. */
  readonly byStrength: number;
  readonly byMemory: number;
}

/** The person's own quantities by their index in the state. */
const [level, transfer, easy, hard, memory, pace, quicker, resolving] = [0, 1, 2, 3, 4, 5, 6, 7] as const;
const size = 8;

/**
 * Strength of every technique on the log-odds scale: what the person brings (level, what practice transfers, how much easy
 * and hard problems differ), the family's distance from it, the technique's distance from its family. Techniques with
 * little practice so borrow from their family and from the person (partial pooling). All are Gaussian; a sitting moves
 * them by one step of an extended Kalman filter for a chance (Glickman 1999; Fahrmeir 1992). The person's quantities are
 * known jointly, families and techniques on their own. A sitting at a known problem may succeed because its solution is
 * recalled, and then says little about the technique. Who is surer is also quicker, so the minutes of a solve are a
 * second sign (van der Linden 2006). Time without practice widens a technique and draws it back to its family.
 */
export class StrengthModel {
  private readonly mean = new Float64Array(size);
  private readonly covariance = new Float64Array(size * size);
  private readonly families = new Map<string, Known>();
  private readonly techniques = new Map<string, Known>();
  private known: Person | null = null;

  /** `familyOf` names the family of a technique; `learnsPerson` says whether more than level and pace is learned. */
  constructor(
    private readonly familyOf: (technique: TechniqueId) => string,
    learnsPerson: boolean,
  ) {
    const { difficulty } = parameters;
    this.mean.set([
      parameters.priorMean,
      personParameters.transfer.mean,
      difficulty.easy,
      difficulty.hard,
      0,
      paceParameters.atNone.mean,
      paceParameters.byChance.mean,
      personParameters.resolving.mean,
    ]);
    this.covariance[cellAt(level, level)] = parameters.personVariance;
    this.covariance[cellAt(pace, pace)] = paceParameters.atNone.deviation ** 2;
    this.covariance[cellAt(quicker, quicker)] = paceParameters.byChance.deviation ** 2;
    if (!learnsPerson) return;
    this.covariance[cellAt(transfer, transfer)] = personParameters.transfer.deviation ** 2;
    for (const index of [easy, hard])
      this.covariance[cellAt(index, index)] = personParameters.difficulty.deviation ** 2;
    this.covariance[cellAt(memory, memory)] = personParameters.memory.deviation ** 2;
    this.covariance[cellAt(resolving, resolving)] = personParameters.resolving.deviation ** 2;
  }

  /** Takes in what a sitting showed; days must not go backwards. Gives the chance that was predicted for it. */
  observe(coming: Coming, shown: Shown): number {
    const predicted = this.takeEvidence(coming, shown);
    if (shown.pace !== null) this.takePace(coming, shown.pace);
    return predicted;
  }

  /** Lowers a technique, now at `after`, so that its expected chance is not above that `before`. */
  holdBelow(technique: TechniqueId, before: Gaussian, after: Gaussian): void {
    const flat = (variance: number): number => Math.sqrt(1 + (Math.PI * variance) / 8);
    const excess = after.mean - (before.mean / flat(before.variance)) * flat(after.variance);
    const known = this.techniques.get(technique);
    if (excess <= 0 || !known) return;
    const state = { mean: known.state.mean - excess, variance: known.state.variance };
    this.techniques.set(technique, { state, day: known.day });
  }

  /** Log-odds of an unaided solve in time of an unseen medium problem of this technique on a day. */
  strengthOf(technique: TechniqueId, practised: number, day: number): Gaussian {
    const person = this.personAt(practised);
    const family = this.familyStateOf(technique);
    const own = this.techniqueAt(technique, day);
    return {
      mean: person.mean + family.mean + own.mean,
      variance: person.variance + family.variance + own.variance,
    };
  }

  /** The person's level where no technique is known. */
  overall(practised: number): Gaussian {
    return this.personAt(practised);
  }

  person(): Person {
    return (this.known ??= this.readPerson());
  }

  private readPerson(): Person {
    const [, transfers = 0, easier = 0, harder = 0, remembers = 0, , , resolves = 0] = this.mean;
    const [min, max] = personParameters.memory.range;
    const [minResolving, maxResolving] = personParameters.resolving.range;
    return {
      transfer: transfers,
      harder: { easy: easier, medium: 0, hard: harder },
      memory: Math.min(Math.max(Math.exp(remembers), min), max),
      resolving: Math.min(Math.max(resolves, minResolving), maxResolving),
    };
  }

  /** Log-odds on a medium problem that the person brings to whatever is practised so far. */
  private personAt(practised: number): Gaussian {
    const { mean, covariance } = this;
    return {
      mean: at(mean, level) + practised * at(mean, transfer),
      variance:
        at(covariance, cellAt(level, level)) +
        practised *
          (2 * at(covariance, cellAt(level, transfer)) + practised * at(covariance, cellAt(transfer, transfer))),
    };
  }

  private takeEvidence(coming: Coming, { evidence, isOwn }: Shown): number {
    const parts = this.partsOf(coming);
    const { chance, byStrength, byMemory } = this.expect(coming, this.combine(coming, parts));
    const slopes = this.slopesOf(coming, byStrength, byMemory);
    const surprise = isOwn ? evidence - chance : Math.min(evidence - chance, 0);
    this.correct(
      coming.day,
      parts,
      slopes,
      byStrength,
      surprise,
      (chance * (1 - chance)) / sittingKindFacts[coming.kind].informativeness,
    );
    return chance;
  }

  /** The logarithm of the pace is expected to change with the chance, by how much is learned for the person. */
  private takePace(coming: Coming, seen: number): void {
    const { min, noise } = paceParameters;
    const parts = this.partsOf(coming);
    const { chance, byStrength, byMemory } = this.expect(coming, this.combine(coming, parts));
    const byChance = at(this.mean, quicker);
    const slopes = this.slopesOf(coming, byStrength * byChance, byMemory * byChance);
    slopes[pace] = 1;
    slopes[quicker] = chance;
    const surprise = Math.log(Math.max(seen, min)) - at(this.mean, pace) - byChance * chance;
    this.correct(
      coming.day,
      parts,
      slopes,
      byStrength * byChance,
      surprise,
      noise ** 2 / sittingKindFacts[coming.kind].informativeness,
    );
  }

  /**
   * One step of the filter: something was seen that differs by `surprise` from what was expected. It changes by `slopes`
   * with the person's quantities and by `byStrength` with the techniques, and varies by `noise` of its own.
   */
  private correct(
    day: number,
    parts: readonly Part[],
    slopes: readonly number[],
    byStrength: number,
    surprise: number,
    noise: number,
  ): void {
    const together = this.times(slopes);
    let variance = noise + dot(slopes, together);
    for (const { state, share } of parts) variance += (share * byStrength) ** 2 * state.variance;
    for (const { map, key, state, share } of parts) {
      const gain = (state.variance * share * byStrength) / variance;
      const moved = { mean: state.mean + gain * surprise, variance: state.variance * (1 - gain * share * byStrength) };
      map.set(key, { state: moved, day });
    }
    this.moveBy(together, surprise / variance, variance);
    this.known = null;
  }

  private expect({ kind, memory: remembered, day }: Coming, { mean, variance }: Gaussian): Expectation {
    const fresh = expectedChance({ mean: mean + sittingKindFacts[kind].easier, variance });
    const slope = fresh * (1 - fresh);
    if (!remembered) return { chance: kept(fresh), byStrength: slope, byMemory: 0 };
    const carriedOut = sittingKindFacts[kind].carriedOut;
    const recall = recallAt(remembered, day, this.person().memory);
    const recalled = carriedOut * recall;
    return {
      chance: kept(recalled + (1 - recalled) * fresh),
      byStrength: (1 - recalled) * slope,
      byMemory: (1 - fresh) * carriedOut * 0.5 * recall * (1 - recall * recall),
    };
  }

  /** Log-odds of an unseen problem like this one. */
  private combine(coming: Coming, parts: readonly Part[]): Gaussian {
    const features = this.features(coming);
    let mean = dot(features, this.mean);
    let variance = dot(features, this.times(features));
    for (const { state, share } of parts) {
      mean += share * state.mean;
      variance += share * share * state.variance;
    }
    return { mean, variance };
  }

  private features({ practised, difficulty }: Coming): number[] {
    return [1, practised.amount, difficulty === 'easy' ? -1 : 0, difficulty === 'hard' ? -1 : 0, 0, 0, 0, 0];
  }

  /** Change with the person's quantities of what changes so much with the log-odds and with the half-life. */
  private slopesOf(coming: Coming, byStrength: number, byMemory: number): number[] {
    const slopes = this.features(coming).map((it) => it * byStrength);
    slopes[memory] = byMemory;
    slopes[resolving] = byStrength * at(this.mean, transfer) * coming.practised.byResolving;
    return slopes;
  }

  /** The covariance times a vector; most of a vector are empty. */
  private times(vector: readonly number[]): number[] {
    const product = new Array<number>(size).fill(0);
    vector.forEach((value, column) => {
      if (value === 0) return;
      for (let row = 0; row < size; row++)
        product[row] = at(product, row) + value * at(this.covariance, cellAt(row, column));
    });
    return product;
  }

  private moveBy(together: readonly number[], step: number, variance: number): void {
    together.forEach((part, row) => {
      if (part === 0) return;
      this.mean[row] = at(this.mean, row) + part * step;
      for (let column = 0; column < size; column++) {
        const cell = cellAt(row, column);
        this.covariance[cell] = at(this.covariance, cell) - (part * at(together, column)) / variance;
      }
    });
    this.mean[transfer] = Math.max(at(this.mean, transfer), personParameters.transfer.min);
    this.mean[quicker] = Math.min(at(this.mean, quicker), 0);
  }

  /** The techniques and families behind the credits, each with its state on the day. */
  private partsOf({ credits, day }: Coming): Part[] {
    const parts: Part[] = [];
    for (const { technique, share } of credits) {
      parts.push({ map: this.techniques, key: technique, state: this.techniqueAt(technique, day), share });
      const family = this.familyOf(technique);
      const known = parts.find(({ map, key }) => map === this.families && key === family);
      if (known) known.share += share;
      else parts.push({ map: this.families, key: family, state: this.familyStateOf(technique), share });
    }
    return parts;
  }

  private familyStateOf(technique: TechniqueId): Gaussian {
    return this.families.get(this.familyOf(technique))?.state ?? newFamily;
  }

  private techniqueAt(technique: TechniqueId, day: number): Gaussian {
    const known = this.techniques.get(technique);
    if (!known) return newTechnique;
    const days = Math.max(day - known.day, 0);
    return {
      mean: known.state.mean * Math.exp(-days / parameters.driftDays),
      variance: Math.min(known.state.variance + parameters.wideningPerDay * days, parameters.techniqueVariance),
    };
  }
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

/** Where a family or a technique stood on a day. */
interface Known {
  readonly state: Gaussian;
  readonly day: number;
}

interface Part {
  readonly map: Map<string, Known>;
  readonly key: string;
  readonly state: Gaussian;
  share: number;
}

const newFamily: Gaussian = { mean: 0, variance: parameters.familyVariance };
const newTechnique: Gaussian = { mean: 0, variance: parameters.techniqueVariance };

function cellAt(row: number, column: number): number {
  return row * size + column;
}

function dot(a: readonly number[], b: ArrayLike<number>): number {
  return a.reduce((sum, value, index) => (value === 0 ? sum : sum + value * at(b, index)), 0);
}

/** Nothing is ever certain: keeps a chance from making one sitting decide everything. */
function kept(chance: number): number {
  return Math.min(Math.max(chance, 0.01), 0.99);
}
