export function sum(numbers: readonly number[]): number {
  return numbers.reduce((total, it) => total + it, 0);
}

/** 0 of nothing. */
export function mean(numbers: readonly number[]): number {
  return sum(numbers) / Math.max(numbers.length, 1);
}
