import { computed, effect, inject } from '@angular/core';
import type { ForecastCheck, PlanDay, OptimalityGap, DayAlternatives, WhatIf } from '@lernen/core/plan';
import type { PlannedToday } from '@lernen/core/quick-line';
import { patchState, signalStore, withComputed, withHooks, withMethods, withState } from '@ngrx/signals';
import { type Remote, proxy } from 'comlink';
import { WorkerHost } from '../workers/host';
import type { Derived, LookingBack, Outcome, PlannerApi, RecallSummary } from '../workers/planner/planner.worker';
import { startPlanner } from '../workers/planner/start';
import { Clock } from './clock';
import { LogStore } from './log-store';
import { Notices } from './notices';
import { PROFILE } from './profile';

export type { LookingBack, Outcome, RecallSummary };

interface DerivedState {
  readonly derived: Derived | null;
  /** Share of the planning done; null while nothing is planned. */
  readonly progress: number | null;
  readonly isStopped: boolean;
  /** Whether planning came to an end once, with a plan or without. */
  readonly hasEnded: boolean;
}

const initialState: DerivedState = { derived: null, progress: null, isStopped: false, hasEnded: false };

/** Estimates and plan: derived in a worker from the log, again after every change that they depend on and at midnight. Never stored as truth. */
export const DerivedStore = signalStore(
  { providedIn: 'root' },
  withState(initialState),
  withComputed(({ derived }) => ({
    plan: computed(() => derived()?.plan ?? null),
    techniques: computed(() => derived()?.techniques ?? new Map<string, never>()),
    recalls: computed(() => derived()?.recalls ?? new Map<string, never>()),
    mixUps: computed(() => derived()?.mixUps ?? []),
    planDays: computed(() => new Map<string, PlanDay>((derived()?.plan.days ?? []).map((day) => [day.date, day]))),
    /** The day on which each problem comes next in the plan. */
    nextPlanned: computed(() => {
      const next = new Map<string, string>();
      for (const { date, items } of derived()?.plan.days ?? []) {
        for (const { problemId } of items) if (problemId !== null && !next.has(problemId)) next.set(problemId, date);
      }
      return next;
    }),
  })),
  withMethods((store, clock = inject(Clock), profile = inject(PROFILE), notices = inject(Notices)) => {
    const host = new WorkerHost<PlannerApi>(startPlanner);
    let isBusy = false;
    let isStale = false;

    /** Changes that come while the worker is busy are taken up together when it is done. */
    const derive = async (): Promise<void> => {
      isStale = isBusy;
      if (isBusy) return;
      isBusy = true;
      patchState(store, { progress: 0, isStopped: false });
      // Progress has a way of its own from the worker: some of it arrives after the plan.
      let isUnderWay = true;
      const onProgress = proxy((progress: number) => {
        if (isUnderWay) patchState(store, { progress });
      });
      try {
        patchState(store, { derived: await host.run((it) => it.derive(profile, clock.now(), clock.zone, onProgress)) });
      } catch (error) {
        // Stopped by the person: that is said where it can be gone on with.
        if (!store.isStopped()) notices.fail(error);
      }
      isUnderWay = false;
      isBusy = false;
      patchState(store, { progress: null, hasEnded: true });
      if (isStale && !store.isStopped()) await derive();
    };

    /** Asks the worker about the plan that it made last; null while there is none. */
    const ask = async <T>(question: (planner: Remote<PlannerApi>) => Promise<T | null>): Promise<T | null> => {
      try {
        return host.isRunning ? await host.run(question) : null;
      } catch (error) {
        notices.fail(error);
        return null;
      }
    };

    return {
      derive,
      /** Has the worker read, while the page does, what it will need. */
      prepare: () =>
        host.run((it) => it.prepare(profile, clock.now(), clock.zone)).catch((error: unknown) => notices.fail(error)),
      /** What of a problem is planned for today. */
      plannedToday(problemId: string | null): PlannedToday | null {
        const items = problemId === null ? [] : (store.planDays().get(clock.today())?.items ?? []);
        const item = items.find((it) => it.problemId === problemId);
        return item && item.kind !== 'fresh' ? { kind: item.kind, minutes: item.minutes, twist: item.twist } : null;
      },
      whatIf: (whatIf: WhatIf) => ask<Outcome>((it) => it.whatIf(whatIf)),
      optimalityGap: () => ask<OptimalityGap>((it) => it.optimalityGap()),
      alternatives: (date: string) => ask<DayAlternatives>((it) => it.alternatives(date)),
      lookBack: () => ask<LookingBack>((it) => it.lookBack()),
      checkForecast: (daysAgo: number) => ask<ForecastCheck>((it) => it.checkForecast(daysAgo)),
      /** Ends a planning that takes too long; the plan before it stays. */
      stop(): void {
        patchState(store, { progress: null, isStopped: true });
        host.stop('Planning was stopped.');
      },
    };
  }),
  withHooks({
    onInit(store, log = inject(LogStore), clock = inject(Clock)) {
      void store.prepare();
      effect(() => {
        clock.today();
        log.planCount();
        if (log.hasHead()) void store.derive();
      });
    },
  }),
);
export type DerivedStore = InstanceType<typeof DerivedStore>;
