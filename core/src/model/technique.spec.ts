import { catalogue } from './catalogue';
import { techniquesLike } from './technique';

describe('techniques like a text', () => {
  const names = (text: string): string[] => techniquesLike(text, catalogue).map(({ name }) => name);

  it('are found by name, alias and id, however they are spelled', () => {
    expect(names('breadth')).toEqual(['Breadth-first search']);
    expect(names('Priority Q')).toEqual(['Heap']);
    expect(names('LINE-DP')).toEqual(['DP along a line']);
  });

  it('come with those first that are called just that, then those that begin with it', () => {
    expect(names('stack')).toEqual(['Stack matching', 'Monotonic stack']);
    expect(names('dp').slice(0, 1)).toEqual(['DP along a line']);
  });

  it('are all for an empty text and none for a strange one', () => {
    expect(names(' ').length).toBe(catalogue.length);
    expect(names('lantern magic')).toEqual([]);
  });
});
