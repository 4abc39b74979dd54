import type { CaseInput, Value } from '@lernen/core/run';
import { answerMark, valueScript } from '@lernen/core/run';

/** A JavaScript program as Node runs it: it reads what it is asked, as JavaScript, and writes what was done. */
export function nodeScript(program: string): string {
  return `${program}\n${written}`;
}

export function nodeInput(input: CaseInput): string {
  return valueScript(input as unknown as Value);
}

/** What was done as a value that keeps whole numbers and Infinity, with what the process took at its most. */
const written = String.raw`
const lernenOut = (value) => {
  if (value === null || value === undefined) return 'null';
  if (typeof value === 'bigint' || typeof value === 'number') return String(value);
  if (typeof value !== 'object') return JSON.stringify(value);
  if (Array.isArray(value)) return '[' + value.map(lernenOut).join(',') + ']';
  return '{' + Object.entries(value).map(([key, item]) => JSON.stringify(key) + ':' + lernenOut(item)).join(',') + '}';
};
const lernenDone = lernenRun((0, eval)('(' + require('node:fs').readFileSync(0, 'utf8') + ')'));
const lernenPeak = lernenDone.outcome === 'answered' ? { bytes: process.resourceUsage().maxRSS * 1024 } : {};
process.stdout.write(${JSON.stringify(answerMark)} + lernenOut({ ...lernenDone, ...lernenPeak }) + '\n');
`;
