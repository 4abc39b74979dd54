import { closingAt } from '../../brackets';
import type { Declared, Parameter, Signature } from '../signature';
import { outerText, splitTypes, withoutComments } from './code-text';

/** Classes of Java or C#, and the methods of them that could be asked. */
export function declaredInClasses(code: string): Declared[] {
  const plain = withoutComments(wrapped(code));
  const found: Declared[] = [];
  for (const { name, body } of outerClasses(plain)) {
    for (const [, modifiers = '', , method = '', given = ''] of outerText(body).matchAll(methodPattern)) {
      if (/\bprivate\b/.test(modifiers) || method === name) continue;
      found.push({ name: method, parameters: parametersOf(given), kind: 'function', isOuter: true });
    }
    found.push({ name, parameters: [], kind: 'class', isOuter: true });
  }
  return found;
}

const methodPattern =
  /((?:\b(?:public|private|protected|internal|static|final|sealed|override|virtual|synchronized)\s+)*)(?:<[^<>()]*>\s*)?([A-Za-z_][\w.]*(?:<[^()]*>)?(?:\s*\[[\s,]*\])*\??)\s+([A-Za-z_]\w*)\s*\(([^()]*)\)\s*(?:throws\s[\w\s,.]*)?(?:\{|=>)/g;

function outerClasses(plain: string): { readonly name: string; readonly body: string }[] {
  const classes: { readonly name: string; readonly body: string }[] = [];
  const pattern = /\b(?:class|record|struct|interface|enum)\s+([A-Za-z_]\w*)[^;{]*\{/g;
  for (let found = pattern.exec(plain); found; found = pattern.exec(plain)) {
    const start = found.index + found[0].length;
    const end = closingAt(plain, start);
    classes.push({ name: found[1] ?? '', body: plain.slice(start, end) });
    pattern.lastIndex = end;
  }
  return classes;
}

function parametersOf(given: string): Parameter[] {
  return splitTypes(given)
    .map((part) => part.trim().replace(/^(?:(?:final|ref|out|in|this)\s+)*/, ''))
    .filter((part) => part !== '')
    .map((part) => {
      const [, type = part, name = ''] = /^(.*?)\s+([A-Za-z_]\w*)(?:\s*=.*)?$/s.exec(part) ?? [];
      return { name, type };
    });
}

/** Methods that stand in no class are put into one; lines stay where they are. */
export function wrapped(code: string): string {
  if (/\b(?:class|record|struct|interface|enum)\s+[A-Za-z_]\w*[^;{]*\{/.test(withoutComments(code))) return code;
  const head = /^(?:\s*(?:import|using)\s[^;\n]*;[ \t]*\n?)*/.exec(code)?.[0] ?? '';
  return `${head}class Solution { ${code.slice(head.length)}\n}`;
}

/** What asks it, told what is asked and in which classes it may stand. */
export function filledHarness(
  harness: string,
  code: string,
  signature: Exclude<Signature, { shape: 'stdio' }>,
): string {
  const classes = outerClasses(withoutComments(wrapped(code))).map(({ name }) => JSON.stringify(name));
  return harness
    .replace('"CLASSES"', classes.join(', '))
    .replaceAll('NAME', () => signature.name)
    .replace('"IS_CALL"', String(signature.shape === 'call'));
}
