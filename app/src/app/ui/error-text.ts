/** What an error says, for people. */
export function errorText(error: unknown): string {
  if (isOfClosedDatabase(error)) return 'The records are no longer open in this page.';
  return error instanceof Error ? error.message : String(error);
}

/** Whether something failed only since the database was deleted or closed under the page: a bar of its own tells of that. */
export function isOfClosedDatabase(error: unknown): boolean {
  return error instanceof Error && error.name === 'DatabaseClosedError';
}
