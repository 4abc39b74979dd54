import type { CheckResult } from './checks';

/** What a check took, in words: `12 ms · 3.6 MB`; empty for one that was not run. */
export function measuredText({ ms, bytes, verdict }: CheckResult): string {
  if (verdict === 'unreadable' || verdict === 'did-not-compile') return '';
  const time = ms < 10 ? `${ms.toFixed(1)} ms` : ms < 1000 ? `${Math.round(ms)} ms` : `${(ms / 1000).toFixed(1)} s`;
  return bytes === null ? time : `${time} · ${memoryText(bytes)}`;
}

function memoryText(bytes: number): string {
  if (bytes < 1e6) return `${Math.max(Math.round(bytes / 1000), 1)} kB`;
  return `${bytes < 1e7 ? (bytes / 1e6).toFixed(1) : Math.round(bytes / 1e6)} MB`;
}
