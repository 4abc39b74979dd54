import { factsOfCode, factsOfIdea } from './idea';

const deeds = (idea: string): string[] =>
  [...new Set(factsOfIdea(idea).map(({ deed, what }) => `${deed} ${what}`))].sort();
const ofCode = (code: string): string[] =>
  [...new Set(factsOfCode(code).map(({ deed, what }) => `${deed} ${what}`))].sort();

describe('what an idea says that it does', () => {
  it('is told by the words of the trade', () => {
    expect(deeds('Remember them in a hash map')).toContain('keeps a map or set');
    expect(deeds('Put those who wait on a stack')).toEqual(['keeps a stack']);
    expect(deeds('Breadth-first from the harbour')).toEqual(['keeps a queue']);
    expect(deeds('Two heaps around the middle')).toEqual(['keeps a heap']);
    expect(deeds('Sort by start, then sweep')).toEqual(['sorts a sort']);
    expect(deeds('Recursive descent')).toEqual(['keeps the stack of the recursion', 'recurses recursion']);
    expect(deeds('Mark seen ones by negating the entry')).toEqual(['changes-input writing into the input']);
    expect(deeds('Read all queries first')).toEqual(['waits-for-all all questions beforehand']);
  });

  it('is not what it does without, or what others would do', () => {
    for (const idea of [
      'No map is needed',
      'Without a stack, from both ends',
      'A set would find it, and two pointers need less',
      'Rather than a heap, three variables',
      'It is already sorted',
      'Nothing is sorted',
      'Two pointers instead of a hash table',
      'A queue is not needed',
    ])
      expect(deeds(idea)).withContext(idea).toEqual([]);
    expect(deeds('No map; a stack of those who wait')).toEqual(['keeps a stack']);
  });

  it('keeps nothing that grows where the number is fixed, or where it is the answer', () => {
    expect(deeds('Count the 26 letters in a table')).toEqual([]);
    expect(deeds('A map of the vowels')).toEqual([]);
    expect(deeds('Copy the list into the answer')).toEqual([]);
    expect(deeds('A stack of letters')).toEqual(['keeps a stack']);
  });

  it('quotes the words that say it', () => {
    expect(factsOfIdea('First sort, then a second pass.').map(({ words }) => words)).toEqual(['sort', 'second pass']);
  });
});

describe('what code does', () => {
  it('is told by the names of five languages', () => {
    expect(ofCode('seen = set()')).toContain('keeps a map or set');
    expect(ofCode('std::unordered_map<int, int> last;')).toContain('keeps a map or set');
    expect(ofCode('PriorityQueue<Integer> q = new PriorityQueue<>();')).toContain('keeps a heap');
    expect(ofCode('const seen = new Map();')).toContain('keeps a map or set');
    expect(ofCode('seen := make([]bool, n)')).toContain('keeps a table');
    expect(ofCode('best = [0] * n')).toContain('keeps a table');
    expect(ofCode('rest = word[1:]')).toContain('keeps a copy');
    expect(ofCode('Arrays.sort(a);')).toContain('sorts a sort');
    expect(ofCode('if a: pass')).toContain('branches a branch');
  });

  it('is not what its comments say', () => {
    expect(ofCode('x = 1  # no set() here')).toEqual([]);
    expect(ofCode('let x = 1; // new Map()')).toEqual([]);
    expect(ofCode('/* new Set() */ let x = 1;')).toEqual([]);
  });

  it('knows a function that calls itself, and a parameter that is written into', () => {
    expect(ofCode('def walk(node):\n    walk(node.left)\n')).toContain('recurses recursion');
    expect(ofCode('def walk(node):\n    return node\n')).not.toContain('recurses recursion');
    expect(ofCode('def mark(a):\n    a[0] = -1\n')).toContain('changes-input writing into the input');
    expect(ofCode('function order(a) {\n  a.sort();\n}')).toContain('changes-input writing into the input');
    expect(ofCode('def read(a):\n    b = a[0] == 1\n')).not.toContain('changes-input writing into the input');
  });
});
