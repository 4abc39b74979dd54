import * as z from 'zod/mini';
import { blankIsNull, given } from './fields';
import { type Problem, ProblemSchema } from './problem';

const { title, difficulty, techniques, origin, employer, link } = ProblemSchema.shape;

/** The facts of a problem as a person writes them: a line that is empty says nothing. */
export const ProblemFormSchema = z.object({
  title,
  difficulty: given(difficulty),
  origin: blankIsNull(given(origin)),
  employer: blankIsNull(given(employer)),
  link: blankIsNull(given(link)),
  techniques: given(techniques),
});
export type ProblemForm = z.input<typeof ProblemFormSchema>;

export function formOfProblem({ title, difficulty, techniques, origin, employer, link }: Problem): ProblemForm {
  return { title, difficulty, techniques, origin: origin ?? '', employer: employer ?? '', link: link ?? '' };
}
