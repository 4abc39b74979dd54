import { type Choice, targetKey } from '../../model/choice';
import type { TechniqueId } from '../../model/technique';
import { type Day, daysBetween, millisecondsPerDay } from '../../model/time';
import type { Candidate, KindMinutes, Placement, PlannedBefore } from '../model/candidate';
import { type Duties, DutyPlacer, type StoodAt } from './duties';
import { fillGreedily, followUpOf, openNext } from './greedy';
import { planParameters } from '../parameters';
import type { FollowedPlan, PlanInput, PlanItem, PlannedKind, UnplacedPin } from '../plan';
import type { Promising } from './promising';
import type { Schedule } from './schedule';
import { type CandidateState, kindsOn } from '../model/candidate-state';

/** A filled calendar. */
export interface Filling {
  readonly schedule: Schedule;
  /** All that was considered, and what of it stands where. */
  readonly states: readonly CandidateState[];
  readonly duties: Duties;
  readonly unplaced: readonly UnplacedPin[];
  /** Importance-weighted readiness with it. */
  readonly value: number;
}

/** What an earlier plan held of a problem or technique: of a fresh problem's first review, also the problem's day if it is known. */
interface Before {
  readonly day: number;
  readonly kind: PlannedKind;
  readonly freshDay: number | null;
}

/** The day of what was planned for a day that is over. */
const missedDay = -1;

/** What the previous plan held on the days from today on and what was missed of it, by problem, or by technique for fresh ones. */
export class PreviousPlan {
  private readonly items = new Map<string | null, Before[]>();
  /** The day on which it was made, from today; null where there is none. */
  readonly madeOn: number | null;

  /** `isLeft` says of something planned whether it is still to be done. */
  constructor(
    previous: FollowedPlan | null,
    dates: readonly Day[],
    isLeft: (item: Pick<PlanItem, 'problemId' | 'technique' | 'kind'>, date: Day) => boolean,
  ) {
    const dayAt = new Map(dates.map((date, day) => [date, day]));
    const [today = ''] = dates;
    const first = previous?.days[0]?.date;
    this.madeOn = first === undefined ? null : daysBetween(today, first);
    const wanted = new Set<string>();
    for (const { date, items } of previous?.days ?? []) {
      // What was missed is wanted as soon as there is room.
      const day = dayAt.get(date) ?? (date < today ? missedDay : undefined);
      if (day === undefined) continue;
      for (const { problemId, technique, kind, freshOn, begun } of items) {
        const key = problemId ?? technique;
        // What goes on the next day is wanted once: where it begins, or where it goes on if it was begun.
        if (begun && (begun >= today || wanted.has(`${begun} ${key}`))) continue;
        if (!isLeft({ problemId, technique, kind }, date)) continue;
        wanted.add(`${date} ${key}`);
        const freshDay = dayAt.get(freshOn ?? '') ?? null;
        this.items.set(key, [...(this.items.get(key) ?? []), { day, kind, freshDay }]);
      }
    }
  }

  /** Only what was missed of it, or what is still ahead. */
  part(part: 'missed' | 'ahead'): PreviousPlan {
    const some = new PreviousPlan(null, [], () => false);
    const isPart = ({ day }: { readonly day: number }): boolean => (day === missedDay) === (part === 'missed');
    for (const [key, items] of this.items) {
      const left = items.filter(isPart);
      if (left.length > 0) some.items.set(key, left);
    }
    return some;
  }

  get isEmpty(): boolean {
    return this.items.size === 0;
  }

  of({ problemId, technique }: Candidate): readonly Before[] {
    return this.items.get(problemId ?? technique) ?? [];
  }

  byDay(candidate: Candidate): PlannedBefore {
    const days = new Map<number, PlannedKind[]>();
    for (const { day: wanted, kind } of this.of(candidate)) {
      const day = Math.max(wanted, 0);
      days.set(day, [...(days.get(day) ?? []), kind]);
    }
    return days;
  }
}

/** All that a calendar is filled from. */
export interface Supply {
  readonly input: PlanInput;
  /** Without any placement; a filling changes copies of them. */
  readonly states: readonly CandidateState[];
  readonly choices: ReadonlyMap<string, Choice>;
  readonly today: Day;
  readonly previous: PreviousPlan;
  /** Techniques below the goal, those that the interviews need most first. */
  readonly needs: readonly TechniqueId[];
  readonly promising: Promising;
}

/**
 * Fills an empty calendar: what was pinned, what is due, then what the previous plan had where it `keepsPlan`, and the
 * rest by the largest gain. What is due and stood in that plan already keeps its place with the others, unless a day was
 * missed: then it comes first.
 */
export function fill(supply: Supply, schedule: Schedule, keepsPlan: boolean): Filling {
  const { input, previous } = supply;
  const { calendar } = schedule;
  const states = supply.states.map((state): CandidateState => ({ ...state }));
  const unplaced: UnplacedPin[] = [];
  for (const state of [...states]) placePin(state, states, supply, schedule, unplaced);
  if (!keepsPlan) startWithNeediest(states, schedule, supply);
  const stoodAt: StoodAt = ({ candidate }) =>
    previous.of(candidate).map(({ day, kind }) => ({ day: Math.max(day, 0), kind }));
  const duties = new DutyPlacer(states, schedule, input.estimates, input.log.settings.goal, stoodAt);
  const missed = previous.part('missed');
  duties.place(keepsPlan && missed.isEmpty ? previous.madeOn : null);
  keepPrevious(states, schedule, missed);
  if (keepsPlan) {
    const grace = calendar.graceOn(0);
    calendar.extend(0, grace);
    keepPrevious(states, schedule, previous.part('ahead'));
    calendar.extend(0, -grace);
    duties.placeLeft();
    startWithNeediest(states, schedule, supply);
  }
  const promising = supply.promising.of(states, schedule, calendar.totalLeft());
  fillGreedily(promising, schedule, {
    plannedBefore: previous.isEmpty ? () => null : (candidate) => previous.byDay(candidate),
    onProgress: input.onProgress ?? (() => true),
  });
  return {
    schedule,
    states: [...new Set([...states, ...promising])],
    duties: duties.placed,
    unplaced,
    value: schedule.marginalGains.value(),
  };
}

/** What the interviews need most is worked within two days, unless it was lately. */
function startWithNeediest(states: CandidateState[], schedule: Schedule, { needs, input }: Supply): void {
  const [neediest] = needs;
  const lastAt = neediest === undefined ? null : input.estimates.techniques.get(neediest)?.lastAt;
  const since = Date.parse(input.estimates.asOf) - planParameters.neediestAfter * millisecondsPerDay;
  if (lastAt && Date.parse(lastAt) > since) return;
  const days = [0, 1];
  const isThere = days.some((day) => schedule.calendar.hasTechnique(day, neediest ?? null));
  const next = states.find(({ candidate, placements }) => {
    return candidate.problemId === null && candidate.technique === neediest && placements.length === 0;
  });
  if (isThere || !next || neediest === undefined) return;
  for (const day of days) {
    if (!placeOn(next, day, 'fresh', schedule)) continue;
    addFirstReview(next, day, schedule);
    openNext(next, states, schedule);
    return;
  }
}

/** Honours a pin of today or later, unless it was done already or its day has too few minutes left. */
function placePin(
  state: CandidateState,
  states: CandidateState[],
  supply: Supply,
  schedule: Schedule,
  unplaced: UnplacedPin[],
): void {
  const { candidate } = state;
  const { calendar } = schedule;
  const { problemId, technique } = candidate;
  const chosen = supply.choices.get(targetKey(problemId === null ? { technique: technique ?? '' } : { problemId }));
  if (!chosen || !('pin' in chosen.choice)) return;
  const { pin, kind: wanted } = chosen.choice;
  const day = daysBetween(supply.today, pin);
  if (day < 0 || day >= calendar.length || wasSatSince(candidate, chosen, supply.input)) return;
  const kind = pinnedKind(candidate, wanted);
  if (!kind) return;
  const placement: Placement = { day, ...kind };
  if (!calendar.hasRoom(day, placement.minutes)) {
    unplaced.push({ problemId, technique, date: pin, minutes: placement.minutes, left: calendar.leftOn(day) });
    return;
  }
  schedule.put(state, placement, true);
  openNext(state, states, schedule);
}

/** Whether a sitting was logged after the choice. A correction of an older one has a new revision, but its old identifier. */
function wasSatSince({ problemId }: Candidate, { revision }: Choice, { estimates }: PlanInput): boolean {
  const estimate = problemId === null ? undefined : estimates.problems.get(problemId);
  return estimate !== undefined && estimate.lastSitting.id > revision;
}

/** The kind that was pinned, or the fullest that the problem has. */
function pinnedKind({ firstKinds, problemId }: Candidate, wanted: PlannedKind | null): KindMinutes | null {
  const fullest = firstKinds.at(-1) ?? null;
  if (problemId === null || wanted === null || fullest === null) return fullest;
  return firstKinds.find(({ kind }) => kind === wanted) ?? { kind: wanted, minutes: fullest.minutes };
}

/**
 * Places again what the previous plan had, as far as it still can be: first the reviews that a day has room for, then, the
 * nearest days first, what is new and what has to go on the next day, so that something else done today does not push all
 * others on; at last a first review of each fresh problem that has lost its own, so that none takes the place of what was
 * there.
 */
function keepPrevious(states: CandidateState[], schedule: Schedule, previous: PreviousPlan): void {
  const reviews = states
    .filter(({ candidate }) => candidate.problemId !== null)
    .flatMap((state) => previous.of(state.candidate).map(({ day, kind }) => ({ state, day, kind })))
    .sort((a, b) => a.day - b.day);
  const left = reviews.filter(({ state, day, kind }) => !placeAgain(state, day, kind, schedule, false));
  const lines = freshLines(states, previous);
  const unreviewed: Unreviewed[] = [];
  const steps = [
    ...lines.flatMap((line) =>
      line.days.map((day) => ({ day, keep: () => keepFresh(line, day, states, schedule, unreviewed) })),
    ),
    ...left.map(({ state, day, kind }) => ({ day, keep: () => void placeAgain(state, day, kind, schedule) })),
  ].sort((a, b) => a.day - b.day);
  for (const { keep } of steps) keep();
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

/** The next fresh problem of a technique on one of its days, with one of the first reviews; or it joins the `unreviewed`. */
function keepFresh(
  line: FreshLine,
  day: number,
  states: CandidateState[],
  schedule: Schedule,
  unreviewed: Unreviewed[],
): void {
  const state = (line.next = nextUnplaced(line.next, states, schedule));
  const placement = state && placeAgain(state, day, 'fresh', schedule);
  if (placement && !keepFirstReview(state, placement.day, line.reviews, schedule))
    unreviewed.push({ state, day: placement.day });
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
function addFirstReview(state: CandidateState, day: number, schedule: Schedule): void {
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
    const placement = placeOn(state, day, kind, schedule);
    if (placement) return placement;
  }
  return null;
}

function placeOn(state: CandidateState, day: number, kind: PlannedKind, schedule: Schedule): Placement | null {
  const minutes = kindsOn(state, day).find((it) => it.kind === kind)?.minutes;
  if (minutes === undefined) return null;
  const placement: Placement = { day, kind, minutes };
  if (!schedule.allows(state, placement)) return null;
  schedule.put(state, placement);
  return placement;
}
