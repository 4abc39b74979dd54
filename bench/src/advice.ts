// How far the advice on stated costs can be trusted: `npm run bench:advice`. Of 150 ideas with costs and conditions it prints
// how many accusations are right (goal 97 %) and how many of the real faults are found (goal 85 %), and each that is not.
import { readFileSync } from 'node:fs';
import { budgetFor, checkApproach, readBounds } from '@lernen/core/sheet';

const lines = readFileSync(new URL('ideas.txt', import.meta.url), 'utf8')
  .split('\n')
  .filter((line) => line !== '' && !line.startsWith('#'));
let [right, wrong, missed] = [0, 0, 0];
for (const line of lines) {
  // A bound may hold bars of its own: |s| ≤ 5.
  const parts = line.split(' | ');
  const [idea = '', time = '', space = ''] = parts.map((part) => part.trim());
  const last = parts.at(-1)?.trim() ?? '';
  const isBare = line.endsWith('|');
  const faults = new Set(isBare ? [] : last.split(' '));
  const bounds = readBounds((isBare ? last.replace(/ ?\|$/, '') : (parts.at(-2) ?? '')).split(';'));
  const facts = { idea, time: time || null, space: space || null, operations: [] };
  const { broken, remarks } = checkApproach(facts, bounds, budgetFor(bounds));
  const said = new Set<string>([...broken.map(({ condition }) => condition), ...remarks.map(({ rule }) => rule)]);
  for (const it of said) {
    if (faults.has(it)) right += 1;
    else {
      wrong += 1;
      process.stdout.write(`wrong   ${it}: ${line}\n`);
    }
  }
  for (const it of faults) {
    if (said.has(it)) continue;
    missed += 1;
    process.stdout.write(`missed  ${it}: ${line}\n`);
  }
}
const share = (part: number, whole: number): string => `${((100 * part) / whole).toFixed(1)} %`;
process.stdout.write(
  `${lines.length} ideas; ${share(right, right + wrong)} of ${right + wrong} accusations right; ` +
    `${share(right, right + missed)} of ${right + missed} faults found\n`,
);
