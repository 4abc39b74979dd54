import type { RuleOutcome } from './evaluate-rule';

const words = { holds: 'yes', breaks: 'no', open: '·', faulty: '?' } as const;

/** What a rule comes to in a row, in a word. */
export function ruleWord({ outcome }: RuleOutcome): string {
  return words[outcome];
}
