import { Estimator, chanceOfSitting } from '@lernen/core/estimate';
import { catalogue, defaultSettings, sittingTarget } from '@lernen/core/model';
import { SeededRandom } from '@lernen/core/random';
import { Knowable } from './knowable';
import type { LearnerModule } from './learner';
import { Practice, factsOf, isSuccess } from './practice';

/** Log losses in nats and their count over the sittings of one person, and the predictions by size class. */
export interface PredictionSums {
  readonly count: number;
  /** Oracle and knowable are NaN where a module does not tell its chances. */
  readonly losses: {
    readonly model: number;
    readonly baseRate: number;
    readonly byTechnique: number;
    readonly oracle: number;
    /** What is lost by who knows all but the levels of the techniques. */
    readonly knowable: number;
  };
  readonly classes: readonly { readonly predicted: number; readonly came: number; readonly count: number }[];
}

const sittings = 160;
const from = 40;

/** Predicts each next sitting of somebody who practises at whim, from the fortieth on. */
export function predictionSums(module: LearnerModule, seed: number): PredictionSums {
  const losses = { model: 0, baseRate: 0, byTechnique: 0, oracle: 0, knowable: 0 };
  const classes = Array.from({ length: 10 }, () => ({ predicted: 0, came: 0, count: 0 }));
  let count = 0;
  const luck = new SeededRandom(seed * 31 + 5);
  const techniques = catalogue.slice(0, 8).map(({ id }) => id);
  const mix = new Map(techniques.map((id) => [id, 1 / techniques.length]));
  const practice = new Practice(
    module.createLearner(seed),
    { mix, minutesADay: 120, days: 90, start: Date.UTC(2026, 5, 1) },
    seed,
  );
  const tallies = new Map<string, { good: number; all: number }>();
  const total = { good: 1, all: 2 };
  const knowable = new Knowable(practice.learner);
  const estimator = new Estimator();
  for (let index = 0; index < sittings; index++) {
    if (index % 2 === 0) practice.open(index / 2);
    const ids = [...practice.problems.keys()];
    const id = ids[luck.between(0, Math.max(ids.length - 1, 0))];
    const isRepeat = id !== undefined && luck.chance(0.45);
    const technique = techniques[luck.between(0, techniques.length - 1)] ?? '';
    const kind = isRepeat ? luck.pick(['rebuild', 'rebuild', 'sketch', 'spot'] as const) : 'first-solve';
    const log = practice.log();
    const problem = isRepeat ? practice.problems.get(id) : undefined;
    const asked = problem?.techniques[0] ?? technique;
    const difficulty =
      problem?.difficulty ??
      (['easy', 'medium', 'medium', 'medium', 'hard'] as const)[practice.problems.size % 5] ??
      'medium';
    const estimates = estimator.estimate(log, new Date(practice.now).toISOString());
    const predicted = chanceOfSitting(
      estimates,
      { problemId: problem?.id ?? null, techniques: [asked], difficulty },
      kind,
    );
    const facts = problem ? factsOf(problem) : { id: 'new', techniques: [asked], difficulty, targetMinutes: 25 };
    const truth = practice.learner.chance?.(facts, kind, practice.now) ?? NaN;
    const known = knowable.foresee(facts, kind, practice.now);
    const outcome = practice.do({ problemId: problem?.id ?? null, technique: asked, kind });
    const came = isSuccess(outcome, practice.done.at(-1)?.facts ?? facts, kind) ? 1 : 0;
    const tally = tallies.get(asked) ?? { good: 1, all: 2 };
    if (index >= from) {
      count++;
      losses.model += loss(predicted, came);
      losses.baseRate += loss(total.good / total.all, came);
      losses.byTechnique += loss(tally.good / tally.all, came);
      losses.oracle += loss(truth, came);
      losses.knowable += loss(known.chance, came);
      const bucket = classes[Math.min(Math.floor(predicted * 10), 9)];
      if (bucket) {
        bucket.predicted += predicted;
        bucket.came += came;
        bucket.count++;
      }
    }
    known.takeIn(came === 1, outcome.minutes / sittingTarget(kind, difficulty, defaultSettings));
    tallies.set(asked, { good: tally.good + came, all: tally.all + 1 });
    total.good += came;
    total.all++;
  }
  return { count, losses, classes };
}

function loss(chance: number, came: number): number {
  const kept = Math.min(Math.max(chance, 0.005), 0.995);
  return -Math.log(came === 1 ? kept : 1 - kept);
}
