import * as z from 'zod/mini';
import { estimateLog } from '../../estimate/estimate';
import type { Prediction } from '../../estimate/calibration';
import type { Log } from '../../model/log';
import { type Day, DaySchema, addDays, dayOf, daysBetween, endOfDay, instantAt } from '../../model/time';
import { type Plan, type PlanInput, ReadinessPointSchema } from '../plan';
import { planDays } from '../planner';

/** What a plan promised on the day on which it was made, kept to be held against what comes. */
export const ForecastSchema = z.object({
  madeOn: DaySchema,
  /** It was not kept then, but made again later from the sittings until then. */
  isMadeAgain: z.boolean(),
  /** Minutes planned by day. */
  minutes: z.array(z.object({ date: DaySchema, minutes: z.number() })),
  points: z.array(ReadinessPointSchema),
});
export type Forecast = z.infer<typeof ForecastSchema>;

/** What came of a forecast. */
export interface ForecastCheck {
  readonly madeOn: Day;
  readonly isMadeAgain: boolean;
  /** The interview whose readiness was forecast; null for the rolling goal. */
  readonly interviewId: string | null;
  /** Readiness for it that was forecast for the end of yesterday: with the plan kept, and without it. */
  readonly ifKept: number;
  readonly ifDropped: number;
  /** Readiness for it now. */
  readonly came: number;
  /** From the day on which it was made to yesterday. */
  readonly minutesPlanned: number;
  readonly minutesDone: number;
  readonly sittings: number;
  /** Unaided solves in time of these sittings: as many as were expected, and as came. */
  readonly solvesExpected: number;
  readonly solves: number;
}

/** A plan promises readiness so many days ahead. */
const daysKept = 29;
/** Fewer sittings until then are nothing to plan from. */
const minSittings = 10;

export function forecastFrom({ days, curve }: Plan): Forecast {
  return {
    madeOn: days[0]?.date ?? '',
    isMadeAgain: false,
    minutes: days.slice(0, daysKept).map(({ date, minutes }) => ({ date, minutes })),
    points: curve.slice(0, daysKept),
  };
}

/** What would have been promised on an earlier day, from the sittings until its evening; null where there were too few. */
export function forecastMadeAgain({ log, zone, twists }: PlanInput, madeOn: Day): Forecast | null {
  const evening = endOfDay(instantAt(madeOn, '12:00', zone), zone);
  const sittings = log.sittings.filter(({ startedAt }) => startedAt <= evening);
  const isNew = log.sittings[0] === undefined || daysBetween(dayOf(log.sittings[0].startedAt, zone), madeOn) < 1;
  if (isNew || sittings.length < minSittings) return null;
  const then: Log = { ...log, sittings };
  const asOf = instantAt(madeOn, '12:00', zone);
  const plan = planDays({ log: then, estimates: estimateLog(then, evening), asOf, zone, ...(twists && { twists }) });
  return { ...forecastFrom(plan), isMadeAgain: true };
}

/** Holds a forecast against what came until yesterday; null where its interview is over, moved away or was not forecast. */
export function checkForecast(
  forecast: Forecast,
  plan: Plan,
  { log, zone, estimates }: Pick<PlanInput, 'log' | 'zone' | 'estimates'>,
): ForecastCheck | null {
  const yesterday = addDays(plan.days[0]?.date ?? '', -1);
  const point = forecast.points.find(({ date }) => date === yesterday);
  const readiness = plan.readiness.find(({ interviewId }) => interviewId === point?.interviewId);
  if (!point || !readiness) return null;
  const isBetween = (day: Day): boolean => day >= forecast.madeOn && day <= yesterday;
  const sittings = log.sittings.filter(({ startedAt }) => isBetween(dayOf(startedAt, zone)));
  const seen = estimates.calibration.recent.filter(({ at }: Prediction) => isBetween(dayOf(at, zone)));
  return {
    madeOn: forecast.madeOn,
    isMadeAgain: forecast.isMadeAgain,
    interviewId: point.interviewId,
    ifKept: point.ifKept,
    ifDropped: point.ifDropped,
    came: readiness.now,
    minutesPlanned: sum(forecast.minutes.filter(({ date }) => isBetween(date)).map(({ minutes }) => minutes)),
    minutesDone: Math.round(sum(sittings.map(({ minutes }) => minutes ?? 0))),
    sittings: seen.length,
    solvesExpected: sum(seen.map(({ chance }) => chance)),
    solves: seen.filter(({ came }) => came).length,
  };
}

/** Work at most so much below the planned minutes counts as done. */
const enoughDone = 0.85;

/** Why it came as it did, in a sentence. */
export function whyItCame(check: ForecastCheck): string {
  const { minutesPlanned, minutesDone, sittings, solvesExpected, solves } = check;
  const minutes = `${minutesDone} of the ${minutesPlanned} min planned`;
  const expected = Math.round(solvesExpected);
  const surprise =
    Math.abs(solves - solvesExpected) < Math.max(1, Math.sqrt(solvesExpected) / 2)
      ? null
      : `${solves} of ${sittings} sittings were solved unaided in time, where ${expected} were expected`;
  if (minutesDone < enoughDone * minutesPlanned) {
    const isAsPromised = Math.round(100 * check.came) >= Math.round(100 * check.ifKept);
    return `You worked ${minutes}${isAsPromised ? ', and it came all the same' : ''}${surprise === null ? '' : `; ${surprise}`}.`;
  }
  if (surprise !== null) return `${surprise}, in ${minutes}.`.replace(/^./, (first) => first.toUpperCase());
  return `You worked ${minutes}, and about as many were solved as expected.`;
}

function sum(values: readonly number[]): number {
  return values.reduce((total, value) => total + value, 0);
}
