import {
  type Interview,
  type Log,
  type Problem,
  type ProblemId,
  type Sitting,
  type SittingKind,
  type TechniqueId,
  defaultSettings,
  emptySitting,
  logFrom,
  noCost,
  noRecords,
  sittingTarget,
  targetFor,
  attemptWith,
} from '@lernen/core/model';
import type { Twist } from '@lernen/core/plan';
import { SeededRandom } from '@lernen/core/random';
import { countingIds } from '@lernen/demo';
import type { Learner, ProblemFacts, SittingOutcome } from './learner';
import { millisecondsPerDay } from './person';

/** What everybody begins with: the shipped techniques. */
const noLog = logFrom(noRecords);

/** What can be done next: a known problem, or a new one of a technique. */
export interface Item {
  readonly problemId: ProblemId | null;
  readonly technique: TechniqueId;
  readonly kind: SittingKind;
}

export interface Setting {
  /** Techniques that the interview asks for, by share; shares sum to 1. */
  readonly mix: ReadonlyMap<TechniqueId, number>;
  readonly minutesADay: number;
  /** Days from the beginning of the plan to the interview. */
  readonly days: number;
  readonly start: number;
}

const evening = 19 / 24;
/** Evenings are not counted to the minute, and a long problem is begun with at least so many left. */
const [softly, begunWith] = [1.1, 10];
/** Minutes at most on the evening before the interview, whatever the rule. */
const lastEvening = 30;

/** One sitting, and what came of it. */
interface Done {
  readonly facts: ProblemFacts;
  readonly kind: SittingKind;
  readonly at: number;
  readonly outcome: SittingOutcome;
}

/** Somebody practising: the learner with the hidden truth, and the log of what could be seen of it. */
export class Practice {
  readonly problems = new Map<ProblemId, Problem>();
  readonly sittings: Sitting[] = [];
  /** What an interviewer might change, where it was written down: for every third problem. */
  readonly twists = new Map<ProblemId, readonly Twist[]>();
  /** All that was done, to do it again with another copy of the learner. */
  readonly done: Done[] = [];
  private readonly interview: Interview;
  private readonly newId: (at?: number) => string;
  private minutesToday = 0;
  private today = 0;
  /** Minutes of this evening: those of every evening, with what was left or overdrawn before. */
  private budget = 0;
  private taken = 0;

  constructor(
    readonly learner: Learner,
    readonly setting: Setting,
    seed: number,
  ) {
    this.newId = countingIds(setting.start - 60 * millisecondsPerDay, new SeededRandom(seed));
    const id = this.newId();
    this.interview = {
      id,
      revision: id,
      deleted: false,
      employer: 'Otterbridge',
      round: '',
      at: new Date(this.interviewAt).toISOString(),
      zone: 'UTC',
      mix: Object.fromEntries(setting.mix),
      difficulty: 'medium',
      importance: 1,
      status: 'planned',
    } as Interview;
  }

  get interviewAt(): number {
    return this.setting.start + (this.setting.days + 0.4) * millisecondsPerDay;
  }

  /**
   * The evening of a day, counted from the beginning of the plan. What an evening took too much the next one lacks, and
   * what it left over comes on top, up to an evening's minutes, and all go to bed early before the interview: so all rules
   * have the same minutes as really taken.
   */
  open(day: number): void {
    const { minutesADay, start } = this.setting;
    const carried = Math.min(this.budget - this.minutesToday, minutesADay);
    this.today = start + (day + evening) * millisecondsPerDay;
    const most = this.isLastEvening ? lastEvening : Infinity;
    this.budget = Math.min(Math.max(minutesADay + carried, 0), most);
    this.minutesToday = 0;
  }

  /** Minutes of all sittings. */
  get minutesTaken(): number {
    return this.taken;
  }

  /** Forgets what an evening left or took too much. */
  clear(): void {
    this.budget = 0;
    this.minutesToday = 0;
  }

  get now(): number {
    return this.today + this.minutesToday * 60_000;
  }

  get isLastEvening(): boolean {
    return this.interviewAt - this.today < millisecondsPerDay;
  }

  get doneToday(): readonly Done[] {
    return this.done.filter(({ at }) => at >= this.today);
  }

  get minutesLeft(): number {
    return this.budget - this.minutesToday;
  }

  /** Minutes that an item is expected to take; the same rule for everybody: whoever looks at their log knows it. */
  plannedMinutes({ problemId, kind }: Item): number {
    const difficulty = problemId === null ? 'medium' : (this.problems.get(problemId)?.difficulty ?? 'medium');
    return sittingTarget(kind, difficulty, defaultSettings) * (this.pace(kind) ?? (kind === 'rebuild' ? 0.8 : 1));
  }

  /** Median of minutes over target of the sittings of a kind; null while there are fewer than five. */
  private pace(kind: SittingKind): number | null {
    const paces = this.sittings
      .filter((sitting) => sitting.kind === kind)
      .map(({ problemId, minutes }) => {
        const difficulty = this.problems.get(problemId)?.difficulty ?? null;
        return (minutes ?? 0) / sittingTarget(kind, difficulty, defaultSettings);
      })
      .sort((a, b) => a - b);
    return paces.length < 5 ? null : (paces[Math.floor(paces.length / 2)] ?? null);
  }

  /** Whether the evening has room; what no evening has room for is begun where some is left, and takes from the next. */
  fits(item: Item): boolean {
    const planned = this.plannedMinutes(item);
    if (planned > this.setting.minutesADay * softly) return this.minutesLeft >= Math.min(begunWith, planned);
    return planned <= this.minutesLeft * softly;
  }

  do(item: Item): SittingOutcome {
    const at = this.now;
    const problem = item.problemId === null ? this.meet(item.technique, at) : this.problems.get(item.problemId);
    if (!problem) throw new RangeError('There is no such problem.');
    const facts = factsOf(problem);
    const outcome = this.learner.sit(facts, item.kind, at);
    this.done.push({ facts, kind: item.kind, at, outcome });
    this.minutesToday += outcome.minutes;
    this.taken += outcome.minutes;
    this.note(problem, item.kind, outcome, at);
    return outcome;
  }

  /** True readiness on the day of the interview. */
  readiness(learner: Learner = this.learner): number {
    let sum = 0;
    for (const [technique, share] of this.setting.mix)
      sum += share * learner.ability(technique, 'medium', this.interviewAt);
    return sum;
  }

  log(): Log {
    return {
      ...noLog,
      problems: [...this.problems.values()],
      sittings: this.sittings,
      interviews: [this.interview],
      settings: {
        ...defaultSettings,
        week: weekOf(this.setting.minutesADay),
        exceptions: { [new Date(this.today).toISOString().slice(0, 10)]: Math.round(this.budget) },
      },
    };
  }

  lastAt(problemId: ProblemId): number {
    const last = this.sittings.findLast((sitting) => sitting.problemId === problemId);
    return last ? Date.parse(last.startedAt) : 0;
  }

  private meet(technique: TechniqueId, at: number): Problem {
    const id = this.newId(at);
    const count = this.problems.size;
    const problem: Problem = {
      id,
      revision: id,
      deleted: false,
      title: `Problem ${count + 1}`,
      difficulty: count % 5 === 0 ? 'easy' : count % 5 === 4 ? 'hard' : 'medium',
      techniques: [technique],
      cost: noCost,
      origin: null,
      employer: null,
      link: null,
      createdAt: new Date(at).toISOString(),
    };
    this.problems.set(id, problem);
    if (count % 3 === 1) this.twists.set(id, [{ text: 'A stream instead of a list', from: id }]);
    return problem;
  }

  private note(problem: Problem, kind: SittingKind, outcome: SittingOutcome, at: number): void {
    const id = this.newId(at);
    const [technique = null] = problem.techniques;
    const wrong = [...this.setting.mix.keys()].find((other) => other !== technique) ?? null;
    const startedAt = new Date(at).toISOString();
    this.sittings.push({
      ...emptySitting({ id, revision: id, problemId: problem.id, kind, startedAt, result: outcome.result }),
      minutes: Math.round(outcome.minutes),
      attempts: Array.from({ length: outcome.attempts }, () => attemptWith(null)),
      help: outcome.help,
      named: outcome.named === null ? null : outcome.named === 'right' ? technique : wrong,
    });
  }
}

export function factsOf(problem: Problem): ProblemFacts {
  const difficulty = problem.difficulty ?? 'medium';
  return {
    id: problem.id,
    techniques: problem.techniques,
    difficulty,
    targetMinutes: targetFor(difficulty, defaultSettings),
  };
}

/** An unaided solve in time. */
export function isSuccess(outcome: SittingOutcome, facts: ProblemFacts, kind: SittingKind): boolean {
  const target = kind === 'spot' ? 3 : kind === 'sketch' ? 8 : facts.targetMinutes;
  return outcome.result === 'solved' && outcome.help === 'none' && outcome.minutes <= target;
}

function weekOf(minutes: number): Log['settings']['week'] {
  return { mon: minutes, tue: minutes, wed: minutes, thu: minutes, fri: minutes, sat: minutes, sun: minutes };
}
