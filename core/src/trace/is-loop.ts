/** Whether a cell holds a loop, which is carried out when the cell is left by Enter. */
export function isLoop(text: string): boolean {
  return /(?:^|\|)\s*for\s+[\p{L}_][\p{L}\p{N}_]*\s+in\s/u.test(text);
}
