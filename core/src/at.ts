/** The value at an index that is there. @throws RangeError where it is not: a fault of the program. */
export function at<T>(values: ArrayLike<T>, index: number): T {
  const value = values[index];
  if (value === undefined) throw new RangeError(`There is no value at ${index} of ${values.length}.`);
  return value;
}
