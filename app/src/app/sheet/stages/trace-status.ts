import type { Trace } from '@lernen/core/model';
import type { TraceCell, TraceReading } from '@lernen/core/trace';

/** What there is to say of a cell, behind its step; null where it is as it should be. */
export function cellStatus(cell: TraceCell | undefined): string | null {
  if (!cell) return null;
  const { fault, formula, rule, overwrites } = cell;
  if (fault) return `, letter ${fault.at + 1}: ${fault.message}. What stood above is kept.`;
  if (rule?.outcome === 'faulty') return `: ${rule.message}`;
  if (formula?.outcome === 'faulty') return `: ${formula.message}`;
  if (overwrites !== null) return `: written by hand; the formula gives ${overwrites}.`;
  const isMissing = formula?.outcome === 'open' && cell.cell === null;
  return isMissing ? ': the formula needs a cell that is not there yet; write this one by hand.' : null;
}

/** Rules that do not hold, with the step that breaks each first. */
export function brokenRules({ columns }: Pick<Trace, 'columns'>, { firstBreaks }: TraceReading): string {
  return firstBreaks
    .flatMap((first, at) => (first === null ? [] : [`“${columns[at]?.rule ?? ''}” breaks first in step ${first + 1}.`]))
    .join(' ');
}
