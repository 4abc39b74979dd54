import type { ProblemId } from '../log/problem';
import type { SittingKind } from '../log/sitting';
import type { TechniqueId } from '../log/technique';
import { type Gaussian, expectedChance } from './chance';
import { strengthParameters } from './parameters';
import { Practised } from './practised';
import { type Memory, firstMemory, reviewedMemory, scaled } from './recall';
import { type Coming, type Credit, type Person, type Shown, StrengthModel } from './strength';

/** What one sitting tells, and when. Days are counted from the epoch. */
export interface Observation extends Shown {
  readonly problemId: ProblemId;
  readonly kind: SittingKind;
  readonly credits: readonly Credit[];
  readonly difficulty: Coming['difficulty'];
  readonly day: number;
}

/** Strength and memory together, through all sittings in their order. */
export class Course {
  private readonly model: StrengthModel;
  private readonly practised = new Practised();
  private readonly seen = new Set<TechniqueId>();
  /** Strength of all that was seen, at the first sitting of every week; for trends. */
  private readonly weeks: { readonly day: number; readonly points: ReadonlyMap<TechniqueId, number> }[] = [];

  constructor(familyOf: (technique: TechniqueId) => string, learnsPerson: boolean) {
    this.model = new StrengthModel(familyOf, learnsPerson);
  }

  /** Gives what was foreseen for the sitting, and by how much it moved the strength of its techniques. */
  take({ problemId, kind, credits, difficulty, day, ...shown }: Observation): ReturnType<StrengthModel['observe']> {
    this.noteWeek(day);
    const { memory: times } = this.person();
    const memory = this.practised.memoryOf(problemId);
    const practised = this.practised.practiceOn(credits, day, times);
    const coming: Coming = { kind, credits, difficulty, practised, memory, day };
    const taken = this.model.observe(coming, shown);
    for (const { technique } of credits) this.seen.add(technique);
    const after = memory
      ? scaled(reviewedMemory(scaled(memory, times), kind, shown.evidence, day), 1 / times)
      : firstMemory(shown.evidence, day);
    this.practised.remember(problemId, after, credits, day, times);
    return taken;
  }

  person(): Person {
    return this.model.person();
  }

  strengthOf(technique: TechniqueId, day: number): Gaussian {
    const practised = this.practised.practiceAt([{ technique, share: 1 }], day, this.person().memory);
    return this.model.strengthOf(technique, practised, day);
  }

  overall(day: number): Gaussian {
    return this.model.overall(this.practised.practiceAt([], day, this.person().memory));
  }

  /** What is remembered of a problem, in the person's own half-life. */
  memoryOf(problem: ProblemId): Memory | null {
    const memory = this.practised.memoryOf(problem);
    return memory && scaled(memory, this.person().memory);
  }

  /** Strength as it stood at the beginning of the week some weeks ago, as far as the technique was seen by then. */
  pointBefore(technique: TechniqueId, day: number): number | null {
    const known = this.weeks.findLast((week) => week.day <= day);
    return known?.points.get(technique) ?? null;
  }

  private pointOf(technique: TechniqueId, day: number): number {
    const practised = this.practised.practiceOn([{ technique, share: 1 }], day, this.person().memory);
    return expectedChance(this.model.strengthOf(technique, practised, day));
  }

  private noteWeek(day: number): void {
    const last = this.weeks.at(-1)?.day ?? -Infinity;
    if (Math.floor(day / strengthParameters.weekDays) === Math.floor(last / strengthParameters.weekDays)) return;
    this.weeks.push({ day, points: new Map([...this.seen].map((it) => [it, this.pointOf(it, day)])) });
  }
}
