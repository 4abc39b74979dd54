import type { Estimates, MixUp, ProblemEstimate } from '../../estimate/estimate';
import { failureIn } from '../../estimate/failure';
import type { TechniqueId } from '../../model/technique';
import { millisecondsPerDay } from '../../model/time';
import type { CandidateState } from '../model/candidate-state';
import type { Target } from '../model/horizon';
import { needByTechnique } from '../model/needs';
import { planParameters } from '../parameters';
import type { Duty, PlannedKind } from '../plan';

const { claims, followUp, mixUpDays, twists } = planParameters;

/** Something that is planned whatever else would gain, between two days. */
export interface Due {
  readonly state: CandidateState;
  readonly duty: Duty;
  readonly kind: PlannedKind;
  readonly from: number;
  readonly to: number;
  /** Where it finds no room in its days that takes nothing from something new, it comes as soon as there is any, up to here. */
  readonly latest: number;
  /** What comes first where not all find room. */
  readonly need: number;
  /** The day, from today, of what made it due; none where time did. */
  readonly since: number | null;
}

/** What the interviews need of the techniques. */
export class Needs {
  private readonly needs: ReadonlyMap<TechniqueId, number>;

  constructor(
    private readonly estimates: Estimates,
    private readonly targets: readonly Target[],
    goal: number,
  ) {
    this.needs = needByTechnique(estimates, targets, goal);
  }

  isAsked(technique: TechniqueId | null): boolean {
    return technique !== null && this.targets.some(({ shares }) => (shares.get(technique) ?? 0) > 0);
  }

  /** For claims: the less a technique was practised the more a failure tells. 0 at the goal and where it is not asked. */
  of(technique: TechniqueId | null): number {
    if (technique === null) return 0;
    return (this.needs.get(technique) ?? 0) / (1 + (this.estimates.techniques.get(technique)?.sittings ?? 0));
  }
}

/** Failed problems until they are solved: read ones again from blank some days later, others with a hint soon. */
export function failedDue(states: readonly CandidateState[], estimates: Estimates, needs: Needs): Due[] {
  return states.flatMap((state) => {
    const estimate = estimateOf(state, estimates);
    const need = needs.of(state.candidate.technique);
    const last = estimate && failureIn(estimate.history);
    if (!last || need === 0 || state.placements.length > 0) return [];
    const wasRead = estimate.worked.memory !== null;
    const day = -Math.floor(-last.day);
    const from = Math.max(day + (wasRead ? claims.from : 1), state.candidate.notBefore);
    const duty: Duty = wasRead ? 'failed' : 'unsolved';
    return [
      { state, duty, kind: 'rebuild', from, to: Math.max(day + claims.to, from), latest: Infinity, need, since: day },
    ];
  });
}

/**
 * The first review of what was solved once, some days after it, no more than a Spot at the goal; one that `isLate`, as its
 * last day has gone by since the previous plan, some days longer, where it takes no place from something new.
 */
export function firstReviewsDue(
  states: readonly CandidateState[],
  estimates: Estimates,
  needs: Needs,
  isLate: (state: CandidateState, last: number) => boolean,
): Due[] {
  return states.flatMap((state) => {
    const estimate = estimateOf(state, estimates);
    const { technique } = state.candidate;
    const need = needs.of(technique);
    const [only, further] = estimate?.history ?? [];
    if (!only?.isOwn || further || !needs.isAsked(technique) || state.placements.length > 0) return [];
    const day = -Math.floor(-only.day);
    const [from, to] = followUp.after.map((after) => day + after);
    if (from === undefined || to === undefined || (to < 0 && !isLate(state, to))) return [];
    const earliest = Math.max(from, state.candidate.notBefore);
    const last = to < 0 ? to + followUp.overdue : to;
    if (last < 0) return [];
    const kind = need > 0 ? 'sketch' : 'spot';
    return [{ state, duty: 'first-review', kind, from: earliest, to: last, latest: to, need, since: day }];
  });
}

/** Two techniques that were mixed up: a Spot of each that no Spot has asked for since, on one day, soon. */
export function mixUpsDue(states: readonly CandidateState[], estimates: Estimates, needs: Needs): Due[][] {
  const asOf = Date.parse(estimates.asOf);
  const daysAgo = ({ lastAt }: MixUp): number => (asOf - Date.parse(lastAt)) / millisecondsPerDay;
  return estimates.mixUps
    .filter((mixUp) => daysAgo(mixUp) <= mixUpDays)
    .map((mixUp) => pairFor(mixUp, states, needs, -Math.floor(daysAgo(mixUp))))
    .filter((pair) => pair.length > 0);
}

function pairFor({ waiting }: MixUp, states: readonly CandidateState[], needs: Needs, since: number): Due[] {
  const spotOf = (technique: TechniqueId): CandidateState | undefined =>
    states.find(
      ({ candidate, placements }) =>
        candidate.problemId !== null &&
        candidate.technique === technique &&
        candidate.worked.memory !== null &&
        candidate.max > 0 &&
        candidate.notBefore <= mixUpDays &&
        placements.length === 0,
    );
  const pair = waiting.flatMap((technique) => spotOf(technique) ?? []);
  if (pair.length < waiting.length) return [];
  return pair.map((state): Due => {
    const { notBefore, technique } = state.candidate;
    const [to, need] = [mixUpDays, needs.of(technique)];
    return { state, duty: 'mix-up', kind: 'spot', from: notBefore, to, latest: to, need, since };
  });
}

/** Of each technique that can come changed, what was worked longest ago; the more of the interviews it is the sooner. */
export function twistsDue(states: readonly CandidateState[], targets: readonly Target[]): Due[] {
  const ofTechnique = new Map<TechniqueId, CandidateState>();
  const lately = new Set<TechniqueId>();
  for (const state of states) {
    const { technique, twist, spacing } = state.candidate;
    if (technique === null) continue;
    if (spacing.lastTwist !== null && spacing.lastTwist > -twists.apart) lately.add(technique);
    const known = ofTechnique.get(technique)?.candidate.spacing.past.at(-1) ?? Infinity;
    if (twist && (spacing.past.at(-1) ?? 0) < known) ofTechnique.set(technique, state);
  }
  const shareOf = (technique: TechniqueId): number =>
    targets.reduce((sum, { shares, importance }) => sum + importance * (shares.get(technique) ?? 0), 0);
  return [...ofTechnique].flatMap(([technique, state]): Due[] => {
    const days = [...(state.candidate.twist?.days ?? [])];
    if (lately.has(technique) || days.length === 0) return [];
    const [from, to] = [Math.min(...days), Math.max(...days)];
    return [{ state, duty: 'twist', kind: 'twist', from, to, latest: to, need: shareOf(technique), since: null }];
  });
}

/** What is known of a candidate that can come; undefined of something new. */
export function estimateOf({ candidate }: CandidateState, estimates: Estimates): ProblemEstimate | undefined {
  return candidate.problemId === null || candidate.max === 0 ? undefined : estimates.problems.get(candidate.problemId);
}
