import type { Archive } from '@lernen/core/archive';
import { LernenError } from '@lernen/core/errors';
import { type Entry, type Problem, isOnSheet } from '@lernen/core/model';
import { type SheetAdvice, adviceFor, boundText, edgeCases } from '@lernen/core/sheet';

/** What `lernen advise` says: of each sheet that holds something, and how often which advice was put aside. */
export interface AdviceReport {
  readonly problems: readonly ProblemAdvice[];
  /** Which rules and cues were put aside how often, the most often first. */
  readonly putAside: readonly { readonly rule: string; readonly count: number }[];
}

interface ProblemAdvice {
  readonly title: string;
  readonly bounds: readonly string[];
  readonly unread: readonly string[];
  readonly cues: readonly { readonly id: string; readonly text: string; readonly why: string }[];
  readonly approaches: readonly {
    readonly idea: string;
    readonly time: string;
    readonly space: string;
    readonly verdict: string;
    readonly text: string;
    readonly advice: readonly { readonly rule: string; readonly text: string }[];
  }[];
  readonly edgeCases: readonly string[];
}

/** @throws LernenError when no problem is called `title`. */
export function adviceReport({ problems, entries, settings }: Archive, title: string | null): AdviceReport {
  const chosen = title === null ? problems : problems.filter((problem) => isCalled(problem, title));
  if (chosen.length === 0) throw new LernenError('problem', `No problem is called “${title}”.`);
  const byProblem = new Map<string, Entry[]>();
  for (const entry of entries.filter(isOnSheet))
    byProblem.set(entry.problemId, [...(byProblem.get(entry.problemId) ?? []), entry]);
  const language = settings?.language ?? null;
  const advised = chosen.flatMap((problem) => {
    const own = byProblem.get(problem.id) ?? [];
    const advice = adviceFor(own, language);
    return own.length === 0 ? [] : [{ problem, advice }];
  });
  const counts = new Map<string, number>();
  for (const { advice } of advised) for (const rule of advice.putAside) counts.set(rule, (counts.get(rule) ?? 0) + 1);
  return {
    problems: advised.map(({ problem, advice }) => reportOf(problem, advice)),
    putAside: [...counts].map(([rule, count]) => ({ rule, count })).sort((a, b) => b.count - a.count),
  };
}

function isCalled({ title }: Problem, wanted: string): boolean {
  return title.toLowerCase() === wanted.trim().toLowerCase();
}

function reportOf({ title }: Problem, advice: SheetAdvice): ProblemAdvice {
  return {
    title,
    bounds: advice.bounds.all.filter(({ kind }) => kind !== 'unread').map(boundText),
    unread: advice.bounds.all.filter(({ kind }) => kind === 'unread').map(({ text }) => text),
    cues: advice.cues,
    approaches: advice.approaches.map(({ approach, check }) => ({
      idea: approach.idea,
      time: approach.time,
      space: approach.space,
      verdict: check.verdict,
      text: check.text,
      advice: [...check.broken.map(({ condition, why }) => ({ rule: condition, text: why })), ...check.remarks],
    })),
    edgeCases: advice.edgeCases.map((edge) => edgeCases[edge]),
  };
}

export function adviceText({ problems, putAside }: AdviceReport): string {
  const parts = problems.map((problem) => [problem.title, ...linesOf(problem).map((line) => `  ${line}`)].join('\n'));
  const aside = putAside.map(({ rule, count }) => `  ${rule}: ${count}`);
  return [...parts, ...(aside.length === 0 ? [] : [['Put aside', ...aside].join('\n')])].join('\n\n');
}

function linesOf({ bounds, unread, cues, approaches, edgeCases: missing }: ProblemAdvice): string[] {
  return [
    ...bounds.map((text) => `bound     ${text}`),
    ...unread.map((text) => `not read  ${text}`),
    ...cues.map(({ text, why }) => `cue       ${text}. ${why}`),
    ...approaches.flatMap(({ idea, text, advice }) => [
      `approach  ${idea.split('\n')[0] ?? ''}: ${text}`,
      ...advice.map((it) => `          ${it.text}`),
    ]),
    ...(missing.length > 0 ? [`examples  not covered: ${missing.join(', ')}`] : []),
  ];
}
