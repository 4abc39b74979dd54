import { daysAgo, estimatesFor, makeInterview, makeLog, makeProblem, makeSitting, now } from '../../testing/make';
import { Planner } from '../planner';

describe('what the items of a plan add', () => {
  const techniques = ['heap', 'greedy', 'trie'];
  const problems = Array.from({ length: 9 }, (_, index) => makeProblem({ techniques: [techniques[index % 3] ?? ''] }));
  const sittings = problems.map(({ id }, index) =>
    makeSitting(id, { startedAt: daysAgo(30 - 2 * index), help: index % 2 === 0 ? 'none' : 'hint', minutes: 24 }),
  );
  const interviews = [makeInterview(20, { mix: { heap: 2, greedy: 1, trie: 1 } })];
  const log = makeLog({ problems, sittings, interviews });
  const { plan } = new Planner({ log, estimates: estimatesFor(log), asOf: now, zone: 'UTC' });
  const items = plan.days.flatMap((day) => day.items.filter(({ begun }) => begun === null));

  it('makes, in sum, the difference between keeping the plan and dropping it', () => {
    const [readiness] = plan.readiness;
    const sum = items.reduce((total, { reasons }) => total + reasons.gain, 0);
    expect(sum).toBeCloseTo((readiness?.ifKept ?? 0) - (readiness?.ifDropped ?? 0), 6);
    expect(sum).toBeGreaterThan(0.03);
  });

  it('is most for what comes first of a technique, and less and less for what follows', () => {
    for (const technique of techniques) {
      const fresh = items.filter((item) => item.kind === 'fresh' && item.technique === technique);
      const gains = fresh.map(({ reasons }) => reasons.gain);
      expect(gains.length).toBeGreaterThan(1);
      expect(gains).toEqual([...gains].sort((a, b) => b - a));
    }
  });
});
