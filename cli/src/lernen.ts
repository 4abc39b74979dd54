import { mkdir, readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { type Archive, csvTableNames, csvTables, formatArchive, readArchive } from '@lernen/core/archive';
import { ArchiveError, LernenError } from '@lernen/core/errors';
import { estimateLog } from '@lernen/core/estimate';
import {
  type Instant,
  InstantSchema,
  type Log,
  type SittingKind,
  counted,
  dayOf,
  endOfDay,
  isOnSheet,
  logFrom,
  noRecords,
  sittingKinds,
} from '@lernen/core/model';
import { planDays, reasonSentence, twistsFrom } from '@lernen/core/plan';
import { type QuickReading, readQuickLine } from '@lernen/core/quick-line';
import { demoArchive } from '@lernen/demo';
import { Command, CommanderError, InvalidArgumentError } from 'commander';
import { v7 as newId } from 'uuid';
import { adviceReport, adviceText } from './advise';
import { boundsReport, boundsText } from './bounds';
import { type CostOptions, type CostReport, costReport, costText } from './cost';
import type { Io } from './io';
import { jsonOf } from './json';
import { answerLines, argumentsIn } from './lines';
import { listsReport, listsText } from './lists';
import { archiveFromMarkdown, writeMarkdown } from './markdown';
import { type RunOptions, runSheet, runText } from './run/run-sheet';
import { saved } from './saved';
import { type SitOptions, sit } from './sit/sit';
import { planText, quickText, techniquesText } from './text';

interface AsOf {
  readonly asOf?: Instant;
}
interface AsOfJson extends AsOf {
  readonly json?: boolean;
}
interface Lines {
  readonly lines?: boolean;
}

/** Runs one command line. @returns the exit code. */
export async function runLernen(args: readonly string[], io: Io): Promise<number> {
  const commands = new Commands(io);
  try {
    await commands.program.parseAsync([...args], { from: 'user' });
    return commands.exitCode;
  } catch (error) {
    // Commander has said what is wrong with the arguments itself; help is no fault.
    if (error instanceof CommanderError) return error.exitCode;
    if (error instanceof ArchiveError)
      for (const { path, reason } of error.faults) io.error(`${path || '(file)'}: ${reason}\n`);
    io.error(`lernen: ${error instanceof Error ? error.message : String(error)}\n`);
    return 1;
  }
}

class Commands {
  readonly program = new Command('lernen');
  exitCode = 0;

  constructor(private readonly io: Io) {
    this.program
      .description('Lernen on the command line. FILE is a Lernen archive; - reads standard input.')
      .configureOutput({ writeOut: io.out, writeErr: io.error })
      .exitOverride();
    this.addArchiveCommands();
    this.addLogCommands();
    this.addQuick();
    this.addCost();
    this.addBounds();
    this.addRun();
    this.addSit();
    this.addAdvise();
  }

  private addArchiveCommands(): void {
    this.program
      .command('demo')
      .description('print the demo archive')
      .option('--as-of <instant>', 'the moment it is relative to', readInstant)
      .action(({ asOf }: AsOf) => this.print(formatArchive(demoArchive(asOf ?? this.now(), this.io.zone)).trimEnd()));
    this.program
      .command('check')
      .description('say whether an archive is sound; exits with 1 and a list of faults when not')
      .argument('<file>')
      .action(async (file: string) => {
        const { problems, sittings, interviews } = await this.open(file);
        this.print(
          `sound: ${counted(problems.length, 'problem')}, ${counted(sittings.length, 'sitting')}, ${counted(interviews.length, 'interview')}`,
        );
      });
    this.program
      .command('convert')
      .description('write an archive in another open format, or sheets in Markdown as an archive')
      .argument('<file>', 'an archive; or a Markdown file, or a folder of them, to make an archive of')
      .requiredOption('--to <format>', 'csv, markdown or archive')
      .option('--out <folder>', 'the folder to write to; CSV and an archive without it go to standard output')
      .option('--as-of <instant>', 'the moment an archive made of Markdown is exported at', readInstant)
      .action(async (file: string, { to, out, asOf }: { to: string; out?: string } & AsOf) => {
        if (to === 'csv') await this.writeCsv(await this.open(file), out);
        else if (to === 'markdown') await writeMarkdown(await this.open(file), out);
        else if (to === 'archive') await this.writeArchive(await archiveFromMarkdown(file, asOf ?? this.now()), out);
        else throw new LernenError('format', `Cannot convert to “${to}”; csv, markdown and archive are known.`);
      });
  }

  private addLogCommands(): void {
    this.program
      .command('techniques')
      .description('strength of every technique')
      .argument('<file>')
      .option('--as-of <instant>', 'the moment to estimate at', readInstant)
      .option('--json', 'as JSON')
      .action(async (file: string, { asOf, json }: AsOfJson) => {
        const log = logFrom(await this.open(file));
        const estimates = estimateLog(log, asOf ?? this.now());
        const rows = [...estimates.techniques.values()]
          .filter((it) => it.sittings > 0)
          .sort((a, b) => a.strength.point - b.strength.point);
        const report = { asOf: estimates.asOf, techniques: rows, mixUps: estimates.mixUps };
        this.print(json ? JSON.stringify(report, null, 2) : techniquesText(rows, log));
      });
    this.program
      .command('plan')
      .description('the plan to the last interview')
      .argument('<file>')
      .option('--as-of <instant>', 'the moment to plan from', readInstant)
      .option('--json', 'as JSON')
      .action(async (file: string, { asOf = this.now(), json }: AsOfJson) => {
        const { zone } = this.io;
        const archive = await this.open(file);
        const log = logFrom(archive);
        const twists = twistsFrom(archive.entries.filter(isOnSheet));
        const plan = planDays({ log, estimates: estimateLog(log, endOfDay(asOf, zone)), twists, asOf, zone });
        const names = namesOf(log, zone);
        this.print(json ? JSON.stringify(plan, null, 2) : planText(plan, log, (item) => reasonSentence(item, names)));
      });
    this.program
      .command('lists')
      .description('problems kept for later: the lists with what is done, then what is on none')
      .argument('<file>')
      .option('--json', 'as JSON')
      .action(async (file: string, { json }: AsOfJson) => {
        const report = listsReport(logFrom(await this.open(file)));
        this.print(json ? JSON.stringify(report, null, 2) : listsText(report));
      });
  }

  private addQuick(): void {
    this.program
      .command('quick')
      .description('say how a quick line is understood; exits with 1 when it cannot be saved')
      .argument('[line]')
      .option('--as-of <instant>', 'the moment it is typed', readInstant)
      .option('--json', 'as JSON')
      .option('--lines', 'read every line of standard input, and answer each with a line of JSON')
      .action(async (line: string | undefined, { asOf, json, lines }: AsOfJson & Lines) => {
        const today = dayOf(asOf ?? this.now(), this.io.zone);
        const { techniques } = logFrom(noRecords);
        const read = (text: string): QuickReading => readQuickLine(text, { today, techniques, problems: [] });
        if (lines) return answerLines(this.io, read);
        const reading = read(given(line, 'line'));
        this.print(json ? JSON.stringify(reading, null, 2) : quickText(reading));
        if (!reading.isComplete) this.exitCode = 1;
      });
  }

  private addCost(): void {
    costCommand(this.program.command('cost'))
      .description('read a cost: its normal form and why; exits with 1 and the position when it cannot be read')
      .option('--json', 'as JSON')
      .option('--lines', 'read a JSON list of arguments from every line of standard input; a line of JSON answers each')
      .action(async (expression: string | undefined, { json, lines, ...options }: CostOptions & AsOfJson & Lines) => {
        if (lines) return answerLines(this.io, (line) => costOf(argumentsIn(line)));
        const report = costReport(given(expression, 'expression'), options);
        this.print(json ? JSON.stringify(report, null, 2) : costText(report, options.compare));
      });
  }

  private addBounds(): void {
    this.program
      .command('bounds')
      .description('say what a text limits, as it is read, and what of it is not read')
      .argument('[text]', 'a line, a statement, or - for standard input')
      .option('--json', 'as JSON: text, kind, name, low, high, from, to')
      .option('--lines', 'read a JSON list of one text from every line of standard input; a line of JSON answers each')
      .action(async (text: string | undefined, { json, lines }: AsOfJson & Lines) => {
        if (lines) return answerLines(this.io, (line) => boundsReport(given(argumentsIn(line)[0], 'text')));
        const read = text === '-' ? await this.io.input() : given(text, 'text');
        this.print(json ? jsonOf(boundsReport(read), 2) : boundsText(read));
      });
  }

  private addAdvise(): void {
    this.program
      .command('advise')
      .description('what the machine has to say of the sheets of an archive, and how often which advice was put aside')
      .argument('<file>')
      .option('--problem <title>', 'only this one')
      .option('--json', 'as JSON')
      .action(async (file: string, { problem, json }: { problem?: string; json?: boolean }) => {
        const report = adviceReport(await this.open(file), problem ?? null);
        this.print(json ? JSON.stringify(report, null, 2) : adviceText(report));
      });
  }

  private addRun(): void {
    this.program
      .command('run')
      .description(
        'run the versions of an exported sheet over its examples, with the tools of this machine: Node, Python, compilers; exits with 1 unless all come out as expected',
      )
      .argument('<sheet>', 'a Markdown file, or - for standard input')
      .option('--version <title>', 'only the version of this title')
      .option('--language <language>', 'only versions in this language')
      .option('--input <text>', 'run on this instead of the examples')
      .option('--limit <seconds>', 'for each example', readSeconds)
      .option('--json', 'as JSON')
      .option('--watch', 'again whenever the file is saved, until Ctrl+C')
      .action(async (file: string, { json, watch, ...options }: RunOptions & AsOfJson & { watch?: boolean }) => {
        if (watch && file === '-') throw new LernenError('run', 'Standard input cannot be watched; name a file.');
        const run = async (): Promise<void> => {
          const text = file === '-' ? await this.io.input() : await readFile(file, 'utf8');
          const report = await runSheet(text, options, newId);
          this.print(json ? JSON.stringify(report, null, 2) : runText(report));
          this.exitCode = report.isRight ? 0 : 1;
        };
        await run();
        if (!watch) return;
        for await (const _ of saved(file, this.io.ended)) {
          this.print('');
          await run().catch((error: unknown) => this.io.error(`${String(error)}\n`));
        }
      });
  }

  private addSit(): void {
    this.program
      .command('sit')
      .description(
        'keep the clock of a sitting while you write in your own editor: every save is run over the checks of the sheet and is an attempt; the sitting is written to a file that the application takes in; exits with 0 when it was solved',
      )
      .argument('<sheet>', 'a Markdown file')
      .requiredOption('--code <file>', 'the file that you write the code in')
      .requiredOption('--language <language>', 'the language of the code')
      .option('--kind <kind>', sittingKinds.join(', '), readKind, 'rebuild')
      .option('--limit <seconds>', 'for each check', readSeconds)
      .option('--out <file>', 'where the sitting is kept; beside the code without it')
      .action(async (file: string, { out, code, ...options }: Omit<SitOptions, 'out'> & { out?: string }) => {
        const text = await readFile(file, 'utf8');
        const over = new AbortController();
        const changes = saved(code, AbortSignal.any([over.signal, this.io.ended]));
        const whole = { ...options, code, out: out ?? `${code}.sitting.json` };
        this.exitCode = await sit(text, whole, this.io, newId, changes).finally(() => over.abort());
      });
  }

  private async writeCsv(archive: Archive, out: string | undefined): Promise<void> {
    const tables = csvTables({ ...logFrom(archive), entries: archive.entries }, this.io.zone);
    if (out === undefined) {
      this.io.out(tables.sittings);
      return;
    }
    await mkdir(out, { recursive: true });
    for (const name of csvTableNames) await writeFile(join(out, `${name}.csv`), tables[name]);
  }

  private async writeArchive(archive: Archive, out: string | undefined): Promise<void> {
    const text = formatArchive(archive);
    if (out === undefined) {
      this.print(text.trimEnd());
      return;
    }
    await mkdir(out, { recursive: true });
    await writeFile(join(out, 'lernen.json'), text);
  }

  private async open(file: string): Promise<Archive> {
    return readArchive(file === '-' ? await this.io.input() : await readFile(file, 'utf8'));
  }

  private now(): Instant {
    return this.io.now();
  }

  private print(text: string): void {
    this.io.out(`${text}\n`);
  }
}

/** The arguments of a cost, on the command line and on each of many lines. */
function costCommand(command: Command): Command {
  return command
    .argument('[expression]', 'such as "O(n log n + n)"')
    .option('--compare <expression>', 'say whether it is smaller, equal, larger or incomparable')
    .option('--assume <limit...>', 'what is known, such as "m<=n"', [])
    .option('--bounds <bounds>', 'sizes to evaluate it at, such as "n<=2e5,q<=1e5"')
    .option('--limit <time>', 'the time limit, such as 2s')
    .option('--memory <size>', 'the memory limit, such as 256MB')
    .option('--rate <steps>', 'simple steps a second', String(1e8));
}

function costOf(args: readonly string[]): CostReport {
  const command = costCommand(new Command('cost'))
    .exitOverride()
    .configureOutput({ writeErr: () => undefined });
  command.parse([...args], { from: 'user' });
  return costReport(given(command.args[0], 'expression'), command.opts<CostOptions>());
}

function given(argument: string | undefined, name: string): string {
  if (argument === undefined) throw new LernenError('arguments', `The ${name} is missing.`);
  return argument;
}

function readKind(text: string): SittingKind {
  const kind = sittingKinds.find((it) => it === text);
  if (!kind) throw new InvalidArgumentError(`One of ${sittingKinds.join(', ')}.`);
  return kind;
}

function readSeconds(text: string): number {
  const seconds = Number(text);
  if (!(seconds > 0 && seconds <= 600)) throw new InvalidArgumentError('Write seconds, up to 600.');
  return seconds;
}

function readInstant(text: string): Instant {
  const parsed = InstantSchema.safeParse(/^\d{4}-\d{2}-\d{2}$/.test(text) ? `${text}T12:00:00Z` : text);
  if (!parsed.success) throw new InvalidArgumentError('Write an instant such as 2026-11-24T18:00:00Z.');
  return parsed.data;
}

function namesOf(log: Log, zone: string): Parameters<typeof reasonSentence>[1] {
  return {
    technique: (id) => log.techniques.find((technique) => technique.id === id)?.name ?? id,
    employer: (id) => log.interviews.find((interview) => interview.id === id)?.employer ?? null,
    date: (instant) => dayOf(instant, zone),
    onDay: (day) => `on ${day}`,
  };
}
