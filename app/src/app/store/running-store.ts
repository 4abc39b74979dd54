import { DestroyRef, computed, inject } from '@angular/core';
import { stretchesOf, turned } from '@lernen/core/desk';
import { type Moment, type MomentKind, type Phase, type SittingKind, maxMoments } from '@lernen/core/model';
import { patchState, signalStore, withComputed, withHooks, withMethods, withProps, withState } from '@ngrx/signals';
import { v7 as newId } from 'uuid';
import { Clock } from './clock';
import { type Changes, LogStore } from './log-store';
import { Notices } from './notices';
import { REPOSITORY } from './profile';
import { type Ended, type Kept, KeptSchema, type Running, runningIn, unstarted } from './running';

const key = 'running';
const heartbeatMs = 10_000;
/** A page that is opened and finds the last sign of life longer ago than this had been closed or had crashed. */
const silenceMs = 30_000;
/** The machine slept when an open page was silent for longer than this; one in the background is woken each minute. */
const sleepMs = 150_000;

interface RunningState {
  readonly running: Running | null;
  readonly isLoaded: boolean;
  /** The sitting that this page has started and not worked at yet, by its id. */
  readonly _begun: string | null;
  /** The version of what this page wrote or took over last. */
  readonly _version: number;
  /** Writes under way. */
  readonly _writeCount: number;
}

const initialState: RunningState = { running: null, isLoaded: false, _begun: null, _version: 0, _writeCount: 0 };

/** The one sitting under way, shared by all tabs. */
export const RunningStore = signalStore(
  { providedIn: 'root' },
  withState(initialState),
  withProps(() => ({
    _repository: inject(REPOSITORY),
    _clock: inject(Clock),
    _notices: inject(Notices),
    _log: inject(LogStore),
  })),
  withComputed(({ running }) => ({
    isRunning: computed(() => running() !== null),
    isPaused: computed(() => running()?.resumedAt === null),
  })),
  withMethods((store) => ({
    /** Milliseconds at work until now, pauses left out. */
    worked(): number {
      const running = store.running();
      if (!running) return 0;
      const { workedBefore, resumedAt, seenAt } = running;
      const now = store._clock.milliseconds();
      const until = now - seenAt > sleepMs ? seenAt : now;
      return workedBefore + (resumedAt === null ? 0 : Math.max(until - resumedAt, 0));
    },

    /** Writes a state, or what becomes by it of the one that is there, which another tab may have written. */
    async _write(kept: Kept, change?: (stored: Kept) => Kept): Promise<void> {
      const { drafts } = store._repository;
      patchState(store, { running: runningIn(kept), _version: kept.version, _writeCount: store._writeCount() + 1 });
      drafts.keepUnwritten(key, [kept]);
      try {
        if (change) await store._repository.changeLocal(key, KeptSchema, change);
        else await store._repository.setLocal(key, kept);
        if (store._writeCount() === 1) drafts.keepUnwritten(key, []);
      } catch (error) {
        // The draft stays for the next page.
        store._notices.fail(error);
      } finally {
        patchState(store, { _writeCount: store._writeCount() - 1 });
      }
    },
  })),
  withMethods((store) => ({
    _put: (next: Omit<Running, 'version'>): Promise<void> => store._write({ ...next, version: store._version() + 1 }),
  })),
  withMethods((store) => ({
    /** Changes some fields and leaves the others as they stand, also where another tab has just changed those. */
    async change(part: Partial<Running>): Promise<void> {
      const running = store.running();
      if (!running) return;
      const fields = { ...part, seenAt: store._clock.milliseconds() };
      const version = store._version() + 1;
      await store._write({ ...running, ...fields, version }, (stored) => ({
        ...stored,
        ...(runningIn(stored) ? fields : {}),
        version: Math.max(stored.version + 1, version),
      }));
    },
  })),
  withMethods((store) => ({
    start(problemId: string, kind: SittingKind, twist = '', plannedMinutes: number | null = null): Promise<void> {
      const sittingId = newId();
      patchState(store, { _begun: sittingId });
      return store._put({
        ...unstarted,
        sittingId,
        problemId,
        kind,
        twist,
        plannedMinutes,
        startedAt: store._clock.now(),
        resumedAt: store._clock.milliseconds(),
        seenAt: store._clock.milliseconds(),
      });
    },

    /** Whether the sitting under way was started by this page. It is asked once, by the desk that shows it first. */
    claim(): boolean {
      const begun = store._begun();
      patchState(store, { _begun: null });
      return begun !== null && begun === store.running()?.sittingId;
    },
  })),
  withMethods((store) => ({
    /** Stops the clock, and turns to telling what happened. */
    tell(part: Partial<Running> = {}): Promise<void> {
      const [running, workedBefore] = [store.running(), store.worked()];
      const course = stretchesOf(running?.turns ?? [], workedBefore);
      return store.change({ step: 'telling', workedBefore, resumedAt: null, quietFor: 0, course, ...part });
    },

    pause: (): Promise<void> => store.change({ workedBefore: store.worked(), resumedAt: null }),
    resume: (): Promise<void> =>
      store.change({ resumedAt: store._clock.milliseconds(), wasInterrupted: false, awayFor: 0 }),

    /** Goes over to a phase; for the person, or because of what they do. */
    async turnTo(phase: Phase): Promise<void> {
      const running = store.running();
      if (running?.resumedAt == null) return;
      const turns = turned(running.turns, phase, store.worked());
      if (turns !== running.turns) await store.change({ turns });
    },

    /** Notes that something happened now. */
    async note(kind: MomentKind, text = ''): Promise<void> {
      const running = store.running();
      if (!running || running.moments.length >= maxMoments) return;
      const moment: Moment = { at: Math.round(store.worked() / 1000), kind, text: text.slice(0, 500).trim() };
      await store.change({ moments: [...running.moments, moment] });
    },

    /** What nobody touched for a while was no work: it is taken off the clock. */
    takeOffQuiet(): Promise<void> {
      const running = store.running();
      if (!running) return Promise.resolve();
      const workedBefore = Math.max(store.worked() - running.quietFor, 0);
      const resumedAt = running.resumedAt === null ? null : store._clock.milliseconds();
      return store.change({ workedBefore, resumedAt, quietFor: 0 });
    },

    /** The time without a sign of life was work too: the person says so. */
    countAway: (): Promise<void> =>
      store.change({
        workedBefore: store.worked() + (store.running()?.awayFor ?? 0),
        wasInterrupted: false,
        awayFor: 0,
      }),

    /** Ends it with what is logged of it, in one transaction; undoing that brings it back. @returns whether it was saved. */
    async end(changes: Changes, label: string): Promise<boolean> {
      const ended: Ended = { version: store._version() + 1, hasEnded: true };
      const isSaved = await store._log.saveAndSay(changes, label, { local: { key, value: ended } });
      if (isSaved) patchState(store, { running: null, _version: ended.version });
      return isSaved;
    },

    /** A clock found running long after the page was last seen stops where that was. */
    async _stopIfSilentFor(limit: number): Promise<void> {
      const running = store.running();
      const awayFor = store._clock.milliseconds() - (running?.seenAt ?? 0);
      if (running?.resumedAt == null || awayFor <= limit) return;
      const workedBefore = running.workedBefore + Math.max(running.seenAt - running.resumedAt, 0);
      await store._put({ ...running, workedBefore, resumedAt: null, wasInterrupted: true, awayFor });
    },
  })),
  withMethods((store) => ({
    /** Where the clock of the machine was set back, what was worked until then stays, and goes on from the new time. */
    async _followClockBack(): Promise<void> {
      const running = store.running();
      const now = store._clock.milliseconds();
      if (running?.resumedAt == null || now >= running.seenAt) return;
      const workedBefore = running.workedBefore + Math.max(running.seenAt - running.resumedAt, 0);
      await store.change({ workedBefore, resumedAt: now });
    },
  })),
  withMethods((store) => ({
    /** A sign of life. It leaves alone what another tab may have written a moment ago. */
    async beat(): Promise<void> {
      await store._stopIfSilentFor(sleepMs);
      await store._followClockBack();
      if (store.running()?.resumedAt == null) return;
      await store._repository.changeLocal(key, KeptSchema, (kept) =>
        runningIn(kept) ? { ...kept, seenAt: store._clock.milliseconds() } : kept,
      );
    },
  })),
  withMethods((store) => ({
    /** Takes over what another tab or an earlier page wrote, or could not write any more. */
    async takeOver(stored: Kept | undefined): Promise<void> {
      // What is read while this page writes is older than what it holds; the write is read back right after.
      if (store._writeCount() > 0) return;
      const isFirst = !store.isLoaded();
      const { drafts } = store._repository;
      const kept = isFirst ? await drafts.leftUnwritten(key) : [];
      const left = kept.flatMap(({ values }) =>
        values.flatMap((value): Kept[] => {
          const { data } = KeptSchema.safeParse(value);
          return data ? [data] : [];
        }),
      );
      const unwritten = left.filter((draft) => draft.version > (stored?.version ?? 0)).at(-1);
      const found = unwritten ?? stored;
      if (found && found.version < store._version()) return;
      patchState(store, { running: runningIn(found), isLoaded: true, _version: found?.version ?? store._version() });
      if (unwritten) await store._write(unwritten);
      drafts.forgetLeft(key, kept);
      if (isFirst) await store._stopIfSilentFor(silenceMs);
    },
  })),
  withHooks({
    onInit(store, destroyRef = inject(DestroyRef)) {
      const following = store._repository
        .follow(() => store._repository.local(key, KeptSchema))
        .subscribe((kept) => void store.takeOver(kept));
      const beating = setInterval(() => void store.beat(), heartbeatMs);
      destroyRef.onDestroy(() => {
        following.unsubscribe();
        clearInterval(beating);
      });
    },
  }),
);
export type RunningStore = InstanceType<typeof RunningStore>;
