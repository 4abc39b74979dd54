import * as z from 'zod/mini';
import { type FieldsOf, schemasOf } from './field-table';
import { ProblemSchema } from './problem';
import { type Sitting, emptySitting, sittingFieldNames, sittingFields } from './sitting';
import { SittingKindSchema } from './sitting-kinds';
import { TechniqueIdSchema } from './technique';
import { ClockSchema, DaySchema } from './time';

/** Every field of a sitting, each of which stands in the form. */
type SittingFields = FieldsOf<typeof sittingFields>;

/** A sitting as a person writes it, by the title of its problem and its day and time here. */
export const SittingFormSchema = z.object({
  title: ProblemSchema.shape.title,
  /** The main technique of a new problem. */
  technique: z.nullable(TechniqueIdSchema),
  /** Null until it is chosen: whether the problem is known says it. */
  kind: z.nullable(SittingKindSchema),
  day: DaySchema,
  time: ClockSchema,
  sitting: z.object(schemasOf(sittingFields)) as unknown as z.ZodMiniType<SittingFields, SittingFields>,
});
export type SittingForm = z.infer<typeof SittingFormSchema>;

/** The fields of a sitting for its form. */
export function formFieldsOf(sitting: Sitting): SittingFields {
  return Object.fromEntries(sittingFieldNames.map((name) => [name, sitting[name]])) as SittingFields;
}

/** A form in which nothing is said. */
export const blankSittingForm: SittingForm = {
  title: '',
  technique: null,
  kind: null,
  day: '',
  time: '',
  sitting: formFieldsOf(
    emptySitting({ id: '', revision: '', problemId: '', kind: 'first-solve', startedAt: '', result: 'solved' }),
  ),
};
