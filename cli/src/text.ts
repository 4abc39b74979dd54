import type { TechniqueEstimate } from '@lernen/core/estimate';
import type { Log } from '@lernen/core/model';
import type { QuickReading } from '@lernen/core/quick-line';
import type { Plan, PlanItem } from '@lernen/core/plan';

export function quickText(reading: QuickReading): string {
  return reading.parts
    .map((part) =>
      part.fault === null
        ? `${part.kind}: ${part.value}${part.isNew ? ' (new)' : ''}`
        : `not understood: ${part.value} (${part.fault})`,
    )
    .join('\n');
}

export function techniquesText(rows: readonly TechniqueEstimate[], log: Log): string {
  const names = new Map(log.techniques.map((technique) => [technique.id, technique.name]));
  const lines = rows.map(({ technique, strength, sittings, isThin }) =>
    [
      (names.get(technique) ?? technique).padEnd(24),
      `${percent(strength.point)} (${percent(strength.low)} to ${percent(strength.high)})`.padEnd(22),
      `${sittings} sittings`,
      isThin ? 'not enough yet' : '',
    ]
      .join('  ')
      .trimEnd(),
  );
  return lines.length === 0 ? 'No sittings yet.' : lines.join('\n');
}

export function planText(plan: Plan, log: Log, reasonOf: (item: PlanItem) => string): string {
  const titles = new Map(log.problems.map((problem) => [problem.id, problem.title]));
  const employers = new Map(log.interviews.map((interview) => [interview.id, interview.employer]));
  const readiness = plan.readiness.map(
    (it) =>
      `${employers.get(it.interviewId) ?? it.interviewId}: ${percent(it.now)} now, ${percent(it.ifKept)} with the plan, ${percent(it.ifDropped)} without`,
  );
  const days = plan.days.flatMap((day) => [
    `${day.date}  ${day.minutes} of ${day.budget - day.done} min`,
    ...day.items.map(
      (item) =>
        `  ${item.kind.padEnd(8)}${String(item.minutes).padStart(3)} min  ${nameOf(item, titles)}. ${reasonOf(item)}`,
    ),
  ]);
  return [...readiness, '', ...days].join('\n');
}

function nameOf({ problemId, technique, freshOn }: PlanItem, titles: ReadonlyMap<string, string>): string {
  if (problemId !== null) return titles.get(problemId) ?? problemId;
  return freshOn === null ? `something new: ${technique}` : `${technique}: the one new on ${freshOn}`;
}

function percent(chance: number): string {
  return `${Math.round(chance * 100)} %`;
}
