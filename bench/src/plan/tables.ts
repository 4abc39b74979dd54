import type { Done } from './job';
import { mean, standardError } from './numbers';
import type { PredictionSums } from './prediction';
import type { Reached } from './simulate';

export const moments = ['third', 'half', 'end'] as const;
type Moment = (typeof moments)[number];

/** Rules that say nothing of what a simple rule can do. */
const notSimple = ['nothing', 'planner', 'well-read', 'coached clairvoyant', 'clairvoyant'];

/** What one rule reached with one person. */
interface Run {
  readonly learner: string;
  readonly policy: string;
  readonly seed: number;
  readonly minutesADay: number;
  readonly reached: Reached;
}

function runsOf(done: readonly Done[]): Run[] {
  return done.flatMap(({ job, reached }) =>
    job.kind === 'practise' && reached
      ? [{ learner: job.learner, policy: job.policy, seed: job.seed, minutesADay: job.horizon.minutesADay, reached }]
      : [],
  );
}

/** For every learner and minutes: gains over doing nothing, for every rule. */
export function readinessTables(
  done: readonly Done[],
  learners: readonly string[],
  rules: readonly string[],
  minutesADay: number,
): string {
  const runs = runsOf(done).filter((run) => run.minutesADay === minutesADay);
  let text = `${minutesADay} minutes a day\n${''.padEnd(20)}${learners.map((it) => shortName(it).padStart(27)).join('')}\n`;
  for (const policy of rules) {
    const cells = learners.map((learner) => {
      const own = runs.filter((run) => run.learner === learner);
      const gains = (moment: Moment): number[] => differences(own, policy, 'nothing', moment);
      if (gains('end').length === 0) return ''.padStart(27);
      const best = mean(differences(own, 'clairvoyant', 'nothing', 'end'));
      const share = best > 0 ? `${Math.round((100 * mean(gains('end'))) / best)} %` : '';
      return `${moments.map((moment) => points(mean(gains(moment)))).join(' ')} ±${points(standardError(gains('end')))} ${share.padStart(5)}`.padStart(
        27,
      );
    });
    const minutes = mean(runs.filter((run) => run.policy === policy).map(({ reached }) => reached.minutes));
    text += `${policy.padEnd(20)}${cells.join('')}  ${Math.round(minutes)} min\n`;
  }
  return `${text}\n`;
}

/** The planner against each rule, pooled over the learners, and against the best one of each learner. */
export function summary(
  done: readonly Done[],
  learners: readonly string[],
  rules: readonly string[],
  budgets: readonly number[],
): string {
  const runs = runsOf(done);
  const simple = rules.filter((rule) => !notSimple.includes(rule));
  if (!rules.includes('planner') || simple.length === 0) return '';
  let text = 'the planner against a rule, all learners together: points after a third, a half, at the end\n';
  for (const minutesADay of budgets) {
    const own = runs.filter((run) => run.minutesADay === minutesADay);
    text += `${minutesADay} minutes a day\n`;
    for (const rule of simple) {
      const cells = moments.map((moment) => {
        const gaps = differences(own, 'planner', rule, moment);
        return `${signed(mean(gaps))} ± ${points(standardError(gaps))}`.padStart(15);
      });
      text += `  ${rule.padEnd(18)}${cells.join('')}\n`;
    }
    for (const moment of moments) {
      const worst = learners
        .flatMap((learner) =>
          simple.map((rule) => ({
            learner,
            rule,
            gap: mean(
              differences(
                own.filter((run) => run.learner === learner),
                'planner',
                rule,
                moment,
              ),
            ),
          })),
        )
        .sort((a, b) => a.gap - b.gap)
        .slice(0, 3);
      text += `  smallest lead, ${moment}: ${worst.map(({ learner, rule, gap }) => `${signed(gap)} (${shortName(learner)}, ${rule})`).join('; ')}\n`;
    }
  }
  return `${text}\n`;
}

/** One rule's readiness less another's with the same person, in points. */
function differences(runs: readonly Run[], policy: string, from: string, moment: Moment): number[] {
  const keyOf = ({ learner, seed, minutesADay }: Run): string => `${learner} ${seed} ${minutesADay}`;
  const base = new Map(runs.filter((run) => run.policy === from).map((run) => [keyOf(run), run.reached[moment]]));
  return runs
    .filter((run) => run.policy === policy)
    .flatMap((run) => {
      const other = base.get(keyOf(run));
      return other === undefined ? [] : [100 * (run.reached[moment] - other)];
    });
}

export function predictionTable(done: readonly Done[], learners: readonly string[]): string {
  const ofLearner = (learner: string): PredictionSums[] =>
    done.flatMap(({ job, prediction }) =>
      job.kind === 'predict' && job.learner === learner && prediction ? [prediction] : [],
    );
  if (learners.every((learner) => ofLearner(learner).length === 0)) return '';
  let text = 'prediction, log loss in nats a sitting\n';
  text += `${''.padEnd(18)}    model  base rate  by technique  oracle  knowable   over knowable   calibration error\n`;
  for (const learner of learners) {
    const sums = ofLearner(learner);
    const count = sums.reduce((sum, it) => sum + it.count, 0);
    const loss = (name: keyof PredictionSums['losses']): number =>
      sums.reduce((sum, it) => sum + it.losses[name], 0) / count;
    const calibrationError =
      Array.from({ length: 10 }, (_, index) =>
        Math.abs(
          sums.reduce((sum, { classes }) => sum + (classes[index]?.predicted ?? 0) - (classes[index]?.came ?? 0), 0),
        ),
      ).reduce((sum, it) => sum + it, 0) / count;
    const losses = (['model', 'baseRate', 'byTechnique', 'oracle', 'knowable'] as const).map((name) =>
      loss(name).toFixed(3).padStart(9),
    );
    const over = `${((loss('model') / loss('knowable') - 1) * 100).toFixed(1)} %`;
    text += `${shortName(learner).padEnd(18)}${losses.join('  ')}   ${over.padStart(8)}   ${calibrationError.toFixed(3)} (${sums.length} people)\n`;
  }
  return `${text}\n`;
}

function shortName(learner: string): string {
  return learner.split('/').at(-1) ?? learner;
}

function points(value: number): string {
  return value.toFixed(1);
}

function signed(value: number): string {
  return `${value < 0 ? '−' : '+'}${Math.abs(value).toFixed(2)}`;
}
