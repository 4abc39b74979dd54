import { DestroyRef, computed, inject } from '@angular/core';
import {
  type Entry,
  type EntryKind,
  type EntryOf,
  type Problem,
  type SingleKind,
  byOrder,
  emptyEntry,
  isOpenIn,
  singleEntryId,
} from '@lernen/core/model';
import {
  patchState,
  signalStore,
  type,
  withComputed,
  withHooks,
  withMethods,
  withProps,
  withState,
} from '@ngrx/signals';
import { removeAllEntities, removeEntities, setEntities, setEntity, withEntities } from '@ngrx/signals/entities';
import { rxMethod } from '@ngrx/signals/rxjs-interop';
import { EMPTY, catchError, from, pipe, switchMap, tap } from 'rxjs';
import { v7 as newId } from 'uuid';
import {
  type SheetEdit,
  type WrittenDraft,
  editsFrom,
  redoOnSheet,
  saveSheet,
  undoOnSheet,
  unwrittenOf,
} from '../data/sheet-commands';
import { Debounced } from './debounced';
import { LogStore } from './log-store';
import { Notices } from './notices';
import { REPOSITORY } from './profile';
import { whenHidden } from './when-hidden';

/** What is typed is written so long after the first key of a burst, milliseconds: in the database within 300. */
const writtenAfterMs = 100;

/** Entries, and rows of traces, from which on a sheet is long. */
const manyLines = 100;

/** An edit with what it is called in the journal. */
type Unwritten = SheetEdit & { readonly label: string };

/** The open sheet as it stands in the database, tombstones included. */
const stored = { entity: type<Entry>(), collection: '_stored' } as const;

/** What was changed here, on whatever sheet, and is not written yet. */
const unwritten = {
  entity: type<Unwritten>(),
  collection: '_unwritten',
  selectId: ({ ours }: Unwritten): string => ours.id,
} as const;

interface OpenSheet {
  readonly problemId: string | null;
  /** The review whose work is open, apart from the sheet; null for the sheet itself. */
  readonly sittingId: string | null;
  readonly isLoaded: boolean;
}

const initialState: OpenSheet = { problemId: null, sittingId: null, isLoaded: false };

/**
 * One sheet, open for work; or what is written in one review, with what the sheet gives beside it. A change shows at once, is kept where a crash cannot reach it, and is written a moment later,
 * whatever sheet is open by then; what other tabs write comes in by itself. Provided by whoever shows a sheet.
 */
export const SheetStore = signalStore(
  withState(initialState),
  withEntities(stored),
  withEntities(unwritten),
  withProps(() => ({
    _repository: inject(REPOSITORY),
    _log: inject(LogStore),
    _notices: inject(Notices),
  })),
  withComputed((store) => ({
    /** What stands on the sheet, in its order, with what is not written yet. */
    entries: computed(() => {
      const all = new Map(store._storedEntities().map((entry) => [entry.id, entry]));
      const [problemId, sittingId] = [store.problemId(), store.sittingId()];
      for (const { table, ours } of store._unwrittenEntities())
        if (table === 'entries' && ours.problemId === problemId) all.set(ours.id, ours);
      return [...all.values()].filter((entry) => !entry.deleted && isOpenIn(entry, sittingId)).sort(byOrder);
    }),
    problem: computed((): Problem | null => {
      const id = store.problemId() ?? '';
      const edit = store._unwrittenEntityMap()[id];
      if (edit?.table === 'problems') return edit.ours;
      return store._log.problemsById().get(id) ?? null;
    }),
    isSaved: computed(() => store._unwrittenIds().length === 0),
    _sheet: computed(() => store.sittingId() ?? store.problemId()),
  })),
  withComputed(({ entries, sittingId }) => ({
    /** Those that are written here: in a review without what the sheet gives. */
    written: computed(() => entries().filter((entry) => entry.sittingId === sittingId())),
    _byKind: computed(() => byKind(entries())),
    /** Whether to draw all of it at once would be felt. */
    isLong: computed(() => {
      const lines = entries().map((entry) => (entry.kind === 'trace' ? entry.rows.length : 1));
      return lines.reduce((sum, count) => sum + count, 0) > manyLines;
    }),
  })),

  withMethods((store) => ({
    of: <K extends EntryKind>(kind: K): EntryOf<K>[] => (store._byKind().get(kind) ?? []) as EntryOf<K>[],
    find: (id: string): Entry | undefined => store.entries().find((entry) => entry.id === id),

    /** Takes in what was read or written. A reading that began before our own write is older than what we have. */
    _take(entries: readonly Entry[]): void {
      const known = store._storedEntityMap();
      const newer = entries.filter(({ id, revision }) => revision > (known[id]?.revision ?? ''));
      patchState(store, setEntities(newer, stored), { isLoaded: true });
    },

    /** After a write: what was typed on meanwhile is based on what stands now. */
    _settle(edits: readonly Unwritten[], written: readonly (Entry | Problem)[]): void {
      const now = store._unwrittenEntityMap();
      const done = edits.filter(({ ours }) => now[ours.id]?.ours === ours).map(({ ours }) => ours.id);
      const typedOn = written.flatMap((base) => {
        const edit = now[base.id];
        return edit && !done.includes(base.id) ? [{ ...edit, base } as Unwritten] : [];
      });
      patchState(store, removeEntities(done, unwritten), setEntities(typedOn, unwritten));
    },

    _keepDrafts(sheet: string): void {
      const edits = store._unwrittenEntities().filter((edit) => sheetOf(edit) === sheet);
      store._repository.drafts.keepUnwritten(sheet, edits);
    },
  })),
  withMethods((store) => ({
    /** The one entry of a kind, empty where nothing is written yet. */
    single<K extends SingleKind>(kind: K): EntryOf<K> {
      const [problemId, sittingId] = [store.problemId() ?? '', store.sittingId()];
      const id = singleEntryId(sittingId ?? problemId, kind);
      return store.of(kind)[0] ?? emptyEntry(kind, problemId, id, { sittingId } as Partial<EntryOf<K>>);
    },

    async _writeStep(edits: readonly [Unwritten, ...Unwritten[]], draft: WrittenDraft | null): Promise<void> {
      const [sheet, label] = [sheetOf(edits[0]), edits[0].label];
      try {
        const written = await store._repository.run((database, id) =>
          saveSheet(database, sheet, edits, label, id, draft),
        );
        if (store._sheet() === sheet) store._take(written.filter(isEntry));
        if (!written.every(isEntry)) await store._log.catchUp();
        store._settle(edits, written);
        store._keepDrafts(sheet);
      } catch (error) {
        store._notices.fail(error);
      }
    },
  })),
  withMethods((store) => {
    const writing = new Debounced(async () => {
      const { page, lastSeq: seq } = store._repository.drafts;
      const all = steps(store._unwrittenEntities());
      for (const [index, edits] of all.entries()) {
        const isLastOfSheet = !all.slice(index + 1).some((later) => sheetOf(later[0]) === sheetOf(edits[0]));
        await store._writeStep(edits, isLastOfSheet ? { page, seq } : null);
      }
    }, writtenAfterMs);
    return {
      /** @returns when everything that was changed until now is written. */
      flush: (): Promise<void> => writing.flush(),

      _edit(edit: SheetEdit, label: string): void {
        patchState(store, setEntity({ ...edit, label }, unwritten));
        store._keepDrafts(sheetOf(edit));
        writing.schedule();
      },
    };
  }),
  withMethods((store) => ({
    _put(entry: Entry, label: string): void {
      const edit = store._unwrittenEntityMap()[entry.id];
      const base = edit?.table === 'entries' ? edit.base : (store._storedEntityMap()[entry.id] ?? null);
      store._edit({ table: 'entries', base, ours: entry }, label);
    },

    changeProblem(part: Partial<Problem>): void {
      const ours = store.problem();
      if (ours === null) return;
      const edit = store._unwrittenEntityMap()[ours.id];
      const base = edit?.table === 'problems' ? edit.base : ours;
      store._edit({ table: 'problems', base, ours: { ...ours, ...part } }, 'Changed the problem');
    },

    async _step(take: typeof undoOnSheet, word: string, nothing: string): Promise<void> {
      await store.flush();
      const sheet = store._sheet();
      if (sheet === null) return;
      try {
        const what = await store._repository.run((database, id) => take(database, sheet, id));
        await store._log.catchUp();
        store._notices.say(what === null ? nothing : `${word}: ${what.toLowerCase()}.`);
      } catch (error) {
        store._notices.fail(error);
      }
    },
  })),
  withMethods((store) => ({
    undo: (): Promise<void> => store._step(undoOnSheet, 'Undone', 'There is nothing left to undo on this sheet.'),
    redo: (): Promise<void> => store._step(redoOnSheet, 'Done again', 'There is nothing to do again.'),
  })),
  withMethods((store) => ({
    /** Adds an entry behind the last of its kind, or behind `after`. @returns its id. */
    add<K extends EntryKind>(kind: K, part: Partial<EntryOf<K>> = {}, after: string | null = null): string {
      const all = store.of(kind);
      const index = after === null ? all.length - 1 : all.findIndex(({ id }) => id === after);
      const [before, next] = [all[index]?.order ?? 0, all[index + 1]?.order];
      const order = next === undefined ? before + 1 : (before + next) / 2;
      const own = { ...part, order, sittingId: store.sittingId() } as Partial<EntryOf<K>>;
      const entry = emptyEntry(kind, store.problemId() ?? '', newId(), own);
      store._put(entry, `Added ${entryWords[kind]}`);
      return entry.id;
    },

    /**
     * Changes fields of an entry. A part that depends on what the entry holds is computed from the entry as it is at
     * this moment, which may be newer than what the page has drawn.
     */
    change<K extends EntryKind>(
      entry: EntryOf<K>,
      part: Partial<EntryOf<K>> | ((now: EntryOf<K>) => Partial<EntryOf<K>>),
    ): void {
      const now = (store.find(entry.id) ?? entry) as EntryOf<K>;
      const changed = { ...now, ...(typeof part === 'function' ? part(now) : part) } as Entry;
      store._put(changed, `Changed ${entryWords[entry.kind]}`);
    },

    remove(entry: Entry): void {
      store._put({ ...(store.find(entry.id) ?? entry), deleted: true }, `Removed ${entryWords[entry.kind]}`);
      void store.flush();
      store._notices.say(`Removed ${entryWords[entry.kind]}.`, { label: 'Undo', run: () => void store.undo() });
    },

    /** One place towards the beginning (-1) or the end (+1). */
    move(entry: Entry, by: -1 | 1): void {
      const all = store.of(entry.kind);
      const index = all.findIndex(({ id }) => id === entry.id);
      const [other, beyond] = [all[index + by], all[index + 2 * by]];
      if (!other) return;
      const order = beyond === undefined ? other.order + by : (other.order + beyond.order) / 2;
      store._put({ ...(store.find(entry.id) ?? entry), order }, `Moved ${entryWords[entry.kind]}`);
      void store.flush();
    },
  })),
  withMethods((store) => ({
    _follow: rxMethod<string>(
      pipe(
        switchMap((problemId) =>
          from(store._repository.follow(() => store._repository.sheet(problemId))).pipe(
            tap((entries) => store._take(entries)),
            catchError((error: unknown) => {
              store._notices.fail(error);
              return EMPTY;
            }),
          ),
        ),
      ),
    ),

    /** What an earlier page could not write any more. */
    async _adopt(sheet: string): Promise<void> {
      const { drafts } = store._repository;
      const found = await drafts.leftUnwritten(sheet);
      if (found.length === 0) return;
      const left = await store._repository.run((database) => unwrittenOf(database, sheet, found));
      // What was typed meanwhile stays.
      const edits = editsFrom(left.flatMap(({ values }) => values))
        .filter(({ ours }) => store._unwrittenEntityMap()[ours.id] === undefined)
        .map((edit): Unwritten => ({ ...edit, label: 'Wrote on the sheet' }));
      patchState(store, setEntities(edits, unwritten));
      store._keepDrafts(sheet);
      drafts.forgetLeft(sheet, found);
      if (edits.length === 0) return;
      await store.flush();
      store._notices.say('What you typed last was brought back.');
    },
  })),
  withMethods((store) => ({
    /** Follows a sheet, or the work of one review of it, until another one is opened. */
    open(problemId: string, sittingId: string | null = null): void {
      void store.flush();
      patchState(store, removeAllEntities(stored), { problemId, sittingId, isLoaded: false });
      void store._adopt(sittingId ?? problemId);
      store._follow(problemId);
    },
  })),
  withHooks({
    onInit(store, destroyRef = inject(DestroyRef)) {
      whenHidden(() => void store.flush());
      destroyRef.onDestroy(() => void store.flush());
    },
  }),
);
export type SheetStore = InstanceType<typeof SheetStore>;

/** What an edit is kept and undone with: the problem on whose sheet it is, or the review in which it was made. */
function sheetOf(edit: SheetEdit): string {
  return edit.table === 'entries' ? (edit.ours.sittingId ?? edit.ours.problemId) : edit.ours.id;
}

/** Edits that the journal tells as one step: of one sheet, with one label. */
function steps(edits: readonly Unwritten[]): [Unwritten, ...Unwritten[]][] {
  const found = new Map<string, [Unwritten, ...Unwritten[]]>();
  for (const edit of edits) {
    const key = `${sheetOf(edit)} ${edit.label}`;
    const known = found.get(key);
    if (known) known.push(edit);
    else found.set(key, [edit]);
  }
  return [...found.values()];
}

function isEntry(record: Entry | Problem): record is Entry {
  return 'kind' in record;
}

function byKind(entries: readonly Entry[]): Map<EntryKind, Entry[]> {
  const kinds = new Map<EntryKind, Entry[]>();
  for (const entry of entries) {
    const known = kinds.get(entry.kind);
    if (known) known.push(entry);
    else kinds.set(entry.kind, [entry]);
  }
  return kinds;
}

const entryWords: Readonly<Record<EntryKind, string>> = {
  statement: 'the statement',
  reading: 'the reading',
  question: 'a question',
  bounds: 'the bounds',
  'cue-choices': 'what was made of the cues',
  example: 'an example',
  observation: 'an observation',
  approach: 'an approach',
  'state-card': 'a state card',
  needs: 'the operations that must be fast',
  trace: 'a trace',
  version: 'a version of the code',
  'check-rules': 'how it is checked',
  argument: 'why it holds',
  lesson: 'a lesson',
  notes: 'the notes',
  relation: 'a relation',
  twist: 'a twist',
};
