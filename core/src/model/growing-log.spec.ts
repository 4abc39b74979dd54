import * as fc from 'fast-check';
import { daysAgo, makeProblem, makeSitting, newId } from '../testing/make';
import { GrowingLog } from './growing-log';
import { logFrom, noRecords } from './log';

describe('a growing log', () => {
  const problems = Array.from({ length: 4 }, () => makeProblem());
  const sittings = problems.flatMap(({ id }) =>
    Array.from({ length: 3 }, (_, index) => makeSitting(id, { startedAt: daysAgo(index) })),
  );
  const states = [...problems, ...sittings].flatMap((record) => [
    record,
    { ...record, revision: newId(), deleted: true },
    { ...record, revision: newId() },
  ]);
  const isSitting = (record: object): record is (typeof sittings)[number] => 'problemId' in record;

  it('is the same whatever came first and however often it was looked at or put in order', () => {
    const someStates = fc.uniqueArray(fc.constantFrom(...states), { selector: ({ revision }) => revision });
    fc.assert(
      fc.property(someStates, fc.infiniteStream(fc.constantFrom('nothing', 'look', 'order')), (some, looks) => {
        const log = new GrowingLog();
        for (const record of some) {
          if (isSitting(record)) log.put('sittings', [record]);
          else log.put('problems', [record]);
          const next: unknown = looks.next().value;
          if (next === 'look') log.log();
          else if (next === 'order') for (const name of ['sittings', 'problems'] as const) log.putInOrder(name);
        }
        const ordered = [...some].sort((a, b) => (a.revision < b.revision ? -1 : 1));
        expect(log.log()).toEqual(
          logFrom({
            ...noRecords,
            problems: ordered.filter((it): it is (typeof problems)[number] => !isSitting(it)),
            sittings: ordered.filter(isSitting),
          }),
        );
      }),
      { numRuns: 300 },
    );
  });

  it('leaves what did not change the array that it was', () => {
    const log = new GrowingLog();
    log.put('problems', problems);
    log.put('sittings', sittings);
    const before = log.log();
    expect(log.log()).toBe(before);
    const [problem = makeProblem()] = problems;
    log.put('problems', [{ ...problem, revision: newId(), title: 'Gull Census' }]);
    const renamed = log.log();
    expect(renamed.problems[0]?.title).toBe('Gull Census');
    expect(renamed.sittings).toBe(before.sittings);
    log.put('sittings', [makeSitting(problem.id)]);
    expect(log.log().problems).toBe(renamed.problems);
    expect(log.log().sittings).toHaveSize(sittings.length + 1);
    log.put('problems', [{ ...problem, revision: newId(), deleted: true }]);
    expect(log.log().sittings).toHaveSize(sittings.length - 3);
  });
});
