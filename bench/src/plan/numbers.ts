export function sum(numbers: readonly number[]): number {
  return numbers.reduce((total, it) => total + it, 0);
}

/** 0 of nothing. */
export function mean(numbers: readonly number[]): number {
  return sum(numbers) / Math.max(numbers.length, 1);
}

/** Of the mean; NaN of fewer than two numbers. */
export function standardError(numbers: readonly number[]): number {
  const middle = mean(numbers);
  const squares = sum(numbers.map((it) => (it - middle) ** 2));
  return Math.sqrt(squares / (numbers.length - 1) / numbers.length);
}
