import { emptyEntry } from '../../model/entry';
import { makeInterview, makeLog, makeProblem, newId } from '../../testing/make';
import { rereadingFor } from './rereading';

describe('what is reread before an interview', () => {
  const problems = ['heap', 'greedy', 'trie'].map((technique) => makeProblem({ techniques: [technique] }));
  const lesson = (index: number, text: string): ReturnType<typeof emptyEntry<'lesson'>> =>
    emptyEntry('lesson', problems[index]?.id ?? '', newId(), { text });
  const lessons = [
    lesson(0, 'heap, old'),
    lesson(1, 'greedy'),
    lesson(2, 'not asked'),
    lesson(0, 'heap, new'),
    lesson(1, ' '),
  ];
  const texts = (some: typeof lessons): string[] =>
    rereadingFor(makeInterview(1, { mix: { heap: 1, greedy: 3 } }), some, makeLog({ problems })).map(
      ({ lesson: { text } }) => text,
    );

  it('are lessons of what it asks, the largest share first, the newest first, the techniques in turn', () => {
    expect(texts(lessons)).toEqual(['greedy', 'heap, new', 'heap, old']);
  });

  it('is no more than an evening has room for, and nothing where nothing was written', () => {
    expect(texts(Array.from({ length: 20 }, (_, index) => lesson(0, `lesson ${index}`)))).toHaveSize(8);
    expect(texts([])).toEqual([]);
  });
});
