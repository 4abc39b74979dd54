import { newId } from '../testing/make';
import { EntrySchema, byOrder, emptyEntry, isFilled, singleEntryId } from './entry';
import { stageOf, stages } from './stage';
import { IdSchema } from './record';

describe('entries of a sheet', () => {
  it('may be empty, and then fill no stage', () => {
    for (const option of EntrySchema.def.options) {
      const kind = [...option.shape.kind.def.values][0] ?? 'reading';
      const entry = emptyEntry(kind, newId(), newId());
      expect(stages).toContain(stageOf(kind));
      // A relation names its other problem from the start.
      expect(isFilled(entry))
        .withContext(kind)
        .toBe(kind === 'relation');
    }
  });

  it('are filled by anything a person put in', () => {
    const [problemId, id] = [newId(), newId()];
    expect(isFilled(emptyEntry('observation', problemId, id, { text: ' \n ' }))).toBeFalse();
    expect(isFilled(emptyEntry('observation', problemId, id, { isShown: true }))).toBeTrue();
    expect(
      isFilled(emptyEntry('trace', problemId, id, { columns: [{ name: '', kind: 'list', rule: '' }] })),
    ).toBeFalse();
    expect(isFilled(emptyEntry('trace', problemId, id, { rows: [['', '5 2']] }))).toBeTrue();
    expect(
      isFilled(emptyEntry('state-card', problemId, id, { parameters: [{ name: 'i', count: '', follows: '' }] })),
    ).toBeTrue();
  });

  it('of which there is one have an id that follows from the problem', () => {
    const problemId = newId();
    expect(singleEntryId(problemId, 'reading')).toBe(singleEntryId(problemId, 'reading'));
    const ids = (['reading', 'cue-choices', 'needs', 'argument'] as const).map((kind) =>
      singleEntryId(problemId, kind),
    );
    expect(new Set([...ids, problemId]).size).toBe(5);
    for (const id of ids) expect(IdSchema.parse(id)).toBe(id);
    expect(ids).not.toContain(singleEntryId(newId(), 'reading'));
  });

  it('stand in their order, of the same place the older first', () => {
    const problemId = newId();
    const [first, second, third] = [2, 1, 2].map((order) => emptyEntry('example', problemId, newId(), { order }));
    expect([third, second, first].sort((a, b) => (a && b ? byOrder(a, b) : 0))).toEqual([second, first, third]);
  });
});
