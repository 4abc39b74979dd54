import { readFile, writeFile } from 'node:fs/promises';
import { type SheetFile, readSheetMarkdown } from '@lernen/core/archive';
import { LernenError } from '@lernen/core/errors';
import {
  type EntryOf,
  type SittingKind,
  emptyEntry,
  isFilled,
  ofKind,
  sittingTarget,
  defaultSettings,
} from '@lernen/core/model';
import { type CheckResult, usualCheckRules } from '@lernen/core/run';
import { usualLimit } from '@lernen/native';
import type { Io } from '../io';
import { type CheckedVersion, checkedVersion, resultLine } from '../run/run-sheet';
import { TerminalSitting, commands, phaseOf } from './terminal-sitting';

export interface SitOptions {
  /** The file in which the code is written; every save is run. */
  readonly code: string;
  readonly language: string;
  readonly kind: SittingKind;
  /** Where the sitting is kept for the application. */
  readonly out: string;
  readonly limit?: number;
}

/**
 * Keeps the clock of a sitting while one writes in an editor of one's own: every save is run over the checks of the sheet and
 * is an attempt. After each the sitting is written to a file, so that nothing of it is lost. @returns 0 when it was solved
 */
export async function sit(
  text: string,
  options: SitOptions,
  io: Io,
  newId: () => string,
  saved: AsyncIterable<unknown>,
): Promise<number> {
  const { problem, entries }: SheetFile = readSheetMarkdown(text, newId);
  const examples = ofKind(entries, 'example').filter(isFilled);
  if (examples.length === 0)
    throw new LernenError('sit', 'The sheet has no examples, so that nothing could be checked.');
  const { kind, language } = options;
  const sitting = new TerminalSitting({ problem, entries, kind, language, newId, now: io.now });
  const say = (line: string): void => io.out(`${line}\n`);
  const keep = async (hasGivenUp = false): Promise<void> =>
    writeFile(options.out, sitting.archive(sitting.result(hasGivenUp)));
  const target = sittingTarget(kind, problem.difficulty, defaultSettings);
  say(`${problem.title}: ${kind}, ${target} min. ${examples.length} checks run whenever ${options.code} is saved.`);
  for (const [word, what] of commands) say(`  ${word.padEnd(14)} ${what}`);

  const run = async (): Promise<void> => {
    const code = await readFile(options.code, 'utf8').catch(() => '');
    if (code.trim() === '') return;
    sitting.turnTo('check');
    const version = emptyEntry('version', problem.id, problem.id, { language, code });
    const [rules = usualCheckRules] = ofKind(entries, 'check-rules');
    const checked = await checkedVersion(version, examples, rules, options.limit ?? usualLimit);
    const attempt = sitting.take(code, checked.fault === null ? checked.results : faulty(checked, examples));
    for (const line of checked.fault === null ? checked.results.map(resultLine) : [`  ${checked.fault}`]) say(line);
    if (attempt?.checks) say(`${sitting.clock}  ${attempt.checks.right} of ${attempt.checks.of} right`);
    sitting.turnTo('code');
    await keep();
  };

  let lastRun = Promise.resolve();
  const runSoon = (): Promise<void> => {
    const mine = lastRun.then(run);
    lastRun = mine.catch(() => undefined);
    return mine;
  };
  const fail = (error: unknown): void => io.error(`${error instanceof Error ? error.message : String(error)}\n`);
  void (async () => {
    for await (const _ of saved) await runSoon().catch(fail);
  })().catch(fail);

  let hasGivenUp = false;
  for await (const line of io.lines()) {
    const [, word = '', rest = ''] = /^(give up|go on|\S+)\s*(.*)$/.exec(line.trim()) ?? [];
    if (word === 'done' || word === 'give up') {
      hasGivenUp = word === 'give up';
      break;
    }
    try {
      if (word === 'run') await runSoon();
      else if (word === 'hint') say(sitting.nextHelp() ?? 'The sheet holds no further help but the answer.');
      else if (word === 'plain') sitting.notePlain(rest);
      else if (word === 'phase') sitting.turnTo(phaseOf(rest));
      else if (word === 'pause') sitting.pause();
      else if (word === 'go on') sitting.goOn();
      else if (word !== '')
        throw new LernenError('sit', `“${word}” is not known; ${commands.map(([it]) => it).join(', ')} are.`);
      say(sitting.clock);
    } catch (error) {
      if (!(error instanceof LernenError)) throw error;
      io.error(`${error.message}\n`);
    }
  }
  await lastRun;
  await keep(hasGivenUp);
  const result = sitting.result(hasGivenUp);
  say(`${sitting.clock}  ${result}. ${options.out} holds the sitting: bring it in under Setup, Records.`);
  return result === 'solved' ? 0 : 1;
}

/** Code that does not compile is wrong for every check. */
function faulty({ isCompileFault, fault }: CheckedVersion, examples: readonly EntryOf<'example'>[]): CheckResult[] {
  if (!isCompileFault) throw new LernenError('sit', fault ?? 'It cannot be run.');
  const rest = { actual: '', difference: null, line: null, printed: '', ms: 0, bytes: null, message: fault ?? '' };
  return examples.map(({ id }) => ({ ...rest, id, verdict: 'did-not-compile' }));
}
