import { type Value, isList } from './value';

/** How a value is written: what stands between items and behind keys, and how numbers are spelled. */
interface Style {
  readonly comma: string;
  readonly colon: string;
  readonly number: (value: number) => string;
  readonly bigint: (value: bigint) => string;
}

const numberText = (value: number): string => (Number.isFinite(value) ? JSON.stringify(value) : String(value));

/** In a line, as it is shown and read again. */
const shown: Style = { comma: ', ', colon: ': ', number: numberText, bigint: String };
/** For Python's reader of JSON, which knows Infinity, NaN and whole numbers of any size. */
const json: Style = { ...shown, comma: ',', colon: ':' };
/** A literal of JavaScript, where whole numbers beyond what a number holds are bigints. */
const script: Style = {
  ...json,
  number: (value) => (Object.is(value, -0) ? '-0' : String(value)),
  bigint: (value) => `${value}n`,
};

export const formatValue = (value: Value): string => written(value, shown);
export const valueJson = (value: Value): string => written(value, json);
export const valueScript = (value: Value): string => written(value, script);

function written(value: Value, style: Style): string {
  if (typeof value === 'bigint') return style.bigint(value);
  if (typeof value === 'number') return style.number(value);
  if (typeof value !== 'object' || value === null) return JSON.stringify(value);
  if (isList(value)) return `[${value.map((item) => written(item, style)).join(style.comma)}]`;
  return `{${Object.entries(value)
    .map(([key, item]) => `${JSON.stringify(key)}${style.colon}${written(item, style)}`)
    .join(style.comma)}}`;
}
