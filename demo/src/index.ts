import { type Archive, archiveFrom } from '@lernen/core/archive';
import {
  type Attempt,
  type Day,
  type Entry,
  type Help,
  type Instant,
  type Interview,
  type Problem,
  type ProblemList,
  type Result,
  type Settings,
  type Sitting,
  type Stretch,
  type SittingKind,
  type Slip,
  type Zone,
  addDays,
  attemptWith,
  dayOf,
  defaultSettings,
  emptySitting,
  instantAt,
  noCost,
  noRecords,
} from '@lernen/core/model';
import { SeededRandom } from '@lernen/core/random';
import { plannedLists, plannedProblems } from './planned';
import { type DemoProblem, demoProblems, employers, origins } from './problems';
import { countingIds } from './ids';
import { demoEntries, givenEntries } from './sheets';

export { countingIds } from './ids';

const seed = 20_260_217;
/** Ten weeks of practice. */
const practiceDays = 70;
/** The week in which nothing was done, in days before today. */
const lostWeek = [33, 27] as const;
/** Solved once, long ago, and never looked at again. */
const neglected = new Set(['union-find', 'answer-search']);
const sittingsWanted = 200;

/**
 * The demo archive as of a moment: an engineer ten weeks into preparing for three employers of an archipelago, with the
 * flaws of real practice. The same moment and zone give the same archive.
 */
export function demoArchive(asOf: Instant, zone: Zone = 'UTC'): Archive {
  return new DemoWriter(asOf, zone).write();
}

class DemoWriter {
  private readonly random = new SeededRandom(seed);
  private readonly today: Day;
  private readonly now: number;
  private readonly newId: (at?: number) => string;
  private readonly sittings: Sitting[] = [];
  /** Statements and bounds. */
  private readonly given: Entry[] = [];
  /** Skill that grows with practice, by technique. */
  private readonly skill = new Map<string, number>();
  /** When each problem was worked last, and how often. */
  private readonly worked = new Map<string, { at: number; times: number }>();

  constructor(
    private readonly asOf: Instant,
    private readonly zone: Zone,
  ) {
    this.today = dayOf(asOf, zone);
    this.now = Date.parse(asOf);
    this.newId = countingIds(this.now - (practiceDays + 1) * 86_400_000, this.random);
  }

  write(): Archive {
    const queue = [...demoProblems.keys()];
    const problems: (Problem | undefined)[] = [];
    const worked: number[] = [];
    for (let ago = practiceDays; ago >= 1; ago--) {
      if (ago <= lostWeek[0] && ago >= lostWeek[1]) continue;
      const sessions = this.sessionsOn(ago);
      for (let session = 0; session < sessions && this.sittings.length < sittingsWanted; session++) {
        const isFirst = queue.length > 0 && (worked.length < 3 || this.random.chance(0.38));
        const index = isFirst ? queue.shift() : this.toRepeat(worked, ago);
        const entry = index === undefined ? undefined : demoProblems[index];
        if (index === undefined || !entry) continue;
        const day = addDays(this.today, -ago);
        const startedAt = instantAt(
          day,
          `${18 + session}:${String(this.random.between(0, 5) * 10).padStart(2, '0')}`,
          this.zone,
        );
        if (isFirst) {
          worked.push(index);
          problems[index] = this.problem(entry, startedAt);
        }
        const problem = problems[index];
        if (problem) this.sit(problem, entry, isFirst ? 'first-solve' : this.kindOf(ago), startedAt);
      }
    }
    for (const index of queue) {
      const entry = demoProblems[index];
      if (entry) problems[index] = this.problem(entry, instantAt(addDays(this.today, -2), '21:00', this.zone));
    }
    const met = problems.filter((problem) => problem !== undefined);
    const byTitle = new Map(met.map(({ title, id }) => [title, id]));
    const interviews = this.interviews();
    const entries = demoEntries(
      (title) => byTitle.get(title),
      () => this.newId(),
    );
    const settings: Settings = {
      ...defaultSettings,
      revision: this.newId(),
      exceptions: { [addDays(this.today, 5)]: 0, [addDays(this.today, 12)]: 90 },
    };
    const all = [...met, ...this.planned()];
    return archiveFrom(
      {
        ...noRecords,
        problems: all,
        sittings: this.sittings,
        interviews,
        lists: this.lists(all),
        entries: [...this.given, ...entries],
        settings,
      },
      this.asOf,
    );
  }

  private sessionsOn(ago: number): number {
    const isRestDay = ago % 7 === 3;
    return isRestDay && this.random.chance(0.7) ? 0 : this.random.between(2, 5);
  }

  /** Something worked a while ago, but nothing of the neglected techniques. */
  private toRepeat(worked: readonly number[], ago: number): number | undefined {
    const open = worked.filter((index) => !neglected.has(demoProblems[index]?.techniques[0] ?? ''));
    return ago > practiceDays - 2 ? undefined : open[this.random.between(0, Math.max(open.length - 3, 0))];
  }

  private kindOf(ago: number): SittingKind {
    if (ago < 14 && this.random.chance(0.08)) return 'rehearsal';
    return this.random.pick<SittingKind>([
      'spot',
      'spot',
      'sketch',
      'sketch',
      'rebuild',
      'rebuild',
      'rebuild',
      'twist',
    ]);
  }

  private problem(entry: DemoProblem, createdAt: Instant): Problem {
    const { title, techniques, difficulty, time, space } = entry;
    const at = Date.parse(createdAt);
    const problem: Problem = {
      id: this.newId(at),
      revision: this.newId(at),
      deleted: false,
      title,
      difficulty,
      techniques: [...techniques],
      cost: { time, space },
      origin: this.random.pick(origins),
      employer: this.random.chance(0.25) ? this.random.pick(employers) : null,
      link: null,
      createdAt,
    };
    this.given.push(...givenEntries(problem, entry));
    return problem;
  }

  private sit(problem: Problem, entry: DemoProblem, kind: SittingKind, startedAt: Instant): void {
    const [main = 'greedy'] = entry.techniques;
    const target = defaultSettings.targetMinutes[entry.difficulty];
    const strain = { easy: -0.9, medium: 0.1, hard: 1.2 }[entry.difficulty];
    const isShort = kind === 'spot' || kind === 'sketch';
    const at = Date.parse(startedAt);
    const level = this.skill.get(main) ?? (neglected.has(main) ? -2 : this.random.next() * 3 - 1.7);
    this.skill.set(main, level + (isShort ? 0.02 : 0.16));
    const recalled = this.recallOf(problem.id, at);
    const unseen = 1 / (1 + Math.exp(strain - level - (isShort ? 0.6 : 0)));
    const chance = recalled + (1 - recalled) * unseen;
    this.worked.set(problem.id, { at, times: (this.worked.get(problem.id)?.times ?? 0) + (isShort ? 0.4 : 1) });
    const isGood = this.random.chance(chance);
    const isAbandoned = !isGood && this.random.chance(0.12);
    const result: Result = isGood
      ? 'solved'
      : isAbandoned
        ? 'abandoned'
        : this.random.pick<Result>(['solved', 'solved', 'partly', 'unsolved']);
    const help: Help =
      isGood || isAbandoned ? 'none' : this.random.pick<Help>(['none', 'hint', 'hint', 'read', 'copied']);
    const slips = isGood
      ? []
      : [
          this.random.pick<Slip>([
            'off-by-one',
            'edge-case',
            'misread',
            'too-slow',
            'order-of-checks',
            'not-initialised',
            'typo',
            'out-of-range',
          ]),
        ];
    const isMixedUp = kind !== 'first-solve' && !isGood && mixUps[main] !== undefined && this.random.chance(0.6);
    const isCostWrong = this.random.chance(0.12);
    if (isCostWrong) slips.push('cost-misstated');
    const [id, revision] = [this.newId(at), this.newId(at)];
    const minutes = this.minutesFor(kind, target, isGood, isAbandoned);
    const course = isShort || isAbandoned ? [] : courseOf(minutes * 60, this.sittings.length);
    this.sittings.push({
      ...emptySitting({ id, revision, problemId: problem.id, kind, startedAt, result }),
      minutes,
      course,
      attempts: isShort || isAbandoned ? [] : timed(this.attempts(isGood, result), course),
      help,
      named: kind === 'first-solve' ? null : isMixedUp ? (mixUps[main] ?? null) : main,
      stated:
        kind === 'spot' || isAbandoned ? noCost : { time: isCostWrong ? 'O(n²)' : entry.time, space: entry.space },
      slips,
      felt: kind === 'first-solve' || kind === 'rebuild' ? this.feltFor(entry, isGood) : null,
      language: isShort ? null : 'python',
      twist: kind === 'twist' ? 'The data comes as a stream.' : null,
      note: notes[this.sittings.length % 23] ?? '',
    });
  }

  /** Chance that the solution itself is still in mind: it fades, and more slowly the more often it was worked. */
  private recallOf(problemId: string, at: number): number {
    const worked = this.worked.get(problemId);
    if (!worked) return 0;
    const days = (at - worked.at) / 86_400_000;
    return 0.9 / Math.sqrt(1 + (3 * days) / (6 * 1.8 ** worked.times));
  }

  private minutesFor(kind: SittingKind, target: number, isGood: boolean, isAbandoned: boolean): number {
    if (kind === 'spot') return isGood ? this.random.between(2, 3) : this.random.between(3, 5);
    if (kind === 'sketch') return isGood ? this.random.between(5, 8) : this.random.between(8, 13);
    const share = isAbandoned ? 0.4 : isGood ? 0.42 + this.random.next() * 0.6 : 1 + this.random.next() * 0.8;
    return Math.max(Math.round(target * share * (isGood && kind !== 'first-solve' ? 0.8 : 1)), 3);
  }

  private attempts(isGood: boolean, result: Result): Attempt[] {
    const count = isGood ? (this.random.chance(0.75) ? 1 : 2) : this.random.between(2, 4);
    return Array.from({ length: count }, (_, index) =>
      attemptWith(
        index === count - 1 && result === 'solved'
          ? 'accepted'
          : this.random.pick(['wrong-answer', 'wrong-answer', 'too-slow', 'crashed']),
      ),
    );
  }

  /** Felt difficulty often disagrees with the stated one. */
  private feltFor({ difficulty }: DemoProblem, isGood: boolean): number {
    const stated = { easy: 2, medium: 3, hard: 4 }[difficulty];
    return Math.min(Math.max(stated + this.random.between(-1, 1) + (isGood ? 0 : 1), 1), 5);
  }

  /** Kept for later some days ago; they come last, so that they change nothing of what was worked. */
  private planned(): Problem[] {
    const createdAt = instantAt(addDays(this.today, -4), '21:00', this.zone);
    const at = Date.parse(createdAt);
    return plannedProblems.map(({ statement, bounds, ...facts }) => {
      const problem: Problem = {
        ...facts,
        id: this.newId(at),
        revision: this.newId(at),
        deleted: false,
        cost: noCost,
        employer: null,
        link: null,
        createdAt,
      };
      this.given.push(...givenEntries(problem, { statement, bounds }));
      return problem;
    });
  }

  private lists(problems: readonly Problem[]): ProblemList[] {
    const createdAt = instantAt(addDays(this.today, -4), '21:05', this.zone);
    const at = Date.parse(createdAt);
    const idOf = (title: string): string[] => problems.flatMap((it) => (it.title === title ? [it.id] : []));
    return plannedLists.map(({ title, days, problems: titles }) => ({
      id: this.newId(at),
      revision: this.newId(at),
      deleted: false,
      title,
      until: days === null ? null : addDays(this.today, days),
      problems: titles.flatMap(idOf),
      createdAt,
    }));
  }

  private interviews(): Interview[] {
    const [otterbridge, fennmark, halden] = employers;
    const interview = (
      employer: string,
      round: string,
      day: number,
      clock: string,
      zone: Zone,
      more: Partial<Interview>,
    ): Interview => ({
      id: this.newId(),
      revision: this.newId(),
      deleted: false,
      employer,
      round,
      at: instantAt(addDays(this.today, day), clock, zone),
      zone,
      mix: 'usual',
      difficulty: 'medium',
      importance: 3,
      status: 'planned',
      note: '',
      ...more,
    });
    return [
      interview(fennmark, 'screen', 12, '16:30', 'Atlantic/Reykjavik', { importance: 2 }),
      interview(otterbridge, 'onsite', 27, '10:00', 'Europe/Oslo', {
        importance: 5,
        mix: {
          'sliding-window': 16,
          'monotonic-stack': 14,
          'answer-search': 9,
          'union-find': 8,
          'topological-order': 7,
          'interval-dp': 6,
          'hash-lookup': 8,
          'tree-recursion': 10,
          'graph-bfs': 8,
          'prefix-sums': 6,
          heap: 8,
        },
      }),
      interview(halden, 'second round', 34, '14:00', 'Europe/Lisbon', { importance: 3, difficulty: 'hard' }),
    ];
  }
}

/** What this engineer takes one technique for. */
const mixUps: Readonly<Record<string, string>> = {
  'sliding-window': 'prefix-sums',
  'monotonic-stack': 'stack-matching',
  'interval-dp': 'line-dp',
  heap: 'sort-first',
  'graph-bfs': 'graph-dfs',
  greedy: 'line-dp',
};

const notes: Readonly<Record<number, string>> = {
  3: 'Say the brute force first, then why it is too slow.',
  9: 'Ask whether equal values count as taller.',
  14: 'Drew the window by hand; the bug was in the first step.',
  19: 'Forgot the empty case again.',
};

/** How the time of a solve went by: more of it on planning here, on code there, as the count of sittings decides. */
function courseOf(seconds: number, index: number): Stretch[] {
  const shares = [
    ['read', 2 + (index % 3)],
    ['plan', 5 + (index % 4)],
    ['code', 8 + (index % 5)],
    ['check', 2 + (index % 2)],
    ['explain', 1 + (index % 2)],
  ] as const;
  const sum = shares.reduce((all, [, share]) => all + share, 0);
  let [before, end] = [0, 0];
  return shares.map(([phase, share]) => {
    before += share;
    const [start, stop] = [end, Math.round((seconds * before) / sum)];
    end = stop;
    return { phase, seconds: stop - start };
  });
}

/** The attempts lie between the first code and the end of the checks. */
function timed(attempts: readonly Attempt[], course: readonly Stretch[]): Attempt[] {
  const [read = 0, plan = 0, code = 0, check = 0] = course.map(({ seconds }) => seconds);
  const from = read + plan + code / 2;
  const step = (code / 2 + check) / Math.max(attempts.length, 1);
  return attempts.map((attempt, index) => ({ ...attempt, at: Math.round(from + step * (index + 1)) }));
}
