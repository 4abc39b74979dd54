import type { Approach, EntryOf } from '../model/entry';
import { normalCost } from '../cost/normal-cost';
import { CostError } from '../errors';
import type { Bounds } from './bounds/bound';
import { type BrokenRule, type CodeMeasures, brokenRules, measureCode } from './code-measures';

type Version = EntryOf<'version'>;

/** One version of the code in a table of all. */
export interface Solution extends CodeMeasures {
  readonly id: string;
  /** Its place on the sheet, from 1. */
  readonly number: number;
  readonly title: string;
  readonly language: string;
  readonly isOwn: boolean;
  readonly source: string;
  /** The place of its approach, from 1; null without one. */
  readonly approach: number | null;
  /** Costs of its approach, simplified; null where none is stated. */
  readonly time: string | null;
  readonly space: string | null;
  /** How many of the checks it passed. */
  readonly passed: number;
  readonly broken: readonly BrokenRule[];
}

export interface Solutions {
  readonly rows: readonly Solution[];
  readonly checks: number;
  /** Of those with code; null without any. */
  readonly average: { readonly lines: number; readonly characters: number; readonly passed: number } | null;
}

/** All versions of a sheet beside each other. */
export function solutionsOf(
  versions: readonly Version[],
  approaches: readonly Approach[],
  checkIds: ReadonlySet<string>,
  bounds: Pick<Bounds, 'all'>,
): Solutions {
  const rows = versions.map((version, index): Solution => {
    const place = approaches.findIndex(({ id }) => id === version.approachId);
    const approach = approaches[place];
    const measures = measureCode(version.code);
    return {
      ...measures,
      id: version.id,
      number: index + 1,
      title: version.title,
      language: version.language,
      isOwn: version.isOwn,
      source: version.source,
      approach: approach ? place + 1 : null,
      time: approach ? simplified(approach.time) : null,
      space: approach ? simplified(approach.space) : null,
      passed: version.passed.filter((id) => checkIds.has(id)).length,
      broken: brokenRules(measures, bounds.all),
    };
  });
  const written = rows.filter(({ characters }) => characters > 0);
  const mean = (of: (row: Solution) => number): number =>
    written.reduce((sum, row) => sum + of(row), 0) / written.length;
  return {
    rows,
    checks: checkIds.size,
    average:
      written.length === 0
        ? null
        : {
            lines: mean((row) => row.lines),
            characters: mean((row) => row.characters),
            passed: mean((row) => row.passed),
          },
  };
}

function simplified(cost: string): string | null {
  if (cost.trim() === '') return null;
  try {
    return normalCost(cost).text;
  } catch (error) {
    if (error instanceof CostError) return cost;
    throw error;
  }
}
