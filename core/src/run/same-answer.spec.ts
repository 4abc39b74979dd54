import { type CheckResult, isSameAnswer } from './checks';
import { usualRules } from './compare';
import { measuredText } from './measured-text';

const gave = (actual: string, part: Partial<CheckResult> = {}): CheckResult => ({
  id: 'a',
  verdict: 'ran',
  actual,
  difference: null,
  message: '',
  line: null,
  printed: '',
  ms: 12.4,
  bytes: null,
  ...part,
});

describe('two versions without an expected answer', () => {
  it('gave the same where their answers are, by the rules of the sheet', () => {
    expect(isSameAnswer(gave('[1, 2]'), gave('[1, 2]'), usualRules)).toBeTrue();
    expect(isSameAnswer(gave('[1, 2]'), gave('[2, 1]'), usualRules)).toBeFalse();
    expect(isSameAnswer(gave('[1, 2]'), gave('[2, 1]'), { ...usualRules, comparison: 'unordered' })).toBeTrue();
    expect(isSameAnswer(gave('0.3'), gave('0.30000000000000004'), usualRules)).toBeTrue();
    expect(isSameAnswer(gave('1'), gave('1.05'), { comparison: 'close', tolerance: 0.1 })).toBeTrue();
    expect(isSameAnswer(gave('"1"'), gave('1'), usualRules)).toBeFalse();
  });

  it('gave the same where they printed the same but for blanks at the ends of lines', () => {
    expect(isSameAnswer(gave('2 ropes: [\n(of 5)'), gave('2 ropes: [ \n(of 5)'), usualRules)).toBeTrue();
    expect(isSameAnswer(gave('2 ropes: ['), gave('3 ropes: ['), usualRules)).toBeFalse();
  });

  it('cannot be told where a function of one’s own says what is right', () => {
    const own = { ...usualRules, comparison: 'own' } as const;
    expect(isSameAnswer(gave('[1, 2]'), gave('[2, 1]'), own)).toBeNull();
    expect(isSameAnswer(gave('[1, 2]'), gave('[1, 2]'), own)).toBeTrue();
  });
});

describe('what a check took', () => {
  it('is time, and memory where that is known', () => {
    expect(measuredText(gave('1'))).toBe('12 ms');
    expect(measuredText(gave('1', { ms: 0.04, bytes: 300 }))).toBe('0.0 ms · 1 kB');
    expect(measuredText(gave('1', { ms: 1234, bytes: 3_592_192 }))).toBe('1.2 s · 3.6 MB');
    expect(measuredText(gave('1', { ms: 9.96, bytes: 125e6 }))).toBe('10.0 ms · 125 MB');
  });

  it('is nothing for one that was not run', () => {
    expect(measuredText(gave('', { verdict: 'unreadable' }))).toBe('');
    expect(measuredText(gave('', { verdict: 'did-not-compile' }))).toBe('');
  });
});
