import { topLevelParts } from '../brackets';
import { type TraceColumn, ruleColumn } from '../model/entry';
import { columnTypes } from './column-types';

const longestName = 60;
const longestRule = 500;

/**
 * Columns as they are typed in a line, parted by commas: `waiting stack`, a name and a kind; `low = min(old low, p[i])`, a
 * name and the formula that fills it; `ok rule low <= best`, a rule; a name alone is one of values. Empty where nothing is
 * named.
 */
export function columnsOf(text: string): TraceColumn[] {
  // Commas in brackets part nothing.
  return topLevelParts(text, ',')
    .filter((part) => part.trim() !== '')
    .map(columnOf);
}

function columnOf(text: string): TraceColumn {
  const [, named, rule] = /^\s*([^=]*?)\s*\brule\b:?\s+(\S.*)$/s.exec(text) ?? [];
  if (named !== undefined && rule !== undefined) return column(named, ruleColumn, rule);
  const [, name, formula] = /^\s*([^=]*[^=\s<>!])\s*=\s*([^=\s].*)$/s.exec(text) ?? [];
  if (name !== undefined && formula !== undefined) return column(nameAndKind(name).name, 'value', formula);
  const known = nameAndKind(text);
  return column(known.name, known.kind, '');
}

function column(name: string, kind: string, rule: string): TraceColumn {
  return { name: name.trim().slice(0, longestName), kind, rule: rule.trim().slice(0, longestRule) };
}

/** `best value`, `waiting max heap`; a kind alone is a column of that name. */
function nameAndKind(text: string): { readonly name: string; readonly kind: string } {
  const words = text.trim().split(/\s+/);
  for (const count of [2, 1]) {
    const kind = words.slice(-count).join('-').toLowerCase();
    const isKind = Object.hasOwn(columnTypes, kind) || kind === ruleColumn;
    if (isKind && words.length >= count) return { name: words.slice(0, -count).join(' ') || kind, kind };
  }
  return { name: words.join(' '), kind: 'value' };
}
