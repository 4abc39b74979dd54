/** The digits of a whole number with its thousands apart: 150 000. */
export function grouped(digits: string): string {
  return digits.replace(/\B(?=(\d{3})+$)/g, '\u202f');
}
