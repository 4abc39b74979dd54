import { type SheetFile, readSheetMarkdown } from '@lernen/core/archive';
import { LernenError } from '@lernen/core/errors';
import { type EntryOf, isFilled, ofKind } from '@lernen/core/model';
import {
  type CheckResult,
  type CheckRules,
  byGroup,
  checkedResult,
  checkerInput,
  measuredText,
  oneLine,
  preparedRun,
  usualCheckRules,
} from '@lernen/core/run';
import { runOnMachine, usualLimit } from '@lernen/native';

export interface RunOptions {
  /** Only the version of this title. */
  readonly version?: string;
  /** Only versions in this language. */
  readonly language?: string;
  /** Run on this instead of the examples; what comes out is shown. */
  readonly input?: string;
  /** Seconds for each. */
  readonly limit?: number;
}

/** What a version came to over the examples. */
export interface CheckedVersion {
  readonly title: string;
  readonly language: string;
  /** Why it was not run; null where it was. */
  readonly fault: string | null;
  readonly isCompileFault: boolean;
  readonly results: readonly CheckedExample[];
}
export type CheckedExample = CheckResult & { readonly input: string; readonly expected: string };

/** What the versions of a sheet come to over its examples. */
export interface RunReport {
  readonly title: string;
  readonly versions: readonly CheckedVersion[];
  /** Whether everything that was run came out as expected, and something was run. */
  readonly isRight: boolean;
}

type Example = Pick<EntryOf<'example'>, 'id' | 'input' | 'expected'>;

/** Runs an exported sheet with the machine's own tools. @throws LernenError, MarkdownError */
export async function runSheet(text: string, options: RunOptions, newId: () => string): Promise<RunReport> {
  const { problem, entries }: SheetFile = readSheetMarkdown(text, newId);
  const isWanted = ({ title, language }: EntryOf<'version'>): boolean =>
    (options.version === undefined || title.toLowerCase() === options.version.trim().toLowerCase()) &&
    (options.language === undefined || language.toLowerCase() === options.language.trim().toLowerCase());
  const versions = ofKind(entries, 'version').filter(isWanted);
  if (versions.length === 0) throw new LernenError('run', 'The sheet has no such version.');
  const own = options.input;
  const examples: readonly Example[] =
    own === undefined
      ? byGroup(ofKind(entries, 'example').filter(isFilled))
      : [{ id: 'input', input: own, expected: '' }];
  if (examples.length === 0)
    throw new LernenError('run', 'The sheet has no examples to run on; give one with --input.');
  const reports: CheckedVersion[] = [];
  const [rules = usualCheckRules] = ofKind(entries, 'check-rules');
  for (const version of versions)
    reports.push(await checkedVersion(version, examples, rules, options.limit ?? usualLimit));
  const all = reports.flatMap(({ results }) => results);
  return {
    title: problem.title,
    versions: reports,
    isRight:
      reports.every(({ fault }) => fault === null) &&
      all.every(({ verdict }) => verdict === 'right' || verdict === 'ran'),
  };
}

/** Runs a version over the examples. */
export async function checkedVersion(
  version: EntryOf<'version'>,
  examples: readonly Example[],
  rules: CheckRules,
  limit: number,
): Promise<CheckedVersion> {
  const { title, language } = version;
  const prepared = preparedRun(version, examples, rules);
  if ('fault' in prepared) return { title, language, ...prepared, results: [] };
  const { checker } = prepared;
  const results: CheckedExample[] = [];
  for (const [index, check] of prepared.checks.entries()) {
    const { input = '', expected = '' } = examples[index] ?? {};
    const ran = check.fault === null ? await runOnMachine(prepared, check.input, limit) : null;
    let result = prepared.resultOf(check, ran);
    const asked = checker && ran && checkerInput(check, ran);
    if (checker && asked) result = checkedResult(result, await runOnMachine(checker, asked, limit));
    results.push({ ...result, input, expected });
  }
  return { title, language, fault: null, isCompileFault: false, results };
}

/** One example with what came of it, in a line. */
export function resultLine(result: CheckedExample): string {
  const { verdict, input, expected, actual, difference, message, line: at } = result;
  const where = difference && difference.place !== '' ? `, first at ${difference.place}` : '';
  const told =
    verdict === 'right' || verdict === 'ran'
      ? actual
      : difference
        ? `expected ${oneLine(expected)}, got ${oneLine(actual)}${where}`
        : `${message}${at === null ? '' : ` (line ${at})`}`;
  const took = measuredText(result);
  return `  ${verdict.padEnd(12)} ${oneLine(input)}  ${clipped(told)}${took === '' ? '' : `  (${took})`}`;
}

/** Of what is longer than a few lines the beginning. */
function clipped(text: string): string {
  return text.length <= 500 ? text : `${text.slice(0, 500)}… (${text.length} characters)`;
}

export function runText({ title, versions }: RunReport): string {
  return [
    title,
    ...versions.flatMap((version, index) => [
      `${index + 1} ${version.title || 'untitled'} (${version.language || 'no language'})`,
      ...(version.fault === null ? version.results.map(resultLine) : [`  not run: ${version.fault}`]),
    ]),
  ].join('\n');
}
