import * as z from 'zod/mini';

export const verdicts = [
  'accepted',
  'wrong-answer',
  'too-slow',
  'too-much-memory',
  'crashed',
  'did-not-compile',
] as const;
export const VerdictSchema = z.enum(verdicts);
export type Verdict = z.infer<typeof VerdictSchema>;

export const results = ['solved', 'partly', 'unsolved', 'abandoned'] as const;
export const ResultSchema = z.enum(results);
export type Result = z.infer<typeof ResultSchema>;

export const helps = ['none', 'hint', 'read', 'copied'] as const;
export const HelpSchema = z.enum(helps);
export type Help = z.infer<typeof HelpSchema>;

export const slips = [
  'off-by-one',
  'edge-case',
  'misread',
  'wrong-technique',
  'too-slow',
  'not-initialised',
  'overflow',
  'out-of-range',
  'mutated-input',
  'missing-return',
  'order-of-checks',
  'typo',
  'library',
  'ran-out-of-time',
  'cost-misstated',
  'condition-broken',
] as const;
export const SlipSchema = z.enum(slips);
export type Slip = z.infer<typeof SlipSchema>;

export const maxMinutes = 1440;
