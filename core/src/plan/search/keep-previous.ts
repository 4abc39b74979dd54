import type { Placement } from '../model/candidate';
import { type CandidateState, kindsOn } from '../model/candidate-state';
import { planParameters } from '../parameters';
import type { PlannedKind } from '../plan';
import { followUpOf, openNext } from './greedy';
import { type Before, type PreviousPlan, missedDay } from './previous-plan';
import type { Schedule } from './schedule';

/**
 * Places again what the previous plan had, as far as it still can be: first the reviews that a day has room for, then, the
 * nearest days first, what is new and what has to go on the next day, so that something else done today does not push all
 * others on; at last a first review of each fresh problem that has lost its own, so that none takes the place of what was
 * there.
 */
export function keepPrevious(states: CandidateState[], schedule: Schedule, previous: PreviousPlan): void {
  const reviews = states
    .filter(({ candidate }) => candidate.problemId !== null)
    .flatMap((state) => previous.of(state.candidate).map(({ day, kind }) => ({ state, day, kind })))
    .sort((a, b) => a.day - b.day);
  const left = reviews.filter(({ state, day, kind }) => !placeAgain(state, day, kind, schedule, false));
  const lines = freshLines(states, previous);
  const steps = [
    ...lines.flatMap((line) => line.days.map((day) => ({ day, keep: () => keepFresh(line, day, states, schedule) }))),
    ...left.map(({ state, day, kind }) => ({
      day,
      keep: () => void placeAgain(state, day, kind, schedule),
    })),
  ].sort((a, b) => a.day - b.day);
  const unreviewed = steps.flatMap(({ keep }) => keep() ?? []);
  for (const { next } of lines) nextUnplaced(next, states, schedule);
  for (const { state, day } of unreviewed) addFirstReview(state, day, schedule);
}

/** A fresh problem of a day that has no first review. */
interface Unreviewed {
  readonly state: CandidateState;
  readonly day: number;
}

/** The fresh problems of a technique, which are all alike: the next one to place, and where the previous plan had any. */
interface FreshLine {
  next: CandidateState | null;
  readonly days: readonly number[];
  /** Their first reviews that are left to keep. */
  readonly reviews: Before[];
}

function freshLines(states: readonly CandidateState[], previous: PreviousPlan): FreshLine[] {
  return states
    .filter(({ candidate }) => candidate.problemId === null)
    .map((next) => {
      const before = previous.of(next.candidate);
      return {
        next,
        days: before.filter(({ kind }) => kind === 'fresh').map(({ day }) => day),
        reviews: before.filter(({ kind }) => kind !== 'fresh'),
      };
    });
}

/** The next fresh problem of a technique on one of its days, with one of the first reviews. @returns it if it got none. */
function keepFresh(line: FreshLine, day: number, states: CandidateState[], schedule: Schedule): Unreviewed | null {
  const state = (line.next = nextUnplaced(line.next, states, schedule));
  const placement = state && placeAgain(state, day, 'fresh', schedule);
  if (!placement || keepFirstReview(state, placement.day, line.reviews, schedule)) return null;
  return { state, day: placement.day };
}

/** The first of a technique's fresh problems that has no place yet, from one of them on. */
function nextUnplaced(
  first: CandidateState | null,
  states: CandidateState[],
  schedule: Schedule,
): CandidateState | null {
  let next = first;
  while (next && next.placements.length > 0) next = openNext(next, states, schedule);
  return next;
}

/** On the day where the previous plan had one. Takes it out of the reviews that are left to keep. */
function keepFirstReview(state: CandidateState, day: number, reviews: Before[], schedule: Schedule): boolean {
  const [from, to] = planParameters.followUp.after;
  const isOwn = (review: Before): boolean =>
    review.freshDay === null ? review.day >= day + from && review.day <= day + to : review.freshDay === day;
  const index = reviews.findIndex(isOwn);
  const [before] = index < 0 ? [] : reviews.splice(index, 1);
  return before !== undefined && placeAgain(state, before.day, before.kind, schedule) !== null;
}

/** The first review of a fresh problem of a day, where there is room for one. */
export function addFirstReview(state: CandidateState, day: number, schedule: Schedule): void {
  const [kind] = state.candidate.kinds;
  const followUp = kind && followUpOf(state, day, kind, schedule);
  if (followUp) schedule.put(state, followUp);
}

/** On its day; what was missed on the first one with room, of the next four. */
function placeAgain(
  state: CandidateState,
  wanted: number,
  kind: PlannedKind,
  schedule: Schedule,
  mayGoOn = true,
): Placement | null {
  const days = wanted === missedDay ? [0, 1, 2, 3].filter((day) => day < schedule.calendar.length) : [wanted];
  for (const day of days) {
    const minutes = kindsOn(state, day).find((it) => it.kind === kind)?.minutes ?? 0;
    if (!mayGoOn && minutes > schedule.calendar.leftOn(day)) continue;
    const placement = schedule.putKind(state, day, kind);
    if (placement) return placement;
  }
  return null;
}
