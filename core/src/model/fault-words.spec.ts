import { makeProblem, makeSitting } from '../testing/make';
import { ProblemSchema } from './problem';
import { SittingSchema } from './sitting';

describe('what is wrong with a record', () => {
  const problem = makeProblem();
  const sitting = makeSitting(problem.id);
  const said = (changes: object): string[] => {
    const schema = 'kind' in changes || 'minutes' in changes || 'slips' in changes ? SittingSchema : ProblemSchema;
    const { error } = schema.safeParse({ ...(schema === SittingSchema ? sitting : problem), ...changes });
    return (error?.issues ?? []).map(({ path, message }) => `${path.join('.')} ${message}`);
  };

  it('is said in words that go on from its name', () => {
    expect(said({ difficulty: 'grim' })).toEqual(['difficulty must be easy, medium or hard']);
    expect(said({ title: undefined })).toEqual(['title is missing']);
    expect(said({ title: 7 })).toEqual(['title must be a text']);
    expect(said({ title: ' ' })).toEqual(['title must not be empty']);
    expect(said({ title: 'x'.repeat(1000) })).toEqual(['title must have at most 300 characters']);
    expect(said({ techniques: Array(13).fill('heap') })).toEqual(['techniques must have at most 12 entries']);
    expect(said({ link: 'tide' })).toEqual(['link must be a link that begins with http:// or https://']);
    expect(said({ id: 'seven' })).toContain('id must be a UUIDv7');
    expect(said({ tide: 1, gull: 2 })).toEqual([' has fields that nobody knows: tide, gull']);
    expect(said({ minutes: 5940 })).toEqual(['minutes must be at most 1440']);
    expect(said({ minutes: 20, felt: 1.5 })).toEqual(['felt must be a whole number']);
    expect(said({ kind: 'stroll' })[0]).toMatch(/^kind must be first-solve, .* or /);
  });
});
