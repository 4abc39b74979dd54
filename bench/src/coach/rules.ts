import { type Estimates, Estimator, estimateLog } from '@lernen/core/estimate';
import { type Log, type Sitting, addDays, dayOf, daysBetween, endOfDay, sittingTarget } from '@lernen/core/model';
import { type Plan, type PlanItem, planDays } from '@lernen/core/plan';
import { asOf } from './archives';

const zone = 'UTC';
const today = dayOf(asOf, zone);

/** What a rule found: whether it holds, with its figure; null where it says nothing of this archive. */
export type Finding = { readonly holds: boolean; readonly figure: string } | null;

/** A plan with all that a rule may ask for. */
export interface Case {
  readonly log: Log;
  readonly estimates: Estimates;
  readonly plan: Plan;
  readonly items: readonly DatedItem[];
}

type DatedItem = PlanItem & { readonly date: string; readonly day: number };

export interface Rule {
  readonly name: string;
  readonly check: (it: Case) => Finding;
}

export function caseOf(log: Log): Case {
  const estimates = estimateLog(log, endOfDay(asOf, zone));
  const plan = planFor(log);
  return { log, estimates, plan, items: itemsOf(plan) };
}

function planFor(log: Log, at = asOf, previous: Plan | null = null): Plan {
  return planDays({ log, estimates: new Estimator().estimate(log, endOfDay(at, zone)), asOf: at, zone, previous });
}

function itemsOf(plan: Plan): DatedItem[] {
  return plan.days.flatMap(({ date, items }) =>
    items.map((item) => ({ ...item, date, day: daysBetween(today, date) })),
  );
}

const isFull = ({ kind }: Sitting): boolean => kind !== 'spot' && kind !== 'sketch';
const isOwn = ({ result, help }: Sitting): boolean => result === 'solved' && (help === 'none' || help === 'hint');

/** The last full sitting at a problem, if there is any. */
function lastFullOf({ sittings }: Log, id: string | null): Sitting | undefined {
  return sittings.findLast((sitting) => sitting.problemId === id && isFull(sitting));
}

/** Problems whose last full sitting failed, of techniques below the goal that an interview asks. */
function failedProblems({ log, estimates }: Case): { readonly id: string; readonly last: Sitting }[] {
  const asked = new Set(log.interviews.flatMap(({ mix }) => (mix === 'usual' ? [] : Object.keys(mix))));
  return log.problems.flatMap(({ id, techniques: [technique = ''] }) => {
    const last = lastFullOf(log, id);
    const point = estimates.techniques.get(technique)?.strength.point ?? 0;
    const counts = (asked.size === 0 || asked.has(technique)) && point < log.settings.goal;
    return last && !isOwn(last) && counts ? [{ id, last }] : [];
  });
}

/** Importance-weighted share times what is missing to the goal, by technique. */
function needOf({ log, estimates }: Case): Map<string, number> {
  const needs = new Map<string, number>();
  for (const { mix } of log.interviews) {
    if (mix === 'usual') continue;
    const total = Object.values(mix).reduce((sum, it) => sum + it, 0);
    for (const [technique, weight] of Object.entries(mix)) {
      const lacking = Math.max(log.settings.goal - (estimates.techniques.get(technique)?.strength.point ?? 0), 0);
      needs.set(technique, (needs.get(technique) ?? 0) + (weight / total) * lacking);
    }
  }
  return needs;
}

const sumOf = (numbers: readonly number[]): number => numbers.reduce((sum, it) => sum + it, 0);
const percent = (part: number): string => `${Math.round(100 * part)} %`;
const share = (part: number, all: number): string => `${part} of ${all}`;

export const rules: readonly Rule[] = [
  {
    name: 'failures come back within a fortnight, as far as a fifth of the minutes lets them',
    check: (it) => {
      const failed = failedProblems(it);
      const horizon = Math.min(it.plan.days.length, 14);
      const minutes = it.plan.days.slice(0, horizon).reduce((sum, { budget }) => sum + budget, 0);
      const room = Math.min(failed.length, Math.floor((0.2 * minutes) / 25));
      if (room === 0 || horizon < 6) return null;
      const back = failed.filter(({ id }) =>
        it.items.some(({ problemId, day, kind }) => problemId === id && day < 14 && kind === 'rebuild'),
      );
      return { holds: back.length >= Math.min(room, failed.length), figure: share(back.length, failed.length) };
    },
  },
  {
    name: 'the neediest technique is worked within the first two days',
    check: (it) => {
      const [neediest] = [...needOf(it)].filter(([, need]) => need > 0.01).sort(([, a], [, b]) => b - a);
      if (!neediest || it.plan.days.length < 4) return null;
      const first = it.items.find(({ technique }) => technique === neediest[0])?.day ?? Infinity;
      return { holds: first <= 1, figure: `${neediest[0]} on day ${first}` };
    },
  },
  {
    name: 'in the first third of the days the needier half of the techniques gets four fifths of its share of the need',
    check: (it) => {
      const ranked = [...needOf(it)]
        .filter(([, need]) => need > 0)
        .sort(([, a], [, b]) => b - a)
        .map(([id]) => id);
      // With several interviews the next one's techniques come first, whatever the others need.
      if (ranked.length < 4 || it.plan.days.length < 10 || it.log.interviews.length > 1) return null;
      const half = new Set(ranked.slice(0, Math.ceil(ranked.length / 2)));
      const early = it.items.filter(({ day, technique }) => day < it.plan.days.length / 3 && technique !== null);
      const all = early.reduce((sum, { minutes }) => sum + minutes, 0);
      const needy = early
        .filter(({ technique }) => half.has(technique ?? ''))
        .reduce((sum, { minutes }) => sum + minutes, 0);
      const needs = needOf(it);
      const wanted = sumOf([...half].map((id) => needs.get(id) ?? 0)) / sumOf([...needs.values()]);
      const got = needy / Math.max(all, 1);
      return {
        holds: got >= 0.8 * wanted,
        figure: `${percent(got)} of the minutes for ${percent(wanted)} of the need`,
      };
    },
  },
  {
    name: 'a new problem has its first review after 3 to 7 days',
    check: ({ items, plan }) => {
      const fresh = items.filter(
        ({ kind, begun, day }) => kind === 'fresh' && begun === null && day + 9 < plan.days.length,
      );
      if (fresh.length === 0) return null;
      const good = fresh.filter(({ date, reasons }) => {
        const after = reasons.comesBack === null ? Infinity : daysBetween(date, reasons.comesBack);
        return after >= 3 && after <= 7;
      });
      return { holds: good.length >= 0.9 * fresh.length, figure: share(good.length, fresh.length) };
    },
  },
  {
    name: 'nothing twice in an evening; a solved problem not on the next day; gaps widen; five reviews in 30 days at most',
    check: ({ items, log }) => {
      let broken = 0;
      const byProblem = new Map<string, number[]>();
      for (const { problemId, day, begun } of items)
        if (problemId !== null && begun === null) byProblem.set(problemId, [...(byProblem.get(problemId) ?? []), day]);
      for (const [id, days] of byProblem) {
        const last = log.sittings.findLast(({ problemId }) => problemId === id);
        const ago = last ? -daysBetween(dayOf(last.startedAt, zone), today) : -Infinity;
        const gaps = days.map((day, index) => day - (index === 0 ? ago : (days[index - 1] ?? 0)));
        if (gaps.some((gap, index) => gap < (index === 0 && last && !isOwn(last) ? 1 : 2))) broken++;
        else if (gaps.slice(1).some((gap, index) => gap < Math.min(gaps[index] ?? 0, 7))) broken++;
        else if (days.some((from) => days.filter((day) => day >= from && day < from + 30).length > 5)) broken++;
      }
      return byProblem.size === 0 ? null : { holds: broken === 0, figure: `${broken} of ${byProblem.size} broken` };
    },
  },
  {
    name: 'no day takes more than a tenth over its minutes',
    check: ({ plan }) => {
      const over = plan.days.filter(
        ({ minutes, budget, done }) => minutes + done > Math.max(Math.round(1.1 * budget), done),
      );
      return { holds: over.length === 0, figure: `${over.length} days over` };
    },
  },
  {
    name: 'lengths are plausible: nothing full under 60 % of its target',
    check: ({ items, log }) => {
      const difficulties = new Map(log.problems.map(({ id, difficulty }) => [id, difficulty]));
      const full = items.filter(
        ({ kind, goesOn, begun }) => (kind === 'rebuild' || kind === 'fresh') && !goesOn && !begun,
      );
      const short = full.filter(({ kind, problemId, minutes }) => {
        const as = kind === 'fresh' ? 'first-solve' : 'rebuild';
        return (
          minutes <
          0.6 * sittingTarget(as, problemId === null ? null : (difficulties.get(problemId) ?? null), log.settings) - 1
        );
      });
      return full.length === 0
        ? null
        : { holds: short.length === 0, figure: `${short.length} of ${full.length} too short` };
    },
  },
  {
    name: 'the day before an interview takes 30 minutes at most, the day itself 20, short kinds of what it asks',
    check: ({ plan, log }) => {
      if (log.interviews.length === 0) return null;
      let heavy = 0;
      for (const { at, mix } of log.interviews)
        for (const [before, max] of [
          [0, 20],
          [1, 30],
        ] as const) {
          const date = addDays(dayOf(at, zone), -before);
          const day = plan.days.find((it) => it.date === date);
          const isAsked = ({ technique, kind }: PlanItem): boolean =>
            (kind === 'spot' || kind === 'sketch') && (mix === 'usual' || (technique !== null && technique in mix));
          if (day && (day.minutes > max || !day.items.every(isAsked))) heavy++;
        }
      return { holds: heavy === 0, figure: `${heavy} too heavy` };
    },
  },
  {
    name: 'the same technique does not follow itself where the day has another',
    check: ({ plan }) => {
      const days = plan.days.filter(({ items }) => new Set(items.map(({ technique }) => technique)).size > 1);
      const twice = days.filter(({ items }) => {
        const counts = new Map<string | null, number>();
        for (const { technique } of items) counts.set(technique, (counts.get(technique) ?? 0) + 1);
        const max = Math.max(...counts.values());
        const repeats = items.slice(1).filter(({ technique }, index) => technique === items[index]?.technique).length;
        return repeats > Math.max(2 * max - items.length - 1, 0);
      });
      return days.length === 0
        ? null
        : { holds: twice.length <= days.length / 10, figure: share(twice.length, days.length) };
    },
  },
  {
    name: 'the first item of an evening is worth most of all',
    check: ({ plan }) => {
      const days = plan.days.filter(({ items }) => items.length > 1 && items[0]?.begun === null);
      const right = days.filter(({ items }) =>
        items.every(({ reasons }) => (items[0]?.reasons.gain ?? 0) >= 0.5 * reasons.gain),
      );
      return days.length === 0
        ? null
        : { holds: right.length >= 0.9 * days.length, figure: share(right.length, days.length) };
    },
  },
  {
    name: 'the same plan at every hour of the day',
    check: ({ log, items }) => {
      const key = (some: readonly DatedItem[]): string =>
        some.map((it) => `${it.date} ${it.problemId ?? it.technique} ${it.kind}`).join('\n');
      const hours = [1, 6, 11, 14].filter((hour) => {
        const at = `${today}T${String(hour).padStart(2, '0')}:30:00.000Z`;
        return key(itemsOf(planFor({ ...log, sittings: log.sittings }, at))) !== key(items);
      });
      return { holds: hours.length === 0, figure: hours.length === 0 ? 'at 4 hours' : `not at ${hours.join(', ')} h` };
    },
  },
  {
    name: 'one further sitting keeps 90 % of the later days',
    check: ({ log, plan, items }) => {
      const first =
        items.find(({ day, problemId }) => day === 0 && problemId !== null) ??
        items.find(({ problemId }) => problemId !== null);
      const [pattern] = log.sittings;
      if (!first || !pattern) return null;
      const id = asOf.replace(/\D/g, '');
      const done: Sitting = {
        ...pattern,
        id: `01ffffff-ffff-7fff-8fff-${id.slice(0, 12)}`,
        problemId: first.problemId ?? '',
        kind: first.kind === 'fresh' ? 'first-solve' : first.kind,
        startedAt: asOf,
        minutes: first.minutes,
        result: 'solved',
        help: 'none',
      };
      const after = itemsOf(planFor({ ...log, sittings: [...log.sittings, done] }, asOf, plan));
      const key = (it: DatedItem): string => `${it.date} ${it.problemId ?? it.technique} ${it.kind}`;
      const kept = new Set(after.map(key));
      const later = items.filter(({ day, problemId }) => day > 0 && problemId !== done.problemId);
      const same = later.filter((it) => kept.has(key(it))).length;
      return later.length === 0
        ? null
        : { holds: same >= 0.9 * later.length, figure: `${Math.round((100 * same) / later.length)} %` };
    },
  },
  {
    name: 'a missed day returns within four days, or is said to be dropped',
    check: ({ log, plan }) => {
      const missed = plan.days[0]?.items.filter(({ begun }) => begun === null) ?? [];
      if (missed.length === 0 || plan.days.length < 6) return null;
      const next = planFor(log, `${addDays(today, 1)}T18:00:00.000Z`, plan);
      const told = missed.filter((item) => {
        const change = next.changes.find(
          (it) =>
            it.why === 'missed' &&
            it.problemId === item.problemId &&
            it.technique === item.technique &&
            it.kind === item.kind,
        );
        return change && (change.to === null || daysBetween(today, change.to) <= 5);
      });
      return { holds: told.length === missed.length, figure: share(told.length, missed.length) };
    },
  },
  {
    name: 'nothing is planned that is not worth its minutes',
    check: ({ items }) => {
      const idle = items.filter(
        ({ reasons }) => reasons.duty === null && !reasons.isPinned && reasons.gainPerMinute < 1e-7,
      );
      return { holds: idle.length <= items.length / 20, figure: share(idle.length, items.length) };
    },
  },
  {
    name: 'readiness rises with the minutes of a day, ever more slowly: 20, 25, 30, 45, 46, 60, 90, 240',
    check: ({ log, plan }) => {
      if (plan.days.length < 10 || log.interviews.length === 0) return null;
      const budgets = [20, 25, 30, 45, 46, 60, 90, 240];
      const reached = budgets.map((minutes) => {
        const week = Object.fromEntries(Object.keys(log.settings.week).map((day) => [day, minutes]));
        const settings = { ...log.settings, week: week as Log['settings']['week'], exceptions: {} };
        return readinessOf(planFor({ ...log, settings }), log);
      });
      const at = (minutes: number): number => reached[budgets.indexOf(minutes)] ?? NaN;
      const slope = (from: number, to: number): number => (at(to) - at(from)) / (to - from);
      const isRising = reached.every((it, index) => index === 0 || it > (reached[index - 1] ?? 0) - 0.003);
      // A tenth of a point over 25 minutes is noise.
      const isConcave = slope(20, 45) > slope(45, 90) - 4e-5 && slope(45, 90) > slope(90, 240) - 4e-5;
      return { holds: isRising && isConcave, figure: reached.map((it) => (100 * it).toFixed(1)).join(', ') };
    },
  },
  {
    name: 'what was solved the last time and is near the goal comes changed in the last third or ten days, a technique once',
    check: ({ log, estimates }) => {
      const [interview] = log.interviews;
      const days = interview ? daysBetween(today, dayOf(interview.at, zone)) : 0;
      if (log.interviews.length !== 1 || days < 6) return null;
      const twists = new Map(log.problems.map(({ id }) => [id, [{ text: 'as a stream', from: id }]]));
      const planned = itemsOf(planDays({ log, estimates, asOf, zone, twists })).filter(
        ({ kind, begun }) => kind === 'twist' && begun === null,
      );
      const near = log.problems.filter(({ techniques: [technique = ''] }) => {
        const point = estimates.techniques.get(technique)?.strength.point ?? 0;
        return point >= log.settings.goal - 0.15;
      });
      const from = Math.max(Math.min(Math.floor((days * 2) / 3), days - 10), 0);
      const isInTime = planned.every(({ day }) => day >= from && day < days);
      const isOnce = new Set(planned.map(({ technique }) => technique)).size === planned.length;
      const isKnown = planned.every(({ problemId }) => {
        const last = lastFullOf(log, problemId);
        return last !== undefined && isOwn(last);
      });
      const figure = planned.length === 0 ? 'none' : `${planned.length}, from day ${from} of ${days} on`;
      const isThere = near.length === 0 || planned.length > 0;
      return { holds: isInTime && isOnce && isThere && isKnown, figure };
    },
  },
];

/** Importance-weighted readiness on the days of the interviews, with the plan kept. */
function readinessOf({ readiness }: Plan, { interviews }: Log): number {
  const importance = new Map(interviews.map((interview) => [interview.id, interview.importance]));
  const weights = readiness.map(({ interviewId }) => importance.get(interviewId) ?? 0);
  return sumOf(readiness.map(({ ifKept }, index) => ifKept * (weights[index] ?? 0))) / Math.max(sumOf(weights), 1e-9);
}
