import { type Phase, type Stage, type Stretch, maxStretches } from '../model';

/** Where a phase began: milliseconds at work until then, pauses left out. */
export interface Turn {
  readonly phase: Phase;
  readonly at: number;
}

/** A look at another stage that is shorter than this is no phase of its own, milliseconds. */
const glance = 4000;

/** The phase that the work at a stage of the sheet belongs to. */
const phaseOfStage: Readonly<Record<Stage, Phase>> = {
  read: 'read',
  bounds: 'read',
  examples: 'plan',
  observations: 'plan',
  approaches: 'plan',
  trace: 'plan',
  code: 'code',
  why: 'explain',
  lessons: 'explain',
  family: 'explain',
};

export function phaseAt(stage: Stage): Phase {
  return phaseOfStage[stage];
}

/** The turns after going over to a phase at a moment. What lasted a glance is as if it had not been. */
export function turned(turns: readonly Turn[], phase: Phase, at: number): readonly Turn[] {
  const last = turns.at(-1);
  if (last?.phase === phase) return turns;
  if (last && turns.length > 1 && at - last.at < glance) return turned(turns.slice(0, -1), phase, last.at);
  // A sitting that changes more often than can be kept goes on in its last phase.
  if (turns.length >= maxStretches) return turns;
  return [...turns, { phase, at: Math.max(at, last?.at ?? 0) }];
}

/** The phases as they came until now, in whole seconds whose sum is the time at work. */
export function stretchesOf(turns: readonly Turn[], worked: number): Stretch[] {
  const second = (ms: number): number => Math.round(Math.min(Math.max(ms, 0), worked) / 1000);
  return turns.flatMap(({ phase, at }, index): Stretch[] => {
    const start = index === 0 ? 0 : second(at);
    const seconds = second(turns[index + 1]?.at ?? worked) - start;
    return seconds > 0 ? [{ phase, seconds }] : [];
  });
}

/** The phases with the time of one corrected by hand: its stretches shrink or grow alike; one that never came is added last. */
export function correctedCourse(course: readonly Stretch[], phase: Phase, seconds: number): Stretch[] {
  const known = course.filter((it) => it.phase === phase).reduce((sum, it) => sum + it.seconds, 0);
  if (known === 0) return seconds === 0 ? [...course] : [...course, { phase, seconds }];
  let [before, after] = [0, 0];
  return course
    .map((it) => {
      if (it.phase !== phase) return it;
      const end = Math.round(((before += it.seconds) * seconds) / known);
      const part = { phase, seconds: end - after };
      after = end;
      return part;
    })
    .filter((it) => it.seconds > 0);
}
