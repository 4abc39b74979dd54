import fc from 'fast-check';
import { minutesDoneByDay } from './minutes-done';
import { dayOf } from './time';

describe('minutes done by day', () => {
  const at = (startedAt: string, minutes: number | null) => ({ startedAt, minutes });

  it('are summed from a day on; what has no minutes counts none, and what is dated ahead stands on its day', () => {
    const sittings = [
      at('2026-11-20T22:00:00.000Z', 9),
      at('2026-11-20T23:30:00.000Z', 20),
      at('2026-11-21T08:00:00.000Z', 15),
      at('2026-11-22T08:00:00.000Z', null),
      at('2026-12-24T08:00:00.000Z', 30),
    ];
    expect([...minutesDoneByDay(sittings, '2026-11-21', 'Europe/Oslo')]).toEqual([
      ['2026-12-24', 30],
      ['2026-11-22', 0],
      ['2026-11-21', 35],
    ]);
    expect(minutesDoneByDay([], '2026-11-21', 'UTC').size).toBe(0);
  });

  it('are those of the days that each sitting falls on, in any zone and over changes of its clocks', () => {
    const instant = fc.date({ min: new Date('2026-03-20'), max: new Date('2026-04-10'), noInvalidDate: true });
    const zone = fc.constantFrom('UTC', 'Europe/Lisbon', 'America/New_York', 'Asia/Kathmandu', 'Africa/Cairo');
    fc.assert(
      fc.property(fc.array(instant, { maxLength: 40 }), zone, (dates, where) => {
        const sittings = dates
          .map((date) => date.toISOString())
          .sort()
          .map((startedAt, index) => at(startedAt, index + 1));
        const expected = new Map<string, number>();
        for (const { startedAt, minutes } of sittings) {
          const day = dayOf(startedAt, where);
          if (day >= '2026-03-25') expected.set(day, (expected.get(day) ?? 0) + (minutes ?? 0));
        }
        const found = minutesDoneByDay(sittings, '2026-03-25', where);
        expect([...found].sort()).toEqual([...expected].sort());
      }),
    );
  });
});
