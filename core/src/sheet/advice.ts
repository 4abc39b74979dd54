import type { Approach, Entry } from '../model/entry';
import { type ApproachCheck, checkApproach } from './approach-check';
import { type BoundCue, boundCues } from './bound-cues';
import type { Bounds } from './bounds/bound';
import { readBounds } from './bounds/bounds';
import { budgetFor, rateOf } from './budget';
import { type EdgeCase, missingEdgeCases } from './edge-cases';

/** What the machine makes of one approach. */
export interface ApproachAdvice {
  readonly approach: Approach;
  readonly check: ApproachCheck;
}

/** Everything that the machine has to say of a sheet. */
export interface SheetAdvice {
  readonly bounds: Bounds;
  readonly cues: readonly BoundCue[];
  readonly approaches: readonly ApproachAdvice[];
  /** Edge cases that no example covers. */
  readonly edgeCases: readonly EdgeCase[];
  /** Rules and cues that were put aside, each as often as it was. */
  readonly putAside: readonly string[];
}

/** Reads the entries of one sheet. `language` is the one of the interviews, for the steps a second. */
export function adviceFor(entries: readonly Entry[], language: string | null): SheetAdvice {
  const lines = entries.flatMap((entry) => (entry.kind === 'bounds' ? entry.lines : []));
  const dismissed = entries.flatMap((entry) => (entry.kind === 'cue-choices' ? entry.dismissed : []));
  const bounds = readBounds(lines);
  const budget = budgetFor(bounds, rateOf(language));
  const statement = entries.flatMap((entry) => (entry.kind === 'statement' ? [entry.text] : [])).join('\n');
  const examples = entries.flatMap((entry) => (entry.kind === 'example' ? [entry] : []));
  const approaches = entries.flatMap((entry) => (entry.kind === 'approach' ? [entry] : []));
  return {
    bounds,
    cues: boundCues(bounds, budget).filter(({ id }) => !dismissed.includes(id)),
    approaches: approaches.map((approach) => ({
      approach,
      check: checkApproach(
        { ...approach, code: codeOf(entries, approach) },
        bounds,
        budget,
        rulesPutAside(dismissed, approach.id),
      ),
    })),
    edgeCases: missingEdgeCases(statement, bounds, examples),
    putAside: dismissed.map((id) => id.replace(/[:@].*$/, '')),
  };
}

/** The rules whose advice on an approach was put aside: `space-forgets@` and its id. */
export function rulesPutAside(dismissed: readonly string[], approachId: string): ReadonlySet<string> {
  return new Set(dismissed.filter((id) => id.endsWith(`@${approachId}`)).map((id) => id.replace(/@.*$/, '')));
}

/** The code of an approach's versions. */
export function codeOf(entries: readonly Entry[], { id }: Pick<Approach, 'id'>): string {
  return entries
    .flatMap((entry) => (entry.kind === 'version' && entry.approachId === id ? [entry.code] : []))
    .join('\n');
}
