import type { SeededRandom } from '@lernen/core/random';
import type { LearnerModule } from './learner';
import type { Item, Practice } from './practice';

/** Says what to do next within the minutes that are left today; null ends the day. */
export type Policy = (practice: Practice, luck: SeededRandom) => Item | null;

/** Makes a policy for one person; some remember what they planned. */
export interface PolicyMaker {
  readonly name: string;
  readonly make: (module: LearnerModule, seed: number) => Policy;
}
