import * as z from 'zod/mini';
import { given, numberWithin } from './fields';
import { type Interview, InterviewSchema } from './interview';
import { TechniqueIdSchema } from './technique';
import { ClockSchema, DaySchema, clockOf, dayOf, instantAt } from './time';

const { employer, round, zone, difficulty, importance, status } = InterviewSchema.shape;

/** An interview as a person writes it: its day and time are those of the zone in which it was announced. */
export const InterviewFormSchema = z
  .object({
    employer,
    round: given(round),
    day: DaySchema,
    time: ClockSchema,
    zone,
    difficulty: given(difficulty),
    importance: given(importance),
    status: given(status),
    /** Whether the usual mix of techniques is expected; the weights wait meanwhile. */
    isUsual: z.boolean(),
    weights: z.array(z.object({ technique: TechniqueIdSchema, weight: numberWithin(0, 1000) })),
  })
  .check(
    z.refine(({ isUsual, weights }) => isUsual || weights.some(({ weight }) => weight > 0), {
      path: ['weights'],
      error: 'need at least one technique; or take the usual mix',
    }),
  );
export type InterviewForm = z.infer<typeof InterviewFormSchema>;

export function formOfInterview(interview: Interview): InterviewForm {
  const { employer, round, at, zone, difficulty, importance, status, mix } = interview;
  const weights = mix === 'usual' ? [] : Object.entries(mix).map(([technique, weight]) => ({ technique, weight }));
  const [day, time] = [dayOf(at, zone), clockOf(at, zone)];
  return { employer, round, day, time, zone, difficulty, importance, status, isUsual: mix === 'usual', weights };
}

/**
 * What the form says of an interview.
 * @throws ZodError where the form is not finished.
 */
export function interviewOfForm(form: InterviewForm): Omit<Interview, 'id' | 'revision' | 'deleted' | 'note'> {
  const { day, time, isUsual, weights, round, ...said } = InterviewFormSchema.parse(form);
  const mix = Object.fromEntries(weights.map(({ technique, weight }) => [technique, weight]));
  return { ...said, round: round.trim(), at: instantAt(day, time, said.zone), mix: isUsual ? 'usual' : mix };
}
