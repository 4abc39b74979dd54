import type { ProblemId } from '../model/problem';
import type { SittingKind } from '../model/sitting-kinds';
import type { TechniqueId } from '../model/technique';
import { type Gaussian, expectedChance } from './chance';
import { strengthParameters } from './parameters';
import { Practised } from './practised';
import { type Coming, type Credit, type Person, type Shown, StrengthModel } from './strength';
import { type Worked, untouched, workedAfter } from './worked';

/** What one sitting tells, and when. Days are counted from the epoch. */
export interface Observation extends Shown {
  readonly problemId: ProblemId;
  readonly kind: SittingKind;
  readonly credits: readonly Credit[];
  readonly difficulty: Coming['difficulty'];
  /** Whether the solution was found or read. */
  readonly isAnswerKnown: boolean;
  readonly day: number;
}

/** What came of taking in a sitting. */
export interface Taken {
  /** The chance of an unaided solve in time that was predicted for it. */
  readonly predicted: number;
  /** By how much it moved the strength of its techniques, as a chance on an unseen medium problem. */
  readonly change: number;
}

/** Strength and memory together, through all sittings in their order. */
export class Replay {
  private readonly model: StrengthModel;
  private readonly practised = new Practised();
  private readonly seen = new Set<TechniqueId>();
  /** Strength of all that was seen, at the first sitting of every week; for trends. */
  private readonly weeks: { readonly day: number; readonly points: ReadonlyMap<TechniqueId, number> }[] = [];

  constructor(familyOf: (technique: TechniqueId) => string, learnsPerson: boolean) {
    this.model = new StrengthModel(familyOf, learnsPerson);
  }

  take({ problemId, kind, credits, difficulty, isAnswerKnown, day, ...shown }: Observation): Taken {
    this.noteWeek(day);
    const way = this.person();
    const worked = this.practised.workedOf(problemId) ?? untouched;
    const practised = this.practised.practiceOn(credits, day, way);
    const before = this.strengthsOf(credits, day);
    const coming: Coming = { kind, credits, difficulty, practised, memory: worked.memory, day };
    const predicted = this.model.observe(coming, shown);
    for (const { technique } of credits) this.seen.add(technique);
    const work = { kind, evidence: shown.evidence, isOwn: shown.isOwn, isAnswerKnown, day };
    this.practised.remember(problemId, workedAfter(worked, work, way.memory), credits, day, way);
    if (!shown.isOwn) for (const { technique, state } of before) this.hold(technique, state, day);
    return { predicted, change: mean(this.strengthsOf(credits, day)) - mean(before) };
  }

  /** What was not solved teaches, but shows no strength: it stays where it was, or falls. */
  private hold(technique: TechniqueId, before: Gaussian, day: number): void {
    this.model.holdBelow(technique, before, this.strengthOn(technique, day));
  }

  private strengthsOf(
    credits: readonly Credit[],
    day: number,
  ): { technique: TechniqueId; share: number; state: Gaussian }[] {
    return credits.map(({ technique, share }) => ({ technique, share, state: this.strengthOn(technique, day) }));
  }

  private strengthOn(technique: TechniqueId, day: number): Gaussian {
    return this.model.strengthOf(technique, this.practised.amountOn(technique, day, this.person()), day);
  }

  person(): Person {
    return this.model.person();
  }

  strengthOf(technique: TechniqueId, day: number): Gaussian {
    return this.model.strengthOf(technique, this.practised.amountAt(technique, day, this.person()), day);
  }

  overall(day: number): Gaussian {
    return this.model.overall(this.practised.amountAt(null, day, this.person()));
  }

  /** What is left of a problem; null for one that was never sat. */
  workedOf(problem: ProblemId): Worked | null {
    return this.practised.workedOf(problem);
  }

  /** Strength as it stood at the beginning of the week some weeks ago, as far as the technique was seen by then. */
  pointBefore(technique: TechniqueId, day: number): number | null {
    const known = this.weeks.findLast((week) => week.day <= day);
    return known?.points.get(technique) ?? null;
  }

  private pointOf(technique: TechniqueId, day: number): number {
    return expectedChance(this.strengthOn(technique, day));
  }

  private noteWeek(day: number): void {
    const last = this.weeks.at(-1)?.day ?? -Infinity;
    if (Math.floor(day / strengthParameters.weekDays) === Math.floor(last / strengthParameters.weekDays)) return;
    this.weeks.push({ day, points: new Map([...this.seen].map((it) => [it, this.pointOf(it, day)])) });
  }
}

/** Of the chances, weighed by the credits. */
function mean(some: readonly { readonly share: number; readonly state: Gaussian }[]): number {
  return some.reduce((sum, { share, state }) => sum + share * expectedChance(state), 0);
}
