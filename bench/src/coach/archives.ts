import {
  type Help,
  InterviewSchema,
  type Log,
  type Problem,
  ProblemSchema,
  type Result,
  SettingsSchema,
  type Sitting,
  type SittingKind,
  SittingSchema,
  logFrom,
  millisecondsPerDay,
  noRecords,
} from '@lernen/core/model';
import { SeededRandom } from '@lernen/core/random';
import { countingIds } from '@lernen/demo';

/** The evening on which the archives are looked at. */
export const asOf = '2026-11-24T18:00:00.000Z';

/** A log with the name that the table has for it. */
export interface Archive {
  readonly name: string;
  readonly log: Log;
}

const common = ['two-pointers', 'sliding-window', 'hash-lookup', 'heap', 'graph-bfs', 'line-dp', 'greedy', 'intervals'];

const employers = ['Otterbridge', 'Fennmark Signals', 'Halden & Reef'];

/** What came of a sitting. */
interface Outcome {
  readonly result: Result;
  readonly help: Help;
  readonly minutes: number;
}

interface Shape {
  readonly seed: number;
  /** Days of practice before today, and sittings in them. */
  readonly days: number;
  readonly sittings: number;
  readonly techniques?: readonly string[];
  /** Of a sitting at one of these techniques. */
  readonly outcome: (luck: SeededRandom, technique: string) => Outcome;
  readonly minutes?: number;
  readonly interviews: readonly { readonly inDays: number; readonly mix?: Readonly<Record<string, number>> }[];
  /** Days before today without any sitting. */
  readonly gap?: number;
}

const solved = (luck: SeededRandom): Outcome => ({ result: 'solved', help: 'none', minutes: luck.between(14, 24) });
const givenUp = (luck: SeededRandom): Outcome => ({ result: 'abandoned', help: 'none', minutes: luck.between(4, 8) });
const failed = (luck: SeededRandom): Outcome => ({
  result: 'unsolved',
  help: luck.chance(0.6) ? 'read' : 'none',
  minutes: luck.between(25, 45),
});
const mixed = (luck: SeededRandom): Outcome =>
  luck.chance(0.6) ? solved(luck) : luck.chance(0.5) ? failed(luck) : givenUp(luck);
const even = Object.fromEntries(common.map((it) => [it, 1]));

const shapes: Readonly<Record<string, Shape>> = {
  beginner: { seed: 1, days: 9, sittings: 7, outcome: mixed, interviews: [{ inDays: 42, mix: even }] },
  expert: {
    seed: 2,
    days: 150,
    sittings: 210,
    techniques: common.slice(0, 4),
    outcome: solved,
    interviews: [{ inDays: 60, mix: even }],
  },
  'one weak technique': {
    seed: 3,
    days: 60,
    sittings: 90,
    outcome: (luck, technique) => (technique === 'line-dp' ? failed(luck) : solved(luck)),
    interviews: [{ inDays: 30, mix: even }],
  },
  'all failed': { seed: 4, days: 21, sittings: 24, outcome: failed, interviews: [{ inDays: 30, mix: even }] },
  'everything solved': { seed: 5, days: 60, sittings: 120, outcome: solved, interviews: [{ inDays: 30, mix: even }] },
  'gave up often': {
    seed: 6,
    days: 40,
    sittings: 60,
    outcome: (luck) => (luck.chance(0.6) ? givenUp(luck) : mixed(luck)),
    interviews: [{ inDays: 35, mix: even }],
  },
  'three interviews in two weeks': {
    seed: 7,
    days: 50,
    sittings: 70,
    outcome: mixed,
    interviews: [
      { inDays: 5, mix: { heap: 2, greedy: 1, 'two-pointers': 1 } },
      { inDays: 9, mix: { 'line-dp': 2, 'graph-bfs': 2, heap: 1 } },
      { inDays: 14, mix: even },
    ],
  },
  '20 minutes a day': {
    seed: 8,
    days: 40,
    sittings: 50,
    outcome: mixed,
    minutes: 20,
    interviews: [{ inDays: 30, mix: even }],
  },
  '240 minutes a day': {
    seed: 9,
    days: 40,
    sittings: 80,
    outcome: mixed,
    minutes: 240,
    interviews: [{ inDays: 30, mix: even }],
  },
  'no interview': { seed: 10, days: 40, sittings: 60, outcome: mixed, interviews: [] },
  'long gap': { seed: 11, days: 60, sittings: 70, gap: 75, outcome: mixed, interviews: [{ inDays: 30, mix: even }] },
  'interview tomorrow': { seed: 12, days: 40, sittings: 60, outcome: mixed, interviews: [{ inDays: 1, mix: even }] },
};

export const archives: readonly Archive[] = Object.entries(shapes).map(([name, shape]) => ({
  name,
  log: logOf(shape),
}));

function logOf({
  seed,
  days,
  sittings: count,
  techniques = common,
  outcome,
  minutes,
  interviews,
  gap = 0,
}: Shape): Log {
  const luck = new SeededRandom(seed * 977);
  const newId = countingIds(Date.parse(asOf) - 400 * millisecondsPerDay, new SeededRandom(seed));
  const problems: Problem[] = [];
  const sittings: Sitting[] = [];
  for (let index = 0; index < count; index++) {
    const ago = gap + 1.1 + (days * (count - index)) / count;
    const startedAt = new Date(Date.parse(asOf) - ago * millisecondsPerDay).toISOString();
    const technique = pickOf(techniques, luck);
    const known = problems.filter((problem) => problem.techniques[0] === technique);
    const isAgain = known.length > 2 && luck.chance(0.4);
    const problem = isAgain ? pickOf(known, luck) : newProblem(newId, technique, luck, startedAt, problems.length + 1);
    if (!isAgain) problems.push(problem);
    const kind: SittingKind = isAgain ? luck.pick(['rebuild', 'sketch', 'spot'] as const) : 'first-solve';
    const isShort = kind === 'sketch' || kind === 'spot';
    const came = outcome(luck, technique);
    const id = newId();
    sittings.push(
      SittingSchema.parse({
        id,
        revision: id,
        problemId: problem.id,
        kind,
        startedAt,
        ...came,
        ...(isShort ? { minutes: 5 } : {}),
      }),
    );
  }
  return logFrom({
    ...noRecords,
    problems,
    sittings,
    interviews: interviews.map(({ inDays, mix }, index) => {
      const id = newId();
      const at = new Date(Date.parse(asOf) + inDays * millisecondsPerDay - 3 * 3_600_000).toISOString();
      return InterviewSchema.parse({
        id,
        revision: id,
        employer: employers[index],
        at,
        zone: 'UTC',
        ...(mix ? { mix } : {}),
      });
    }),
    settings: minutes === undefined ? null : SettingsSchema.parse({ week: weekOf(minutes) }),
  });
}

function pickOf<T>(some: readonly T[], luck: SeededRandom): T {
  const [first, ...others] = some;
  if (first === undefined) throw new RangeError('There is nothing to choose from.');
  return luck.pick([first, ...others]);
}

function newProblem(
  newId: () => string,
  technique: string,
  luck: SeededRandom,
  createdAt: string,
  number: number,
): Problem {
  const id = newId();
  const difficulty = luck.pick(['easy', 'medium', 'medium', 'hard'] as const);
  return ProblemSchema.parse({
    id,
    revision: id,
    title: `Islet ${number}`,
    difficulty,
    techniques: [technique],
    createdAt,
  });
}

function weekOf(minutes: number): Record<string, number> {
  return Object.fromEntries(['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'].map((day) => [day, minutes]));
}
