import { createInterface } from 'node:readline';
import { text } from 'node:stream/consumers';
import { runLernen } from './lernen';

const ended = new AbortController();

process.exitCode = await runLernen(process.argv.slice(2), {
  out: (part) => void process.stdout.write(part),
  error: (part) => void process.stderr.write(part),
  input: () => text(process.stdin),
  lines: () => createInterface({ input: process.stdin, crlfDelay: Infinity }),
  zone: process.env['TZ'] ?? Intl.DateTimeFormat().resolvedOptions().timeZone,
  now: () => new Date().toISOString(),
  // Who runs on is ended by Ctrl+C; what has nobody who listens ends at once.
  get ended() {
    process.once('SIGINT', () => ended.abort());
    return ended.signal;
  },
});
