import { readClockCell } from '../model/cells';
import type { Log } from '../model/log';
import { withResult } from '../model/attempt';
import { titleKey } from '../model/problem';
import { type SittingFacts, type SittingFieldName, SittingSchema } from '../model/sitting';
import { type Day, type Instant, clockOf, dayOf, instantAt } from '../model/time';
import { plannedColumns, sittingColumns } from './csv-columns';
import type { CsvImportOptions, TakeRow } from './csv-outcome';
import type { CsvRecords } from './csv-records';
import { type RowCells, titleIn } from './csv-row';

const maxNote = 50_000;

/** Rows that tell of sittings. */
export function sittingRows(records: CsvRecords, log: Log, options: CsvImportOptions): TakeRow {
  const { zone, now, newId } = options;
  const today = dayOf(now, zone);
  const titles = new Map(log.problems.map((problem) => [problem.id, titleKey(problem.title)]));
  const seen = new Map<string, string>();
  const sat = new Set<string>();
  for (const { id, problemId, startedAt, minutes } of log.sittings) {
    sat.add(problemId);
    seen.set(id, 'is in the log already');
    const key = rowKey(titles.get(problemId) ?? '', dayOf(startedAt, zone), minutes);
    seen.set(key, 'is in the log already: same problem, day and minutes');
  }

  return (row, line) => {
    const problemId = row.id('problem id');
    const known = records.known(problemId, row.text('title'));
    const { title, reasons } = titleIn(row);
    if (known === null && reasons.length > 0) return { kind: 'refused', reasons };
    const facts = factsIn(row, records);
    const written = row.day('date');
    if (written !== null && written > today) row.fault('date', `“${row.text('date')}” is in the future`);
    const isDayKnown = written !== null && written <= today;
    const day = isDayKnown ? written : options.fallbackDay;
    const id = row.id('id');
    const key = id ?? rowKey(titleKey(known?.title ?? title), day, facts.minutes ?? null);
    const before = seen.get(key);
    if (before !== undefined) return { kind: 'duplicate', reason: before };
    seen.set(key, `says the same as line ${line}: ${key === id ? 'same id' : 'same problem, day and minutes'}`);
    const startedAt = startOf(row, day, options);
    const problem = known ?? records.add(row, problemId, title, startedAt);
    const result = facts.result ?? 'solved';
    const isFirst = !sat.has(problem.id);
    sat.add(problem.id);
    const attempts = facts.attempts ?? [];
    const sitting = SittingSchema.parse({
      id: id ?? newId(),
      revision: newId(),
      problemId: problem.id,
      kind: isFirst ? 'first-solve' : 'rebuild',
      startedAt,
      ...facts,
      result,
      attempts: row.text('verdicts') === '' ? withResult(attempts, result) : attempts,
      note: row.note((field) => !plannedColumns.includes(field), maxNote),
    });
    return {
      kind: 'row',
      row: {
        title: problem.title,
        isNewProblem: known === null,
        sitting: { day, isDayAssumed: !isDayKnown, minutes: sitting.minutes, sitting },
        list: null,
      },
    };
  };
}

/** What the columns of the field table say of a sitting. */
function factsIn(row: RowCells, records: CsvRecords): SittingFacts {
  const facts: Partial<Record<SittingFieldName, unknown>> = {};
  const names = { technique: (word: string) => records.techniqueFrom(word) };
  for (const { field, column } of sittingColumns) {
    const value = row.read(column.heading, (cell) => column.read(cell, facts[field], names));
    if (value !== null) facts[field] = value;
  }
  return facts as SittingFacts;
}

/**
 * The exact moment where the row has it and its day and time say the same; else the day at its time, at noon where there
 * is none. What is of today must not lie in the future.
 */
function startOf(row: RowCells, day: Day, { zone, now }: CsvImportOptions): Instant {
  const exact = row.instant('started');
  const clock = row.read('time', readClockCell) ?? clockIn(row.text('date'));
  const saysTheSame =
    exact !== null && dayOf(exact, zone) === day && (clock === null || clock === clockOf(exact, zone));
  if (saysTheSame) return exact;
  if (clock === null && day >= dayOf(now, zone)) return now;
  const at = instantAt(day, clock ?? '12:00', zone);
  return at > now ? now : at;
}

/** `2026-11-03 18:20` has a time as well. */
function clockIn(date: string): string | null {
  const cell = /[T ](\d{1,2}:\d{2}.*)$/.exec(date)?.[1];
  const clock = cell === undefined ? null : readClockCell(cell.replace(/^(\d{1,2}:\d{2}):.*$/, '$1'));
  return clock && 'value' in clock ? clock.value : null;
}

function rowKey(title: string, day: Day, minutes: number | null): string {
  return `${title} ${day} ${minutes ?? ''}`;
}
