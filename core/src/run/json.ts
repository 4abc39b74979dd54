import { type Value, isList } from './value';

/**
 * A value as JSON for a program: whole numbers of any size keep their digits, and Infinity and NaN stand as Python's reader of
 * JSON knows them.
 */
export function valueJson(value: Value): string {
  if (typeof value === 'bigint') return value.toString();
  if (typeof value === 'number' && !Number.isFinite(value)) return String(value);
  if (typeof value !== 'object' || value === null) return JSON.stringify(value);
  if (isList(value)) return `[${value.map(valueJson).join(',')}]`;
  return `{${Object.entries(value)
    .map(([key, item]) => `${JSON.stringify(key)}:${valueJson(item)}`)
    .join(',')}}`;
}

/** A value as a literal of JavaScript: whole numbers beyond what a number holds are bigints there. */
export function valueScript(value: Value): string {
  if (typeof value === 'bigint') return `${value}n`;
  if (typeof value === 'number') return Object.is(value, -0) ? '-0' : String(value);
  if (typeof value !== 'object' || value === null) return JSON.stringify(value);
  if (isList(value)) return `[${value.map(valueScript).join(',')}]`;
  return `{${Object.entries(value)
    .map(([key, item]) => `${JSON.stringify(key)}:${valueScript(item)}`)
    .join(',')}}`;
}
