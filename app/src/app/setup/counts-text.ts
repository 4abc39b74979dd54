import type { Merge, Restoration } from '@lernen/core/archive';
import { collectionNames } from '@lernen/core/model';

/** What a merge did: `problems: 2 added, 1 changed, 0 left as they were`. */
export function mergedText(counts: Merge['counts']): string {
  const parts = collectionNames.flatMap((name) => {
    const { added, changed, left } = counts[name];
    return added + changed + left > 0 ? [`${name}: ${added} added, ${changed} changed, ${left} left as they were`] : [];
  });
  return parts.length > 0 ? `${parts.join('; ')}.` : 'There is nothing in it.';
}

/** What going back changes: `problems: 2 come back, 1 as it was then, 3 since then removed`. */
export function restoredText(counts: Restoration['counts']): string {
  const parts = collectionNames.flatMap((name) => {
    const { back, changed, removed } = counts[name];
    const facts = [
      back > 0 ? `${back} ${back === 1 ? 'comes' : 'come'} back` : '',
      changed > 0 ? `${changed} as ${changed === 1 ? 'it was' : 'they were'} then` : '',
      removed > 0 ? `${removed} newer removed` : '',
    ].filter((fact) => fact !== '');
    return facts.length > 0 ? [`${name}: ${facts.join(', ')}`] : [];
  });
  return parts.length > 0 ? `${parts.join('; ')}.` : 'the settings only.';
}
