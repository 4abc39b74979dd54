import { closingAt } from '../../brackets';
import { CompileFault } from '../compile-fault';
import type { Program } from '../job';
import type { Declared, Parameter, Signature } from '../signature';
import { withoutComments } from './code-text';
import { cHarness, cPrelude } from './c-harness';
import { declaredInCpp } from './cpp';
import { type NodeKind, type NodeType, missingNodes, nodesOfC } from './nodes';

/**
 * C passes a list as a pointer and a length: `int *ropes, int n`, a grid with two, `int **grid, int rows, int columns`, where
 * the second may be a list of its own. An answer that is a list needs a place for its length at the end: `int *length`.
 */
interface Passed {
  readonly parameter: Parameter;
  readonly kind: 'value' | 'text' | 'list' | 'texts' | 'grid' | 'nodes';
  /** What is in it; of a list or grid each item. */
  readonly type: string;
  /** Parameters that say how long it is. */
  readonly lengths: readonly Parameter[];
}

/** Functions that C declares, without the parameters that only say how long others are. */
export function declaredInC(code: string): Declared[] {
  const nodes = nodesOf(code, missingNodes(code, { shape: 'stdio' }));
  return functionsOf(code).map((it) => {
    const { passed } = passedTo(it, nodes);
    return { ...it, parameters: passed.map(({ parameter }) => parameter) };
  });
}

interface CFunction extends Declared {
  readonly returns: string;
}

/** With structures under the names of their tags: `typedef struct node Node; Node *f()` is `node *f()`. */
function byTags(plain: string): string {
  const aliases = [...plain.matchAll(/\btypedef\s+struct\s+(\w+)\s+(\w+)\s*;/g)].map(([, tag, alias]) => [tag, alias]);
  for (const found of plain.matchAll(/\btypedef\s+struct\s+(\w+)\s*\{/g)) {
    const end = closingAt(plain, found.index + found[0].length);
    aliases.push([found[1], /^\}\s*(\w+)/.exec(plain.slice(end))?.[1]]);
  }
  return aliases.reduce(
    (text, [tag, alias]) =>
      tag === undefined || alias === undefined || tag === alias
        ? text
        : text.replace(new RegExp(`\\b${alias}\\b`, 'g'), tag),
    plain,
  );
}

function functionsOf(code: string): CFunction[] {
  // `struct Node *root` is a `Node *`, and `int ropes[]` is `int *ropes`.
  const plain = byTags(withoutComments(code))
    .replace(/\bstruct\s+(?=\w+\s*\*)/g, '')
    .replace(/\b([A-Za-z_]\w*)\s*\[\s*\w*\s*\]/g, '*$1');
  return declaredInCpp(plain).flatMap((it) => {
    if (it.kind !== 'function') return [];
    const [, before = ''] = new RegExp(`(?:^|[;}])\\s*([\\w\\s*]+?[\\s*])${it.name}\\s*\\(`).exec(plain) ?? [];
    const parameters = it.parameters.map(({ name, type }) => ({ name, type: usualType(type) }));
    return [{ ...it, parameters, returns: usualType(before) }];
  });
}

/** Without what does not change how a value is passed: `const`, `static`, `struct`, blanks before a star. */
function usualType(type: string): string {
  return type
    .replace(/\b(?:const|static|inline|restrict|struct)\b/g, '')
    .replace(/\s+/g, ' ')
    .replace(/\s*\*\s*/g, '*')
    .trim();
}

const isWhole = (type: string): boolean =>
  /^(?:(?:unsigned|signed|short|long|int|size_t|ssize_t|u?int(?:8|16|32|64)_t)\s*)+$/.test(type);
const isNumber = (type: string): boolean => isWhole(type) || /^(?:float|(?:long )?double|bool|_Bool)$/.test(type);
/** Whether a parameter is called as a length usually is. */
function isLength(parameter: Parameter | undefined): boolean {
  return (
    parameter !== undefined &&
    isWhole(parameter.type) &&
    /^(?:[nm]|rows|columns|cols)$|(?:^|_)n$|(?:len|length|size|count)$/i.test(parameter.name)
  );
}

/** How the parameters of a function are passed, and those behind them that take the lengths of its answer. */
function passedTo(
  { parameters, returns }: Pick<CFunction, 'parameters' | 'returns'>,
  nodes: readonly NodeType[],
): { readonly passed: readonly Passed[]; readonly ends: readonly Parameter[] } {
  const wanted = endsOf(returns, nodes);
  const ends = parameters.slice(parameters.length - wanted).every(({ type }) => type.endsWith('*')) ? wanted : 0;
  const own = parameters.slice(0, parameters.length - ends);
  const passed: Passed[] = [];
  for (let at = 0; at < own.length; at++) {
    const parameter = own[at];
    if (!parameter) break;
    const { kind, type, most } = shapeOf(parameter.type, nodes);
    const before = passed.at(-1);
    const isBefore = most === 1 && before?.kind === 'value' && isLength(before.parameter) && !isLength(own[at + 1]);
    if (isBefore) passed.pop();
    const lengths = isBefore ? [before.parameter] : lengthsBehind(own, at, most);
    passed.push({ parameter, kind, type, lengths });
    if (!isBefore) at += lengths.length;
  }
  return { passed, ends: parameters.slice(parameters.length - ends) };
}

function lengthsBehind(all: readonly Parameter[], at: number, most: number): readonly Parameter[] {
  const found: Parameter[] = [];
  for (const next of all.slice(at + 1, at + 1 + most)) {
    if (!isWhole(next.type) && !(found.length === 1 && next.type === 'int*')) break;
    found.push(next);
  }
  return found;
}

function shapeOf(type: string, nodes: readonly NodeType[]): Pick<Passed, 'kind' | 'type'> & { readonly most: number } {
  if (type === 'char*') return { kind: 'text', type, most: 0 };
  if (type === 'char**') return { kind: 'texts', type: 'char*', most: 1 };
  if (nodes.some(({ name }) => type === `${name}*`)) return { kind: 'nodes', type: type.slice(0, -1), most: 0 };
  if (type.endsWith('**')) return { kind: 'grid', type: type.slice(0, -2), most: 2 };
  if (type.endsWith('*')) return { kind: 'list', type: type.slice(0, -1), most: 1 };
  return { kind: 'value', type, most: 0 };
}

/** How many places an answer of this type needs for its lengths. */
function endsOf(returns: string, nodes: readonly NodeType[]): number {
  return shapeOf(returns, nodes).most;
}

/** C as a program that takes one input as JSON on standard input and writes its answer as JSON behind `answerMark`. */
export function cProgram(code: string, signature: Signature): Program | CompileFault {
  if (signature.shape === 'stdio') return { signature, text: code };
  if (signature.shape === 'object')
    return new CompileFault('C has no classes: write a function, or read standard input', null);
  const own = functionsOf(code).find(({ name }) => name === signature.name);
  if (!own) return new CompileFault(`there is no ${signature.name} that could be called`, null);
  const missing = missingNodes(code, signature);
  const nodes = nodesOf(code, missing);
  const { passed, ends } = passedTo(own, nodes);
  const fault = faultIn(passed, own.returns, ends, nodes);
  if (fault !== null) return new CompileFault(fault, null);
  const main = mainOf(own, passed, ends, nodes);
  const provided = missing === null ? '' : providedNodes[missing];
  return {
    signature,
    text: `${cPrelude}${provided}#line 1 "solution.c"\n${code}\n#line 1 "lernen.c"\n${cHarness}${nodes.map(nodeCode).join('')}${main}`,
  };
}

function nodesOf(code: string, missing: NodeKind | null): NodeType[] {
  return nodesOfC((missing === null ? '' : providedNodes[missing]) + byTags(withoutComments(code))).map((type) => ({
    ...type,
    value: { ...type.value, type: usualType(type.value.type) },
  }));
}

const providedNodes: Readonly<Record<NodeKind, string>> = {
  nodes: 'typedef struct Node Node; struct Node { int value; Node *next; };\n',
  tree: 'typedef struct Node Node; struct Node { int value; Node *left; Node *right; };\n',
};

function faultIn(
  passed: readonly Passed[],
  returns: string,
  ends: readonly Parameter[],
  nodes: readonly NodeType[],
): string | null {
  for (const { parameter, kind, type, lengths } of passed) {
    const { name } = parameter;
    const isKnown = kind === 'nodes' || kind === 'text' || kind === 'texts' || isNumber(type) || type === 'char';
    if (!isKnown) return `${parameter.type} ${name} cannot be passed`;
    if ((kind === 'list' || kind === 'texts') && lengths.length < 1)
      return `${name} is a list and needs its length behind it: ${parameter.type} ${name}, int n`;
    if (kind === 'grid' && lengths.length < 2)
      return `${name} is a grid and needs its rows and columns behind it: ${parameter.type} ${name}, int rows, int columns`;
  }
  const wanted = endsOf(returns, nodes);
  if (ends.length < wanted)
    return `an answer of type ${returns} needs a place for its ${wanted === 1 ? 'length' : 'rows and columns'} at the end: ${wanted === 1 ? 'int *length' : 'int *rows, int *columns'}`;
  return null;
}

/** Reads one value of this type from a JSON value. */
function taken(type: string, from: string): string {
  if (type === 'char') return `lernen_text(${from})[0]`;
  if (type === 'char*') return `lernen_text(${from})`;
  if (/^(?:bool|_Bool)$/.test(type)) return `lernen_flag(${from})`;
  if (!isWhole(type)) return `(${type})lernen_fraction(${from})`;
  return /\bunsigned|size_t|uint/.test(type)
    ? `(${type})strtoull(lernen_text(${from}), NULL, 10)`
    : `(${type})strtoll(lernen_text(${from}), NULL, 10)`;
}

/** Writes one value of this type as JSON. */
function given(type: string, value: string): string {
  if (type === 'char') return `lernen_give_text((char[]){ ${value}, 0 })`;
  if (type === 'char*') return `lernen_give_text(${value})`;
  if (/^(?:bool|_Bool)$/.test(type)) return `fputs(${value} ? "true" : "false", lernen_out)`;
  if (!isWhole(type)) return `lernen_give_fraction(${value})`;
  return /\bunsigned|size_t|uint/.test(type)
    ? `fprintf(lernen_out, "%llu", (unsigned long long)${value})`
    : `fprintf(lernen_out, "%lld", (long long)${value})`;
}

function mainOf(
  own: CFunction,
  passed: readonly Passed[],
  ends: readonly Parameter[],
  nodes: readonly NodeType[],
): string {
  const reads = passed.map((it, at) => readOf(it, `a${at}`, `lernen_at(input, ${at})`)).join('\n  ');
  const names = own.parameters.map(({ name }) => {
    const at = passed.findIndex(({ parameter }) => parameter.name === name);
    if (at >= 0) return `a${at}`;
    const of = passed.findIndex(({ lengths }) => lengths.some((it) => it.name === name));
    if (of >= 0) return `a${of}_${passed[of]?.lengths.findIndex((it) => it.name === name) ?? 0}`;
    return `&end${ends.findIndex((it) => it.name === name)}`;
  });
  const places = ends.map(({ type }, at) => `${type.slice(0, -1)} end${at} = 0;`).join(' ');
  const call = `${own.name}(${names.join(', ')})`;
  const first = passed[0];
  const isVoid = own.returns === 'void';
  const answer = isVoid
    ? first === undefined
      ? 'fputs("null", lernen_out);'
      : giveOf(first.kind, first.type, 'a0', ['a0_0', 'a0_1'], first.lengths[1]?.type === 'int*')
    : (({ kind, type }) => giveOf(kind, type, 'result', ['end0', 'end1'], ends[1]?.type === 'int**'))(
        shapeOf(own.returns, nodes),
      );
  return `
int main(void) {
  LernenValue *input = lernen_input();
  if (input->count != ${passed.length}) { lernen_crash("It takes ${passed.length} arguments, and others are given."); return 0; }
  ${reads}
  ${places}
  struct timespec before, after;
  clock_gettime(CLOCK_MONOTONIC, &before);
  ${isVoid ? call : `__auto_type result = ${call}`};
  clock_gettime(CLOCK_MONOTONIC, &after);
  fflush(stdout);
  char *told = NULL;
  size_t size = 0;
  lernen_out = open_memstream(&told, &size);
  ${answer}
  fclose(lernen_out);
  printf("\\x1e{\\"outcome\\":\\"answered\\",\\"ms\\":%f,\\"value\\":%s}\\n", (after.tv_sec - before.tv_sec) * 1e3 + (after.tv_nsec - before.tv_nsec) / 1e6, told);
  return 0;
}
`;
}

function readOf({ kind, type, lengths }: Passed, name: string, from: string): string {
  if (kind === 'value' || kind === 'text') return `${type} ${name} = ${taken(type, from)};`;
  if (kind === 'nodes') return `${type} *${name} = lernen_take_${type}(${from});`;
  const item = `lernen_at(v${name}, i)`;
  const start = `LernenValue *v${name} = ${from}; ${lengths[0]?.type ?? 'int'} ${name}_0 = lernen_count(v${name});`;
  if (kind !== 'grid')
    return `${start} ${type} *${name} = lernen_room(v${name}->count, sizeof(${type})); for (size_t i = 0; i < v${name}->count; i++) ${name}[i] = ${taken(type, item)};`;
  const isRagged = lengths[1]?.type === 'int*';
  const columns = isRagged
    ? `int *${name}_1 = lernen_room(v${name}->count, sizeof(int));`
    : `${lengths[1]?.type ?? 'int'} ${name}_1 = v${name}->count == 0 ? 0 : lernen_count(lernen_at(v${name}, 0));`;
  return `${start} ${columns} ${type} **${name} = lernen_room(v${name}->count, sizeof(${type} *)); for (size_t i = 0; i < v${name}->count; i++) { LernenValue *row = lernen_row(${item}); ${isRagged ? `${name}_1[i] = (int)row->count;` : ''} ${name}[i] = lernen_room(row->count, sizeof(${type})); for (size_t j = 0; j < row->count; j++) ${name}[i][j] = ${taken(type, 'lernen_at(row, j)')}; }`;
}

function giveOf(
  kind: Passed['kind'],
  type: string,
  value: string,
  [length = '0', columns = '0']: readonly string[],
  isRagged: boolean,
): string {
  const between = (index: string): string => `if (${index} > 0) fputc(',', lernen_out);`;
  if (kind === 'nodes') return `lernen_give_${type}(${value});`;
  if (kind === 'value' || kind === 'text') return `${given(type, value)};`;
  if (kind !== 'grid')
    return `fputc('[', lernen_out); for (long long i = 0; i < (long long)${length}; i++) { ${between('i')} ${given(type, `${value}[i]`)}; } fputc(']', lernen_out);`;
  const wide = isRagged ? `${columns}[i]` : columns;
  return `fputc('[', lernen_out); for (long long i = 0; i < (long long)${length}; i++) { ${between('i')} fputc('[', lernen_out); for (long long j = 0; j < (long long)${wide}; j++) { ${between('j')} ${given(type, `${value}[i][j]`)}; } fputc(']', lernen_out); } fputc(']', lernen_out);`;
}

function nodeCode({ name, kind, value }: NodeType): string {
  const links = kind === 'tree' ? ['left', 'right'] : ['next'];
  const made = (item: string): string => `lernen_node_${name}(${item})`;
  const take =
    kind === 'nodes'
      ? `for (size_t at = from->count; at-- > 0;) { ${name} *made = ${made('lernen_at(from, at)')}; made->next = first; first = made; } return first;`
      : `if (from->count == 0 || lernen_at(from, 0)->kind == 'n') return NULL;
  ${name} **open = lernen_room(from->count, sizeof *open);
  size_t last = 0, parent = 0;
  open[last++] = first = ${made('lernen_at(from, 0)')};
  for (size_t at = 1; at < from->count && parent < last; at += 2, parent++) {
    if (lernen_at(from, at)->kind != 'n') open[last++] = open[parent]->left = ${made('lernen_at(from, at)')};
    if (at + 1 < from->count && lernen_at(from, at + 1)->kind != 'n') open[last++] = open[parent]->right = ${made('lernen_at(from, at + 1)')};
  }
  return first;`;
  return `
typedef struct ${name} ${name};
static ${name} *lernen_node_${name}(LernenValue *item) { ${name} *made = lernen_room(1, sizeof *made); made->${value.name} = ${taken(value.type, 'item')}; return made; }
static ${name} *lernen_take_${name}(LernenValue *from) { ${name} *first = NULL; ${take} }
static void lernen_give_${name}(${name} *first) {
  size_t room = 16, last = 1, gaps = 0, told = 0;
  ${name} **open = malloc(room * sizeof *open);
  open[0] = first;
  fputc('[', lernen_out);
  for (size_t at = 0; at < last; at++) {
    if (at > 400000) { lernen_crash("The nodes never end."); exit(0); }
    if (open[at] == NULL) { gaps += ${kind === 'tree' ? 1 : 0}; continue; }
    for (; gaps > 0; gaps--) fputs(told++ > 0 ? ",null" : "null", lernen_out);
    if (told++ > 0) fputc(',', lernen_out);
    ${given(value.type, `open[at]->${value.name}`)};
    if (last + 2 > room) open = realloc(open, (room *= 2) * sizeof *open);
    ${links.map((link) => `open[last++] = open[at]->${link};`).join(' ')}
  }
  fputc(']', lernen_out);
}
`;
}
