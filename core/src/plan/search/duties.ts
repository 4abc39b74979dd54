import type { Estimates } from '../../estimate/estimate';
import { tellsOfSolving } from '../../estimate/failure';
import { isFullKind } from '../../estimate/worked';
import type { TechniqueId } from '../../model/technique';
import { ClaimRoom, week } from './claim-room';
import { type Due, Needs, estimateOf, failedDue, firstReviewsDue, mixUpsDue, twistsDue } from './dues';
import type { Placement } from '../model/candidate';
import { planParameters } from '../parameters';
import { type Duty, isClaim } from '../plan';
import { type Before, missedDay } from './previous-plan';
import type { Schedule } from './schedule';
import { type CandidateState, kindsOn } from '../model/candidate-state';

/** Where an earlier plan held a candidate, as what and what for. */
export type StoodAt = (state: CandidateState) => readonly Pick<Before, 'day' | 'kind' | 'duty'>[];

const { followUp, twists } = planParameters;

/** What each item is in the plan for, beside its gain. */
export type Duties = Map<Placement, Duty>;

/** What is to stand on one day together; what limits its days, and is told which it takes. */
interface Task {
  readonly dues: readonly Due[];
  readonly mayTake: (day: number) => boolean;
  readonly takes: (day: number) => void;
}

/**
 * Places what a good coach brings back whatever else would gain: what was mixed up, what failed, the first review of
 * what was solved for the first time, what can come changed before an interview; in order of need, each within its days,
 * on the day where an earlier plan had it if that is one of them.
 */
export class DutyPlacer {
  readonly placed: Duties = new Map();
  private readonly tasks: readonly Task[];
  /** What waits until all that stood in the plan that is followed has its place again; and whether its days are taken already. */
  private readonly left: { readonly task: Task; readonly isDuty: boolean }[] = [];

  constructor(
    states: readonly CandidateState[],
    private readonly schedule: Schedule,
    estimates: Estimates,
    goal: number,
    private readonly stoodAt: StoodAt,
    lastPlanOn: number | null,
  ) {
    const byNeed = (some: Due[]): Due[] => some.sort((a, b) => b.need - a.need);
    const needs = new Needs(estimates, schedule.targets, goal);
    const isLate = (state: CandidateState, last: number): boolean =>
      (lastPlanOn !== null && last >= lastPlanOn) || stoodAt(state).some(({ duty }) => duty === 'first-review');
    this.tasks = [
      ...mixUpsDue(states, estimates, needs).map(free),
      ...claimTasks(byNeed(failedDue(states, estimates, needs)), claimRoomFor(states, schedule, estimates)),
      ...firstReviewTasks(byNeed(firstReviewsDue(states, estimates, needs, isLate)), schedule),
      ...twistTasks(byNeed(twistsDue(states, schedule.targets)), schedule),
    ];
  }

  /** Whether what failed of a technique is due within two days. */
  hasClaimOf(technique: TechniqueId | undefined): boolean {
    return this.claimsOf(technique).length > 0;
  }

  /**
   * What failed of a technique within two days where no failure comes then, as those that were worked lately have had the
   * share of the week. @returns whether there was any.
   */
  placeClaimOf(technique: TechniqueId): boolean {
    if ([...this.placed].some(([{ day }, duty]) => day <= 1 && isClaim(duty))) return false;
    for (const task of this.claimsOf(technique)) {
      const [later] = task.dues.flatMap(({ state }) => state.placements);
      if (later && !this.placed.has(later)) continue;
      const isOpen = (day: number): boolean => canStandTogether(task.dues, day, this.schedule);
      if (later) this.takeOut(task, later);
      const day = firstDay(0, 1, isOpen);
      if (day !== null || later) this.placeOn(task, day ?? later?.day ?? 0, !later);
      if (day !== null) return true;
    }
    return false;
  }

  /**
   * All; or where a plan is followed, only what has become due since the day on which that was made, and claims, on their
   * evenings if they can still stand there; the rest waits until all that stood in that plan has its place again. `forPlanned`
   * are the minutes more that what was planned for a day that has begun may take.
   */
  place(madeOn: number | null, forPlanned: number): void {
    const { calendar } = this.schedule;
    const waiting: { readonly task: Task; readonly day: number | null }[] = [];
    for (const task of this.tasks) {
      const day = madeOn === null ? null : dayOf(task, this.stoodAt);
      if (day === null && isDueSince(madeOn, task)) this.placeNow(this.wasMissed(task) ? promised(task) : task);
      else waiting.push({ task, day });
    }
    const moved: Task[] = [];
    calendar.extend(0, forPlanned);
    for (const { task, day } of waiting) {
      const isDuty = day !== null && task.mayTake(day);
      if (!isClaimTask(task) || (day !== null && !isDuty)) {
        if (isDuty) task.takes(day);
        this.left.push({ task, isDuty });
      } else if (day === null) moved.push(task);
      else if (canStandTogether(task.dues, day, this.schedule)) this.placeOn(task, day);
      else moved.push(promised(task));
    }
    calendar.extend(0, -forPlanned);
    // What an older sitting was only now said to have failed at, and what stood on an evening that went to something else:
    // days that are full would leave them for good.
    for (const task of moved) this.placeNow(task);
  }

  /** What was left: where it has its place again, that is its duty; else it is placed now. */
  placeLeft(): void {
    for (const { task, isDuty } of this.left.splice(0)) {
      if (dayOf(task, ({ placements }) => placements) === null) this.placeNow(task, !isDuty);
      else if (isDuty) this.note(task);
    }
  }

  private takeOut({ dues }: Task, placement: Placement): void {
    for (const { state } of dues) this.schedule.takeOut(state, placement);
    this.placed.delete(placement);
  }

  private claimsOf(technique: TechniqueId | undefined): Task[] {
    return this.tasks.filter(
      (task) =>
        isClaimTask(task) && task.dues.some(({ state, from }) => from <= 1 && state.candidate.technique === technique),
    );
  }

  /** Whether it is a claim that stood on an evening that was missed. */
  private wasMissed(task: Task): boolean {
    const isIt = ({ state, kind }: Due): boolean =>
      this.stoodAt(state).some((it) => it.day === missedDay && it.kind === kind);
    return isClaimTask(task) && task.dues.every(isIt);
  }

  private placeNow(task: Task, takes = true): void {
    const day = dayFor(task, this.schedule, this.stoodAt);
    if (day !== null) this.placeOn(task, day, takes);
  }

  private placeOn(task: Task, day: number, takes = true): void {
    for (const due of task.dues) this.schedule.put(due.state, placementOn(due, day));
    this.note(task);
    if (takes) task.takes(day);
  }

  private note({ dues }: Task): void {
    for (const { state, kind, duty } of dues) {
      const placement = state.placements.find((it) => it.kind === kind);
      if (placement) this.placed.set(placement, duty);
    }
  }
}

/** The day within its days on which all of it stands as what is due, by an earlier plan or by this one. */
function dayOf({ dues: [first, ...others] }: Task, standsAt: StoodAt): number | null {
  if (!first) return null;
  const daysOf = ({ state, kind, duty, from, to, latest }: Due): number[] =>
    standsAt(state).flatMap((it) => {
      const isIt = it.kind === kind && (it.duty === undefined || it.duty === duty);
      // What was missed is for today.
      const day = Math.max(it.day, 0);
      return isIt && day >= from && day <= Math.max(to, latest) ? [day] : [];
    });
  return daysOf(first).find((day) => others.every((due) => daysOf(due).includes(day))) ?? null;
}

/** Whether something has made it due since a day from today. */
function isDueSince(day: number | null, { dues }: Task): boolean {
  return day === null || dues.some(({ since }) => since !== null && since >= day);
}

/** A claim that has had its share of the week already: it was given when it was planned. */
function promised(claim: Task): Task {
  return { ...claim, mayTake: () => true };
}

function isClaimTask({ dues }: Task): boolean {
  return dues.every(({ duty }) => isClaim(duty));
}

/** On any of their days. */
function free(dues: readonly Due[]): Task {
  return { dues, mayTake: () => true, takes: () => undefined };
}

/** No more than their share of the week. */
function claimTasks(dues: readonly Due[], room: ClaimRoom): Task[] {
  return dues.map((due) => {
    const { minutes } = placementOn(due, due.from);
    return { dues: [due], mayTake: (day) => room.has(day, minutes), takes: (day) => room.take(day, minutes) };
  });
}

/** Those at the goal, which come last, no more than their share of each day. */
function firstReviewTasks(dues: readonly Due[], { calendar }: Schedule): Task[] {
  const spent = new Map<number, number>();
  return dues.map((due) => {
    if (due.need > 0) return free([due]);
    const { minutes } = placementOn(due, due.from);
    const after = (day: number): number => (spent.get(day) ?? 0) + minutes;
    return {
      dues: [due],
      mayTake: (day) => after(day) <= followUp.shareAtGoal * calendar.minutesOn(day),
      takes: (day) => spent.set(day, after(day)),
    };
  });
}

/** One a day at most, and no more than their share of the minutes, but for the first. */
function twistTasks(dues: readonly Due[], { calendar }: Schedule): Task[] {
  const days = [...new Set(dues.flatMap(({ state }) => [...(state.candidate.twist?.days ?? [])]))];
  const max = twists.shareOfMinutes * days.reduce((sum, day) => sum + calendar.minutesOn(day), 0);
  let spent = 0;
  return dues.map((due) => {
    const { minutes } = placementOn(due, due.from);
    return {
      dues: [due],
      mayTake: (day) =>
        (spent === 0 || spent + minutes <= max) &&
        calendar.itemsOn(day).every(({ placement }) => placement.kind !== 'twist'),
      takes: () => (spent += minutes),
    };
  });
}

/** What claims may take, beside what was failed and worked again within the last days. */
function claimRoomFor(states: readonly CandidateState[], { calendar }: Schedule, estimates: Estimates): ClaimRoom {
  const room = new ClaimRoom(calendar);
  for (const state of states) {
    const past = estimateOf(state, estimates)?.history.filter(tellsOfSolving) ?? [];
    const minutes = state.candidate.kinds.find(({ kind }) => kind === 'rebuild')?.minutes ?? 0;
    for (const [index, { kind, day }] of past.entries())
      if (isFullKind(kind) && past[index - 1]?.isOwn === false && day > -week) room.take(-Math.floor(-day), minutes);
  }
  return room;
}

/**
 * The day for all of it: where an earlier plan had it, else the first of its days, if it can be one where it takes no place
 * from something new and is not most of the evening with others of its technique; null where there is none.
 */
function dayFor(task: Task, schedule: Schedule, stoodAt: StoodAt): number | null {
  const { dues, mayTake } = task;
  const { calendar } = schedule;
  const from = Math.max(0, ...dues.map((due) => due.from));
  const to = Math.min(calendar.length - 1, ...dues.map((due) => due.to));
  const latest = Math.min(calendar.length - 1, ...dues.map((due) => due.latest));
  const isOpen = (day: number): boolean => mayTake(day) && canStandTogether(dues, day, schedule);
  const sparesFresh = (day: number): boolean => calendar.sparesFresh(day, minutesOf(dues, day));
  const mixes = (day: number): boolean => dues.every(({ state }) => !calendar.repeats(day, state.candidate.technique));
  const stood = dayOf(task, stoodAt);
  if (stood !== null && isOpen(stood)) return stood;
  const mixed = Math.max(Math.min(Math.max(to, from + 1), latest), to);
  return (
    firstDay(from, mixed, (day) => sparesFresh(day) && mixes(day) && isOpen(day)) ??
    firstDay(from, to, (day) => sparesFresh(day) && isOpen(day)) ??
    firstDay(from, latest, isOpen)
  );
}

function firstDay(from: number, to: number, fits: (day: number) => boolean): number | null {
  for (let day = from; day <= to; day++) if (fits(day)) return day;
  return null;
}

function canStandTogether(dues: readonly Due[], day: number, schedule: Schedule): boolean {
  return (
    schedule.calendar.hasRoom(day, minutesOf(dues, day)) &&
    dues.every((due) => schedule.allows(due.state, placementOn(due, day)))
  );
}

function minutesOf(dues: readonly Due[], day: number): number {
  return dues.reduce((sum, due) => sum + placementOn(due, day).minutes, 0);
}

/** Of no end where its kind cannot be planned on that day. */
function placementOn({ state, kind }: Due, day: number): Placement {
  return { day, kind, minutes: kindsOn(state, day).find((it) => it.kind === kind)?.minutes ?? Infinity };
}
