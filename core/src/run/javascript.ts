import { transform } from 'sucrase';
import { CompileFault } from './compile-fault';
import { type Program, mostOutput, scriptLinesBefore, shownOutput } from './job';
import type { BrowserFamily, Signature } from './signature';

/**
 * JavaScript or TypeScript as a program that defines `lernenRun(input)`, which runs the code from its start and reports what it did.
 * Types are removed, imports become calls of a `require` that knows the input only.
 */
export function scriptProgram(code: string, family: BrowserFamily, signature: Signature): Program | CompileFault {
  try {
    const { code: plain } = transform(code, {
      transforms: family === 'typescript' ? ['typescript', 'imports'] : ['imports'],
      disableESTransforms: true,
      production: true,
    });
    const names = signature.shape === 'stdio' ? [] : [signature.name];
    const taken = names.map((name) => `${JSON.stringify(name)}: typeof ${name} === 'undefined' ? undefined : ${name}`);
    return {
      signature,
      text: `const lernenCode = (console, require, process, exports, module) => {
${plain.replace(/^"use strict";\s?/, '')}
return { ${taken.join(', ')} };
};
${harness}
const lernenRun = lernenHarness(lernenCode, ${JSON.stringify(signature)}, ${shownOutput}, ${mostOutput}, ${scriptLinesBefore});
`,
    };
  } catch (error) {
    const message = error instanceof Error ? error.message : String(error);
    const [, line] = /\((\d+):\d+\)/.exec(message) ?? [];
    return new CompileFault(
      message.replace(/^Error transforming [^:]*: /, '').replace(/\s*\(\d+:\d+\)$/, ''),
      line === undefined ? null : Number(line),
    );
  }
}

/** Plain JavaScript, as it goes into the program beside the person's code. */
const harness = String.raw`
function lernenHarness(code, signature, shown, most, linesBefore) {
  const tooMuch = {};
  const types = (signature.parameters || []).map((it) => it.type);
  const hasNodes = [...types, signature.returns].some((type) => type === 'nodes' || type === 'tree');
  const madeOf = (value, type) => {
    if (value === null || !Array.isArray(value)) return value;
    if (type === 'nodes') return value.reduceRight((next, item) => ({ value: item, next }), null);
    if (type !== 'tree' || value.length === 0 || value[0] === null) return type === 'tree' ? null : value;
    const root = { value: value[0], left: null, right: null };
    const open = [root];
    for (let at = 1; at < value.length; at += 2) {
      const parent = open.shift();
      if (!parent) break;
      for (const [index, side] of [[at, 'left'], [at + 1, 'right']]) {
        const item = value[index];
        if (item === null || item === undefined) continue;
        parent[side] = { value: item, left: null, right: null };
        open.push(parent[side]);
      }
    }
    return root;
  };
  const mostNodes = 200000;
  const listed = (node) => {
    const items = [];
    for (let at = node; at; at = at.next) {
      if (items.push(at.value) > mostNodes) throw new Error('The linked nodes never end.');
    }
    return items;
  };
  const levels = (node) => {
    const items = [];
    const open = [node];
    for (let at = 0; at < open.length; at++) {
      if (at > mostNodes) throw new Error('The tree never ends.');
      items.push(open[at] ? open[at].value : null);
      if (open[at]) open.push(open[at].left ?? null, open[at].right ?? null);
    }
    while (items.length > 0 && items[items.length - 1] === null) items.pop();
    return items;
  };
  const plainOf = (value, depth) => {
    if (value === undefined || value === null) return null;
    if (typeof value === 'function' || typeof value === 'symbol') return String(value);
    if (typeof value !== 'object') return value;
    if (depth > 90) return '…';
    if (hasNodes && 'value' in value && 'next' in value) return listed(value).map((item) => plainOf(item, depth + 1));
    if (hasNodes && 'value' in value && 'left' in value) return levels(value).map((item) => plainOf(item, depth + 1));
    if (value instanceof Map) return Object.fromEntries([...value].map(([key, item]) => [String(key), plainOf(item, depth + 1)]));
    if (ArrayBuffer.isView(value)) return Array.from(value);
    if (value[Symbol.iterator]) return Array.from(value, (item) => plainOf(item, depth + 1));
    return Object.fromEntries(Object.entries(value).map(([key, item]) => [key, plainOf(item, depth + 1)]));
  };
  const lineOf = (error) => {
    const frames = String((error && error.stack) || '').split('\n');
    for (const frame of frames) {
      const found = /:(\d+):\d+\)?$/.exec(frame.trim());
      if (found && !/lernenHarness/.test(frame)) return Math.max(1, Number(found[1]) - linesBefore);
    }
    return null;
  };
  return (input) => {
    let printed = '';
    let count = 0;
    const print = (text) => {
      count += text.length;
      if (count > most) throw tooMuch;
      if (printed.length < shown) printed += text.slice(0, shown - printed.length);
    };
    const words = (items) => items.map((item) => (typeof item === 'string' ? item : lernenText(item))).join(' ') + '\n';
    const log = (...items) => print(words(items));
    const console = { log, info: log, debug: log, warn: log, error: log, table: log, dir: log, assert() {}, time() {}, timeEnd() {} };
    const text = input.shape === 'stdio' ? input.text : '';
    const lines = text.split('\n');
    const stdin = { fd: 0, on(event, then) { if (event === 'data') then(text); if (event === 'end') then(); return stdin; }, setEncoding() {}, resume() {} };
    const process = { stdin, stdout: { write: (part) => print(String(part)) }, stderr: { write() {} }, argv: ['', ''], env: {}, exit() {} };
    const require = (name) => {
      if (/^(?:node:)?fs$/.test(name)) return { readFileSync: () => text };
      if (/^(?:node:)?readline$/.test(name)) return { createInterface: () => ({ on(event, then) { if (event === 'line') lines.forEach((line) => then(line)); if (event === 'close') then(); return this; }, close() {} }) };
      throw new Error('There is no module ' + name + ' here.');
    };
    const started = performance.now();
    const done = (part) => ({ printed, ms: performance.now() - started, ...part });
    try {
      const exports = {};
      const module = { exports };
      const found = code(console, require, process, exports, module);
      let value = null;
      if (signature.shape === 'call') value = found[signature.name](...input.given.map((item, index) => madeOf(item, types[index])));
      if (signature.shape === 'object') {
        const [first] = input.calls;
        const isMade = first && first[0] === signature.name;
        const object = new found[signature.name](...(isMade ? first[1] : []));
        value = input.calls.map(([name, given], index) => {
          if (isMade && index === 0) return null;
          if (typeof object[name] !== 'function') throw new Error(signature.name + ' has no ' + name + '.');
          return plainOf(object[name](...given), 0);
        });
      }
      const isNothing = value === null && (signature.returns === 'nodes' || signature.returns === 'tree');
      return done({ outcome: 'answered', value: isNothing ? [] : plainOf(value, 0) });
    } catch (error) {
      if (error === tooMuch) return done({ outcome: 'too-much-output', message: 'It printed too much.', line: null });
      const message = error instanceof Error ? error.name + ': ' + error.message : 'It threw ' + lernenText(error) + '.';
      return done({ outcome: 'crashed', message, line: lineOf(error) });
    }
  };
}
function lernenText(value) {
  try {
    return JSON.stringify(value, (_, item) => (typeof item === 'bigint' ? String(item) : item)) ?? String(value);
  } catch {
    return String(value);
  }
}
`;
