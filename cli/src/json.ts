/** Stands around a whole number that JSON itself would round. */
const mark = '\ue000';

/** JSON in which whole numbers of any size stand with all their digits. */
export function jsonOf(value: unknown, indent?: number): string {
  const marked = JSON.stringify(
    value,
    (_key, it: unknown) => {
      if (typeof it !== 'bigint') return it;
      return Number.isSafeInteger(Number(it)) ? Number(it) : `${mark}${it}${mark}`;
    },
    indent,
  );
  return marked.replace(new RegExp(`"${mark}(-?\\d+)${mark}"`, 'g'), '$1');
}
