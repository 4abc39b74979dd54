import { type CheckResult, preparedRun, usualCheckRules } from '@lernen/core/run';
import { runOnMachine } from './interpreters';
import { findToolchains } from './toolchains';

const isThere = new Map<string, boolean>();
beforeAll(async () => {
  for (const { name, version } of await findToolchains()) isThere.set(name, version !== null);
}, 60_000);

async function checked(language: string, code: string, input: string, asked = ''): Promise<CheckResult | string> {
  const made = preparedRun({ code, language }, [{ id: 'one', input, expected: '' }], { ...usualCheckRules, asked });
  if ('fault' in made) return made.fault;
  const [check] = made.checks;
  if (check?.fault !== null) return check?.fault ?? 'no check';
  return made.resultOf(check, await runOnMachine(made, check.input, 20));
}

/** What it answers, or why it does not. */
async function answer(language: string, code: string, input: string, asked = ''): Promise<string> {
  const result = await checked(language, code, input, asked);
  return typeof result === 'string' ? result : `${result.actual}${result.message}`;
}

interface Samples {
  /** Turns linked nodes around; the type is declared by the harness. */
  readonly turned: string;
  /** Mirrors a tree; the type is declared by the harness. */
  readonly mirrored: string;
  /** A tree from a list of words, its type declared by the person. */
  readonly own: string;
  /** How it is told what is what, where no types say it. */
  readonly told?: readonly [turned: string, mirrored: string, own: string];
}

const samples: Readonly<Record<string, Samples>> = {
  'C++': {
    turned:
      'Node* turned(Node* first) {\n  Node* last = nullptr;\n  while (first) { Node* next = first->next; first->next = last; last = first; first = next; }\n  return last;\n}',
    mirrored:
      'Node* mirrored(Node* root) {\n  if (root) { swap(root->left, root->right); mirrored(root->left); mirrored(root->right); }\n  return root;\n}',
    own: 'struct Chart {\n  string name;\n  Chart *left = nullptr, *right = nullptr;\n  explicit Chart(const string& name) : name(name) {}\n};\nChart* chained(const vector<string>& names) {\n  Chart* root = nullptr;\n  for (auto& name : names) { Chart* made = new Chart(name); made->right = root; root = made; }\n  return root;\n}',
  },
  C: {
    turned:
      'Node *turned(Node *first) {\n  Node *last = NULL;\n  while (first) { Node *next = first->next; first->next = last; last = first; first = next; }\n  return last;\n}',
    mirrored:
      'struct Node *mirrored(struct Node *root) {\n  if (root) { struct Node *left = mirrored(root->left); root->left = mirrored(root->right); root->right = left; }\n  return root;\n}',
    own: 'typedef struct chart { char *name; struct chart *left, *right; } chart;\nchart *chained(char **names, int n) {\n  chart *root = NULL;\n  for (int i = 0; i < n; i++) { chart *made = calloc(1, sizeof *made); made->name = names[i]; made->right = root; root = made; }\n  return root;\n}',
  },
  Java: {
    turned:
      'Node turned(Node first) {\n  Node last = null;\n  while (first != null) { Node next = first.next; first.next = last; last = first; first = next; }\n  return last;\n}',
    mirrored:
      'class Trees { static Node mirrored(Node root) {\n  if (root == null) return null;\n  return new Node(root.value, mirrored(root.right), mirrored(root.left));\n} }',
    own: 'class Trees {\n  static class Chart {\n    final String name; private Chart left, right;\n    Chart(String name, Chart right) { this.name = name; this.right = right; }\n  }\n  Chart chained(List<String> names) {\n    Chart root = null;\n    for (String name : names) root = new Chart(name, root);\n    return root;\n  }\n}',
  },
  Go: {
    turned:
      'func turned(first *Node) *Node {\n\tvar last *Node\n\tfor first != nil { first.Next, last, first = last, first, first.Next }\n\treturn last\n}',
    mirrored:
      'func mirrored(root *Node) *Node {\n\tif root != nil { root.left, root.right = mirrored(root.right), mirrored(root.left) }\n\treturn root\n}',
    own: 'type chart struct {\n\tname string\n\tleft, right *chart\n}\nfunc chained(names []string) *chart {\n\tvar root *chart\n\tfor _, name := range names { root = &chart{name: name, right: root} }\n\treturn root\n}',
  },
  Rust: {
    turned:
      'fn turned(mut first: Option<Box<Node>>) -> Option<Box<Node>> {\n    let mut last = None;\n    while let Some(mut node) = first { first = node.next.take(); node.next = last; last = Some(node); }\n    last\n}',
    mirrored:
      'use std::rc::Rc;\nuse std::cell::RefCell;\nfn mirrored(root: Option<Rc<RefCell<Node>>>) -> Option<Rc<RefCell<Node>>> {\n    if let Some(node) = &root {\n        let left = node.borrow_mut().left.take();\n        let right = node.borrow_mut().right.take();\n        node.borrow_mut().left = mirrored(right);\n        node.borrow_mut().right = mirrored(left);\n    }\n    root\n}',
    own: 'struct Chart { name: String, left: Option<Box<Chart>>, right: Option<Box<Chart>> }\nfn chained(names: &[String]) -> Option<Box<Chart>> {\n    names.iter().fold(None, |root, name| Some(Box::new(Chart { name: name.clone(), left: None, right: root })))\n}',
  },
  'C#': {
    turned:
      'Node turned(Node first) {\n  Node last = null;\n  while (first != null) { var next = first.Next; first.Next = last; last = first; first = next; }\n  return last;\n}',
    mirrored:
      'class Trees { static Node mirrored(Node root) {\n  return root == null ? null : new Node(root.value, mirrored(root.right), mirrored(root.left));\n} }',
    own: 'class Chart {\n  public string Name { get; private set; }\n  public Chart Left { get; set; }\n  public Chart Right { get; set; }\n  public Chart(string name) { Name = name; }\n}\nclass Trees { public Chart chained(string[] names) {\n  Chart root = null;\n  foreach (var name in names) root = new Chart(name) { Right = root };\n  return root;\n} }',
  },
  Kotlin: {
    turned:
      'fun turned(given: Node?): Node? {\n    var first = given\n    var last: Node? = null\n    while (first != null) { val next = first.next; first.next = last; last = first; first = next }\n    return last\n}',
    mirrored:
      'fun mirrored(root: Node?): Node? = if (root == null) null else Node(root.value, mirrored(root.right), mirrored(root.left))',
    own: 'data class Chart(val name: String, val left: Chart?, val right: Chart?)\nfun chained(names: List<String>): Chart? = names.fold(null as Chart?) { root, name -> Chart(name, null, root) }',
  },
  Ruby: {
    turned:
      'def turned(first)\n  last = nil\n  while first\n    first.next, last, first = last, first, first.next\n  end\n  last\nend',
    mirrored:
      'def mirrored(root)\n  root.left, root.right = mirrored(root.right), mirrored(root.left) if root\n  root\nend',
    own: 'Node = Struct.new(:value, :left, :right)\ndef chained(names)\n  names.reduce(nil) { |root, name| Node.new(name, nil, root) }\nend',
    told: ['turned(first: nodes) -> nodes', 'mirrored(root: tree) -> tree', 'chained(names) -> tree'],
  },
};

describe('linked nodes and trees in the languages of the machine', () => {
  for (const [language, { turned, mirrored, own, told = [] }] of Object.entries(samples)) {
    it(`are made of lists and given as lists in ${language}`, async () => {
      if (isThere.get(language) !== true) pending(`${language} is not on this machine`);
      expect(await answer(language, turned, '[3, 1, 2]', told[0])).toBe('[2, 1, 3]');
      expect(await answer(language, turned, '[]', told[0])).toBe('[]');
      expect(await answer(language, mirrored, '[5, 3, 8, null, 4, 7]', told[1])).toBe('[5, 8, 3, null, 7, 4]');
      expect(await answer(language, mirrored, '[]', told[1])).toBe('[]');
      expect(await answer(language, own, '["a", "b"]', told[2])).toBe('["b", null, "a"]');
    }, 240_000);
  }

  it('have names of their own in C, with and without a tag', async () => {
    if (isThere.get('C') !== true) pending('C is not on this machine');
    const declared = [
      'typedef struct node { int value; struct node *next; } Link;\nLink *f(Link *a) { return a->next; }',
      'typedef struct rope Rope;\nstruct rope { int value; Rope *next; };\nRope *f(Rope *a) { return a->next; }',
      'struct rope { int value; struct rope *next; };\nstruct rope *f(struct rope *a) { return a->next; }',
      'typedef struct node Node;\nstruct node { int value; Node *next; };\nNode *f(Node *a) { return a->next; }',
    ];
    for (const code of declared)
      expect(await answer('C', code, '[3, 1, 2]'))
        .withContext(code)
        .toBe('[1, 2]');
  }, 60_000);

  it('may be hidden in a class of C++, or belong to another program than the one that is asked', async () => {
    if (isThere.get('C++') !== true) pending('C++ is not on this machine');
    const stack =
      'class Stack {\n  struct Node { int value; Node* next; };\n  Node* first = nullptr;\npublic:\n  void push(int a) { first = new Node{a, first}; }\n  int pop() { int a = first->value; first = first->next; return a; }\n};';
    expect(await answer('C++', stack, 'push(3) push(4) pop()')).toBe('[null, null, 4]');
    const ring = 'Node* f(Node* a) { Node* b = a; while (b->next) b = b->next; b->next = a; return a; }';
    expect(await answer('C++', ring, '[1, 2]')).toBe('The nodes never end.');
  }, 120_000);
});
