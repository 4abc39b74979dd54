import { at } from '../at';
import { mainTechniqueOf } from '../estimate/estimate';
import { type TechniqueBaseline, readinessOf } from '../estimate/readiness';
import { transferredOn } from '../estimate/worked';
import { type Choice, targetKey } from '../model/choice';
import type { ProblemId } from '../model/problem';
import { minutesOn } from '../model/settings';
import type { Sitting } from '../model/sitting';
import type { TechniqueId } from '../model/technique';
import { type Day, dayOf } from '../model/time';
import { type OptimalityGap, optimalityGapOf } from './bound/optimality-gap';
import { Calendar, type GivenDay, type Placed } from './search/calendar';
import { CandidateMaker } from './model/candidate-maker';
import { isLeftIn } from './done';
import { changesBetween } from './explain/changes';
import { readinessCurve } from './explain/curve';
import { orderDay } from './search/day-order';
import { type Filling, type Supply, fill } from './search/filling';
import { PreviousPlan } from './search/previous-plan';
import { type Gain, gainsInOrder } from './model/gains';
import { type Target, horizonDays, interviewsIn, targetsOf } from './model/horizon';
import { needsOf } from './model/needs';
import { MarginalGains } from './model/marginal-gains';
import { type News, countBefore, newsSince } from './news';
import { planParameters } from './parameters';
import type { Paces, Plan, PlanDay, PlanInput, PlanItem } from './plan';
import { pacesOf } from './model/pace';
import { Promising } from './search/promising';
import { reasonsFor } from './explain/reasons';
import { Schedule } from './search/schedule';
import { type CandidateState, creditsOrNone, stateWithoutPlacements } from './model/candidate-state';
import { nextTwist } from './model/twists';
import { type DayAlternatives, alternativesOn } from './explain/alternatives';

/**
 * Chooses for each day from today to the last interview what to review how, and where to put fresh problems, so that
 * readiness on the interview days is high, and is already high if the person stops early. The same input gives the same
 * plan, at any hour of a day.
 */
export function planDays(input: PlanInput): Plan {
  return new Planner(input).plan;
}

/** A plan with what stands behind it, for those who want to know more than the plan. */
export class Planner {
  readonly plan: Plan;
  private readonly targets: readonly Target[];
  private readonly dates: readonly Day[];
  private readonly given: readonly GivenDay[];
  /** All that can be planned, without any placement, and what is worth what then. */
  private readonly unplanned: readonly CandidateState[];
  private readonly marginalGains: MarginalGains;
  private readonly filling: Filling;
  private readonly needs: readonly TechniqueId[];
  private readonly freshMinutes: number;
  private readonly paces: Paces;
  /** How many sittings took place before today. */
  private readonly before: number;
  private known: OptimalityGap | null = null;

  constructor(private readonly input: PlanInput) {
    const { log, asOf, zone, estimates } = input;
    const today = dayOf(asOf, zone);
    this.before = countBefore(today, log, zone);
    const sittingsToday = log.sittings.slice(this.before).filter(({ startedAt }) => dayOf(startedAt, zone) === today);
    this.targets = targetsOf(log, asOf, zone);
    this.dates = horizonDays(this.targets, today);
    const hadInterview = log.interviews.some(
      ({ at, status }) => status !== 'cancelled' && at <= asOf && dayOf(at, zone) === today,
    );
    this.given = this.dates.map((date, day) => {
      const isToday = day === 0;
      return { ...givenOn(date, input, isToday ? sittingsToday : []), hadInterview: isToday && hadInterview };
    });
    const choices = new Map(log.choices.map((choice): [string, Choice] => [targetKey(choice.target), choice]));
    const news = newsSince(input, this.targets, this.dates);
    const paces = pacesOf(log, news.isOther ? {} : input.previous?.paces);
    this.paces = Object.fromEntries(paces);
    const maker = new CandidateMaker(input, this.targets, this.dates, choices, paces);
    this.freshMinutes = maker.freshMinutes;
    this.unplanned = [...maker.reviews(), ...maker.fresh()].map((it) =>
      stateWithoutPlacements(it, this.targets, estimates.person),
    );
    this.marginalGains = this.gainsUnplanned();
    this.needs = needsOf(estimates, this.targets, log.settings.goal);
    this.filling = this.best(
      {
        input,
        states: this.unplanned,
        choices,
        today,
        previous: new PreviousPlan(input.previous ?? null, this.dates, isLeftIn(input)),
        heldSince: news.isOther ? null : news.madeOn,
        needs: this.needs,
        promising: new Promising(),
      },
      news,
    );
    this.plan = this.toPlan(news);
  }

  get schedule(): Schedule {
    return this.filling.schedule;
  }

  get states(): readonly CandidateState[] {
    return this.filling.states;
  }

  /** What the plan adds to doing nothing, and what no plan could exceed; importance-weighted over the targets. */
  optimalityGap(): OptimalityGap {
    return (this.known ??= optimalityGapOf(this.states, this.schedule));
  }

  /** What else was weighed for a day of the plan, and why it is not there; null for a day that is not in the plan. */
  alternatives(date: Day): DayAlternatives | null {
    const day = this.dates.indexOf(date);
    return day < 0 ? null : alternativesOn(this.states, this.schedule, this.dates, day);
  }

  /**
   * The previous plan as far as it holds, with its holes filled; or a new one where that gains what is worth telling,
   * which one more sitting does not on the same day; many more, such as an import, or what is of other days or for other
   * interviews are as good as a new day.
   */
  private best(supply: Supply, { madeOn, sittings, isOther }: News): Filling {
    if (supply.previous.isEmpty) return fill(supply, this.emptySchedule(), false);
    const kept = fill(supply, this.emptySchedule(), true);
    const isSameDay = madeOn === 0 && !isOther && sittings.length <= 1;
    if (isSameDay && sittings.length === 1) return kept;
    const afresh = fill(supply, this.emptySchedule(), false);
    const share = planParameters.worthTelling[isSameDay ? 'sameDay' : 'nextDay'];
    const worthTelling = share * Math.max(afresh.value - this.marginalGains.value(), 0);
    return afresh.value > kept.value + worthTelling ? afresh : kept;
  }

  private emptySchedule(): Schedule {
    const { targets } = this;
    return new Schedule(
      new Calendar(this.given, targets, this.freshMinutes),
      this.marginalGains.copy(),
      targets,
      this.input.estimates.person,
    );
  }

  /** Nothing is planned yet; what was worked so far counts. */
  private gainsUnplanned(): MarginalGains {
    const { estimates, log } = this.input;
    const marginalGains = new MarginalGains(estimates, this.targets, planParameters.untaggedShare, log.settings.goal);
    for (const { candidate, transferred } of this.unplanned) {
      const now = transferredOn(candidate.worked, 0, estimates.person);
      for (const { technique, share } of creditsOrNone(candidate))
        marginalGains.addBaseline(technique, now, transferred, share);
    }
    return marginalGains;
  }

  private toPlan(news: News): Plan {
    const { targets, dates, filling } = this;
    const { marginalGains } = filling.schedule;
    const dropped = this.marginalGains;
    const { person } = this.input.estimates;
    const baselineOf = (technique: TechniqueId): TechniqueBaseline => marginalGains.baselineOf(technique);
    const days = this.days();
    return {
      asOf: this.input.asOf,
      sittings: this.input.log.sittings.length,
      sittingsBefore: this.before,
      sittingsToday: this.input.log.sittings.slice(this.before).map(({ id }) => id),
      interviews: interviewsIn(targets, dates),
      paces: this.paces,
      days,
      readiness: targets.flatMap(({ interviewId, shares, difficulty, isWhole }, index) => {
        if (interviewId === null || !isWhole) return [];
        const rangeOf = (transferredTo: (technique: TechniqueId) => number): ReturnType<typeof readinessOf> =>
          readinessOf(person, shares, difficulty, baselineOf, transferredTo);
        const range = rangeOf((id) => at(marginalGains.transferredAt(id), index));
        const ifDropped = rangeOf((id) => at(dropped.transferredAt(id), index)).point;
        return [
          {
            interviewId,
            now: rangeOf((id) => baselineOf(id).transferredNow).point,
            ifKept: range.point,
            ifDropped,
            range,
          },
        ];
      }),
      curve: readinessCurve(filling.states, targets, dates, person, baselineOf),
      unplaced: filling.unplaced,
      // Whoever has just told of other days or of an interview knows that the plan is another one.
      changes: news.isOther && news.madeOn === 0 ? [] : changesBetween(this.input, days),
    };
  }

  private days(): PlanDay[] {
    const items = this.dates.map((): { item: PlanItem; worth: number }[] => []);
    const gains = gainsInOrder(this.filling, this.emptySchedule());
    this.dates.forEach((date, day) => {
      for (const placed of this.schedule.calendar.itemsOn(day))
        this.addItem(placed, date, gains.get(placed.placement) ?? noGain, items);
    });
    return this.dates.map((date, day) => {
      const own = orderDay(
        (items[day] ?? []).map(({ item, worth }) => ({ item, worth, technique: item.technique })),
        this.input.estimates.mixUps,
      ).map(({ item }) => item);
      return {
        date,
        minutes: own.reduce((sum, item) => sum + item.minutes, 0),
        budget: this.given[day]?.budget ?? 0,
        done: this.given[day]?.done ?? 0,
        items: own,
      };
    });
  }

  /** On its day, and what is left of it on the day on which it goes on, first thing there. */
  private addItem(placed: Placed, date: Day, gain: Gain, items: readonly { item: PlanItem; worth: number }[][]): void {
    const { state, placement, minutesThen, goesOn } = placed;
    const { schedule, dates, needs, filling } = this;
    const duty = filling.duties.get(placement) ?? null;
    const reasons = reasonsFor(placed, this.input, { schedule, dates, duty, needs, gain });
    const { problemId, technique } = state.candidate;
    const rest = placement.minutes - minutesThen;
    const [first] = state.placements;
    const freshOn = problemId === null && placement.kind !== 'fresh' && first ? (dates[first.day] ?? null) : null;
    const twist = placement.kind === 'twist' ? this.twistFor(problemId) : null;
    const item = { problemId, technique, kind: placement.kind, freshOn, twist, reasons };
    const next = goesOn === null ? null : { date: dates[goesOn] ?? date, minutes: rest };
    items[placement.day]?.push({
      item: { ...item, minutes: minutesThen, goesOn: next, begun: null },
      worth: gain.worth,
    });
    if (goesOn !== null)
      items[goesOn]?.push({ item: { ...item, minutes: rest, goesOn: null, begun: date }, worth: Infinity });
  }

  private twistFor(problemId: ProblemId | null): string | null {
    const { twists, log } = this.input;
    const known = problemId === null ? undefined : twists?.get(problemId);
    return (
      nextTwist(
        known ?? [],
        log.sittings.filter((sitting) => sitting.problemId === problemId),
      )?.text ?? null
    );
  }
}

const noGain: Gain = { byTarget: [], worth: 0 };

function givenOn(
  date: Day,
  { log, estimates }: PlanInput,
  sittings: readonly Sitting[],
): Omit<GivenDay, 'hadInterview'> {
  const techniqueOf = ({ problemId }: Sitting): TechniqueId | null =>
    mainTechniqueOf(estimates.problems.get(problemId));
  return {
    budget: minutesOn(date, log.settings),
    done: Math.round(sittings.reduce((sum, sitting) => sum + (sitting.minutes ?? 0), 0)),
    fresh: sittings.filter(({ kind }) => kind === 'first-solve').map(techniqueOf),
    techniques: sittings.map(techniqueOf),
  };
}
