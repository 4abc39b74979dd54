import { catalogue } from './catalogue';
import { findNamed, likeNamed } from './named';

describe('things like a text', () => {
  const names = (text: string): string[] => likeNamed(text, catalogue).map(({ name }) => name);

  it('are found by name, alias and id, however they are spelled', () => {
    expect(names('breadth')).toEqual(['Breadth-first search']);
    expect(names('Priority Q')).toEqual(['Heap']);
    expect(names('LINE-DP')).toEqual(['Linear DP']);
  });

  it('come with those first that are called just that, then those that begin with it', () => {
    expect(names('stack')).toEqual(['Stack', 'Monotonic stack']);
    expect(names('dp').slice(0, 1)).toEqual(['Linear DP']);
  });

  it('are all for an empty text and none for a strange one', () => {
    expect(names(' ').length).toBe(catalogue.length);
    expect(names('lantern magic')).toEqual([]);
  });

  it('are found in any script, by a beginning where that is theirs alone', () => {
    const titles = ['塔の光', 'Tower of gulls', 'Tower of lamps', 'Möwen zählen'].map((name) => ({ id: name, name }));
    expect(likeNamed('光', titles).map(({ name }) => name)).toEqual(['塔の光']);
    expect(findNamed('mowen', titles)).toEqual({ kind: 'one', found: { id: 'Möwen zählen', name: 'Möwen zählen' } });
    expect(findNamed('tower', titles).kind).toBe('several');
    expect(findNamed('tower of g', titles).kind).toBe('one');
    expect(findNamed('…', titles).kind).toBe('none');
  });
});
