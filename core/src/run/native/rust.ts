import { closingAt } from '../../brackets';
import { CompileFault } from '../compile-fault';
import type { Program } from '../job';
import type { Declared, Parameter, Signature } from '../signature';
import { outerText, splitTypes, withoutComments } from './code-text';
import { missingNodes } from './nodes';
import { providedRustNodes, rustNodes } from './rust-nodes';

interface RustFunction {
  readonly name: string;
  readonly parameters: readonly Parameter[];
  /** How it takes the object that it belongs to; empty where it takes none. */
  readonly self: string;
  readonly gives: boolean;
}

/** Functions and types that Rust declares outermost. Attributes and lifetimes are left out of what is read. */
export function declaredInRust(code: string): Declared[] {
  const outer = outerText(plainRust(code));
  const functions = functionsIn(outer).map(
    ({ name, parameters }): Declared => ({ name, parameters, kind: 'function', isOuter: true }),
  );
  const types = [...outer.matchAll(/\b(?:struct|enum)\s+([A-Za-z_]\w*)/g)].map(
    ([, name = '']): Declared => ({ name, parameters: [], kind: 'class', isOuter: true }),
  );
  return [...functions, ...types];
}

function plainRust(code: string): string {
  return withoutComments(code).replace(/'[a-z_]\w*\b(?!')/g, ' ');
}

function functionsIn(text: string): RustFunction[] {
  const pattern = /\bfn\s+([A-Za-z_]\w*)\s*(?:<[^<>()]*>\s*)?\(([^()]*(?:\([^()]*\)[^()]*)*)\)\s*(->)?/g;
  return [...text.matchAll(pattern)].map(([, name = '', given = '', arrow]) => {
    const parts = splitTypes(given).map((part) => part.trim());
    const self = parts.find((part) => /^(?:&\s*)?(?:mut\s+)?self\b/.test(part)) ?? '';
    const parameters = parts
      .filter((part) => part !== '' && part !== self)
      .map((part): Parameter => {
        const [, word = part, type = ''] = /^(?:mut\s+)?(\w+)\s*:\s*(.+)$/s.exec(part) ?? [];
        return { name: word, type: type.trim() };
      });
    return { name, parameters, self, gives: arrow !== undefined };
  });
}

/** The type that a value is kept as, and how it is passed. */
function passed(type: string): { readonly kept: string; readonly prefix: string } {
  const [, reference = '', inner = type] = /^(&\s*(?:mut\s+)?)?(.*)$/s.exec(type) ?? [];
  const prefix = reference === '' ? '' : /mut/.test(reference) ? '&mut ' : '&';
  const [, slice] = /^\[(.*)\]$/s.exec(inner) ?? [];
  const kept = inner === 'str' ? 'String' : slice !== undefined && !/;/.test(slice) ? `Vec<${slice}>` : inner;
  return { kept: kept.replace(/&\s*str\b/g, 'String'), prefix };
}

function taken(parameters: readonly Parameter[], from: string): { readonly lines: string; readonly names: string } {
  const all = parameters.map(({ type }) => passed(type));
  return {
    lines: all.map(({ kept }, index) => `let mut a${index}: ${kept} = LernenTake::take(&${from}[${index}]);`).join(' '),
    names: all.map(({ prefix }, index) => `${prefix}a${index}`).join(', '),
  };
}

/** Rust with what asks it behind it: the types of its parameters say what the arguments become. */
export function rustProgram(code: string, signature: Signature): Program | CompileFault {
  if (signature.shape === 'stdio') return { signature, text: code };
  const plain = plainRust(code);
  const asked = signature.shape === 'call' ? callOf(plain, signature.name) : callsOf(plain, signature.name);
  if (asked === null) return new CompileFault(`there is no ${signature.name} that could be called`, null);
  const missing = missingNodes(code, signature);
  const provided = missing === null ? '' : providedRustNodes(missing, code);
  const functions =
    signature.shape === 'call' ? [signature.name] : methodsOf(plain, signature.name)?.map((it) => it.name);
  const nodes = `${provided}\n${rustNodes(`${plain}\n${provided}`, functions ?? [])}`;
  return { signature, text: `${code}\n${harness.replace('ASKED', asked)}${nodes}` };
}

function callOf(plain: string, name: string): string | null {
  const found = functionsIn(outerText(plain)).find((it) => it.name === name);
  if (!found) return null;
  const { lines, names } = taken(found.parameters, 'given');
  const give = found.gives
    ? 'result.give(&mut out);'
    : found.parameters.length > 0
      ? 'a0.give(&mut out);'
      : 'out.push_str("null");';
  return `let given = input.field("given").items(); if given.len() != ${found.parameters.length} { panic!("It takes ${found.parameters.length} arguments, and {} are given.", given.len()); } ${lines} *started = std::time::Instant::now(); let result = ${name}(${names}); *took = started.elapsed().as_secs_f64() * 1000.0; let _ = &result; ${give}`;
}

/** Functions that belong to a type; null where it has none. */
function methodsOf(plain: string, name: string): RustFunction[] | null {
  const found = new RegExp(`\\bimpl\\s+${name}\\b[^{]*\\{`).exec(plain);
  if (!found) return null;
  const start = found.index + found[0].length;
  return functionsIn(outerText(plain.slice(start, closingAt(plain, start))));
}

function callsOf(plain: string, name: string): string | null {
  const all = methodsOf(plain, name);
  if (!all) return null;
  const maker = all.find((it) => it.name === 'new' && it.self === '');
  const made = taken(maker?.parameters ?? [], 'given');
  const make = maker
    ? `let mut thing = { let given: &[LernenValue] = if is_made { calls[0].items()[1].items() } else { &[] }; if given.len() != ${maker.parameters.length} { panic!("${name} cannot be made with {} arguments.", given.len()); } ${made.lines} ${name}::new(${made.names}) };`
    : `let mut thing = ${name}::default();`;
  const arms = all
    .filter(({ self }) => self !== '')
    .map((it) => {
      const { lines, names } = taken(it.parameters, 'given');
      const call = `thing.${it.name}(${names})`;
      return `("${it.name}", ${it.parameters.length}) => { ${lines} ${it.gives ? `${call}.give(&mut out);` : `${call}; out.push_str("null");`} }`;
    });
  return `let calls = input.field("calls").items(); let is_made = !calls.is_empty() && calls[0].items()[0].text() == "${name}";
    ${make} *started = std::time::Instant::now(); out.push('[');
    for (at, call) in calls.iter().enumerate() { if at > 0 { out.push(','); } if at == 0 && is_made { out.push_str("null"); continue; }
      let parts = call.items(); let given = parts[1].items();
      match (parts[0].text().as_str(), given.len()) { ${arms.join(' ')} (other, _) => panic!("${name} has no {} that takes so much.", other) } }
    out.push(']'); *took = started.elapsed().as_secs_f64() * 1000.0; let _ = &mut thing;`;
}

const harness = String.raw`
#[allow(unused, dead_code)]
mod lernen {
pub enum LernenValue { Nothing, Flag(bool), Number(String), Text(String), List(Vec<LernenValue>), Map(Vec<(String, LernenValue)>) }
impl LernenValue {
    pub fn field(&self, name: &str) -> &LernenValue {
        if let LernenValue::Map(entries) = self { for (key, value) in entries { if key == name { return value; } } }
        &LernenValue::Nothing
    }
    pub fn items(&self) -> &[LernenValue] { if let LernenValue::List(items) = self { items } else { panic!("a list was expected") } }
    pub fn text(&self) -> String { match self { LernenValue::Text(text) | LernenValue::Number(text) => text.clone(), LernenValue::Flag(flag) => flag.to_string(), _ => String::new() } }
}
pub struct LernenReader<'a> { pub text: &'a [u8], pub at: usize }
impl<'a> LernenReader<'a> {
    fn skip(&mut self) { while self.at < self.text.len() && self.text[self.at].is_ascii_whitespace() { self.at += 1; } }
    pub fn value(&mut self) -> LernenValue {
        self.skip();
        match self.text[self.at] {
            b'"' => LernenValue::Text(self.word()),
            b'[' => {
                let mut items = Vec::new();
                self.at += 1;
                loop { self.skip(); match self.text[self.at] { b']' => break, b',' => self.at += 1, _ => items.push(self.value()) } }
                self.at += 1;
                LernenValue::List(items)
            }
            b'{' => {
                let mut entries = Vec::new();
                self.at += 1;
                loop {
                    self.skip();
                    match self.text[self.at] { b'}' => break, b',' => self.at += 1, _ => { let key = self.word(); self.skip(); self.at += 1; let value = self.value(); entries.push((key, value)); } }
                }
                self.at += 1;
                LernenValue::Map(entries)
            }
            _ => {
                let start = self.at;
                while self.at < self.text.len() && !b",]} \n\t\r".contains(&self.text[self.at]) { self.at += 1; }
                match std::str::from_utf8(&self.text[start..self.at]).unwrap() { "null" => LernenValue::Nothing, "true" => LernenValue::Flag(true), "false" => LernenValue::Flag(false), other => LernenValue::Number(other.to_string()) }
            }
        }
    }
    fn word(&mut self) -> String {
        let mut bytes: Vec<u8> = Vec::new();
        self.at += 1;
        while self.text[self.at] != b'"' {
            let sign = self.text[self.at];
            if sign != b'\\' { bytes.push(sign); self.at += 1; continue; }
            self.at += 1;
            match self.text[self.at] {
                b'n' => bytes.push(b'\n'), b't' => bytes.push(b'\t'), b'r' => bytes.push(b'\r'), b'b' => bytes.push(8), b'f' => bytes.push(12),
                b'u' => {
                    let code = u32::from_str_radix(std::str::from_utf8(&self.text[self.at + 1..self.at + 5]).unwrap(), 16).unwrap();
                    let mut part = [0u8; 4];
                    bytes.extend_from_slice(char::from_u32(code).unwrap_or('?').encode_utf8(&mut part).as_bytes());
                    self.at += 4;
                }
                other => bytes.push(other),
            }
            self.at += 1;
        }
        self.at += 1;
        String::from_utf8(bytes).unwrap()
    }
}
pub trait LernenTake { fn take(from: &LernenValue) -> Self; fn is_none(from: &LernenValue) -> bool { matches!(from, LernenValue::Nothing) } }
pub trait LernenGive { fn give(&self, out: &mut String); fn none(out: &mut String) { out.push_str("null"); } }
macro_rules! lernen_numbers { ($($kind:ty),*) => { $(
    impl LernenTake for $kind { fn take(from: &LernenValue) -> Self { from.text().parse().unwrap_or_else(|_| panic!("a number was expected, and {} stands there", from.text())) } }
    impl LernenGive for $kind { fn give(&self, out: &mut String) { out.push_str(&self.to_string()); } }
)* } }
lernen_numbers!(i8, i16, i32, i64, i128, isize, u8, u16, u32, u64, u128, usize);
macro_rules! lernen_fractions { ($($kind:ty),*) => { $(
    impl LernenTake for $kind { fn take(from: &LernenValue) -> Self { match from.text().as_str() { "Infinity" => <$kind>::INFINITY, "-Infinity" => <$kind>::NEG_INFINITY, other => other.parse().unwrap_or(<$kind>::NAN) } } }
    impl LernenGive for $kind { fn give(&self, out: &mut String) { if self.is_nan() { out.push_str("NaN") } else if self.is_infinite() { out.push_str(if *self < 0.0 { "-Infinity" } else { "Infinity" }) } else { out.push_str(&format!("{:?}", self)) } } }
)* } }
lernen_fractions!(f32, f64);
impl LernenTake for bool { fn take(from: &LernenValue) -> Self { matches!(from, LernenValue::Flag(true)) } }
impl LernenTake for String { fn take(from: &LernenValue) -> Self { from.text() } }
impl LernenTake for char { fn take(from: &LernenValue) -> Self { from.text().chars().next().unwrap_or('\0') } }
impl<T: LernenTake> LernenTake for Vec<T> { fn take(from: &LernenValue) -> Self { if let LernenValue::Text(text) = from { return text.chars().map(|sign| T::take(&LernenValue::Text(sign.to_string()))).collect(); } from.items().iter().map(T::take).collect() } }
impl<T: LernenTake> LernenTake for Option<T> { fn take(from: &LernenValue) -> Self { if <T as LernenTake>::is_none(from) { None } else { Some(T::take(from)) } } }
impl<A: LernenTake, B: LernenTake> LernenTake for (A, B) { fn take(from: &LernenValue) -> Self { let items = from.items(); (A::take(&items[0]), B::take(&items[1])) } }
impl<A: LernenTake, B: LernenTake, C: LernenTake> LernenTake for (A, B, C) { fn take(from: &LernenValue) -> Self { let items = from.items(); (A::take(&items[0]), B::take(&items[1]), C::take(&items[2])) } }
impl LernenGive for () { fn give(&self, out: &mut String) { out.push_str("null"); } }
impl LernenGive for bool { fn give(&self, out: &mut String) { out.push_str(if *self { "true" } else { "false" }); } }
impl LernenGive for str {
    fn give(&self, out: &mut String) {
        out.push('"');
        for sign in self.chars() { match sign { '"' | '\\' => { out.push('\\'); out.push(sign); } sign if (sign as u32) < 32 => out.push_str(&format!("\\u{:04x}", sign as u32)), sign => out.push(sign) } }
        out.push('"');
    }
}
impl LernenGive for String { fn give(&self, out: &mut String) { self.as_str().give(out); } }
impl LernenGive for char { fn give(&self, out: &mut String) { self.to_string().give(out); } }
impl<T: LernenGive + ?Sized> LernenGive for &T { fn give(&self, out: &mut String) { (**self).give(out); } }
impl<T: LernenGive> LernenGive for Option<T> { fn give(&self, out: &mut String) { match self { Some(value) => value.give(out), None => T::none(out) } } }
fn lernen_list<'a, T: LernenGive + 'a>(items: impl Iterator<Item = &'a T>, out: &mut String) { out.push('['); for (at, item) in items.enumerate() { if at > 0 { out.push(','); } item.give(out); } out.push(']'); }
impl<T: LernenGive> LernenGive for Vec<T> { fn give(&self, out: &mut String) { lernen_list(self.iter(), out); } }
impl<T: LernenGive> LernenGive for std::collections::VecDeque<T> { fn give(&self, out: &mut String) { lernen_list(self.iter(), out); } }
impl<T: LernenGive> LernenGive for std::collections::HashSet<T> { fn give(&self, out: &mut String) { lernen_list(self.iter(), out); } }
impl<T: LernenGive> LernenGive for std::collections::BTreeSet<T> { fn give(&self, out: &mut String) { lernen_list(self.iter(), out); } }
impl<A: LernenGive, B: LernenGive> LernenGive for (A, B) { fn give(&self, out: &mut String) { out.push('['); self.0.give(out); out.push(','); self.1.give(out); out.push(']'); } }
impl<A: LernenGive, B: LernenGive, C: LernenGive> LernenGive for (A, B, C) { fn give(&self, out: &mut String) { out.push('['); self.0.give(out); out.push(','); self.1.give(out); out.push(','); self.2.give(out); out.push(']'); } }
fn lernen_map<'a, K: ToString + 'a, V: LernenGive + 'a>(entries: impl Iterator<Item = (&'a K, &'a V)>, out: &mut String) { out.push('{'); for (at, (key, value)) in entries.enumerate() { if at > 0 { out.push(','); } key.to_string().give(out); out.push(':'); value.give(out); } out.push('}'); }
impl<K: ToString, V: LernenGive> LernenGive for std::collections::HashMap<K, V> { fn give(&self, out: &mut String) { lernen_map(self.iter(), out); } }
impl<K: ToString, V: LernenGive> LernenGive for std::collections::BTreeMap<K, V> { fn give(&self, out: &mut String) { lernen_map(self.iter(), out); } }
}
#[allow(unused, dead_code)]
fn lernen_asked(input: &lernen::LernenValue, started: &mut std::time::Instant, took: &mut f64) -> String {
    use lernen::*;
    let mut out = String::new();
    ASKED
    out
}
fn main() {
    use std::io::{Read, Write};
    let mut text = String::new();
    std::io::stdin().read_to_string(&mut text).unwrap();
    let line = std::sync::Arc::new(std::sync::Mutex::new((0u32, String::new())));
    let seen = line.clone();
    std::panic::set_hook(Box::new(move |info| {
        let at = info.location().map_or(0, |place| place.line());
        let what = info.payload().downcast_ref::<&str>().map(|it| it.to_string()).or_else(|| info.payload().downcast_ref::<String>().cloned()).unwrap_or_default();
        *seen.lock().unwrap() = (at, what);
    }));
    let worker = std::thread::Builder::new().stack_size(200 << 20).spawn(move || {
        let input = lernen::LernenReader { text: text.as_bytes(), at: 0 }.value();
        let mut started = std::time::Instant::now();
        let mut took = 0.0;
        let value = lernen_asked(&input, &mut started, &mut took);
        format!("{{\"outcome\":\"answered\",\"ms\":{},\"value\":{}}}", took, value)
    }).unwrap();
    let told = match worker.join() {
        Ok(told) => told,
        Err(_) => {
            let (at, what) = line.lock().unwrap().clone();
            let mut message = String::new();
            lernen::LernenGive::give(&what, &mut message);
            format!("{{\"outcome\":\"crashed\",\"line\":{},\"message\":{}}}", at, message)
        }
    };
    let mut out = std::io::stdout();
    out.flush().unwrap();
    out.write_all(format!("\u{1e}{}\n", told).as_bytes()).unwrap();
    out.flush().unwrap();
}
`;
