import { type Technique, TechniqueSchema } from './technique';

type Entry = readonly [
  id: string,
  name: string,
  aliases: readonly string[],
  usualShare: number,
  cues: readonly string[],
  costs: string,
  pitfalls: readonly string[],
];

/** The shipped techniques by family. The shares are our own rough guess of a general interview's mix. */
const families: Readonly<Record<string, readonly Entry[]>> = {
  'Walking an array': [
    ['two-pointers', 'Two pointers', ['pointers'], 6, ['sorted input and a pair to find', 'both ends can be judged at once'], 'O(n) time, O(1) space after sorting', ['moving the pointer that does not help', 'forgetting that the sort costs n log n']],
    ['sliding-window', 'Sliding window', ['window'], 7, ['the best or shortest contiguous stretch', 'a condition that only breaks as the stretch grows'], 'O(n) time, space for what is in the window', ['shrinking once where a loop is needed', 'negative numbers break the growing condition']],
    ['prefix-sums', 'Prefix sums', ['prefix', 'running sums'], 5, ['many range questions on data that stays', 'a stretch with a given total'], 'O(n) to prepare, O(1) a question', ['leaving out the empty prefix', 'off by one between sum and index']],
    ['difference-array', 'Difference array', ['differences'], 2, ['many range additions, one look at the end'], 'O(n + q)', ['closing the range one place early']],
    ['in-place-rearrangement', 'In-place rearrangement', ['in place', 'partition'], 3, ['no extra space', 'values double as positions'], 'O(n) time, O(1) space', ['overwriting a value before it was read', 'the condition forbids changing the input']],
    ['cyclic-placement', 'Cyclic placement', ['cycle sort'], 2, ['values are 1 to n', 'something is missing or doubled'], 'O(n) time, O(1) space', ['endless swap on equal values']],
    ['matrix-walk', 'Matrix walk', ['matrix', 'grid walk'], 3, ['rows and columns read in a pattern', 'turn or unroll a table'], 'O(rows · columns)', ['the last row read twice', 'a table of one row']],
  ],
  'Looking up': [
    ['hash-lookup', 'Hash lookup', ['hash map', 'hashing'], 8, ['has this been seen before', 'count how often'], 'O(n) on average, O(n) space', ['calling the set constant space', 'mutable keys']],
    ['binary-search', 'Binary search', ['bisect'], 5, ['sorted input', 'a yes that stays yes'], 'O(log n)', ['which half keeps the middle', 'overflow of low + high']],
    ['answer-search', 'Answer search', ['binary search on the answer', 'search the answer'], 4, ['the least value for which it still works', 'checking is easier than finding'], 'O(check · log range)', ['a check that is not monotone', 'bounds that exclude the answer']],
    ['sort-first', 'Sorting first', ['sorting', 'custom order'], 4, ['order does not matter to the answer', 'neighbours after sorting decide'], 'O(n log n)', ['a comparison that is not transitive', 'losing the original positions']],
    ['heap', 'Heap', ['priority queue', 'top k'], 5, ['always the smallest or largest next', 'the best k of a stream'], 'O(n log k)', ['largest where smallest is on top', 'stale entries left in']],
    ['ordered-set', 'Ordered set', ['sorted container'], 2, ['the nearest value above or below', 'a window that needs its order'], 'O(log n) an operation', ['equal values vanish in a set']],
    ['bucket-counting', 'Bucket counting', ['counting', 'buckets'], 2, ['values from a small range'], 'O(n + range)', ['a range too wide for a table']],
  ],
  'Stacks, queues and lists': [
    ['stack-matching', 'Stack matching', ['stack'], 4, ['things that open and close', 'the latest decides first'], 'O(n) time and space', ['popping from an empty stack', 'something left at the end']],
    ['monotonic-stack', 'Monotonic stack', ['mono stack', 'next greater'], 4, ['the next larger or smaller one for every element', 'elements wait until something decides them'], 'O(n) amortised, O(n) space', ['strict or not for equal values', 'who is still waiting at the end']],
    ['monotonic-queue', 'Monotonic queue', ['mono queue', 'window maximum'], 2, ['best value in a moving window'], 'O(n) amortised', ['keeping what has left the window']],
    ['linked-list', 'Linked list surgery', ['linked list', 'list'], 4, ['nodes to turn round or to splice'], 'O(n) time, O(1) space', ['losing the rest of the list', 'the head itself changes']],
    ['fast-slow', 'Fast and slow', ['tortoise', 'cycle detection'], 2, ['a loop in a chain of steps', 'the middle in one pass'], 'O(n) time, O(1) space', ['where the two may meet first']],
    ['structure-design', 'Structure design', ['design', 'object design'], 4, ['several operations, each of them fast'], 'stated for each operation', ['two structures that drift apart', 'amortised called worst case']],
  ],
  'Trees and text': [
    ['tree-recursion', 'Tree recursion', ['tree dfs', 'trees'], 7, ['the answer of a node follows from its children'], 'O(n) time, O(height) space', ['returning one thing while wanting two', 'height of a chain is n']],
    ['tree-levels', 'Tree levels', ['level order', 'tree bfs'], 3, ['level by level', 'nearest to the root'], 'O(n) time, O(width) space', ['mixing two levels in one queue']],
    ['search-tree', 'Search tree', ['bst'], 3, ['left is smaller, right is larger'], 'O(height)', ['checking only the direct children']],
    ['trie', 'Prefix tree', ['tries', 'prefix trie'], 3, ['many words sharing beginnings', 'greedy bits of numbers'], 'O(total length)', ['forgetting the end mark']],
    ['range-tree', 'Range tree', ['segment tree', 'fenwick'], 2, ['range questions between changes'], 'O(log n) an operation', ['neutral element of the wrong kind', 'size not a power of two']],
    ['text-matching', 'Text matching', ['string matching', 'rolling hash'], 2, ['one text inside another', 'repetition of a text with itself'], 'O(n + m)', ['trusting a hash without a check']],
    ['palindromes', 'Growing palindromes', ['palindrome'], 2, ['reads the same both ways'], 'O(n²) by centres', ['centres between two letters']],
  ],
  Graphs: [
    ['graph-bfs', 'Breadth-first search', ['bfs', 'flood fill'], 5, ['fewest steps, all alike', 'spreading from many starts at once'], 'O(V + E)', ['marking on leaving the queue', 'state needs more than the place']],
    ['graph-dfs', 'Depth-first search', ['dfs', 'components'], 5, ['what hangs together', 'every way through'], 'O(V + E)', ['recursion too deep', 'marks that must be taken back']],
    ['topological-order', 'Topological order', ['topo', 'toposort'], 4, ['this must come before that', 'can everything be finished'], 'O(V + E)', ['not noticing a cycle', 'nodes without any edge']],
    ['union-find', 'Union–find', ['disjoint sets', 'dsu'], 4, ['groups that only grow together'], 'O(α(n)) amortised an operation', ['joining nodes instead of their roots']],
    ['shortest-paths', 'Shortest paths', ['weighted paths'], 3, ['steps that cost differently'], 'O(E log V)', ['negative costs', 'settling a node twice']],
    ['spanning-tree', 'Spanning tree', ['mst'], 1, ['connect everything as cheaply as can be'], 'O(E log E)', ['edges inside one group']],
  ],
  'Choosing and counting': [
    ['greedy', 'Greedy choice', ['greed'], 5, ['a local best that never has to be taken back'], 'often O(n log n)', ['no exchange argument', 'a small counterexample unseen']],
    ['intervals', 'Intervals and sweeps', ['interval', 'sweep line', 'merge intervals'], 5, ['spans that overlap', 'how many at the same time'], 'O(n log n)', ['touching ends: together or apart', 'ends before starts at the same time']],
    ['backtracking', 'Backtracking', ['permutations', 'subsets'], 5, ['all arrangements', 'tiny sizes'], 'O(2^n) or O(n!)', ['not undoing the choice', 'equal values give equal answers']],
    ['divide-and-conquer', 'Divide and conquer', ['divide', 'merge count'], 3, ['two halves and what crosses them'], 'O(n log n)', ['the crossing part forgotten']],
    ['bit-work', 'Bit work', ['bits', 'bitmask', 'xor'], 3, ['pairs cancel out', 'a set of up to 20 things'], 'O(n) or O(2^n)', ['precedence of bit operators', 'signed shifts']],
    ['number-work', 'Number work', ['math', 'gcd', 'modular'], 3, ['remainders, digits, divisors', 'values far larger than the count'], 'O(log value)', ['negative remainders', 'overflow before the remainder']],
  ],
  'Dynamic programming': [
    ['line-dp', 'DP along a line', ['linear dp', 'dp 1d', 'dp'], 6, ['the best up to here follows from a few before'], 'O(n) to O(n²)', ['base cases', 'order of filling']],
    ['knapsack-dp', 'Knapsack DP', ['knapsack', 'subset sum'], 3, ['take it or leave it under a limit'], 'O(n · limit)', ['filling direction lets one be taken twice']],
    ['grid-dp', 'Grid DP', ['dp grid', '2d dp', 'edit distance'], 4, ['two positions move at once', 'paths through a table'], 'O(n · m)', ['first row and column', 'reading a cell not filled yet']],
    ['interval-dp', 'Interval DP', ['dp on intervals'], 2, ['the last one removed splits the stretch'], 'O(n³)', ['filling by start instead of by length']],
    ['tree-dp', 'DP on a tree', ['dp tree'], 2, ['with and without this node'], 'O(n)', ['joining children one by one, not pairwise']],
    ['state-dp', 'DP over sets', ['mask dp', 'bitmask dp'], 1, ['which of a few are used already'], 'O(n · 2^n)', ['memory of the table']],
  ],
};

/** A revision older than any that a person can make, so that every change of theirs wins over the shipped text. */
const shippedRevision = '00000000-0000-7000-8000-000000000000';

/** The shipped catalogue, in the order of its families. */
export const catalogue: readonly Technique[] = Object.entries(families).flatMap(([family, entries]) =>
  entries.map(([id, name, aliases, usualShare, cues, costs, pitfalls]) =>
    TechniqueSchema.parse({ id, revision: shippedRevision, name, family, aliases, cues, costs, pitfalls, usualShare }),
  ),
);
