import { DestroyRef, computed, inject } from '@angular/core';
import {
  type Entry,
  type EntryKind,
  type EntryOf,
  type Problem,
  type SingleKind,
  byOrder,
  emptyEntry,
  singleEntryId,
} from '@lernen/core/model';
import { patchState, signalStore, withComputed, withHooks, withMethods, withState } from '@ngrx/signals';
import { v7 as newId } from 'uuid';
import type { SheetEdit } from '../data/sheet-commands';
import { LogStore } from './log-store';
import { Notices } from './notices';
import { REPOSITORY } from './profile';

/** Typing is written when it pauses for this long, milliseconds. */
const debounceMs = 250;

/** Entries, and rows of traces, from which on a sheet is long. */
const manyLines = 100;

interface SheetState {
  readonly problemId: string | null;
  /** As they stand in the database, tombstones included, by id. */
  readonly stored: ReadonlyMap<string, Entry>;
  /** What was changed here and is not written yet, by id. */
  readonly edits: ReadonlyMap<string, SheetEdit>;
  readonly isLoaded: boolean;
}

const initialState: SheetState = { problemId: null, stored: new Map(), edits: new Map(), isLoaded: false };

/**
 * One sheet, open for work. A change shows at once, is kept where a crash cannot reach it, and is written when the
 * typing pauses; what other tabs write comes in by itself. Provided by whoever shows a sheet.
 */
export const SheetStore = signalStore(
  withState(initialState),
  withComputed((store, log = inject(LogStore)) => {
    const present = computed(() => {
      const all = new Map(store.stored());
      for (const [id, edit] of store.edits()) if (edit.table === 'entries') all.set(id, edit.ours);
      return [...all.values()].filter((entry) => !entry.deleted).sort(byOrder);
    });
    return {
      entries: present,
      byKind: computed(() => {
        const kinds = new Map<EntryKind, Entry[]>();
        for (const entry of present()) {
          const known = kinds.get(entry.kind);
          if (known) known.push(entry);
          else kinds.set(entry.kind, [entry]);
        }
        return kinds;
      }),
      problem: computed((): Problem | null => {
        const id = store.problemId();
        if (id === null) return null;
        const edit = store.edits().get(id);
        return edit?.table === 'problems' ? edit.ours : (log.problemsById().get(id) ?? null);
      }),
      isSaved: computed(() => store.edits().size === 0),
      /** Whether to draw all of it at once would be felt. */
      isLong: computed(() => {
        const lines = present().map((entry) => (entry.kind === 'trace' ? entry.rows.length : 1));
        return lines.reduce((sum, count) => sum + count, 0) > manyLines;
      }),
    };
  }),
  withMethods((store, repository = inject(REPOSITORY), log = inject(LogStore), notices = inject(Notices)) => {
    const drafts = repository.pageDrafts<SheetEdit>();
    let timer: ReturnType<typeof setTimeout> | undefined;
    let writing: Promise<void> = Promise.resolve();
    let following: { unsubscribe(): void } | undefined;

    const take = (records: readonly Entry[]): void => {
      const stored = new Map(store.stored());
      for (const entry of records) {
        const known = stored.get(entry.id);
        // A reading that began before our own write is older than what we have.
        if (!known || entry.revision > known.revision) stored.set(entry.id, entry);
      }
      patchState(store, { stored, isLoaded: true });
    };

    const save = async (sheet: string | null, all: readonly [string, SheetEdit][], label: string): Promise<void> => {
      // What was typed on meanwhile is written by the flush that follows its typing.
      const edits = all.flatMap(([id, edit]) => {
        const now = store.edits().get(id);
        return now?.ours === edit.ours ? [[id, now] as const] : [];
      });
      if (sheet === null || edits.length === 0) return;
      try {
        const written = await repository.saveSheet(
          sheet,
          edits.map(([, edit]) => edit),
          label,
        );
        take(written.filter((record): record is Entry => 'kind' in record));
        if (written.some((record) => !('kind' in record))) await log.catchUp();
        // What was typed while this was written is built upon what has been written now.
        const still = new Map(store.edits());
        for (const [id, edit] of edits) {
          const now = still.get(id);
          const record = written.find((it) => it.id === id);
          if (now === edit || !record) still.delete(id);
          else if (now) still.set(id, { ...now, base: record } as SheetEdit);
        }
        patchState(store, { edits: still });
        drafts.keep(sheet, [...still.values()]);
      } catch (error) {
        notices.fail(error);
      }
    };

    let label = 'Wrote on the sheet';
    const flush = (): Promise<void> => {
      clearTimeout(timer);
      timer = undefined;
      const [sheet, edits, what] = [store.problemId(), [...store.edits()], label];
      writing = writing.then(() => save(sheet, edits, what));
      return writing;
    };

    const edit = (record: SheetEdit, what: string): void => {
      if (what !== label && store.edits().size > 0) void flush();
      label = what;
      patchState(store, { edits: new Map(store.edits()).set(record.ours.id, record) });
      drafts.keep(store.problemId() ?? '', [...store.edits().values()]);
      timer ??= setTimeout(() => void flush(), debounceMs);
    };

    const put = (entry: Entry, what: string): void => {
      const known = store.edits().get(entry.id);
      const base = known?.table === 'entries' ? known.base : (store.stored().get(entry.id) ?? null);
      edit({ table: 'entries', base, ours: entry }, what);
    };

    const find = (id: string): Entry | undefined => store.entries().find((entry) => entry.id === id);
    const of = <K extends EntryKind>(kind: K): EntryOf<K>[] => (store.byKind().get(kind) ?? []) as EntryOf<K>[];

    const step = async (take: 'undoOnSheet' | 'redoOnSheet', word: string, nothing: string): Promise<void> => {
      await flush();
      const sheet = store.problemId();
      if (sheet === null) return;
      try {
        const what = await repository[take](sheet);
        await log.catchUp();
        notices.say(what === null ? nothing : `${word}: ${what.toLowerCase()}.`);
      } catch (error) {
        notices.fail(error);
      }
    };

    return {
      flush,
      of,
      find,

      /** Follows a sheet until the next one is opened. Takes over what an earlier page could not write any more. */
      open(problemId: string): void {
        void flush();
        following?.unsubscribe();
        patchState(store, { ...initialState, problemId });
        const adopted = drafts.adopt(problemId);
        following = repository
          .follow(() => repository.sheet(problemId))
          .subscribe({
            next: take,
            error: (error: unknown) => notices.fail(error),
          });
        if (adopted.length === 0) return;
        patchState(store, { edits: new Map(adopted.map((edit) => [edit.ours.id, edit])) });
        void flush().then(() => notices.say('What you typed last was brought back.'));
      },

      close(): void {
        void flush();
        following?.unsubscribe();
      },

      /** The one entry of a kind, empty where nothing is written yet. */
      single<K extends SingleKind>(kind: K): EntryOf<K> {
        const problemId = store.problemId() ?? '';
        return of(kind)[0] ?? emptyEntry(kind, problemId, singleEntryId(problemId, kind));
      },

      /** Adds an entry behind the last of its kind, or behind `after`. @returns its id. */
      add<K extends EntryKind>(kind: K, part: Partial<EntryOf<K>> = {}, after: string | null = null): string {
        const all = of(kind);
        const index = after === null ? all.length - 1 : all.findIndex(({ id }) => id === after);
        const [before, next] = [all[index]?.order ?? 0, all[index + 1]?.order];
        const order = next === undefined ? before + 1 : (before + next) / 2;
        const entry = emptyEntry(kind, store.problemId() ?? '', newId(), { ...part, order } as Partial<EntryOf<K>>);
        put(entry, `Added ${kindWords[kind]}`);
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
        const now = (find(entry.id) ?? entry) as EntryOf<K>;
        put(
          { ...now, ...(typeof part === 'function' ? part(now) : part) } as Entry,
          `Changed ${kindWords[entry.kind]}`,
        );
      },

      remove(entry: Entry): void {
        put({ ...(find(entry.id) ?? entry), deleted: true }, `Removed ${kindWords[entry.kind]}`);
        void flush();
        notices.say(`Removed ${kindWords[entry.kind]}.`, {
          label: 'Undo',
          run: () => void step('undoOnSheet', 'Undone', 'There is nothing left to undo.'),
        });
      },

      /** One place towards the beginning (-1) or the end (+1). */
      move(entry: Entry, by: -1 | 1): void {
        const all = of(entry.kind);
        const index = all.findIndex(({ id }) => id === entry.id);
        const [other, beyond] = [all[index + by], all[index + 2 * by]];
        if (!other) return;
        const order = beyond === undefined ? other.order + by : (other.order + beyond.order) / 2;
        put({ ...(find(entry.id) ?? entry), order }, `Moved ${kindWords[entry.kind]}`);
        void flush();
      },

      changeProblem(part: Partial<Problem>): void {
        const ours = store.problem();
        if (ours === null) return;
        const known = store.edits().get(ours.id);
        const base = known?.table === 'problems' ? known.base : ours;
        edit({ table: 'problems', base, ours: { ...ours, ...part } }, 'Changed the problem');
      },

      undo: (): Promise<void> => step('undoOnSheet', 'Undone', 'There is nothing left to undo on this sheet.'),
      redo: (): Promise<void> => step('redoOnSheet', 'Done again', 'There is nothing to do again.'),
    };
  }),
  withHooks({
    onInit(store, destroyRef = inject(DestroyRef)) {
      const leave = (): void => {
        if (document.visibilityState === 'hidden') void store.flush();
      };
      document.addEventListener('visibilitychange', leave);
      destroyRef.onDestroy(() => {
        document.removeEventListener('visibilitychange', leave);
        store.close();
      });
    },
  }),
);
export type SheetStore = InstanceType<typeof SheetStore>;

const kindWords: Readonly<Record<EntryKind, string>> = {
  reading: 'the reading',
  question: 'a question',
  'cue-choices': 'what was made of the cues',
  example: 'an example',
  observation: 'an observation',
  approach: 'an approach',
  'state-card': 'a state card',
  needs: 'the operations that must be fast',
  trace: 'a trace',
  version: 'a version of the code',
  argument: 'why it holds',
  lesson: 'a lesson',
  relation: 'a relation',
  twist: 'a twist',
};
