import { closingAt } from '../../brackets';
import { CompileFault } from '../compile-fault';
import type { Program } from '../job';
import type { Declared, Parameter, Signature } from '../signature';
import { outerText, splitTypes, withoutComments } from './code-text';
import { type NodeKind, type NodeType, missingNodes, nodesOfC } from './nodes';

/** Functions and classes that C++ declares outermost. */
export function declaredInCpp(code: string): Declared[] {
  const plain = withoutComments(code);
  const outer = outerText(plain);
  const classes = [...outer.matchAll(/\b(?:class|struct)\s+([A-Za-z_]\w*)[^;{]*\{/g)].map(
    ([, name = '']): Declared => ({ name, parameters: [], kind: 'class', isOuter: true }),
  );
  const functions = [...outer.matchAll(functionPattern)].flatMap(([, type = '', name = '', given = '']) =>
    isType(type) ? [{ name, parameters: parametersOf(given), kind: 'function', isOuter: true } as const] : [],
  );
  return [...functions, ...classes];
}

const functionPattern =
  /([A-Za-z_][\w:<>,\s*&]*?[\s*&>])([A-Za-z_]\w*)\s*\(([^()]*)\)\s*(?:const\s*)?(?:noexcept\s*)?\{/g;

function isType(text: string): boolean {
  return !/\b(?:return|else|new|class|struct|enum|union|using|namespace|if|for|while|switch)\b/.test(text);
}

/** `const vector<int>& heights = {}` is a `vector<int>` called heights. */
function parametersOf(given: string): Parameter[] {
  return splitTypes(given)
    .map((part) => part.trim().replace(/\s*=.*$/s, ''))
    .filter((part) => part !== '' && part !== 'void')
    .map((part) => {
      const [, type = part, name = ''] = /^(.*?[\s*&>])([A-Za-z_]\w*)$/s.exec(part) ?? [];
      return { name, type: type.trim().replace(/\s+/g, ' ') };
    });
}

/** The type of a value that is passed as this: without const and reference. */
function valueType(type: string): string {
  return type
    .replace(/\bconst\b/g, '')
    .replace(/&+\s*$/, '')
    .trim();
}

interface Method {
  readonly name: string;
  readonly isVoid: boolean;
  readonly parameters: readonly Parameter[];
}

/** What of a class can be called from outside; the constructors are those of its own name. */
function methodsOf(code: string, className: string): { readonly methods: Method[]; readonly makers: Parameter[][] } {
  const plain = withoutComments(code);
  const found = new RegExp(`\\b(class|struct)\\s+${className}\\b[^;{]*\\{`).exec(plain);
  if (!found) return { methods: [], makers: [] };
  const start = found.index + found[0].length;
  const body = outerText(plain.slice(start, closingAt(plain, start)));
  const methods: Method[] = [];
  const makers: Parameter[][] = [];
  let isPublic = found[1] === 'struct';
  for (const part of body.split(/\b(public|private|protected)\s*:/)) {
    if (/^(?:public|private|protected)$/.test(part)) isPublic = part === 'public';
    else if (isPublic)
      for (const [, type = '', name = '', given = ''] of part.matchAll(
        /([A-Za-z_][\w:<>,\s*&]*?[\s*&>])??([A-Za-z_]\w*)\s*\(([^()]*)\)[^;{}]*[;{]/g,
      )) {
        if (name === className) makers.push(parametersOf(given));
        else if (type.trim() !== '' && isType(type))
          methods.push({ name, isVoid: /\bvoid\s*$/.test(type.trim()), parameters: parametersOf(given) });
      }
  }
  return { methods, makers };
}

/** Reads arguments into variables, and gives their names. */
function taken(parameters: readonly Parameter[], from: string): { readonly lines: string; readonly names: string } {
  const lines = parameters.map(
    ({ type }, index) => `${valueType(type)} a${index}{}; lernen_json::take(${from}.at(${index}), a${index});`,
  );
  return { lines: lines.join(' '), names: parameters.map((_, index) => `a${index}`).join(', ') };
}

/**
 * C++ as a program that takes one input as JSON on standard input and writes its answer as JSON behind `answerMark`. A function
 * that gives nothing and changes its first argument answers with that.
 */
export function cppProgram(code: string, signature: Signature): Program | CompileFault {
  if (signature.shape === 'stdio') return { signature, text: code };
  const missing = missingNodes(code, signature);
  const provided = missing === null ? '' : providedNodes[missing];
  const nodes = nodesOfC(provided + code);
  const isOfNodes = ({ type }: Parameter): boolean =>
    nodes.some(({ name }) => new RegExp(`\\b${name}\\s*\\*`).test(type));
  const given = declaredInCpp(code).find(({ name }) => name === signature.name)?.parameters ?? [];
  const pointer = given.find((it) => it.type.includes('*') && !isOfNodes(it));
  if (pointer)
    return new CompileFault(
      `${pointer.type} ${pointer.name} cannot be passed: of pointers only those to nodes are, with next, or left and right`,
      null,
    );
  const main = signature.shape === 'call' ? callMain(code, signature) : objectMain(code, signature.name);
  const asks = `${harness}${nodes.map(accessOf).join('')}${nodes.length > 0 ? nodeHarness : ''}}`;
  return {
    signature,
    text: `${prelude}${provided}#line 1 "solution.cpp"\n${code}\n#line 1 "lernen.cpp"\n${asks}\n${main}`,
  };
}

const providedNodes: Readonly<Record<NodeKind, string>> = {
  nodes:
    'struct Node { int value; Node* next; Node(int value = 0, Node* next = nullptr) : value(value), next(next) {} };\n',
  tree: 'struct Node { int value; Node* left; Node* right; Node(int value = 0, Node* left = nullptr, Node* right = nullptr) : value(value), left(left), right(right) {} };\n',
};

/** Tells the harness the fields of a type of nodes. */
function accessOf({ name, kind, value }: NodeType): string {
  const links = kind === 'tree' ? ['left', 'right'] : ['next'];
  return `
template <> struct Links<${name}> {
  static constexpr size_t count = ${links.length};
  static auto& value(${name}* node) { return node->${value.name}; }
  static ${name}*& link(${name}* node, size_t at) { ${links.map((link, at) => `if (at == ${at}) return node->${link};`).join(' ')} return node->${links[0]}; }
};`;
}

const prelude = '#include <bits/stdc++.h>\nusing namespace std;\n';

function callMain(code: string, signature: Extract<Signature, { shape: 'call' }>): string {
  const own = declaredInCpp(code).find(({ name, kind }) => kind === 'function' && name === signature.name);
  const parameters = own?.parameters ?? signature.parameters;
  const isVoid = new RegExp(`\\bvoid\\s+${signature.name}\\s*\\(`).test(withoutComments(code));
  const { lines, names } = taken(parameters, 'given');
  const call = isVoid
    ? `${signature.name}(${names}); lernen_json::give(out, ${parameters.length > 0 ? 'a0' : 'nullptr'});`
    : `auto result = ${signature.name}(${names}); lernen_json::give(out, result);`;
  return mainOf(`const auto& given = input.get("given").items; ${lines} begin(); ${call}`);
}

function objectMain(code: string, className: string): string {
  const { methods, makers } = methodsOf(code, className);
  const makes = makers.map((parameters) => {
    const { lines, names } = taken(parameters, 'given');
    return `if (given.size() == ${parameters.length}) { ${lines} thing.reset(new ${className}(${names})); }`;
  });
  const isBare = makers.length === 0 || makers.some((parameters) => parameters.length === 0);
  const dispatch = methods.map(({ name, isVoid, parameters }) => {
    const { lines, names } = taken(parameters, 'given');
    const call = `thing->${name}(${names})`;
    const told = isVoid ? `${call}; out << "null";` : `lernen_json::give(out, ${call});`;
    return `if (name == "${name}" && given.size() == ${parameters.length}) { ${lines} ${told} continue; }`;
  });
  return mainOf(`
const auto& calls = input.get("calls").items;
std::unique_ptr<${className}> thing;
const bool isMade = !calls.empty() && calls[0].items.at(0).text == "${className}";
if (isMade) { const auto& given = calls[0].items.at(1).items; (void)given; ${isBare && makers.length === 0 ? `thing.reset(new ${className}());` : makes.join(' else ')} }
${isBare ? `if (!thing) thing.reset(new ${className}());` : ''}
if (!thing) throw std::runtime_error("${className} cannot be made: call it first with its arguments.");
begin();
out << "[";
for (size_t at = 0; at < calls.size(); at++) {
  if (at > 0) out << ",";
  const std::string& name = calls[at].items.at(0).text;
  const auto& given = calls[at].items.at(1).items; (void)given;
  if (at == 0 && isMade) { out << "null"; continue; }
  ${dispatch.join('\n  ')}
  throw std::runtime_error("${className} has no " + name + " that takes so much.");
}
out << "]";`);
}

function mainOf(body: string): string {
  return `
int main() {
  std::ios::sync_with_stdio(false);
  std::string text((std::istreambuf_iterator<char>(std::cin)), std::istreambuf_iterator<char>());
  std::ostringstream out;
  auto started = std::chrono::steady_clock::now();
  auto begin = [&] { started = std::chrono::steady_clock::now(); };
  try {
    lernen_json::Reader reader(text);
    lernen_json::Value input = reader.value();
    ${body}
  } catch (const std::exception& error) {
    std::cout << std::flush << "\\x1e{\\"outcome\\":\\"crashed\\",\\"message\\":";
    lernen_json::give(std::cout, std::string(error.what()));
    std::cout << "}" << std::endl;
    return 0;
  }
  const double ms = std::chrono::duration<double, std::milli>(std::chrono::steady_clock::now() - started).count();
  std::cout << std::flush << "\\x1e{\\"outcome\\":\\"answered\\",\\"ms\\":" << ms << ",\\"value\\":" << out.str() << "}" << std::endl;
  return 0;
}
`;
}

const harness = String.raw`
namespace lernen_json {
struct Value {
  char kind = 'n';
  std::string text;
  std::vector<Value> items;
  std::vector<std::string> keys;
  const Value& get(const std::string& key) const {
    for (size_t at = 0; at < keys.size(); at++) if (keys[at] == key) return items[at];
    static const Value nothing;
    return nothing;
  }
};
struct Reader {
  const std::string& text;
  size_t at = 0;
  explicit Reader(const std::string& all) : text(all) {}
  void skip() { while (at < text.size() && isspace((unsigned char)text[at])) at++; }
  void codePoint(std::string& out, unsigned code) {
    if (code < 0x80) out += (char)code;
    else if (code < 0x800) { out += (char)(0xC0 | code >> 6); out += (char)(0x80 | (code & 63)); }
    else { out += (char)(0xE0 | code >> 12); out += (char)(0x80 | ((code >> 6) & 63)); out += (char)(0x80 | (code & 63)); }
  }
  std::string word() {
    std::string out;
    for (at++; at < text.size() && text[at] != '"'; at++) {
      if (text[at] != '\\') { out += text[at]; continue; }
      char sign = text[++at];
      if (sign == 'n') out += '\n';
      else if (sign == 't') out += '\t';
      else if (sign == 'r') out += '\r';
      else if (sign == 'b') out += '\b';
      else if (sign == 'f') out += '\f';
      else if (sign == 'u') { codePoint(out, (unsigned)std::stoul(text.substr(at + 1, 4), nullptr, 16)); at += 4; }
      else out += sign;
    }
    at++;
    return out;
  }
  Value value() {
    Value made;
    skip();
    char first = at < text.size() ? text[at] : 'n';
    if (first == '"') { made.kind = 's'; made.text = word(); return made; }
    if (first == '[' || first == '{') {
      made.kind = first == '[' ? 'l' : 'm';
      at++;
      for (skip(); at < text.size() && text[at] != ']' && text[at] != '}'; skip()) {
        if (text[at] == ',') { at++; continue; }
        if (made.kind == 'm') { made.keys.push_back(word()); skip(); at++; }
        made.items.push_back(value());
      }
      at++;
      return made;
    }
    size_t start = at;
    while (at < text.size() && !strchr(",]} \n\t\r", text[at])) at++;
    made.text = text.substr(start, at - start);
    made.kind = made.text == "null" ? 'n' : made.text == "true" || made.text == "false" ? 'b' : 'd';
    return made;
  }
};
inline void take(const Value& from, std::string& to) { to = from.text; }
inline void take(const Value& from, bool& to) { to = from.text == "true" || from.text == "1"; }
inline void take(const Value& from, char& to) { to = from.text.empty() ? '\0' : from.text[0]; }
template <class T> std::enable_if_t<std::is_floating_point_v<T>> take(const Value& from, T& to) {
  to = from.text == "Infinity" ? std::numeric_limits<T>::infinity() : from.text == "-Infinity" ? -std::numeric_limits<T>::infinity() : (T)std::stold(from.text);
}
template <class T> std::enable_if_t<std::is_integral_v<T>> take(const Value& from, T& to) {
  to = from.kind == 'b' ? (T)(from.text == "true") : std::is_signed_v<T> ? (T)std::stoll(from.text) : (T)std::stoull(from.text);
}
template <class N> struct Links { static constexpr size_t count = 0; };
template <class N> std::enable_if_t<(Links<N>::count > 0)> take(const Value& from, N*& to);
template <class N> std::enable_if_t<(Links<N>::count > 0)> give(std::ostream& out, N* first);
template <class A, class B> void take(const Value& from, std::pair<A, B>& to);
template <class T> void take(const Value& from, std::vector<T>& to) {
  to.clear();
  if (from.kind == 's') throw std::runtime_error("a list was expected, and a text stands there");
  for (const auto& item : from.items) { T made{}; take(item, made); to.push_back(std::move(made)); }
}
template <class A, class B> void take(const Value& from, std::pair<A, B>& to) {
  take(from.items.at(0), to.first);
  take(from.items.at(1), to.second);
}
inline void give(std::ostream& out, std::nullptr_t) { out << "null"; }
inline void give(std::ostream& out, bool value) { out << (value ? "true" : "false"); }
inline void give(std::ostream& out, const std::string& value) {
  out << '"';
  for (unsigned char sign : value) {
    if (sign == '"' || sign == '\\') out << '\\' << (char)sign;
    else if (sign < 0x20) { char code[8]; snprintf(code, sizeof code, "\\u%04x", sign); out << code; }
    else out << (char)sign;
  }
  out << '"';
}
inline void give(std::ostream& out, const char* value) { give(out, std::string(value)); }
inline void give(std::ostream& out, char value) { give(out, std::string(1, value)); }
template <class T> std::enable_if_t<std::is_floating_point_v<T>> give(std::ostream& out, T value) {
  if (std::isnan(value)) out << "NaN";
  else if (std::isinf(value)) out << (value < 0 ? "-Infinity" : "Infinity");
  else { std::ostringstream told; told << std::setprecision(17) << value; out << told.str(); }
}
template <class T> std::enable_if_t<std::is_integral_v<T>> give(std::ostream& out, T value) { out << +value; }
template <class A, class B> void give(std::ostream& out, const std::pair<A, B>& value);
template <class K, class V> void give(std::ostream& out, const std::map<K, V>& value);
template <class K, class V> void give(std::ostream& out, const std::unordered_map<K, V>& value);
template <class C, class = typename C::const_iterator> void give(std::ostream& out, const C& all) {
  out << "[";
  bool isFirst = true;
  for (const auto& item : all) {
    if (!isFirst) out << ",";
    isFirst = false;
    if constexpr (std::is_same_v<typename C::value_type, bool>) give(out, (bool)item);
    else give(out, item);
  }
  out << "]";
}
template <class A, class B> void give(std::ostream& out, const std::pair<A, B>& value) {
  out << "[";
  give(out, value.first);
  out << ",";
  give(out, value.second);
  out << "]";
}
template <class M> void giveMap(std::ostream& out, const M& all) {
  out << "{";
  bool isFirst = true;
  for (const auto& [key, item] : all) {
    if (!isFirst) out << ",";
    isFirst = false;
    std::ostringstream told;
    give(told, key);
    std::string text = told.str();
    if (text.empty() || text[0] != '"') text = "\"" + text + "\"";
    out << text << ":";
    give(out, item);
  }
  out << "}";
}
template <class K, class V> void give(std::ostream& out, const std::map<K, V>& value) { giveMap(out, value); }
template <class K, class V> void give(std::ostream& out, const std::unordered_map<K, V>& value) { giveMap(out, value); }
`;

const nodeHarness = String.raw`
template <class N> N* node(const Value& item) {
  std::decay_t<decltype(Links<N>::value(nullptr))> value{};
  take(item, value);
  N* made = nullptr;
  if constexpr (std::is_default_constructible_v<N>) made = new N();
  else if constexpr (std::is_constructible_v<N, decltype(value)>) made = new N(value);
  else if constexpr (std::is_constructible_v<N, decltype(value), N*>) made = new N(value, nullptr);
  else made = new N(value, nullptr, nullptr);
  Links<N>::value(made) = value;
  return made;
}
template <class N> std::enable_if_t<(Links<N>::count > 0)> take(const Value& from, N*& to) {
  to = nullptr;
  if (from.kind != 'l' && from.kind != 'n') throw std::runtime_error("a list was expected for the nodes");
  const auto& items = from.items;
  if constexpr (Links<N>::count == 1) {
    for (size_t at = items.size(); at-- > 0;) {
      N* made = node<N>(items[at]);
      Links<N>::link(made, 0) = to;
      to = made;
    }
  } else {
    if (items.empty() || items[0].kind == 'n') return;
    std::deque<N*> open{to = node<N>(items[0])};
    for (size_t at = 1; at < items.size() && !open.empty(); at += 2) {
      N* parent = open.front();
      open.pop_front();
      for (size_t side = 0; side < 2 && at + side < items.size(); side++)
        if (items[at + side].kind != 'n') open.push_back(Links<N>::link(parent, side) = node<N>(items[at + side]));
    }
  }
}
template <class N> std::enable_if_t<(Links<N>::count > 0)> give(std::ostream& out, N* first) {
  std::vector<N*> open{first};
  std::string pending;
  bool isFirst = true;
  out << "[";
  for (size_t at = 0; at < open.size(); at++) {
    if (at > 400000) throw std::runtime_error("The nodes never end.");
    if (open[at] == nullptr) {
      // Where none is counts only if one comes behind it.
      if (Links<N>::count == 2) pending += isFirst ? "null" : ",null";
      isFirst = isFirst && Links<N>::count != 2;
      continue;
    }
    out << pending << (isFirst ? "" : ",");
    pending.clear();
    isFirst = false;
    give(out, Links<N>::value(open[at]));
    for (size_t side = 0; side < Links<N>::count; side++) open.push_back(Links<N>::link(open[at], side));
  }
  out << "]";
}
`;
