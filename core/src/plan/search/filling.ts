import { type Choice, targetKey } from '../../model/choice';
import type { TechniqueId } from '../../model/technique';
import { type Day, daysBetween, millisecondsPerDay } from '../../model/time';
import type { Candidate, KindMinutes, Placement } from '../model/candidate';
import { type Duties, DutyPlacer, type StoodAt } from './duties';
import { fillGreedily, openNext } from './greedy';
import { addFirstReview, keepPrevious } from './keep-previous';
import { planParameters } from '../parameters';
import type { PlanInput, PlannedKind, UnplacedPin } from '../plan';
import type { PreviousPlan } from './previous-plan';
import type { Promising } from './promising';
import type { Schedule } from './schedule';
import type { CandidateState } from '../model/candidate-state';

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

/** All that a calendar is filled from. */
export interface Supply {
  readonly input: PlanInput;
  /** Without any placement; a filling changes copies of them. */
  readonly states: readonly CandidateState[];
  readonly choices: ReadonlyMap<string, Choice>;
  readonly today: Day;
  readonly previous: PreviousPlan;
  /** The day, from today, since when all that stands in the previous plan keeps its evening; null where what is due comes first. */
  readonly heldSince: number | null;
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
  const stoodAt: StoodAt = ({ candidate }) => previous.of(candidate);
  const duties = new DutyPlacer(states, schedule, input.estimates, input.log.settings.goal, stoodAt, supply.heldSince);
  const missed = previous.part('missed');
  const heldSince = keepsPlan && missed.isEmpty ? supply.heldSince : null;
  // On a day that has begun what was planned may take more than its minutes; nothing is added over them.
  const forPlanned = calendar.overOn(0) + (keepsPlan ? calendar.graceOn(0) : 0);
  calendar.extend(0, -calendar.overOn(0));
  // What failed of it comes before something new of it, in its turn where that is soon.
  if (heldSince === null && !duties.hasClaimOf(supply.needs[0])) startWithNeediest(states, schedule, supply, duties);
  duties.place(heldSince, forPlanned);
  if (heldSince === null) startWithNeediest(states, schedule, supply, duties);
  keepPrevious(states, schedule, missed);
  if (keepsPlan) {
    calendar.extend(0, forPlanned);
    keepPrevious(states, schedule, previous.part('ahead'));
    calendar.extend(0, -forPlanned);
    duties.placeLeft();
  }
  startWithNeediest(states, schedule, supply, duties);
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

/** What the interviews need most is worked within two days, unless it was lately: what failed of it, else something new. */
function startWithNeediest(
  states: CandidateState[],
  schedule: Schedule,
  { needs, input }: Supply,
  duties: DutyPlacer,
): void {
  const [neediest] = needs;
  if (neediest === undefined) return;
  const lastAt = input.estimates.techniques.get(neediest)?.lastAt;
  const since = Date.parse(input.estimates.asOf) - planParameters.neediestAfter * millisecondsPerDay;
  if (lastAt && Date.parse(lastAt) > since) return;
  const days = [0, 1];
  if (days.some((day) => schedule.calendar.hasTechnique(day, neediest)) || duties.placeClaimOf(neediest)) return;
  const next = states.find(({ candidate, placements }) => {
    return candidate.problemId === null && candidate.technique === neediest && placements.length === 0;
  });
  if (!next) return;
  for (const day of days) {
    if (!schedule.putKind(next, day, 'fresh')) continue;
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
