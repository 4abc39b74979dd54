import type { Choice } from '../../model/choice';
import type { Log } from '../../model/log';
import type { TechniqueId } from '../../model/technique';
import { type Day, type Weekday, addDays, dayOf, daysBetween, millisecondsPerDay, weekdays } from '../../model/time';
import { planDays } from '../planner';
import type { Plan, PlanInput } from '../plan';

/** Something that could be done otherwise. */
export type WhatIf =
  /** So many minutes more on every day that has any; fewer with a negative number, never below none. */
  | { readonly kind: 'minutes'; readonly more: number }
  | { readonly kind: 'day-off'; readonly weekday: Weekday }
  /** An interview so many days later; earlier with a negative number, never before tomorrow. */
  | { readonly kind: 'interview'; readonly interviewId: string; readonly days: number }
  /** Neither reviews nor fresh problems of a technique. */
  | { readonly kind: 'without'; readonly technique: TechniqueId }
  /** Nothing until a day. */
  | { readonly kind: 'pause'; readonly until: Day };

/** The plan as it would be then; the plan as it is stays where nothing speaks against it. */
export function planIf(input: PlanInput, whatIf: WhatIf, current: Plan): Plan {
  return planDays({ ...input, log: changed(input, whatIf), previous: current });
}

function changed({ log, asOf, zone }: PlanInput, whatIf: WhatIf): Log {
  const { settings } = log;
  const today = dayOf(asOf, zone);
  switch (whatIf.kind) {
    case 'minutes': {
      const more = (minutes: number): number => (minutes === 0 ? 0 : Math.max(minutes + whatIf.more, 0));
      const week = { ...settings.week };
      for (const weekday of weekdays) week[weekday] = more(week[weekday]);
      const exceptions = Object.fromEntries(
        Object.entries(settings.exceptions).map(([date, minutes]) => [date, more(minutes)]),
      );
      return { ...log, settings: { ...settings, week, exceptions } };
    }
    case 'day-off':
      return { ...log, settings: { ...settings, week: { ...settings.week, [whatIf.weekday]: 0 } } };
    case 'interview': {
      const soonest = Date.parse(asOf) + millisecondsPerDay;
      const interviews = log.interviews.map((interview) => {
        if (interview.id !== whatIf.interviewId) return interview;
        const at = Math.max(Date.parse(interview.at) + whatIf.days * millisecondsPerDay, soonest);
        return { ...interview, at: new Date(at).toISOString() };
      });
      return { ...log, interviews };
    }
    case 'without': {
      const { technique } = whatIf;
      const drop = (target: Choice['target'], id: string): Choice => ({
        id,
        revision: id,
        deleted: false,
        target,
        choice: { dropped: true },
      });
      const own = log.problems.filter(({ techniques }) => techniques[0] === technique);
      const choices = own.map(({ id }) => drop({ problemId: id }, id));
      return { ...log, choices: [...log.choices, ...choices, drop({ technique }, `without-${technique}`)] };
    }
    case 'pause': {
      const days = Math.max(daysBetween(today, whatIf.until), 0);
      const off = Array.from({ length: days }, (_, day) => [addDays(today, day), 0] as const);
      return { ...log, settings: { ...settings, exceptions: { ...settings.exceptions, ...Object.fromEntries(off) } } };
    }
  }
}
