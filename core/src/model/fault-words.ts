import type * as z from 'zod/mini';

const units: Readonly<Record<string, string>> = {
  string: 'characters',
  array: 'entries',
  set: 'entries',
  map: 'entries',
};
const kinds: Readonly<Record<string, string>> = {
  string: 'a text',
  number: 'a number',
  int: 'a whole number',
  boolean: 'true or false',
  array: 'a list',
  object: 'an object',
  record: 'an object',
  null: 'nothing',
};
const formats: Readonly<Record<string, string>> = {
  uuid: 'a UUIDv7',
  url: 'a link that begins with http:// or https://',
  datetime: 'a moment such as 2026-11-24T18:00:00Z',
  date: 'a day such as 2026-11-24',
};

/** What is wrong with a value, in words that go on from its name: “difficulty must be easy, medium or hard”. */
export function faultWords(issue: z.core.$ZodRawIssue): string {
  switch (issue.code) {
    case 'invalid_type':
      return issue.input === undefined ? 'is missing' : `must be ${kinds[issue.expected] ?? issue.expected}`;
    case 'invalid_value':
      return `must be ${oneOf(issue.values.map(String))}`;
    case 'too_big':
      return limit(issue.origin, issue.inclusive === false ? 'less than' : 'at most', issue.maximum);
    case 'too_small':
      return limit(issue.origin, issue.inclusive === false ? 'more than' : 'at least', issue.minimum);
    case 'invalid_format':
      return `must be ${formats[issue.format] ?? 'written another way'}`;
    case 'unrecognized_keys':
      return `has ${issue.keys.length === 1 ? 'a field' : 'fields'} that nobody knows: ${issue.keys.join(', ')}`;
    case 'invalid_union':
      return 'is of no kind that is known';
    default:
      return 'cannot be read';
  }
}

function limit(origin: string, bound: string, value: number | bigint): string {
  if (origin === 'string' && bound === 'at least' && value === 1) return 'must not be empty';
  const unit = units[origin];
  return unit === undefined ? `must be ${bound} ${value}` : `must have ${bound} ${value} ${unit}`;
}

function oneOf(values: readonly string[]): string {
  return values.length < 2 ? values.join() : `${values.slice(0, -1).join(', ')} or ${values.at(-1) ?? ''}`;
}
