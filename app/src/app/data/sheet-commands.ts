import {
  type Entry,
  type NewId,
  type OldRecord,
  type Problem,
  isSameValue,
  withSheetInEntries,
} from '@lernen/core/model';
import * as z from 'zod/mini';
import { write } from './commands';
import { type JournalEntry, type LernenDatabase, isEntry, localValue } from './database';
import type { LeftDraft } from './drafts';
import { unpack } from './packed';
import { undo, withoutUndo } from './undo';

/** A change to a record as one page made it: what the page had before and what it has now. */
export type SheetEdit =
  | { readonly table: 'entries'; readonly base: Entry | null; readonly ours: Entry }
  | { readonly table: 'problems'; readonly base: Problem; readonly ours: Problem };

/**
 * Edits that an earlier page could not write any more. Where a problem still held its statement, bounds and notes, an edit
 * of those becomes one of the entries that they are now.
 */
export function editsFrom(left: readonly unknown[]): SheetEdit[] {
  return (left as SheetEdit[]).flatMap((edit): SheetEdit[] => {
    if (edit.table === 'entries') return [{ ...edit, base: edit.base && onSheet(edit.base), ours: onSheet(edit.ours) }];
    const [base, ours] = [edit.base, edit.ours].map((it) => withSheetInEntries(it as unknown as OldRecord));
    const entriesIn = (it: typeof base): readonly Entry[] => (it?.entries ?? []) as unknown as readonly Entry[];
    const problemIn = (it: typeof base): Problem => it?.problems?.[0] as unknown as Problem;
    return [
      { table: 'problems', base: problemIn(base), ours: problemIn(ours) },
      ...entriesIn(ours).map((entry): SheetEdit => {
        const known = entriesIn(base).find(({ id }) => id === entry.id) ?? null;
        return { table: 'entries', base: known, ours: entry };
      }),
    ];
  });
}

/** An entry that was typed before reviews had any of their own stands on the sheet. */
function onSheet(entry: Entry): Entry {
  return { ...{ sittingId: null }, ...entry };
}

/** The draft whose every edit is written with an act. */
export type WrittenDraft = Pick<LeftDraft, 'page' | 'seq'>;

const writtenPrefix = (sheet: string): string => `written-draft:${sheet}:`;

/**
 * Those of the drafts that an earlier page left whose edits are not in the database yet. A browser that was killed gives
 * back what it had on disk, which may be a draft from before its edits were written and others made on top of them.
 */
export async function unwrittenOf(
  database: LernenDatabase,
  sheet: string,
  left: readonly LeftDraft[],
): Promise<LeftDraft[]> {
  const written = await Promise.all(
    left.map(({ page }) => localValue(database, writtenPrefix(sheet) + page, z.number())),
  );
  return left.filter(({ seq }, index) => seq > (written[index] ?? 0));
}

/** Typing that pauses for less than this is one step of the undo. */
const burst = 4000;
/** Pages of which a sheet remembers what they had written. */
const pagesRemembered = 8;
/** Steps that a sheet remembers. */
const maxSteps = 400;

/**
 * Writes edits of a sheet. What another page wrote meanwhile is kept field by field; where both changed the same field
 * ours stands, and theirs comes back by an undo. @returns the records as they were written.
 */
export function saveSheet(
  database: LernenDatabase,
  sheet: string,
  edits: readonly SheetEdit[],
  label: string,
  newId: NewId,
  draft: WrittenDraft | null = null,
): Promise<(Entry | Problem)[]> {
  return database.transaction('rw', database.tables, async () => {
    const entries: Entry[] = [];
    const problems: Problem[] = [];
    for (const edit of edits) {
      if (edit.table === 'problems') {
        const theirs = (await database.collection('problems').get(edit.ours.id)) ?? edit.base;
        problems.push({ ...merged(edit.base, theirs, edit.ours), revision: newId() });
      } else {
        const theirs = (await database.collection('entries').get(edit.ours.id)) ?? edit.base;
        const { fills: _fills, ...entry } = { fills: '', ...merged(edit.base, theirs, edit.ours), revision: newId() };
        entries.push(entry);
      }
    }
    if (draft) {
      await forgetOldPages(database, sheet);
      await database.local.put({ key: writtenPrefix(sheet) + draft.page, value: draft.seq });
    }
    const before = await database.journal.orderBy('seq').last();
    const { seq, records } = await write(database, { entries, problems }, label, { sheet });
    if (isEntry(before) && isSameBurst(before, await database.journal.get(seq)))
      await joinBursts(database, before, seq);
    const steps = await database.journal.where('sheet').equals(sheet).primaryKeys();
    if (steps.length > maxSteps) await database.journal.bulkDelete(steps.slice(0, steps.length - maxSteps));
    return [...(records.entries ?? []), ...(records.problems ?? [])];
  });
}

/** The newest pages are enough: the drafts of older ones were taken over long ago. */
async function forgetOldPages(database: LernenDatabase, sheet: string): Promise<void> {
  const keys = await database.local.where('key').startsWith(writtenPrefix(sheet)).primaryKeys();
  if (keys.length > pagesRemembered) await database.local.bulkDelete(keys.slice(0, keys.length - pagesRemembered));
}

/** Takes back the last step on a sheet. @returns what it was, or null when there is none. */
export async function undoOnSheet(database: LernenDatabase, sheet: string, newId: NewId): Promise<string | null> {
  const steps = await database.journal.where('sheet').equals(sheet).filter(isEntry).sortBy('seq');
  return takeBack(database, steps.filter((step) => step.undoneBy === null && !isUndo(step, steps)).at(-1), newId);
}

/** Does again what was taken back last, unless something else was done since. */
export async function redoOnSheet(database: LernenDatabase, sheet: string, newId: NewId): Promise<string | null> {
  const steps = await database.journal.where('sheet').equals(sheet).filter(isEntry).sortBy('seq');
  const last = steps.filter((step) => step.undoneBy === null && isUndo(step, steps)).at(-1);
  const isOvertaken = steps.some((step) => step.undoes === undefined && last !== undefined && step.seq > last.seq);
  return takeBack(database, isOvertaken ? undefined : last, newId);
}

async function takeBack(
  database: LernenDatabase,
  step: JournalEntry | undefined,
  newId: NewId,
): Promise<string | null> {
  if (!step) return null;
  await undo(database, step.seq, newId);
  return withoutUndo(step.label);
}

/** Whether a step took something back; one that took back such a step did it again. */
function isUndo(step: JournalEntry, steps: readonly JournalEntry[]): boolean {
  const target = steps.find(({ seq }) => seq === step.undoes);
  return step.undoes !== undefined && (target === undefined || !isUndo(target, steps));
}

function isSameBurst(before: JournalEntry, now: JournalEntry | undefined): boolean {
  if (!now || before.sheet === undefined || before.sheet !== now.sheet || before.label !== now.label) return false;
  if (before.undoes !== undefined || Date.parse(now.at) - Date.parse(before.at) > burst) return false;
  return idsOf(before) === idsOf(now);
}

function idsOf({ written }: JournalEntry): string {
  return Object.values(written)
    .flatMap((all) => unpack(all).map(({ id }) => id))
    .join();
}

/** One step out of two: what stood before the first, what was written by the second. */
async function joinBursts(database: LernenDatabase, first: JournalEntry, second: number): Promise<void> {
  await database.journal.update(second, { before: first.before });
  await database.journal.delete(first.seq);
}

/** Three-way by field: ours where we changed it, else theirs. */
function merged<R extends object>(base: R | null, theirs: R | null, ours: R): R {
  if (base === null || theirs === null) return ours;
  const fields = Object.keys(ours).map((name) => {
    const field = name as keyof R;
    return [name, isSameValue(ours[field], base[field]) ? theirs[field] : ours[field]] as const;
  });
  return Object.fromEntries(fields) as R;
}
