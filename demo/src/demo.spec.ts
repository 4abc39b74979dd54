import { formatArchive, readArchive } from '@lernen/core/archive';
import { estimateLog } from '@lernen/core/estimate';
import { byProblem, daysBetween, endOfDay, listedProblems, logFrom } from '@lernen/core/model';
import { planDays } from '@lernen/core/plan';
import { demoArchive } from './index';

const now = '2026-11-24T18:00:00.000Z';

describe('the demo', () => {
  const archive = demoArchive(now);
  const log = logFrom(archive);

  it('is a sound archive, the same for the same moment, and follows the day', () => {
    expect(readArchive(formatArchive(archive))).toEqual(archive);
    expect(demoArchive(now)).toEqual(archive);
    expect(demoArchive('2026-12-24T18:00:00.000Z').sittings[0]?.startedAt).not.toBe(archive.sittings[0]?.startedAt);
  });

  it('has about sixty problems, two hundred sittings over ten weeks, and three future interviews', () => {
    expect(log.problems.length).toBe(66);
    expect(log.sittings.length).toBeGreaterThan(170);
    expect(log.sittings.length).toBeLessThanOrEqual(200);
    expect(log.interviews.filter((it) => it.at > now)).toHaveSize(3);
    expect(daysBetween(log.sittings[0]?.startedAt.slice(0, 10) ?? '', now.slice(0, 10))).toBe(70);
  });

  it('shows the flaws of real practice', () => {
    const estimates = estimateLog(log, now);
    const days = new Set(log.sittings.map((it) => daysBetween(it.startedAt.slice(0, 10), now.slice(0, 10))));
    expect([27, 28, 29, 30, 31, 32, 33].some((ago) => days.has(ago)))
      .withContext('a lost week')
      .toBeFalse();
    expect(estimates.techniques.get('union-find')?.sittings).withContext('a neglected technique').toBeLessThan(3);
    expect(estimates.mixUps.length).withContext('mix-ups').toBeGreaterThan(0);
    expect(log.sittings.some((it) => it.result === 'abandoned')).toBeTrue();
    expect(log.sittings.some((it) => it.slips.includes('cost-misstated'))).toBeTrue();
  });

  it('has a list for the next days with solved, begun and planned problems on it', () => {
    const [homework, other] = log.lists;
    if (!homework || !other) throw new Error('no lists');
    expect(daysBetween(now.slice(0, 10), homework.until ?? '')).toBe(3);
    expect(other.until).toBeNull();
    const byId = new Map(log.problems.map((problem) => [problem.id, problem]));
    expect(listedProblems(homework, byId, byProblem(log.sittings)).map(({ state }) => state)).toEqual([
      'solved',
      'solved',
      'begun',
      'planned',
      'planned',
    ]);
  });

  it('gets a plan that fills today', () => {
    const [today] = planDays({ log, estimates: estimateLog(log, endOfDay(now, 'UTC')), asOf: now, zone: 'UTC' }).days;
    expect(today?.items.length).toBeGreaterThan(2);
  });
});
