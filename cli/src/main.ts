#!/usr/bin/env -S npx tsx
import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { type Archive, csvTableNames, csvTables, formatArchive, readArchive } from '@lernen/core/archive';
import { ArchiveError, LernenError } from '@lernen/core/errors';
import { estimateLog } from '@lernen/core/estimate';
import {
  type Instant,
  InstantSchema,
  type Log,
  dayOf,
  endOfDay,
  logFrom,
  noRecords,
  offeredTechniques,
} from '@lernen/core/model';
import { readQuickLine } from '@lernen/core/quick-line';
import { planDays, reasonSentence, twistsFrom } from '@lernen/core/plan';
import { demoArchive } from '@lernen/demo';
import { Command, InvalidArgumentError } from 'commander';
import { type CostOptions, costReport, costText } from './cost';
import { archiveFromMarkdown, writeMarkdown } from './markdown';
import { listsReport, listsText } from './lists';
import { planText, quickText, techniquesText } from './text';

interface AsOf {
  readonly asOf?: Instant;
}
interface AsOfJson extends AsOf {
  readonly json?: boolean;
}

const zone = process.env['TZ'] ?? Intl.DateTimeFormat().resolvedOptions().timeZone;
const program = new Command('lernen').description(
  'Lernen on the command line. FILE is a Lernen archive; - reads standard input.',
);
program.configureOutput({ writeErr: (text) => process.stderr.write(text) });

program
  .command('demo')
  .description('print the demo archive')
  .option('--as-of <instant>', 'the moment it is relative to', readInstant)
  .action(({ asOf }: AsOf) => print(formatArchive(demoArchive(asOf ?? now(), zone)).trimEnd()));

program
  .command('check')
  .description('say whether an archive is sound; exits with 1 and a list of faults when not')
  .argument('<file>')
  .action(async (file: string) => {
    const archive = await open(file);
    print(
      `sound: ${archive.problems.length} problems, ${archive.sittings.length} sittings, ${archive.interviews.length} interviews`,
    );
  });

program
  .command('quick')
  .description('say how a quick line is understood')
  .argument('<line>')
  .option('--as-of <instant>', 'the moment it is typed', readInstant)
  .option('--json', 'as JSON')
  .action((line: string, { asOf, json }: AsOfJson) => {
    const techniques = offeredTechniques(logFrom(noRecords).techniques);
    const reading = readQuickLine(line, { today: dayOf(asOf ?? now(), zone), techniques, problems: [] });
    print(json ? JSON.stringify(reading, null, 2) : quickText(reading));
    if (!reading.isComplete) process.exitCode = 1;
  });

program
  .command('techniques')
  .description('strength of every technique')
  .argument('<file>')
  .option('--as-of <instant>', 'the moment to estimate at', readInstant)
  .option('--json', 'as JSON')
  .action(async (file: string, { asOf, json }: AsOfJson) => {
    const log = logFrom(await open(file));
    const estimates = estimateLog(log, asOf ?? now());
    const rows = [...estimates.techniques.values()]
      .filter((it) => it.sittings > 0)
      .sort((a, b) => a.strength.point - b.strength.point);
    print(
      json
        ? JSON.stringify({ asOf: estimates.asOf, techniques: rows, mixUps: estimates.mixUps }, null, 2)
        : techniquesText(rows, log),
    );
  });

program
  .command('plan')
  .description('the plan to the last interview')
  .argument('<file>')
  .option('--as-of <instant>', 'the moment to plan from', readInstant)
  .option('--json', 'as JSON')
  .action(async (file: string, { asOf = now(), json }: AsOfJson) => {
    const archive = await open(file);
    const log = logFrom(archive);
    const twists = twistsFrom(archive.entries);
    const plan = planDays({ log, estimates: estimateLog(log, endOfDay(asOf, zone)), twists, asOf, zone });
    print(json ? JSON.stringify(plan, null, 2) : planText(plan, log, (item) => reasonSentence(item, namesOf(log))));
  });

program
  .command('lists')
  .description('problems kept for later: the lists with what is done, then what is on none')
  .argument('<file>')
  .option('--json', 'as JSON')
  .action(async (file: string, { json }: AsOfJson) => {
    const log = logFrom(await open(file));
    print(json ? JSON.stringify(listsReport(log), null, 2) : listsText(listsReport(log)));
  });

program
  .command('convert')
  .description('write an archive in another open format, or sheets in Markdown as an archive')
  .argument('<file>', 'an archive; or a Markdown file, or a folder of them, to make an archive of')
  .requiredOption('--to <format>', 'csv, markdown or archive')
  .option('--out <folder>', 'the folder to write to; CSV without it goes to standard output')
  .option('--as-of <instant>', 'the moment an archive made of Markdown is exported at', readInstant)
  .action(async (file: string, { to, out, asOf = now() }: { to: string; out?: string } & AsOf) => {
    if (to === 'csv') await writeCsv(await open(file), out);
    else if (to === 'markdown') await writeMarkdown(await open(file), out);
    else if (to === 'archive') print(formatArchive(await archiveFromMarkdown(file, asOf)).trimEnd());
    else throw new LernenError('format', `Cannot convert to “${to}”; csv, markdown and archive are known.`);
  });

program
  .command('cost')
  .description('read a cost: its normal form and why; exits with 1 and the position when it cannot be read')
  .argument('<expression>', 'such as "O(n log n + n)"')
  .option('--compare <expression>', 'say whether it is smaller, equal, larger or incomparable')
  .option('--assume <limit...>', 'what is known, such as "m<=n"', [])
  .option('--bounds <bounds>', 'sizes to evaluate it at, such as "n<=2e5,q<=1e5"')
  .option('--limit <time>', 'the time limit, such as 2s')
  .option('--memory <size>', 'the memory limit, such as 256MB')
  .option('--rate <steps>', 'simple steps a second', String(1e8))
  .option('--json', 'as JSON')
  .action((expression: string, { json, ...options }: CostOptions & { json?: boolean }) => {
    const report = costReport(expression, options);
    print(json ? JSON.stringify(report, null, 2) : costText(report, options.compare));
  });

try {
  await program.parseAsync();
} catch (error) {
  report(error);
  process.exitCode = 1;
}

async function writeCsv(archive: Archive, out: string | undefined): Promise<void> {
  const tables = csvTables(logFrom(archive), zone);
  if (out === undefined) {
    process.stdout.write(tables.sittings);
    return;
  }
  for (const name of csvTableNames) await writeFile(join(out, `${name}.csv`), tables[name]);
}

async function open(file: string): Promise<Archive> {
  return readArchive(file === '-' ? await readStandardInput() : await readFile(file, 'utf8'));
}

async function readStandardInput(): Promise<string> {
  const chunks: Buffer[] = [];
  for await (const chunk of process.stdin) chunks.push(Buffer.from(chunk as Uint8Array));
  return Buffer.concat(chunks).toString('utf8');
}

function readInstant(text: string): Instant {
  const parsed = InstantSchema.safeParse(/^\d{4}-\d{2}-\d{2}$/.test(text) ? `${text}T12:00:00Z` : text);
  if (!parsed.success) throw new InvalidArgumentError('Write an instant such as 2026-11-24T18:00:00Z.');
  return parsed.data;
}

function now(): Instant {
  return new Date().toISOString();
}

function namesOf(log: Log): Parameters<typeof reasonSentence>[1] {
  return {
    technique: (id) => log.techniques.find((technique) => technique.id === id)?.name ?? id,
    employer: (id) => log.interviews.find((interview) => interview.id === id)?.employer ?? null,
    date: (instant) => dayOf(instant, zone),
    onDay: (day) => `on ${day}`,
  };
}

function print(text: string): void {
  process.stdout.write(`${text}\n`);
}

function report(error: unknown): void {
  if (error instanceof ArchiveError) {
    for (const { path, reason } of error.faults) process.stderr.write(`${path || '(file)'}: ${reason}\n`);
  }
  process.stderr.write(`lernen: ${error instanceof Error ? error.message : String(error)}\n`);
}
