// One of the processes that share the work of main.ts: takes one job after the other and sends back what came of it.
import { loadLearner } from './learners';
import { policies } from './policies';
import { type PredictionSums, predictionSums } from './prediction';
import { type Horizon, type Reached, simulate } from './simulate';

export type Job =
  | {
      readonly kind: 'practise';
      readonly learner: string;
      readonly policy: string;
      readonly seed: number;
      readonly horizon: Horizon;
    }
  | { readonly kind: 'predict'; readonly learner: string; readonly seed: number };

export interface Done {
  readonly job: Job;
  readonly reached: Reached | null;
  readonly prediction: PredictionSums | null;
}

process.on('message', (job: Job) => {
  void work(job).then((done) => process.send?.(done));
});

async function work(job: Job): Promise<Done> {
  const module = await loadLearner(job.learner);
  if (job.kind === 'predict') return { job, reached: null, prediction: predictionSums(module, job.seed) };
  const maker = policies.find(({ name }) => name === job.policy);
  if (!maker) throw new RangeError(`There is no rule called ${job.policy}.`);
  return { job, reached: simulate(module, job.seed, job.horizon, maker), prediction: null };
}
