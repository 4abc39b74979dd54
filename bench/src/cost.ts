// How many costs a second are read, simplified and compared: `npm run bench:cost`.
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { compareCosts, normalCost, simplifyingSteps } from '@lernen/core/cost';

const corpus = fileURLToPath(new URL('../../core/src/cost/spellings.json', import.meta.url));
const spellings = Object.values(JSON.parse(readFileSync(corpus, 'utf8')) as Record<string, string[]>).flat();
const seconds = 2;

process.stdout.write(`${spellings.length} spellings; goal 20 000 simplified a second\n`);
// Spaces make it a new text each time: what is known by heart would be read tens of millions of times a second.
let round = 0;
rate('simplified', (text, index) => normalCost(text + ' '.repeat(index === 0 ? (round = (round + 1) % 8) : round)));
rate('with steps', (text) => simplifyingSteps(text));
rate('compared', (text, index) => compareCosts(text, spellings[(index * 7 + 3) % spellings.length] ?? 'n'));

function rate(word: string, work: (text: string, index: number) => unknown): void {
  spellings.forEach(work);
  const end = performance.now() + seconds * 1000;
  let count = 0;
  while (performance.now() < end) {
    spellings.forEach(work);
    count += spellings.length;
  }
  process.stdout.write(`${word.padEnd(12)} ${Math.round(count / seconds)} a second\n`);
}
