import fc from 'fast-check';
import { type CellKind, type CellValue, columnTypes } from './column-types';
import { cellWords } from './draw-cell';
import { readCell } from './read-cell';

/** What stands after these cells, one under the other; a fault in any of them fails the spec. */
function after(kind: CellKind, ...texts: string[]): CellValue {
  let cell: CellValue | null = null;
  for (const text of texts) {
    const reading = readCell(kind, text, cell);
    if (reading.fault) throw new Error(`${text}: ${reading.fault.message}`);
    cell = reading.cell;
  }
  if (!cell) throw new Error('nothing was written');
  return cell;
}

function faultOf(kind: CellKind, ...texts: string[]): string {
  const before = texts.length > 1 ? after(kind, ...texts.slice(0, -1)) : null;
  const { fault } = readCell(kind, texts.at(-1) ?? '', before);
  return fault ? `${fault.at}: ${fault.message}` : 'no fault';
}

const items = (cell: CellValue): readonly string[] => ('items' in cell ? cell.items : []);

describe('the notation of a cell', () => {
  it('has values, which can be counted up', () => {
    expect(after('value', '7')).toEqual({ kind: 'value', text: '7' });
    expect(after('value', '7', '+=3', '-=0.5')).toEqual({ kind: 'value', text: '9.5' });
    expect(after('value', '0.1', '+=0.2')).toEqual({ kind: 'value', text: '0.3' });
    expect(faultOf('value', 'best', '+=1')).toBe('0: there is no number above to change');
  });

  it('has lists with pointers and windows', () => {
    expect(after('list', '5 2 4 7 1 | i:0 | 1..3')).toEqual({
      kind: 'list',
      items: ['5', '2', '4', '7', '1'],
      pointers: [{ name: 'i', at: 0 }],
      windows: [{ name: '', from: 1, to: 3 }],
    });
    expect(items(after('list', '[5, "two words", 4]'))).toEqual(['5', 'two words', '4']);
  });

  it('keeps the list and moves what points into it', () => {
    const cell = after('list', '5 2 4 | i:0 j:2 1..2', '| i:+1', '| j:-1 0..1');
    expect(cell).toEqual({
      kind: 'list',
      items: ['5', '2', '4'],
      pointers: [
        { name: 'i', at: 1 },
        { name: 'j', at: 1 },
      ],
      windows: [{ name: '', from: 0, to: 1 }],
    });
    expect(after('list', '5 2 4 | i:0 j:2 1..2', '| -i')).toEqual(
      jasmine.objectContaining({ pointers: [{ name: 'j', at: 2 }] }),
    );
    expect(after('list', '5 2 4 | i:0 1..2', '| -')).toEqual(jasmine.objectContaining({ pointers: [], windows: [] }));
    expect(after('list', '5 2 | i:0', '| i:-1')).toEqual(
      jasmine.objectContaining({ pointers: [{ name: 'i', at: -1 }] }),
    );
  });

  it('changes items of a list, or adds to it, and leaves the marks', () => {
    expect(after('list', '0 0 0 | i:1', '[1]=9', '+4 +5')).toEqual({
      kind: 'list',
      items: ['0', '9', '0', '4', '5'],
      pointers: [{ name: 'i', at: 1 }],
      windows: [],
    });
    expect(items(after('list', '1 2', '-1 +3 4'))).toEqual(['-1', '+3', '4']);
  });

  it('says where a list cannot be read', () => {
    expect(faultOf('list', '5 2 4 | i:9')).toBe('8: i would point outside: 0 to 2 are there');
    expect(faultOf('list', '5 2 4 | 1..3')).toBe('8: a window lies between 0 and 2');
    expect(faultOf('list', '5 2 4', '[7]=1')).toBe('0: there is no place 7');
    expect(faultOf('list', '| i:1')).toBe('0: there is no list above');
    expect(faultOf('list', '5 2 | here')).toBe('6: expected a pointer such as i:2, or a window such as 1..3');
    expect(faultOf('list', '5 2 | j:+1')).toBe('6: j does not point anywhere yet');
  });

  it('has stacks and queues that are worked word by word', () => {
    expect(items(after('stack', '5 2', '- - +4'))).toEqual(['4']);
    expect(items(after('stack', '+5 +-2', '-'))).toEqual(['5']);
    expect(items(after('stack', '5 2', '= -5 3'))).toEqual(['-5', '3']);
    expect(items(after('stack', '5 2', '='))).toEqual([]);
    expect(items(after('queue', '1 2 3', '- +4'))).toEqual(['2', '3', '4']);
    expect(items(after('queue', '1 2 3', '-- ++9'))).toEqual(['9', '1', '2']);
    expect(faultOf('stack', '5 2', '-5')).toBe('0: 2 comes out, not 5');
    expect(faultOf('queue', '1', '- -')).toBe('2: the queue is empty');
    expect(faultOf('stack', '1', '+')).toBe('0: say what is added: +5');
  });

  it('has sets and maps', () => {
    expect(items(after('set', '5 3', '+4 -3'))).toEqual(['5', '4']);
    expect(faultOf('set', '5 3 5')).toBe('4: 5 stands twice, and a set holds it once; a multiset holds both');
    expect(faultOf('set', '5', '-4')).toBe('0: 4 is not in the set');
    expect(after('map', 'a:3 b:1', 'a:+1 c:+1 -b')).toEqual({
      kind: 'map',
      entries: [
        ['a', '4'],
        ['c', '1'],
      ],
    });
    expect(after('map', 'a:3', '= z:1')).toEqual({ kind: 'map', entries: [['z', '1']] });
    expect(faultOf('map', 'a')).toBe('0: expected a:3 to set, a:+1 to add, -a to remove');
    expect(faultOf('map', 'a:x', 'a:+1')).toBe('0: a is no number');
  });

  it('has intervals, which may begin below zero', () => {
    expect(after('intervals', '1..4 5..9', '+2..5 -5..9')).toEqual({
      kind: 'intervals',
      intervals: [
        { from: 1, to: 4 },
        { from: 2, to: 5 },
      ],
    });
    expect(after('intervals', '1..4', '-3..5')).toEqual({ kind: 'intervals', intervals: [{ from: -3, to: 5 }] });
    expect(faultOf('intervals', '5..1')).toBe('0: 5 is after 1');
    expect(faultOf('intervals', 'soon')).toBe('0: expected an interval such as 2..5');
  });

  it('has grids with a position and the way to it', () => {
    expect(after('grid', '#../..#', '| 0,1', '| >1,1 >1,0')).toEqual({
      kind: 'grid',
      rows: [
        ['#', '.', '.'],
        ['.', '.', '#'],
      ],
      at: { row: 1, column: 0 },
      path: [
        { row: 0, column: 1 },
        { row: 1, column: 1 },
        { row: 1, column: 0 },
      ],
    });
    expect(after('grid', '1 10 / 2 20', '[1,0]=7')).toEqual(
      jasmine.objectContaining({
        rows: [
          ['1', '10'],
          ['7', '20'],
        ],
      }),
    );
    expect(faultOf('grid', '../..', '| 2,0')).toBe('2: there is no cell 2,0');
  });

  it('has texts whose letters are pointed at', () => {
    expect(after('text', 'gull | i:0', '| i:+2')).toEqual(
      jasmine.objectContaining({ items: ['g', 'u', 'l', 'l'], pointers: [{ name: 'i', at: 2 }] }),
    );
    expect(items(after('text', 'gu', '+ll'))).toEqual(['g', 'u', 'l', 'l']);
  });

  it('has pairs, which are one item each', () => {
    expect(items(after('stack', '=', '+(6, 6) +(2,b)'))).toEqual(['(6,6)', '(2,b)']);
    expect(items(after('stack', '+(6,6) +7', '-7 -(6,6)'))).toEqual([]);
    expect(items(after('list', '[[1, 2], [3, 4]] | i:1'))).toEqual(['[1,2]', '[3,4]']);
    expect(items(after('queue', '(0,1) (1,0)', '-(0,1)'))).toEqual(['(1,0)']);
    expect(after('map', '(1, 2):5')).toEqual({ kind: 'map', entries: [['(1,2)', '5']] });
    expect(items(after('list', '(1 ,2'))).toEqual(['(1', '2']);
  });

  it('has heaps and multisets, which keep their order themselves', () => {
    expect(items(after('heap', '5 12 3', '+4'))).toEqual(['3', '4', '5', '12']);
    expect(items(after('heap', '5 12 3', '- -5'))).toEqual(['12']);
    expect(items(after('max-heap', '5 12 3', '-12 +7'))).toEqual(['7', '5', '3']);
    expect(items(after('heap', '(3,a) (1,z) (1,b)', '-'))).toEqual(['(1,z)', '(3,a)']);
    expect(items(after('multiset', '4 4 1', '+4 -1'))).toEqual(['4', '4', '4']);
    expect(faultOf('heap', '5 3', '-5')).toBe('0: 3 comes out, not 5');
    expect(faultOf('heap', '5', '- -')).toBe('2: the heap is empty');
    expect(faultOf('multiset', '4 4', '-4 -4 -4')).toBe('6: 4 is not in the multiset');
  });

  it('moves the ends of a window by how far they go', () => {
    const windowsOf = (...texts: string[]): unknown => (after('list', ...texts) as { windows: unknown }).windows;
    expect(windowsOf('5 2 4 7 1 | 0..1', '| +1..+1')).toEqual([{ name: '', from: 1, to: 2 }]);
    expect(windowsOf('5 2 4 7 1 | w:0..1', '| w:..+2', '| w:+1..')).toEqual([{ name: 'w', from: 1, to: 3 }]);
    expect(windowsOf('5 2 4 7 1 | 1..3', '| -1..-1')).toEqual([{ name: '', from: 0, to: 2 }]);
    expect(windowsOf('5 2', '| 0..-1')).toEqual([{ name: '', from: 0, to: -1 }]);
    expect(faultOf('list', '5 2 4', '| +1..+1')).toBe('2: there is no window yet that could move');
    expect(faultOf('list', '5 2 4 | 0..2', '| ..+1')).toBe('2: a window lies between 0 and 2');
    expect(faultOf('list', '5 2 4 | 0..2', '| 1..+1')).toBe(
      '2: expected both ends, 1..3, or how far each moves, +1..+1',
    );
  });

  it('has trees, level by level, that grow and are walked', () => {
    expect(after('tree', '5 3 8 - 4 | 5')).toEqual(
      jasmine.objectContaining({
        nodes: [
          { label: '5', left: 1, right: 2 },
          { label: '3', left: null, right: 3 },
          { label: '8', left: null, right: null },
          { label: '4', left: null, right: null },
        ],
        at: 0,
        path: [0],
      }),
    );
    const labels = (cell: CellValue): string => cellWords(cell);
    expect(labels(after('tree', '5 3 8', '+4 +9', '| 5 >8 >9'))).toBe('5 3 8 - 4 - 9 · at 9');
    expect(labels(after('tree', '5 3 8', '3.left=1', '8.right=12', '5.left=2'))).toBe('5 2 8 1 - - 12');
    expect(labels(after('tree', '5 3 8 1', '5.left=-'))).toBe('5 - 8');
    expect(labels(after('tree', '='))).toBe('empty');
    expect(faultOf('tree', '5 - - 4')).toBe('6: nothing is left below which this could stand');
    expect(faultOf('tree', '5 3 8', '9.left=1')).toBe('0: there is no node 9');
    expect(faultOf('tree', '5 5 5', '| 5')).toBe('2: several nodes are called 5');
    expect(faultOf('tree', '5', '| 7')).toBe('2: there is no node 7');
  });

  it('has graphs of edges, with weights and ways', () => {
    const said = (...texts: string[]): string => cellWords(after('graph', ...texts));
    expect(said('a-b b>c:4 d', '| a >b')).toBe('a–b, b→c (4), d · at b');
    expect(said('a-b b-c', '+c-d -b-a')).toBe('b–c, c–d, a');
    expect(said('a-b b-c | c', '-b')).toBe('a, c · at c');
    expect(faultOf('graph', 'a-b', '-a-c')).toBe('0: there is no edge a-c');
    expect(faultOf('graph', 'a-b', '| z')).toBe('2: there is no node z');
    expect(faultOf('graph', 'a–')).toBe('0: expected an edge, a-b or a>b or a-b:4, or a node');
    expect(faultOf('graph', Array.from({ length: 17 }, (_, index) => `n${index}`).join(' '))).toBe(
      '0: a graph of up to 16 nodes and 60 edges is drawn',
    );
  });

  it('replaces nothing in silence', () => {
    expect(faultOf('stack', '5', '+6 7')).toBe(
      '3: either changes, +5 and -5, or plain words; = before them takes signs as they are',
    );
    expect(faultOf('value', '20', '+= 20 -12')).toBe('2: expected one number: += 3');
    expect(faultOf('list', '5 2', '[1]=9 5')).toBe(
      '6: either changes, [2]=9 and +7, or the items; = before them takes signs as they are',
    );
    expect(faultOf('intervals', '1..4', '+2..5 7..9')).toBe(
      '6: either changes, +2..5 and -1..4 of what is there, or intervals as they are',
    );
    expect(faultOf('list', '5 2', 'for i in 0..1')).toBe('0: a loop: Enter in this cell makes its rows');
  });

  it('of a kind from a later version are single words', () => {
    expect(readCell('rope', '5 2', null).cell).toEqual({ kind: 'value', text: '5 2' });
    expect(readCell('constructor', '5', null).cell).toEqual({ kind: 'value', text: '5' });
  });

  it('never throws and never hangs, whatever is typed', () => {
    const kinds = Object.keys(columnTypes) as CellKind[];
    const text = fc.string({ unit: fc.constantFrom(...Array.from('+-=|:.,/[]>"0129ai \n')), maxLength: 60 });
    fc.assert(
      fc.property(fc.constantFrom(...kinds), text, text, (kind, first, second) => {
        const { cell } = readCell(kind, first, null);
        const { cell: next, fault } = readCell(kind, second, cell);
        expect((next === null) !== (fault === null)).toBeTrue();
      }),
      { numRuns: 3000 },
    );
    expect(readCell('list', '+'.repeat(2000) + ' x', null).fault?.at).toBe(2001);
  });
});
