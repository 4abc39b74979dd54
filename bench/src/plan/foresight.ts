// Rules that try what comes of each item on simulated people, to see what could be had.
import { Estimator, type Estimates } from '@lernen/core/estimate';
import type { TechniqueId } from '@lernen/core/model';
import { SeededRandom } from '@lernen/core/random';
import type { Learner, LearnerModule, ProblemFacts } from './learner';
import { loadLearner, shippedLearners } from './learners';
import { mean, sum } from './numbers';
import { logistic, millisecondsPerDay, normalFrom } from './person';
import { asItem, planMaker } from './planner';
import type { Policy } from './policy';
import { type Item, type Practice, factsOf, isSuccess } from './practice';

/** How often the clairvoyant tries a candidate, each time with other luck. */
const draws = 12;

/**
 * Knows the person, though not future luck: tries every candidate on copies of the person and takes what adds
 * most true readiness for its minutes.
 */
export function clairvoyant(module: LearnerModule, seed: number): Policy {
  return foreseeing(module, seed, () => true);
}

/**
 * The clairvoyant within the rules of a coach: what Lernen's plan brings back this evening whatever else would gain comes
 * first, and the rest is spaced, mixed and light on the last evening. What is gained early, and in what is weak, counts for it
 * as all else does.
 */
export function coachedClairvoyant(module: LearnerModule, seed: number): Policy {
  const planOf = planMaker();
  const foresee = foreseeing(module, seed, isCoached);
  return (practice, luck) => {
    const due = planOf(practice).days[0]?.items.filter(({ reasons }) => reasons.duty !== null) ?? [];
    return due.map(asItem).find((item) => practice.fits(item)) ?? foresee(practice, luck);
  };
}

/** Days between two sittings at a problem at least, days up to which gaps widen, and minutes of an evening for each new problem. */
const coached = { gap: 3, widening: 7, minutesPerNew: 25 };

function isCoached({ problemId, technique, kind }: Item, practice: Practice): boolean {
  const { doneToday, setting } = practice;
  if (practice.isLastEvening && kind !== 'spot' && kind !== 'sketch') return false;
  if (doneToday.at(-1)?.facts.techniques[0] === technique) return false;
  if (problemId === null) {
    const news = doneToday.filter((done) => done.kind === 'first-solve').length;
    return news < Math.max(1, Math.floor(setting.minutesADay / coached.minutesPerNew));
  }
  const [last, before] = practice.sittings
    .filter((sitting) => sitting.problemId === problemId)
    .map(({ startedAt }) => Date.parse(startedAt) / millisecondsPerDay)
    .slice(-2)
    .reverse();
  if (last === undefined) return true;
  const gap = before === undefined ? coached.gap : Math.max(coached.gap, Math.min(last - before, coached.widening));
  return practice.now / millisecondsPerDay - last > gap - 0.5;
}

/** Takes only what it may. */
function foreseeing(module: LearnerModule, seed: number, may: (item: Item, practice: Practice) => boolean): Policy {
  return (practice) => {
    const replayed = (): Learner => {
      const learner = module.createLearner(seed);
      for (const { facts, kind, at } of practice.done) learner.sit(facts, kind, at);
      return learner;
    };
    const copies = (): Learner[] => {
      const seeds = Array.from({ length: draws }, (_, draw) => practice.done.length * draws + draw);
      const forks = seeds.flatMap((luck) => practice.learner.fork?.(luck) ?? []);
      return forks.length > 0 ? forks : [replayed()];
    };
    const before = practice.readiness();
    const allowed = candidates(practice).filter((item) => may(item, practice));
    return mostForItsMinutes(practice, allowed, (item) => {
      const facts = factsFor(item, practice);
      return mean(
        copies().map((learner) => {
          learner.sit(facts, item.kind, practice.now);
          return practice.readiness(learner) - before;
        }),
      );
    });
  };
}

/** All ways to learn that people here have, and how many of each the well-read one has in mind. */
const ways = await Promise.all(Object.keys(shippedLearners).map(loadLearner));
const [ofEachWay, daysApart] = [2, 3];

/** Somebody whom the person might be, and how well that explains the log. */
interface Guess {
  readonly learner: Learner;
  logLikelihood: number;
}

/**
 * Knows every way to learn that there is, with all its constants, but not which the person has, nor how good they are at
 * what: the one by Bayes' rule from what came of each sitting, the other from the estimates. Takes what adds most to the
 * readiness of those whom the person might be, one item at a time as the clairvoyant: about what can be had by somebody who
 * has to learn of the person from a log.
 */
export function wellRead(_module: LearnerModule, seed: number): Policy {
  const guesses = ways.flatMap((way, index) =>
    Array.from({ length: ofEachWay }, (_, count): Guess => {
      return { learner: way.createLearner(5000 + 31 * seed + 7 * index + count), logLikelihood: 0 };
    }),
  );
  const estimator = new Estimator();
  let taken = 0;
  return (practice) => {
    for (; taken < practice.done.length; taken++) takeIn(guesses, practice, taken, estimator);
    const estimates = estimator.estimate(practice.log(), new Date(practice.now).toISOString());
    const luck = new SeededRandom(977 * seed + practice.done.length);
    const chances = new Map(
      [...practice.setting.mix.keys()].map((id) => [id, chanceAt(estimates, id, normalFrom(luck))]),
    );
    const likeliest = Math.max(...guesses.map(({ logLikelihood }) => logLikelihood));
    const people = guesses.flatMap(({ learner, logLikelihood }) => {
      const luckThen = luck.between(0, 1e6);
      const person = learner.withChances?.(chances, practice.now, luckThen);
      const weight = Math.exp(logLikelihood - likeliest);
      return person ? [{ person, weight, luckThen, before: practice.readiness(person) }] : [];
    });
    const totalWeight = sum(people.map(({ weight }) => weight));
    const isRested = ({ problemId }: Item): boolean =>
      problemId === null || practice.now - practice.lastAt(problemId) > (daysApart - 0.5) * millisecondsPerDay;
    return mostForItsMinutes(practice, candidates(practice).filter(isRested), (item) => {
      const facts = factsFor(item, practice);
      const gains = people.map(({ person, weight, luckThen, before }) => {
        const copy = person.fork?.(luckThen) ?? person;
        copy.sit(facts, item.kind, practice.now);
        return weight * (practice.readiness(copy) - before);
      });
      return sum(gains) / totalWeight;
    });
  };
}

/** What came of a sitting says more for those who were likelier to do that, and all of them learn from it. */
function takeIn(guesses: readonly Guess[], practice: Practice, index: number, estimator: Estimator): void {
  const done = practice.done[index];
  if (!done) return;
  const { facts, kind, at, outcome } = done;
  const before = { ...practice.log(), sittings: practice.sittings.slice(0, index) };
  const estimates = estimator.estimate(before, new Date(at).toISOString());
  const came = isSuccess(outcome, facts, kind);
  for (const guess of guesses) {
    const chances = [-1.2, 0, 1.2].map((deviations) => {
      const strengths = new Map(facts.techniques.map((id) => [id, chanceAt(estimates, id, deviations)]));
      return guess.learner.withChances?.(strengths, at, 0).chance?.(facts, kind, at) ?? NaN;
    });
    const chance = Math.min(Math.max(mean(chances), 0.02), 0.98);
    guess.logLikelihood += Math.log(came ? chance : 1 - chance);
    guess.learner.witness?.(facts, kind, came, at);
  }
}

/** Strength so many of its standard deviations from what is estimated. */
function chanceAt({ techniques, overall }: Estimates, technique: TechniqueId, deviations: number): number {
  const { mean: middle, variance } = techniques.get(technique)?.state ?? overall;
  return logistic(middle + deviations * Math.sqrt(variance));
}

/** The item that adds most for its minutes; null where none adds anything. */
function mostForItsMinutes(practice: Practice, items: readonly Item[], gainOf: (item: Item) => number): Item | null {
  let best: Item | null = null;
  let max = 1e-9;
  for (const item of items) {
    if (!practice.fits(item)) continue;
    const gain = gainOf(item) / (practice.plannedMinutes(item) + 1);
    if (gain > max) [best, max] = [item, gain];
  }
  return best;
}

function factsFor({ problemId, technique }: Item, practice: Practice): ProblemFacts {
  const problem = problemId === null ? undefined : practice.problems.get(problemId);
  if (problem) return factsOf(problem);
  return { id: `new ${technique}`, techniques: [technique], difficulty: 'medium', targetMinutes: 25 };
}

function candidates(practice: Practice): Item[] {
  return [...practice.setting.mix.keys()].flatMap((technique) => {
    const known = [...practice.problems.values()]
      .filter((problem) => problem.techniques[0] === technique)
      .sort((a, b) => practice.lastAt(a.id) - practice.lastAt(b.id))
      .slice(0, 2);
    return [
      { problemId: null, technique, kind: 'first-solve' as const },
      ...known.flatMap(({ id }) =>
        (['spot', 'sketch', 'rebuild', 'twist'] as const)
          .filter((kind) => kind !== 'twist' || practice.twists.has(id))
          .map((kind) => ({ problemId: id, technique, kind })),
      ),
    ];
  });
}
