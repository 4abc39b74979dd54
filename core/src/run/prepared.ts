import type { EntryOf } from '../model/entry';
import type { Comparison } from '../model/entry';
import { type Check, type CheckResult, checksOf, resultOf } from './checks';
import type { CompareRules } from './compare';
import { CompileFault } from './compile-fault';
import { scriptProgram } from './javascript';
import type { CaseInput, Program, Ran } from './job';
import { nativeLanguages } from './native/languages';
import { pythonProgram } from './python';
import { isMade } from './rule-text';
import { type CodeFamily, type Signature, familyOf, isNative, signatureFrom, signatureOf } from './signature';
import type { Value } from './value';
import { formatValue } from './write-value';

type Example = Pick<EntryOf<'example'>, 'id' | 'input' | 'expected'>;
/** How a sheet is checked. */
export type CheckRules = Pick<
  EntryOf<'check-rules'>,
  'comparison' | 'tolerance' | 'asked' | 'checker' | 'checkerLanguage'
>;
export const usualCheckRules: CheckRules = {
  comparison: 'exact',
  tolerance: 1e-6,
  asked: '',
  checker: '',
  checkerLanguage: '',
};

/** A program in the language that runs it. */
export interface Runnable {
  readonly family: CodeFamily;
  readonly program: Program;
}

/** A version, ready to be run over its checks. */
export interface PreparedRun extends Runnable {
  readonly checks: readonly Check[];
  /** A function of one's own that says whether an answer is right; null where answers are compared. */
  readonly checker: Runnable | null;
  /** What the run of a check came to; with a checking function, as far as it can be said before that has run. */
  readonly resultOf: (check: Check, ran: Ran | null) => CheckResult;
}

/** Why a version cannot be run, in words. */
export interface RunFault {
  readonly fault: string;
  readonly isCompileFault: boolean;
  /** Where the code is wrong, from 1; null where that is not known. */
  readonly line: number | null;
}

/** Makes a version ready to be run over the examples of its sheet; or says why it cannot be. */
export function preparedRun(
  { code, language }: Pick<EntryOf<'version'>, 'code' | 'language'>,
  examples: readonly Example[],
  rules: CheckRules,
): PreparedRun | RunFault {
  if (code.trim() === '') return refused('There is no code yet.');
  const first = (examples.find(({ input }) => !isMade(input)) ?? examples[0])?.input ?? '';
  const told = rules.asked.trim() === '' ? null : signatureFrom(rules.asked);
  if (rules.asked.trim() !== '' && told === null)
    return refused(
      `“${rules.asked}” does not say how the code is asked, such as pairs(ropes, k), class Shelf or standard input.`,
    );
  const made = runnable(code, language, first, told);
  if ('fault' in made) return made;
  const checker = rules.comparison === 'own' ? checkerOf(rules) : null;
  if (checker && 'fault' in checker) return checker;
  return {
    ...made,
    checks: checksOf(examples, made.program.signature),
    checker,
    resultOf: (check, ran) => resultOf(check, ran, compareRules(rules)),
  };
}

function compareRules({ comparison, tolerance }: { comparison: Comparison; tolerance: number }): CompareRules {
  return { comparison, tolerance };
}

function runnable(code: string, language: string, example: string, told: Signature | null): Runnable | RunFault {
  const family = familyOf(language);
  if (!family)
    return refused(
      `${language === '' ? 'Say the language first' : `${language} does not run here yet`}: Python, JavaScript and TypeScript do, and C++, Java, Go, Rust, C#, Kotlin, Ruby and C where the machine has them.`,
    );
  const signature = told ?? signatureOf(code, family, example);
  if (!signature) return refused('The code has no function and no class that could be called, and reads no input.');
  const program = programOf(code, family, signature);
  if (program instanceof CompileFault)
    return refused(
      `It does not compile${program.line === null ? '' : `, line ${program.line}`}: ${program.message}`,
      true,
      program.line,
    );
  return { family, program };
}

function programOf(code: string, family: CodeFamily, signature: Signature): Program | CompileFault {
  if (family === 'python') return pythonProgram(code, signature);
  if (!isNative(family)) return scriptProgram(code, family, signature);
  return nativeLanguages[family].program(code, signature);
}

function checkerOf({ checker, checkerLanguage }: CheckRules): Runnable | RunFault {
  if (checker.trim() === '') return refused('There is no checking function yet.');
  const made = runnable(checker, checkerLanguage, '', null);
  return 'fault' in made ? refused(`The checking function cannot be run. ${made.fault}`) : made;
}

/**
 * What a checking function is asked about an answer: what went in (the list of arguments, the list of calls with theirs, or
 * the text), the answer or what was printed, and the expected one or null. Null where there is no answer to check.
 */
export function checkerInput(check: Check, ran: Ran): CaseInput | null {
  if (check.fault !== null || ran.outcome !== 'answered') return null;
  const { input, expected } = check;
  const went: Value =
    input.shape === 'call'
      ? input.given
      : input.shape === 'stdio'
        ? input.text
        : input.calls.map(([name, given]): Value => [name, given]);
  const wanted = expected?.kind === 'printed' ? expected.text : (expected?.anyOf[0] ?? null);
  return { shape: 'call', given: [went, input.shape === 'stdio' ? ran.printed : ran.value, wanted] };
}

/** What the checking function made of an answer: true is right; false is wrong, as are words, which say why. */
export function checkedResult(result: CheckResult, ran: Ran): CheckResult {
  if (ran.outcome !== 'answered') {
    const why = 'message' in ran ? ran.message : ran.outcome.replaceAll('-', ' ');
    return {
      ...result,
      verdict: 'unreadable',
      difference: null,
      message: `The checking function did not answer: ${why}`,
    };
  }
  if (ran.value === true) return { ...result, verdict: 'right', difference: null };
  const message = typeof ran.value === 'string' && ran.value !== '' ? ran.value : 'The checking function says no.';
  if (ran.value === false || typeof ran.value === 'string')
    return { ...result, verdict: 'wrong', difference: null, message };
  return {
    ...result,
    verdict: 'unreadable',
    difference: null,
    message: `The checking function gave ${formatValue(ran.value)} instead of true, false or why it is wrong.`,
  };
}

function refused(fault: string, isCompileFault = false, line: number | null = null): RunFault {
  return { fault, isCompileFault, line };
}
