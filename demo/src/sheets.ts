import {
  type Entry,
  type EntryKind,
  EntrySchema,
  type Id,
  type NewId,
  type Problem,
  isFilled,
  isSingleKind,
  singleEntry,
  singleEntryId,
} from '@lernen/core/model';
import sheets from './sheets.json';

/** What stands on the sheet of every problem from the day on which it was met. */
export function givenEntries(
  { id, revision }: Problem,
  given: { readonly statement: string; readonly bounds: readonly string[] },
): Entry[] {
  const all = [
    singleEntry('statement', id, revision, { text: given.statement }),
    singleEntry('bounds', id, revision, { lines: [...given.bounds] }),
  ];
  return all.filter(isFilled);
}

/**
 * The entries of all filled sheets. `idOf` gives the id of the problem of a title; sheets of problems that were not met
 * yet are left out.
 */
export function demoEntries(idOf: (title: string) => Id | undefined, newId: NewId): Entry[] {
  return sheets.flatMap(({ title, entries }) => {
    const problemId = idOf(title);
    if (problemId === undefined) return [];
    const ids = new Map(entries.flatMap((entry) => ('ref' in entry ? [[entry.ref, newId()] as const] : [])));
    const referred = (name: string | null): Id | null => (name === null ? null : (ids.get(name) ?? null));
    return entries.flatMap((raw, index) => {
      const { ref, other, exampleId, counterexampleId, approachId, passed, ...entry } = raw as typeof raw & {
        readonly ref?: string;
        readonly other?: string;
        readonly exampleId?: string | null;
        readonly counterexampleId?: string | null;
        readonly approachId?: string | null;
        readonly passed?: readonly string[];
      };
      const otherId = other === undefined ? undefined : idOf(other);
      if (other !== undefined && otherId === undefined) return [];
      const kind = entry.kind as EntryKind;
      const id = isSingleKind(kind)
        ? singleEntryId(problemId, kind)
        : ((ref === undefined ? undefined : ids.get(ref)) ?? newId());
      return EntrySchema.parse({
        ...entry,
        id,
        revision: newId(),
        problemId,
        order: index + 1,
        ...(otherId === undefined ? {} : { otherId }),
        ...(exampleId === undefined ? {} : { exampleId: referred(exampleId) }),
        ...(counterexampleId === undefined ? {} : { counterexampleId: referred(counterexampleId) }),
        ...(approachId === undefined ? {} : { approachId: referred(approachId) }),
        ...(passed === undefined ? {} : { passed: passed.map(referred) }),
      });
    });
  });
}
