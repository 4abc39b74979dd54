import { DestroyRef, computed, inject } from '@angular/core';
import type { Help, Result, SittingKind, Slip, Verdict } from '@lernen/core/model';
import { patchState, signalStore, withComputed, withHooks, withMethods, withState } from '@ngrx/signals';
import { v7 as newId } from 'uuid';
import { Clock } from './clock';
import { Notices } from './notices';
import { REPOSITORY } from './profile';

/** A sitting under way. It lives in the database, so that a reload or a crash loses nothing of it. */
export interface Running {
  /** Grows with every change, so that an older state read meanwhile can be told from a newer one. */
  readonly version: number;
  /** The id of the sitting that will be logged: however often it is saved, it is one. */
  readonly sittingId: string;
  readonly problemId: string;
  readonly kind: SittingKind;
  readonly startedAt: string;
  /** Milliseconds at work before the clock was last started. */
  readonly workedBefore: number;
  /** When the clock was last started; null while it is paused. */
  readonly resumedAt: number | null;
  /** When the page last showed signs of life; a clock found running long after stops here. */
  readonly seenAt: number;
  readonly wasInterrupted: boolean;
  /** The technique named before anything was revealed. Once set it stays. */
  readonly named: string | null;
  readonly hasNamed: boolean;
  readonly step: 'working' | 'telling';
  readonly time: string;
  readonly space: string;
  readonly attempts: readonly (Verdict | null)[];
  readonly help: Help;
  readonly result: Result | null;
  readonly slips: readonly Slip[];
  readonly felt: number | null;
  readonly language: string;
  readonly twist: string;
  readonly note: string;
}

/** What is left of a sitting that has ended, so that no older state of it can come back. */
interface Ended {
  readonly version: number;
  readonly hasEnded: true;
}

type Kept = Running | Ended;

const runningIn = (kept: Kept | undefined): Running | null => (kept && !('hasEnded' in kept) ? kept : null);

const key = 'running';
const heartbeat = 10_000;
/** A page that was silent for longer than this had been closed or had crashed. */
const silence = 30_000;

/** The one sitting under way, shared by all tabs. */
export const RunningStore = signalStore(
  { providedIn: 'root' },
  withState<{ running: Running | null; isLoaded: boolean }>({ running: null, isLoaded: false }),
  withComputed(({ running }) => ({
    isRunning: computed(() => running() !== null),
    isPaused: computed(() => running()?.resumedAt === null),
  })),
  withMethods((store, repository = inject(REPOSITORY), clock = inject(Clock), notices = inject(Notices)) => {
    const drafts = repository.pageDrafts<Kept>();
    let version = 0;
    let writing = 0;

    const write = async (kept: Kept): Promise<void> => {
      version = kept.version;
      patchState(store, { running: runningIn(kept) });
      drafts.keep(key, [kept]);
      writing++;
      try {
        await repository.setLocal(key, kept);
      } catch (error) {
        // The draft stays for the next page.
        notices.fail(error);
        return;
      } finally {
        writing--;
      }
      if (writing === 0) drafts.keep(key, []);
    };
    const put = (next: Omit<Running, 'version'>): Promise<void> => write({ ...next, version: version + 1 });
    const worked = (): number => {
      const running = store.running();
      if (!running) return 0;
      return (
        running.workedBefore + (running.resumedAt === null ? 0 : Math.max(clock.milliseconds() - running.resumedAt, 0))
      );
    };
    const change = async (part: Partial<Running>): Promise<void> => {
      const running = store.running();
      if (running) await put({ ...running, ...part, seenAt: clock.milliseconds() });
    };
    return {
      /** Milliseconds at work until now, pauses left out. */
      worked,
      change,
      start: (problemId: string, kind: SittingKind, twist = ''): Promise<void> =>
        put({
          sittingId: newId(),
          problemId,
          kind,
          startedAt: clock.now(),
          workedBefore: 0,
          resumedAt: clock.milliseconds(),
          seenAt: clock.milliseconds(),
          wasInterrupted: false,
          named: null,
          hasNamed: false,
          step: 'working',
          time: '',
          space: '',
          attempts: [],
          help: 'none',
          result: null,
          slips: [],
          felt: null,
          language: '',
          twist,
          note: '',
        }),
      pause: (): Promise<void> => change({ workedBefore: worked(), resumedAt: null }),
      resume: (): Promise<void> => change({ resumedAt: clock.milliseconds(), wasInterrupted: false }),
      finish: (): Promise<void> => write({ version: version + 1, hasEnded: true }),
      /** A sign of life. It leaves alone what another tab may have written a moment ago. */
      async beat(): Promise<void> {
        if (store.running()?.resumedAt == null) return;
        await repository.changeLocal<Kept>(key, (kept) =>
          runningIn(kept) ? { ...(kept as Running), seenAt: clock.milliseconds() } : kept,
        );
      },
      /** Takes over what another tab or an earlier page wrote, or could not write any more. */
      async takeOver(stored: Kept | undefined): Promise<void> {
        const isFirst = !store.isLoaded();
        const left = isFirst ? drafts.adopt(key).filter((draft) => draft.version > (stored?.version ?? 0)) : [];
        const found = left.at(-1) ?? stored;
        // While this page writes, what is read is older than what it holds; the write is read back right after.
        if (writing > 0 || (found && found.version < version)) return;
        version = found?.version ?? version;
        const running = runningIn(found);
        patchState(store, { running, isLoaded: true });
        const { resumedAt, seenAt } = running ?? { resumedAt: null, seenAt: 0 };
        if (isFirst && running && resumedAt !== null && clock.milliseconds() - seenAt > silence) {
          const workedBefore = running.workedBefore + Math.max(seenAt - resumedAt, 0);
          await put({ ...running, workedBefore, resumedAt: null, wasInterrupted: true });
        } else if (found && left.length > 0) await write(found);
      },
    };
  }),
  withHooks({
    onInit(store, repository = inject(REPOSITORY), destroyRef = inject(DestroyRef)) {
      const following = repository
        .follow(() => repository.local<Kept>(key))
        .subscribe((kept) => void store.takeOver(kept));
      const beating = setInterval(() => void store.beat(), heartbeat);
      destroyRef.onDestroy(() => {
        following.unsubscribe();
        clearInterval(beating);
      });
    },
  }),
);
