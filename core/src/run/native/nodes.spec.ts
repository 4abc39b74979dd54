import { missingNodes, nodesOfC } from './nodes';

const asked = { shape: 'call', name: 'f', parameters: [{ name: 'a', type: '' }] } as const;

describe('types of nodes', () => {
  it('are told by their fields, and only where they can be reached', () => {
    const code =
      'struct Chart { int value; struct Chart *left, *right = nullptr; Chart(int v) : value(v) {} };\n' +
      'class Ship {\n  int hidden;\npublic:\n  long long load; Ship* next;\n};\n' +
      'typedef struct { char *name; } Port;\ntypedef struct rope { char *name; struct rope *next; } rope;\n' +
      'template <class T> struct Link { T value; Link* next; };\n' +
      'class Cache { struct Node { int key; Node* next; }; Node* first; };\nclass Closed { int value; Closed* next; };\n' +
      'struct Owned { int value; unique_ptr<Owned> next; };';
    expect(nodesOfC(code).map(({ name, kind, value }) => [name, kind, value.name])).toEqual([
      ['Chart', 'tree', 'value'],
      ['Ship', 'nodes', 'load'],
      ['rope', 'nodes', 'name'],
    ]);
  });

  it('are missing where they are used and not declared, and are what was told or how the code walks', () => {
    expect(missingNodes('int f(Node* a) { return a->next->value; }', asked)).toBe('nodes');
    expect(missingNodes('func f(a *Node) int { return a.Left.Value }', asked)).toBe('tree');
    expect(missingNodes('int f(Node* a) { return a->value; }', { ...asked, returns: 'tree' })).toBe('tree');
    const told = { ...asked, parameters: [{ name: 'left', type: 'nodes' }] };
    expect(missingNodes('Node* f(Node* left) { return left; }', told)).toBe('nodes');
    for (const declared of [
      'struct Node { int value; };',
      'struct Node<T> { value: T }',
      'data class Node(val value: Int)',
      'type Node struct { Value int }',
      'typedef struct node { int value; } Node;',
      'int f(int a) { return a; } // Node',
    ])
      expect(missingNodes(`${declared} Node* g(Node* a);`.replace(/ \/\/ Node.*/, ''), asked))
        .withContext(declared)
        .toBeNull();
  });
});
