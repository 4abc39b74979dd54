import { type Archive, archiveFrom } from '@lernen/core/archive';
import { type Instant, type Problem, type Sitting, millisecondsPerDay } from '@lernen/core/model';
import { SeededRandom } from '@lernen/core/random';
import { countingIds, demoArchive } from '@lernen/demo';

export interface LargeLogSize {
  readonly problems: number;
  readonly sittings: number;
  /** Days to the last of its three interviews. */
  readonly days: number;
}

/** The demo's problems and sittings multiplied, over three hundred days before a moment. */
export function largeLog(now: Instant, size: LargeLogSize): Archive {
  const demo = demoArchive(now);
  const end = Date.parse(now);
  const start = end - 300 * millisecondsPerDay;
  const newId = countingIds(start, new SeededRandom(7));
  const problems = Array.from({ length: size.problems }, (_, index): Problem => {
    const model = cycled(demo.problems, index);
    const id = newId();
    return {
      ...model,
      id,
      revision: id,
      title: `${model.title} ${index + 1}`,
      createdAt: new Date(start).toISOString(),
    };
  });
  const sittings = Array.from({ length: size.sittings }, (_, index): Sitting => {
    const at = start + (index * (end - start - millisecondsPerDay)) / size.sittings;
    return {
      ...cycled(demo.sittings, index),
      id: newId(at),
      revision: newId(at),
      problemId: cycled(problems, index).id,
      startedAt: new Date(at).toISOString(),
    };
  });
  const interviews = demo.interviews.map((interview, index) => ({
    ...interview,
    at: new Date(end + (size.days * millisecondsPerDay * (index + 1)) / demo.interviews.length).toISOString(),
  }));
  return archiveFrom({ ...demo, problems, sittings, interviews, entries: [] }, now);
}

function cycled<T>(items: readonly T[], index: number): T {
  const item = items[index % items.length];
  if (item === undefined) throw new RangeError('Nothing to choose from.');
  return item;
}
