import { CompileFault } from '../compile-fault';
import { cppProgram, declaredInCpp } from './cpp';
import { type Signature, signatureOf } from '../signature';

const told = (code: string): string[] =>
  declaredInCpp(code).map(({ name, kind, parameters }) =>
    kind === 'class' ? `class ${name}` : `${name}(${parameters.map((it) => `${it.type} ${it.name}`).join(', ')})`,
  );

describe('what C++ declares', () => {
  it('are outermost functions with the types of their parameters', () => {
    expect(told('int f(int a, const std::vector<int>& b) {\n  if (a) { return g(a); }\n  return 0;\n}')).toEqual([
      'f(int a, const std::vector<int>& b)',
    ]);
    expect(told('map<int, vector<string>> f(pair<int, int> p = {}, char c = 44) {}')).toEqual([
      'f(pair<int, int> p, char c)',
    ]);
    expect(told('static long long* f(void) { return nullptr; }\nvoid turn(vector<vector<int>> &grid)\n{\n}')).toEqual([
      'f()',
      'turn(vector<vector<int>> & grid)',
    ]);
  });

  it('are classes, without their methods, and nothing of comments, macros and strings', () => {
    const code =
      '#define f(x) g(x) {\n// int no(int a) {\n/* int no(int b) { */\nconst char* s = "int no(int c) {";\n' +
      'struct Node { int value; Node(int v) : value(v) {} };\nclass Shelf {\npublic:\n  int get(int key) { return key; }\n};\n' +
      'int yes(int a) { return a; }\n';
    expect(told(code)).toEqual(['yes(int a)', 'class Node', 'class Shelf']);
    expect(told('')).toEqual([]);
    expect(told('int f(int a) {')).toEqual(['f(int a)']);
  });
});

describe('a C++ program', () => {
  const code =
    'class Shelf {\n  int room;\n  int hidden(int a) { return a; }\npublic:\n  Shelf(int room, bool wide = false) : room(room) {}\n  void put(int a) {}\n  int get(int a) const;\nprivate:\n  int also(int b);\n};\n';

  it('is asked as a function, a class or over standard input, as the code and its example say', () => {
    const shape = (text: string, input: string): string => {
      const signature = signatureOf(text, 'cpp', input);
      return signature === null
        ? 'nothing'
        : 'name' in signature
          ? `${signature.shape} ${signature.name}`
          : signature.shape;
    };
    expect(shape('int main() { return 0; }', '1 2')).toBe('stdio');
    expect(shape('int help(int a) { return a; }\nint sum(int a, int b) { return a + b; }\n', 'a = 1, b = 2')).toBe(
      'call sum',
    );
    expect(shape(code, 'Shelf(2, true) put(1) get(1)')).toBe('object Shelf');
    expect(shape('int x = 1;', '1')).toBe('nothing');
  });

  it('dispatches the public methods of a class alone, by their names and how much they take', () => {
    const program = cppProgram(code, { shape: 'object', name: 'Shelf' });
    if (program instanceof CompileFault) throw new Error(program.message);
    expect(program.text).toContain('if (name == "put" && given.size() == 1)');
    expect(program.text).toContain('lernen_json::give(out, thing->get(a0))');
    expect(program.text).toContain('thing.reset(new Shelf(a0, a1))');
    expect(program.text).not.toContain('"hidden"');
    expect(program.text).not.toContain('"also"');
    expect(program.text.split('#line 1 "solution.cpp"\n')[1]?.startsWith('class Shelf')).toBeTrue();
  });

  it('answers with what it changed where it gives nothing, and refuses pointers', () => {
    const call = (text: string): Signature => signatureOf(text, 'cpp', '[1]') ?? { shape: 'stdio' };
    const turn = 'void turn(vector<int>& all) { reverse(all.begin(), all.end()); }';
    const program = cppProgram(turn, call(turn));
    expect(program instanceof CompileFault ? '' : program.text).toContain('turn(a0); lernen_json::give(out, a0);');
    const pointer = 'int first(int* all) { return *all; }';
    const fault = cppProgram(pointer, call(pointer));
    expect(fault instanceof CompileFault && fault.message).toContain('of pointers only those to nodes are');
    const whole = 'int main() {}';
    expect(cppProgram(whole, { shape: 'stdio' })).toEqual({ text: whole, signature: { shape: 'stdio' } });
  });
});
