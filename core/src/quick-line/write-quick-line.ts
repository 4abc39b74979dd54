import type { QuickDraft } from './quick-draft';
import { readQuickLine } from './quick-line';
import { quote } from './quick-tokens';

/** Writes a draft as a quick line; reading it gives the draft back. */
export function formatQuickLine(draft: QuickDraft): string {
  const words = [formatTitle(draft.title)];
  for (const id of draft.techniques) {
    const name = draft.newTechniques[id];
    words.push(name === undefined ? `#${id}` : `#${quote(name)}`);
  }
  if (draft.minutes !== null) words.push(formatMinutes(draft.minutes));
  if (draft.attempts !== null) words.push(`x${draft.attempts}`);
  if (draft.cost.time !== null) words.push(draft.cost.time);
  if (draft.cost.space !== null) words.push(draft.cost.space);
  words.push(...draft.slips.map((slip) => `!${slip}`));
  if (draft.help !== 'none') words.push(`~${draft.help}`);
  if (draft.result !== 'solved') words.push(`~${draft.result}`);
  if (draft.said !== null) words.push(`~${draft.said}`);
  if (draft.kind !== null) words.push(`as:${draft.kind}`);
  if (draft.difficulty !== null) words.push(`=${draft.difficulty}`);
  if (draft.day !== null) words.push(`@${draft.day}`);
  if (draft.origin !== null) words.push(`from:${quote(draft.origin)}`);
  if (draft.employer !== null) words.push(`for:${quote(draft.employer)}`);
  for (const [key, text] of Object.entries(draft.words)) words.push(`${key}:${quote(text)}`);
  if (draft.link !== null) words.push(draft.link);
  return words.filter((word) => word !== '').join(' ');
}

/** Minutes as the quick line writes them: `45m`, `1h`, `1h05m`. */
export function formatMinutes(minutes: number): string {
  const hours = Math.floor(minutes / 60);
  const rest = minutes % 60;
  if (hours === 0) return `${rest}m`;
  return rest === 0 ? `${hours}h` : `${hours}h${String(rest).padStart(2, '0')}m`;
}

/** Quotes a title only where reading it plain would give something else. */
function formatTitle(title: string): string {
  if (title === '') return '';
  const reading = readQuickLine(title, { today: '2000-01-01', techniques: [], problems: [] });
  const isTitle = reading.draft.title === title && reading.parts.every((part) => part.kind === 'title');
  const isPlain = isTitle && reading.doubts.length === 0;
  return isPlain ? title : quote(title);
}
