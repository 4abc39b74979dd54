import type { ProblemId } from '../../model/problem';
import type { TechniqueId } from '../../model/technique';
import type { Day } from '../../model/time';
import type { Placement } from '../model/candidate';
import { planParameters } from '../parameters';
import type { PlannedKind } from '../plan';
import type { Schedule } from '../search/schedule';
import type { CandidateState } from '../model/candidate-state';

/** What keeps something from a day. */
export type Obstacle =
  /** All minutes go to what gains more; so many more would be needed. The weakest item of the day gains `min`. */
  | { readonly kind: 'replaced'; readonly lacking: number; readonly min: number }
  /** With so many minutes more it could take the place of the weakest items, so many, that gain less together. */
  | { readonly kind: 'too-long'; readonly lacking: number; readonly weakest: number }
  /** The same problem stands on another day that is too near for the spacing. */
  | { readonly kind: 'too-near'; readonly other: Day }
  /** The days before an interview take short items only. */
  | { readonly kind: 'light' }
  | { readonly kind: 'enough-new'; readonly max: number }
  /** It adds too little for its minutes: the day has enough. */
  | { readonly kind: 'too-little' }
  | { readonly kind: 'put-off'; readonly until: Day }
  /** It was worked so lately that a review would teach little. */
  | { readonly kind: 'rests'; readonly until: Day };

/** Something that was weighed for a day and is not there. */
export interface Alternative {
  readonly problemId: ProblemId | null;
  readonly technique: TechniqueId | null;
  readonly kind: PlannedKind;
  readonly minutes: number;
  /** Readiness that it would add, per minute, as in `Reasons`. */
  readonly gainPerMinute: number;
  readonly obstacle: Obstacle;
}

export interface DayAlternatives {
  readonly date: Day;
  /** Minutes of the day that nothing takes. */
  readonly left: number;
  /** How many could have stood there. */
  readonly count: number;
  /** What came nearest, by gain a minute. */
  readonly nearest: readonly Alternative[];
}

const maxShown = 8;

/** An item of the day, as far as it is compared. */
interface DayItem {
  readonly minutes: number;
  readonly gainPerMinute: number;
  readonly isPinned: boolean;
}

/** What would have added something on a day, and what keeps it away. */
export function alternativesOn(
  states: readonly CandidateState[],
  schedule: Schedule,
  dates: readonly Day[],
  day: number,
): DayAlternatives {
  const there = schedule.calendar
    .itemsOn(day)
    .map(
      ({ state, placement, isPinned }): DayItem => ({
        minutes: placement.minutes,
        gainPerMinute: schedule.gainPerMinute(state, placement),
        isPinned,
      }),
    )
    .sort((a, b) => a.gainPerMinute - b.gainPerMinute);
  const alternatives: Alternative[] = [];
  for (const state of states) {
    const { candidate, placements } = state;
    if (candidate.max === 0 || placements.some((placement) => placement.day === day)) continue;
    let best: Alternative | null = null;
    for (const { kind, minutes } of schedule.kindsByGain(state, day)) {
      const placement: Placement = { day, kind, minutes };
      const gain = schedule.gainOf(state, schedule.transferredWith(state, placement));
      const gainPerMinute = gain / (minutes + planParameters.switching);
      if (gainPerMinute <= (best?.gainPerMinute ?? 0)) continue;
      const obstacle = obstacleFor(state, { ...placement, gainPerMinute }, schedule, dates, there);
      const { problemId, technique } = candidate;
      best = { problemId, technique, kind, minutes, gainPerMinute, obstacle };
    }
    if (best && placements.length < candidate.max) alternatives.push(best);
  }
  alternatives.sort((a, b) => b.gainPerMinute - a.gainPerMinute);
  return {
    date: dates[day] ?? '',
    left: Math.max(schedule.calendar.leftOn(day), 0),
    count: alternatives.length,
    nearest: oneFreshEach(alternatives).slice(0, maxShown),
  };
}

/** Fresh problems of a technique are all alike: one of them stands for all. */
function oneFreshEach(alternatives: readonly Alternative[]): Alternative[] {
  const seen = new Set<TechniqueId | null>();
  return alternatives.filter(({ problemId, technique }) => {
    if (problemId !== null) return true;
    const isFirst = !seen.has(technique);
    seen.add(technique);
    return isFirst;
  });
}

function obstacleFor(
  state: CandidateState,
  { day, kind, minutes, gainPerMinute }: Placement & Pick<DayItem, 'gainPerMinute'>,
  schedule: Schedule,
  dates: readonly Day[],
  there: readonly DayItem[],
): Obstacle {
  const { candidate, placements } = state;
  const { calendar } = schedule;
  const rests = candidate.spacing.earliest;
  if (day < rests) return { kind: 'rests', until: dates[rests] ?? '' };
  if (day < candidate.notBefore) return { kind: 'put-off', until: dates[candidate.notBefore] ?? '' };
  if (!schedule.isSpaced(state, day)) return { kind: 'too-near', other: dates[nearestTo(day, placements)] ?? '' };
  if (calendar.isTooHeavy(day, kind, candidate)) return { kind: 'light' };
  if (kind === 'fresh' && calendar.freshOn(day) >= calendar.maxFreshOn(day))
    return { kind: 'enough-new', max: calendar.maxFreshOn(day) };
  if (gainPerMinute < planParameters.minGainPerMinute) return { kind: 'too-little' };
  const left = calendar.leftOn(day);
  const lacking = Math.max(minutes - left, 0);
  const weakest = weakerTogether(there, lacking, gainOf({ minutes, gainPerMinute }));
  const freed = weakest.reduce((sum, it) => sum + it.minutes, 0);
  if (weakest.length > 0 && freed < lacking)
    return { kind: 'too-long', lacking: lacking - freed, weakest: weakest.length };
  return { kind: 'replaced', lacking, min: there[0]?.gainPerMinute ?? 0 };
}

function nearestTo(day: number, placements: readonly Placement[]): number {
  const days = placements.map((placement) => placement.day);
  return days.sort((a, b) => Math.abs(a - day) - Math.abs(b - day))[0] ?? day;
}

/** The weakest items of a day, until they free so many minutes, as long as they gain less together. */
function weakerTogether(there: readonly DayItem[], wanted: number, gain: number): DayItem[] {
  const taken: DayItem[] = [];
  let [freed, lost] = [0, 0];
  for (const item of there) {
    if (freed >= wanted || lost + gainOf(item) >= gain) break;
    if (item.isPinned) continue;
    taken.push(item);
    freed += item.minutes;
    lost += gainOf(item);
  }
  return taken;
}

function gainOf({ minutes, gainPerMinute }: Pick<DayItem, 'minutes' | 'gainPerMinute'>): number {
  return gainPerMinute * (minutes + planParameters.switching);
}
