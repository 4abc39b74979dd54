import { closingAt } from '../../brackets';
import type { Signature } from '../signature';
import { outerText, splitTypes, withoutComments } from './code-text';

/** Linked nodes, whose `next` is the one behind, or a binary tree of `left` and `right`. */
export type NodeKind = 'nodes' | 'tree';

/** A type of nodes that code declares. */
export interface NodeType {
  readonly name: string;
  readonly kind: NodeKind;
  /** Its fields in their order. */
  readonly fields: readonly Field[];
  /** The field that holds what is in a node: the first that leads to no other. */
  readonly value: Field;
}

export interface Field {
  readonly name: string;
  readonly type: string;
}

/** Types of nodes among these, told by the names of their fields. */
export function nodeTypes(
  declared: readonly { readonly name: string; readonly fields: readonly Field[] }[],
): NodeType[] {
  return declared.flatMap(({ name, fields }) => {
    const leads = (to: string): boolean =>
      fields.some((field) => field.name === to && new RegExp(`\\b${name}\\b`).test(field.type));
    const kind: NodeKind | null = leads('left') && leads('right') ? 'tree' : leads('next') ? 'nodes' : null;
    const value = fields.find(({ type }) => !new RegExp(`\\b${name}\\b`).test(type));
    return kind === null || value === undefined ? [] : [{ name, kind, fields, value }];
  });
}

/** Whether the code writes the fields of nodes with a small letter, where a language knows both. */
export function writesFieldsSmall(code: string): boolean {
  return /\.(?:value|next|left|right)\b/.test(code);
}

const declaresNode =
  /\b(?:class|record|type)\s+Node\b|\bstruct\s+Node\b(?:<[^>]*>)?\s*(?:final\s*)?(?::[^{;]*)?\{|\}\s*Node\s*;|\btypedef\s+struct\s+\w+\s+Node\s*;/;

/**
 * What the type `Node` is where code works with it and leaves it to be declared: as the signature was told, else a tree where
 * the code goes left or right. Null where it is declared or not used.
 */
export function missingNodes(code: string, signature: Signature): NodeKind | null {
  const plain = withoutComments(code);
  if (!/\bNode\b/.test(plain) || declaresNode.test(plain)) return null;
  if (signature.shape === 'call') {
    const told = [...signature.parameters.map(({ type }) => type), signature.returns];
    const kind = (['tree', 'nodes'] as const).find((it) => told.includes(it));
    if (kind) return kind;
  }
  return /\b(?:left|right)\b/i.test(plain) ? 'tree' : 'nodes';
}

/**
 * Types of nodes that C or C++ declares outermost, with fields that others may see: `struct Chart { int value; Chart *left,
 * *right; };`. What is behind them has to be held by a plain pointer.
 */
export function nodesOfC(code: string): NodeType[] {
  const plain = withoutComments(code);
  const found: { readonly name: string; readonly fields: readonly Field[] }[] = [];
  const pattern = /(template\s*<[^>]*>\s*)?\b(class|struct)\s+([A-Za-z_]\w*)?[^;{()]*\{/g;
  for (let start = pattern.exec(plain); start; start = pattern.exec(plain)) {
    const [, template, word, called] = start;
    const from = start.index + start[0].length;
    const end = closingAt(plain, from);
    pattern.lastIndex = end;
    // A structure without a name has that of its type: typedef struct { … } Node;
    const name = called ?? /^\}\s*([A-Za-z_]\w*)/.exec(plain.slice(end))?.[1];
    if (template === undefined && name !== undefined)
      found.push({ name, fields: fieldsOfC(visible(outerText(plain.slice(from, end)), word === 'struct')) });
  }
  return nodeTypes(found).filter(({ name, fields }) =>
    fields.every(({ name: field, type }) => !/^(?:left|right|next)$/.test(field) || type.endsWith(`${name}*`)),
  );
}

/** What stands in the public parts of a class. */
function visible(body: string, isPublic: boolean): string {
  let isShown = isPublic;
  return body
    .split(/\b(public|private|protected)\s*:/)
    .filter((part) => {
      if (!/^(?:public|private|protected)$/.test(part)) return isShown;
      isShown = part === 'public';
      return false;
    })
    .join(';');
}

/** `long long load = 0; Ship *next, *last;` is four fields. */
function fieldsOfC(body: string): Field[] {
  return body
    .split(/[;}]/)
    .filter((line) => !line.includes('('))
    .flatMap((line) => {
      const [first = '', ...others] = splitTypes(line).map((part) => part.replace(/[={[].*$/s, '').trim());
      const [, type = '', name] = /^(.*[\s*&>])([A-Za-z_]\w*)$/s.exec(first) ?? [];
      if (name === undefined) return [];
      const base = type.replace(/[\s*&]+$/, '');
      const more = others.flatMap((part) => {
        const [, stars = '', called] = /^([\s*&]*)([A-Za-z_]\w*)$/.exec(part) ?? [];
        return called === undefined ? [] : [{ name: called, type: plainType(base + stars) }];
      });
      return [{ name, type: plainType(type) }, ...more];
    });
}

function plainType(type: string): string {
  return type
    .trim()
    .replace(/\s+/g, ' ')
    .replace(/ ?([*&]) ?/g, '$1');
}
