import fc from 'fast-check';
import { readQuickLine } from '../quick-line/quick-line';
import { recordsFromDraft } from '../quick-line/quick-log';
import { makeLog, newId, now } from '../testing/make';
import { attemptFields, attemptsFrom, attemptWith } from './attempt';

const { inWords } = attemptFields.submission;
const context = { today: '2026-11-24', techniques: [], problems: [] };

describe('what a judge tells of an attempt', () => {
  it('is read in any order and unit, and written so that it reads the same', () => {
    expect(inWords?.read('91% 0.052s 17400kb')).toEqual({ value: { runTime: 52, memory: 17.4, standing: 91 } });
    const part = fc.option(fc.integer({ min: 0, max: 1000 }).map((it) => it / 10));
    fc.assert(
      fc.property(part, part, fc.option(fc.integer({ min: 0, max: 100 })), (runTime, memory, standing) => {
        const isNothing = runTime === null && memory === null && standing === null;
        const written = inWords?.write({ runTime, memory, standing }) ?? '';
        expect(inWords?.read(written)).toEqual({ value: isNothing ? null : { runTime, memory, standing } });
      }),
    );
  });

  it('says what is no figure, what is said twice, and what cannot be', () => {
    const reasonFor = (words: string): string => {
      const cell = inWords?.read(words);
      return cell && 'reason' in cell ? cell.reason : '';
    };
    expect(reasonFor('fast')).toContain('“fast” is no run time');
    expect(reasonFor('5ms 6ms')).toContain('“6ms” says again');
    expect(reasonFor('120%')).toContain('out of range');
  });

  it('belongs to the last attempt of a quick line, and tells of a sitting', () => {
    const reading = readQuickLine('Tide Gauge Gaps x2 judged:"52ms 91%"', context);
    expect([reading.isComplete, reading.purpose]).toEqual([true, 'sitting']);
    const { sitting } = recordsFromDraft(reading.draft, null, makeLog(), { now, zone: 'UTC', newId });
    const [, last] = attemptsFrom(2, 'solved');
    const submission = { runTime: 52, memory: null, standing: 91 };
    expect(sitting.attempts).toEqual([attemptWith(null), { ...attemptWith(null), verdict: 'accepted', submission }]);
    expect(last?.verdict).toBe('accepted');
    const unread = readQuickLine('Tide Gauge Gaps judged:quick', context);
    expect(unread.parts.at(-1)?.fault).toContain('As judged: “quick” is no run time');
  });
});
