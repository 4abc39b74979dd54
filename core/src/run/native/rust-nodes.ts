import { closingAt } from '../../brackets';
import { outerText, splitTypes } from './code-text';
import { type Field, type NodeKind, type NodeType, nodeTypes } from './nodes';

/**
 * What lets types of nodes be taken and given, held one behind another as the code holds them. Only for types that the head of
 * one of these functions names: others may hold what cannot be taken.
 */
export function rustNodes(plain: string, functions: readonly string[]): string {
  const isAsked = (name: string): boolean =>
    functions.some((each) => new RegExp(`\\bfn\\s+${each}\\b[^{;]*\\b${name}\\b`).test(plain));
  return nodeTypes(structsOf(plain))
    .filter(({ name }) => isAsked(name))
    .map((type) => {
      const link = type.fields.find(({ name }) => name === (type.kind === 'tree' ? 'left' : 'next'))?.type ?? '';
      if (/\bRc\s*<[^<>]*\bRefCell\s*</.test(link)) return implementedFor(type, shared);
      return /^Option\s*<\s*Box\s*</.test(link) ? implementedFor(type, boxed) : '';
    })
    .join('\n');
}

/** Declares `Node`, held as the code holds it. */
export function providedRustNodes(kind: NodeKind, code: string): string {
  const isShared = /Rc\s*<[^<>]*RefCell\s*<\s*Node\b/.test(code);
  const link = `Option<${isShared ? shared.held('Node') : boxed.held('Node')}>`;
  const links = kind === 'tree' ? ['left', 'right'] : ['next'];
  return `#[derive(Debug, Clone, PartialEq)]
pub struct Node { pub value: i32, ${links.map((name) => `pub ${name}: ${link}`).join(', ')} }
#[allow(dead_code)]
impl Node { pub fn new(value: i32) -> Self { Node { value, ${links.map((name) => `${name}: None`).join(', ')} } } }`;
}

function structsOf(plain: string): { readonly name: string; readonly fields: readonly Field[] }[] {
  return [...plain.matchAll(/\bstruct\s+([A-Za-z_]\w*)\s*\{/g)].map((found) => {
    const start = found.index + found[0].length;
    const fields = splitTypes(outerText(plain.slice(start, closingAt(plain, start)))).flatMap((part) => {
      const [, name, type = ''] = /^\s*(?:pub(?:\([^)]*\))?\s+)?(\w+)\s*:\s*(.+?)\s*$/s.exec(part) ?? [];
      return name === undefined ? [] : [{ name, type }];
    });
    return { name: found[1] ?? '', fields };
  });
}

/** How one node holds the next. */
interface Holding {
  readonly held: (name: string) => string;
  readonly wrap: (node: string) => string;
  /** A handle of a held node that outlives a step, and its field through that handle. */
  readonly handle: (held: string) => string;
  readonly follow: (node: string, link: string) => string;
  readonly handleType: (name: string) => string;
  readonly read: (node: string, field: string) => string;
}

const boxed: Holding = {
  held: (name) => `Box<${name}>`,
  wrap: (node) => `Box::new(${node})`,
  handle: (held) => `&**${held}`,
  handleType: (name) => `&${name}`,
  follow: (node, link) => `${node}.${link}.as_deref()`,
  read: (node, field) => `${node}.${field}`,
};

const shared: Holding = {
  held: (name) => `std::rc::Rc<std::cell::RefCell<${name}>>`,
  wrap: (node) => `std::rc::Rc::new(std::cell::RefCell::new(${node}))`,
  handle: (held) => `${held}.clone()`,
  handleType: (name) => `std::rc::Rc<std::cell::RefCell<${name}>>`,
  follow: (node, link) => `${node}.borrow().${link}.clone()`,
  read: (node, field) => `${node}.borrow().${field}`,
};

function implementedFor({ name, kind, fields, value }: NodeType, by: Holding): string {
  const links = kind === 'tree' ? ['left', 'right'] : ['next'];
  const rest = fields
    .filter((field) => field !== value && !links.includes(field.name))
    .map((field) => `${field.name}: Default::default()`);
  const node = (given: readonly string[]): string =>
    by.wrap(`${name} { ${[`${value.name}: lernen::LernenTake::take(item)`, ...given, ...rest].join(', ')} }`);
  const held = by.held(name);
  const take = kind === 'tree' ? takenTree(held, node) : takenList(held, node);
  const give = `let mut open: Vec<Option<${by.handleType(name)}>> = vec![Some(${by.handle('self')})];
        let mut parts: Vec<String> = Vec::new();
        let mut at = 0;
        while at < open.len() {
            if at > 400_000 { panic!("The nodes never end."); }
            let node = open[at].clone();
            at += 1;
            if let Some(node) = node {
                let mut part = String::new();
                lernen::LernenGive::give(&${by.read('node', value.name)}, &mut part);
                parts.push(part);
                ${links.map((link) => `open.push(${by.follow('node', link)});`).join(' ')}
            } else if ${kind === 'tree'} { parts.push("null".to_string()); }
        }
        while parts.last().map_or(false, |part| part == "null") { parts.pop(); }
        out.push('['); out.push_str(&parts.join(",")); out.push(']');`;
  return `#[allow(unused)]
impl lernen::LernenTake for ${held} {
    fn is_none(from: &lernen::LernenValue) -> bool { match from { lernen::LernenValue::List(items) => items.is_empty(), lernen::LernenValue::Nothing => true, _ => false } }
    fn take(from: &lernen::LernenValue) -> Self {
        let items = from.items();
        ${take}
    }
}
#[allow(unused)]
impl lernen::LernenGive for ${held} {
    fn none(out: &mut String) { out.push_str("[]"); }
    fn give(&self, out: &mut String) {
        ${give}
    }
}`;
}

function takenList(held: string, node: (given: readonly string[]) => string): string {
  return `let mut first: Option<${held}> = None;
        for item in items.iter().rev() { first = Some(${node(['next: first'])}); }
        first.expect("a list was expected")`;
}

/** Children stand behind their parents, so that they are made before them when it goes backwards. */
function takenTree(held: string, node: (given: readonly string[]) => string): string {
  return `let is_there = |at: usize| at < items.len() && !matches!(items[at], lernen::LernenValue::Nothing);
        let mut sides = vec![(usize::MAX, usize::MAX); items.len()];
        let (mut next, mut parent) = (1, 0);
        while parent < items.len() && next < items.len() {
            if is_there(parent) { sides[parent] = (next, next + 1); next += 2; }
            parent += 1;
        }
        let mut made: Vec<Option<${held}>> = (0..items.len()).map(|_| None).collect();
        for at in (0..items.len()).rev() {
            if !is_there(at) { continue; }
            let item = &items[at];
            let (left, right) = sides[at];
            let left = if is_there(left) { made[left].take() } else { None };
            let right = if is_there(right) { made[right].take() } else { None };
            made[at] = Some(${node(['left: left', 'right: right'])});
        }
        made[0].take().expect("a tree was expected")`;
}
