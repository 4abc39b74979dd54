import { DestroyRef, computed, inject, linkedSignal } from '@angular/core';
import {
  type Choice,
  type ChoiceTarget,
  type Interview,
  type Log,
  type LogHead,
  type Named,
  type Day,
  type Problem,
  type ProblemList,
  type Settings,
  type Sitting,
  type Technique,
  logFrom,
  maxListed,
  noRecords,
  offeredTechniques,
  ProblemListSchema,
  byProblem,
  regrouped,
  targetKey,
  withListed,
} from '@lernen/core/model';
import type { MergeClash } from '@lernen/core/archive';
import {
  type PlannedLine,
  type PlannedRecords,
  type PlannedToday,
  type QuickDraft,
  type QuickRecords,
  plannedFromDraft,
  readPlannedLines,
  recordsFromDraft,
} from '@lernen/core/quick-line';
import { comingInterviews } from '@lernen/core/plan';
import { patchState, signalStore, withComputed, withHooks, withMethods, withState } from '@ngrx/signals';
import { v7 as newId } from 'uuid';
import type { Changes, WriteOptions } from '../data/commands';
import { Clock } from './clock';
import { Notices } from './notices';
import { REPOSITORY } from './profile';

export type { Changes };
export type { Done, DoneState } from '../data/journal';

interface LogState {
  /** Empty until all of it is read. */
  readonly log: Log;
  readonly isLoaded: boolean;
  /** What is known of it before the sittings are read; later the log itself. */
  readonly head: LogHead;
  readonly hasHead: boolean;
  /** Grows with every change, made in any tab. */
  readonly changeCount: number;
  /** Grows with those changes that estimates and plan depend on. */
  readonly planCount: number;
}

const empty = logFrom(noRecords);
const initialState: LogState = {
  log: empty,
  isLoaded: false,
  head: empty,
  hasHead: false,
  changeCount: 0,
  planCount: 0,
};

/**
 * The log as it stands. Commands write to the database; what was written comes back through the journal, from this tab
 * as from any other.
 */
export const LogStore = signalStore(
  { providedIn: 'root' },
  withState(initialState),
  withComputed(({ log, head }, clock = inject(Clock)) => ({
    problemsById: computed(() => new Map(head.problems().map((problem) => [problem.id, problem]))),
    techniquesById: computed(() => new Map(head.techniques().map((technique) => [technique.id, technique]))),
    /** The problems as things that a picker offers. */
    titled: computed(() => head.problems().map(({ id, title }): Named => ({ id, name: title }))),
    offered: computed(() => offeredTechniques(head.techniques())),
    sittingsOf: linkedSignal<readonly Sitting[], ReadonlyMap<string, readonly Sitting[]>>({
      source: log.sittings,
      computation: (sittings, before) =>
        before ? regrouped(before.value, before.source, sittings) : byProblem(sittings),
    }).asReadonly(),
    choicesByTarget: computed(() => new Map(head.choices().map((choice) => [targetKey(choice.target), choice]))),
    settings: computed(() => head.settings()),
    coming: computed(() => {
      clock.today();
      return comingInterviews(head.interviews(), clock.now());
    }),
    isEmpty: computed(() => head.problems().length === 0 && head.interviews().length === 0),
  })),
  withMethods((store, repository = inject(REPOSITORY)) => ({
    /** Reads what there is beside the sittings. */
    async begin(): Promise<void> {
      const head = await repository.begin();
      if (!store.hasHead()) patchState(store, { head, hasHead: true });
    },
  })),
  withMethods((store, repository = inject(REPOSITORY), notices = inject(Notices)) => ({
    newId: (): string => newId(),

    /** Takes in what was written, here or in another tab. */
    async catchUp(): Promise<void> {
      if (!store.hasHead()) await store.begin();
      const unreadable = repository.unreadable;
      const isChanged = await repository.catchUp();
      if (repository.unreadable > unreadable)
        notices.fail(
          `${repository.unreadable} of your records cannot be read by this version. They are kept, but not shown; Setup lists them under Backups.`,
        );
      if (!isChanged) return;
      const log = repository.log();
      const changeCount = store.changeCount() + 1;
      patchState(store, { log, isLoaded: true, head: log, changeCount, planCount: repository.planCount });
    },
  })),
  withMethods((store) => ({
    /** Waits until all of the log is read. */
    async whole(): Promise<void> {
      if (!store.isLoaded()) await store.catchUp();
    },
  })),
  withMethods((store, repository = inject(REPOSITORY), notices = inject(Notices)) => ({
    /** @returns the journal entry to undo it by. @throws RecordError when a record breaks its schema. */
    async save(changes: Changes, label: string, options: WriteOptions = {}): Promise<number> {
      const seq = await repository.write(changes, label, options);
      await store.catchUp();
      return seq;
    },

    /** Takes back what a journal entry wrote, and says so. */
    async undo(seq: number): Promise<void> {
      try {
        const { restored, left } = await repository.undo(seq);
        await store.catchUp();
        const rest = left > 0 ? ` ${left} changed or used since, and stayed.` : '';
        notices.say(restored > 0 ? `Undone.${rest}` : `There was nothing left to undo.${rest}`);
      } catch (error) {
        notices.fail(error);
      }
    },
  })),
  withMethods((store, repository = inject(REPOSITORY), notices = inject(Notices)) => ({
    /** Saves and offers to undo it; says what is wrong instead when it cannot be saved. */
    async saveAndSay(changes: Changes, label: string, options: WriteOptions = {}): Promise<boolean> {
      try {
        const seq = await repository.write(changes, label, options);
        await store.catchUp();
        notices.say(`${label}.`, { label: 'Undo', run: () => void store.undo(seq) });
        return true;
      } catch (error) {
        notices.fail(error);
        return false;
      }
    },
  })),
  withMethods((store) => ({
    /** Gives a field of a problem, an interview or the settings another value. @returns whether it was saved. */
    takeField(
      { collection, id, field, name }: Pick<MergeClash, 'collection' | 'id' | 'field' | 'name'>,
      value: unknown,
    ): Promise<boolean> {
      const { problems, interviews } = store.log();
      const part = { [field]: value, revision: newId() };
      const label = `Took the other ${field} of ${name}`;
      if (collection === 'settings') return store.saveAndSay({ settings: { ...store.settings(), ...part } }, label);
      const known = [...problems, ...interviews].find((record) => record.id === id);
      return store.saveAndSay(known ? { [collection]: [{ ...known, ...part }] } : {}, label);
    },
  })),
  withMethods((store, clock = inject(Clock), notices = inject(Notices)) => ({
    /** What the quick line would write for a problem that is kept for later. */
    plannedFor(draft: QuickDraft, knownId: string | null): PlannedRecords {
      const known = knownId === null ? null : (store.problemsById().get(knownId) ?? null);
      return plannedFromDraft(draft, known, { now: clock.now(), zone: clock.zone, newId });
    },

    /** What the quick line would write. */
    recordsFor(draft: QuickDraft, knownId: string | null, planned: PlannedToday | null = null): QuickRecords {
      const known = knownId === null ? null : (store.problemsById().get(knownId) ?? null);
      return recordsFromDraft(draft, known, store.log(), { now: clock.now(), zone: clock.zone, newId }, planned);
    },

    saveQuick(records: QuickRecords, label: string): Promise<boolean> {
      const { problem, sitting, techniques } = records;
      return store.saveAndSay(
        { problems: problem ? [problem] : [], sittings: [sitting], techniques: [...techniques] },
        label,
      );
    },

    /** What keeping the lines of a text for later would write, line by line. */
    plannedLines(text: string, takesKnown = false): PlannedLine[] {
      const { problems, techniques } = store.log();
      const context = { today: clock.today(), techniques, problems, takesKnown };
      return readPlannedLines(text, context, { now: clock.now(), zone: clock.zone, newId });
    },

    /** Problems for later, behind those that a list has where one is given. */
    async savePlanned(
      some: readonly PlannedRecords[],
      label: string,
      list: ProblemList | null = null,
    ): Promise<boolean> {
      const ids = some.map(({ problemId }) => problemId);
      if (list !== null && new Set([...list.problems, ...ids]).size > maxListed) {
        notices.fail(
          `“${list.title}” would hold more than ${maxListed} problems. Nothing was kept; make another list.`,
        );
        return false;
      }
      return store.saveAndSay(
        {
          problems: some.flatMap(({ problem }) => problem ?? []),
          techniques: some.flatMap(({ techniques }) => techniques),
          lists: list === null ? [] : [{ ...withListed(list, ids), revision: newId() }],
        },
        label,
      );
    },
  })),
  withMethods((store, clock = inject(Clock)) => ({
    newList(title: string, until: Day | null): ProblemList {
      return ProblemListSchema.parse({ id: newId(), revision: newId(), title, until, createdAt: clock.now() });
    },

    saveList(list: ProblemList, label: string): Promise<boolean> {
      return store.saveAndSay({ lists: [{ ...list, revision: newId() }] }, label);
    },

    saveProblem(problem: Problem, label = `Saved ${problem.title}`): Promise<boolean> {
      return store.saveAndSay({ problems: [{ ...problem, revision: newId() }] }, label);
    },

    saveSitting(sitting: Sitting, label: string): Promise<boolean> {
      return store.saveAndSay({ sittings: [{ ...sitting, revision: newId() }] }, label);
    },

    saveInterview(interview: Interview, label: string): Promise<boolean> {
      return store.saveAndSay({ interviews: [{ ...interview, revision: newId() }] }, label);
    },

    saveTechniques(techniques: readonly Technique[], label: string): Promise<boolean> {
      return store.saveAndSay(
        { techniques: techniques.map((technique) => ({ ...technique, revision: newId() })) },
        label,
      );
    },

    /** Overrules the plan; the newest choice about a target counts. */
    choose(target: ChoiceTarget, choice: Choice['choice'], label: string): Promise<boolean> {
      const known = store.choicesByTarget().get(targetKey(target));
      const record = { id: known?.id ?? newId(), revision: newId(), deleted: false, target, choice };
      return store.saveAndSay({ choices: [record] }, label);
    },

    /** Takes a choice about the plan back. */
    async clearChoice(target: ChoiceTarget, label: string): Promise<void> {
      const known = store.choicesByTarget().get(targetKey(target));
      if (known) await store.saveAndSay({ choices: [{ ...known, revision: newId(), deleted: true }] }, label);
    },
  })),
  withMethods((store, notices = inject(Notices)) => {
    let saving: Promise<void> = Promise.resolve();
    return {
      /**
       * One after the other: a second change made at once must not write the settings of before the first. What builds
       * on the settings is given as a function of them.
       */
      saveSettings(change: Partial<Settings> | ((now: Settings) => Partial<Settings>)): Promise<void> {
        saving = saving
          .then(() => {
            const now = store.settings();
            const part = typeof change === 'function' ? change(now) : change;
            return store.save({ settings: { ...now, ...part, revision: newId() } }, 'Changed the settings');
          })
          .then(
            () => undefined,
            (error: unknown) => notices.fail(error),
          );
        return saving;
      },
    };
  }),
  withHooks({
    onInit(store, repository = inject(REPOSITORY), notices = inject(Notices), destroyRef = inject(DestroyRef)) {
      const following = repository
        .follow(() => repository.lastChange())
        .subscribe({
          next: () => void store.catchUp().catch((error: unknown) => notices.fail(error)),
          error: (error: unknown) => notices.fail(error),
        });
      destroyRef.onDestroy(() => following.unsubscribe());
    },
  }),
);
export type LogStore = InstanceType<typeof LogStore>;
