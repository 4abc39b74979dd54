import { closest } from './closest';

/** The word itself or the only one that begins so. */
export function oneBeginning<W extends string>(written: string, choices: readonly W[]): W | { several: readonly W[] } {
  const wanted = written.toLowerCase();
  const exact = choices.find((choice) => choice === wanted);
  if (exact) return exact;
  const begun = wanted === '' ? [] : choices.filter((choice) => choice.startsWith(wanted));
  const [first] = begun;
  return first && begun.length === 1 ? first : { several: begun };
}

/** Why a word after a mark is none of the choices, and what to write instead. */
export function describeMiss(
  what: string,
  mark: string,
  body: string,
  choices: readonly string[],
  begun: readonly string[],
): string {
  if (body === '') return `Write the ${what} after ${mark}, such as ${mark}${choices[0]}.`;
  if (begun.length > 1) return `Several begin so: ${begun.map((choice) => mark + choice).join(', ')}.`;
  const near = closest(body.toLowerCase(), choices);
  return near
    ? `No ${what} “${body}”. Did you mean ${mark}${near}?`
    : `No ${what} “${body}”. Known are ${choices
        .slice(0, 6)
        .map((choice) => mark + choice)
        .join(', ')}${choices.length > 6 ? ' and more' : ''}.`;
}
