import { type FamilyLink, type FamilyNode, layoutFamily, nodeWidth } from './family-layout';

const node = (id: string, difficulty: FamilyNode['difficulty'] = 'medium', title = id): FamilyNode => ({
  id,
  title,
  difficulty,
});
const link = (from: string, to: string, relation: FamilyLink['relation'] = 'builds-on'): FamilyLink => ({
  from,
  to,
  relation,
  text: '',
});

describe('the layout of a family', () => {
  const columnsOf = (nodes: FamilyNode[], links: FamilyLink[]): string[][] => {
    const placed = layoutFamily(nodes, links).nodes;
    const places = [...new Set(placed.map(({ x }) => x))].sort((a, b) => a - b);
    return places.map((x) => placed.filter((it) => it.x === x).map(({ id }) => id));
  };

  it('puts a problem right of all that it builds on, the easier one above', () => {
    const nodes = [node('hard', 'hard'), node('easy', 'easy'), node('base'), node('last')];
    const links = [link('base', 'hard'), link('base', 'easy'), link('easy', 'last', 'twist-of')];
    expect(columnsOf(nodes, links)).toEqual([['base'], ['easy', 'hard'], ['last']]);
  });

  it('leaves those of the same idea beside each other, and comes to an end with circles', () => {
    expect(columnsOf([node('a'), node('b')], [link('a', 'b', 'same-idea')])).toEqual([['a', 'b']]);
    const circle = [link('a', 'b'), link('b', 'c'), link('c', 'a')];
    expect(layoutFamily([node('a'), node('b'), node('c')], circle).nodes).toHaveSize(3);
  });

  it('breaks long titles in two lines and leaves out links to nowhere', () => {
    const long = node('a', null, 'The longest title of the whole archipelago');
    const { nodes, links, width } = layoutFamily([long], [link('a', 'gone')]);
    expect(nodes[0]?.lines).toEqual(['The longest title of', 'the whole archipela…']);
    expect([links.length, width > nodeWidth]).toEqual([0, true]);
    expect(layoutFamily([], []).nodes).toEqual([]);
  });
});
