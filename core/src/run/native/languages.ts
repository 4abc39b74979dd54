import type { CompileFault } from '../compile-fault';
import type { Program } from '../job';
import type { Declared, NativeFamily, Signature } from '../signature';
import { cProgram, declaredInC } from './c';
import { declaredInClasses } from './classes';
import { cppProgram, declaredInCpp } from './cpp';
import { csharpProgram } from './csharp';
import { declaredInGo, goProgram } from './go';
import { javaProgram } from './java';
import { declaredInKotlin, kotlinProgram } from './kotlin';
import { declaredInRuby, rubyProgram } from './ruby';
import { declaredInRust, rustProgram } from './rust';

/** What is known of a language whose programs the machine's own tools run. */
interface NativeLanguage {
  /** What begins a program that reads standard input by itself. */
  readonly main: RegExp;
  readonly declared: (code: string) => readonly Declared[];
  readonly program: (code: string, signature: Signature) => Program | CompileFault;
}

export const nativeLanguages: Readonly<Record<NativeFamily, NativeLanguage>> = {
  cpp: { main: /\bint\s+main\s*\(/, declared: declaredInCpp, program: cppProgram },
  c: { main: /\bint\s+main\s*\(/, declared: declaredInC, program: cProgram },
  java: { main: /\bstatic\s+(?:final\s+)?void\s+main\s*\(/, declared: declaredInClasses, program: javaProgram },
  csharp: { main: /\bstatic\s+(?:void|int)\s+Main\s*\(/, declared: declaredInClasses, program: csharpProgram },
  kotlin: { main: /\bfun\s+main\s*\(/, declared: declaredInKotlin, program: kotlinProgram },
  go: { main: /^func\s+main\s*\(\s*\)/m, declared: declaredInGo, program: goProgram },
  rust: { main: /\bfn\s+main\s*\(\s*\)/, declared: declaredInRust, program: rustProgram },
  // A script reads where it stands; what it declares is called where nothing is read.
  ruby: { main: /\b(?:gets|readlines)\b|\bSTDIN\b|\$stdin\b|\bARGF\b/, declared: declaredInRuby, program: rubyProgram },
};
