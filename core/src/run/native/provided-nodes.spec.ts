import type { Program } from '../job';
import { preparedRun, usualCheckRules } from '../prepared';

/** The program that asks code, as it would be compiled. */
function programOf(language: string, code: string, asked = ''): Program {
  const example = { id: 'one', input: '[1, 2]', expected: '' };
  const made = preparedRun({ code, language }, [example], { ...usualCheckRules, asked });
  if ('fault' in made) throw new Error(made.fault);
  return made.program;
}

function whole({ text, harness = '' }: Program): string {
  return `${text}\n${harness}`;
}

interface Sample {
  readonly language: string;
  /** Works with `next`, and with `left`; neither declares its type. */
  readonly linked: string;
  readonly tree: string;
  /** What the harness then declares. */
  readonly providesLinked: RegExp;
  readonly providesTree: RegExp;
  /** Declares the type itself. */
  readonly own: string;
}

const samples: readonly Sample[] = [
  {
    language: 'C++',
    linked: 'Node* f(Node* a) { return a->next; }',
    tree: 'Node* f(Node* a) { return a->left; }',
    providesLinked: /struct Node \{ int value; Node\* next;/,
    providesTree: /struct Node \{ int value; Node\* left; Node\* right;/,
    own: 'struct Node { long value; Node* next; };\nNode* f(Node* a) { return a; }',
  },
  {
    language: 'C',
    linked: 'Node *f(Node *a) { return a->next; }',
    tree: 'Node *f(Node *a) { return a->left; }',
    providesLinked: /struct Node \{ int value; Node \*next; \}/,
    providesTree: /struct Node \{ int value; Node \*left; Node \*right; \}/,
    own: 'typedef struct Node { long value; struct Node *next; } Node;\nNode *f(Node *a) { return a; }',
  },
  {
    language: 'Java',
    linked: 'Node f(Node a) { return a.next; }',
    tree: 'Node f(Node a) { return a.left; }',
    providesLinked: /class Node \{\s+int value; Node next;/,
    providesTree: /class Node \{\s+int value; Node left, right;/,
    own: 'class Node { long value; Node next; }\nclass A { Node f(Node a) { return a; } }',
  },
  {
    language: 'C#',
    linked: 'Node f(Node a) { return a.Next; }',
    tree: 'Node f(Node a) { return a.left; }',
    providesLinked: /public class Node \{\s+public int Value;\s+public Node Next;/,
    providesTree: /public class Node \{\s+public int value;\s+public Node left, right;/,
    own: 'class Node { public long value; public Node next; }\nclass A { Node f(Node a) { return a; } }',
  },
  {
    language: 'Kotlin',
    linked: 'fun f(a: Node?): Node? = a?.next',
    tree: 'fun f(a: Node?): Node? = a?.left',
    providesLinked: /class Node\(var value: Int = 0, var next: Node\? = null\)/,
    providesTree: /class Node\(var value: Int = 0, var left: Node\? = null, var right/,
    own: 'data class Node(val value: Long, val next: Node?)\nfun f(a: Node?): Node? = a',
  },
  {
    language: 'Go',
    linked: 'func f(a *Node) *Node { return a.Next }',
    tree: 'func f(a *Node) *Node { return a.left }',
    providesLinked: /type Node struct \{\s+Value int\s+Next \*Node/,
    providesTree: /type Node struct \{\s+value int\s+left, right \*Node/,
    own: 'type Node struct {\n\tvalue int64\n\tnext *Node\n}\nfunc f(a *Node) *Node { return a }',
  },
  {
    language: 'Rust',
    linked: 'fn f(a: Option<Box<Node>>) -> Option<Box<Node>> { a?.next }',
    tree: 'fn f(a: Option<Rc<RefCell<Node>>>) -> i32 { a.unwrap().borrow().left.is_some() as i32 }',
    providesLinked: /pub struct Node \{ pub value: i32, pub next: Option<Box<Node>> \}/,
    providesTree: /pub left: Option<std::rc::Rc<std::cell::RefCell<Node>>>, pub right/,
    own: 'struct Node { value: i64, next: Option<Box<Node>> }\nfn f(a: Option<Box<Node>>) -> Option<Box<Node>> { a }',
  },
];

describe('the type of nodes that is there without being declared', () => {
  for (const { language, linked, tree, providesLinked, providesTree, own } of samples)
    it(`is linked or a tree in ${language}, and left out where the code has its own`, () => {
      expect(whole(programOf(language, linked))).toMatch(providesLinked);
      expect(whole(programOf(language, tree))).toMatch(providesTree);
      const declared = whole(programOf(language, own));
      expect(declared).not.toMatch(providesLinked);
      expect(declared).not.toMatch(providesTree);
    });

  it('is what was told in Ruby, whose parameters have no types', () => {
    const asks = whole(programOf('Ruby', 'def f(a)\n  a\nend', 'f(a: tree) -> nodes'));
    expect(asks).toContain('zip(["tree"])');
    expect(asks).toContain('include?("nodes")');
    expect(asks).toMatch(/^class Node$/m);
    expect(whole(programOf('Ruby', 'Node = Struct.new(:value, :next)\ndef f(a)\n  a\nend'))).not.toMatch(
      /^class Node$/m,
    );
  });
});

describe('what Rust is told of nodes', () => {
  const boxed = 'struct Node { value: i32, extra: u8, next: Option<Box<Node>> }\n';

  it('concerns only types that an asked function names: others may hold what cannot be taken', () => {
    expect(programOf('Rust', `${boxed}fn f(a: i32) -> i32 { a }`).text).not.toContain('LernenTake for Box<Node>');
    expect(programOf('Rust', `${boxed}fn f(a: Option<Box<Node>>) -> i32 { 1 }`).text).toContain(
      'Box::new(Node { value: lernen::LernenTake::take(item), next: first, extra: Default::default() })',
    );
  });

  it('concerns the methods of an object as well', () => {
    const shelf = `${boxed}struct Shelf;\nimpl Shelf { fn new() -> Self { Shelf } fn put(&mut self, a: Option<Box<Node>>) {} }`;
    expect(programOf('Rust', shelf, 'class Shelf').text).toContain('LernenTake for Box<Node>');
  });
});
