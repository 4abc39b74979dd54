/** Where in a value something is wrong, and why. `path` reads like `sittings[3].minutes`. */
export interface Fault {
  readonly path: string;
  readonly reason: string;
}

/** Base of every error the core throws: a stable code, and a message that says what, where and what to do. */
export class LernenError extends Error {
  constructor(
    readonly code: string,
    message: string,
    readonly faults: readonly Fault[] = [],
  ) {
    super(message);
    this.name = new.target.name;
  }
}

/** A text that is not a calendar day, an instant or a known zone. */
export class TimeError extends LernenError {
  constructor(message: string) {
    super('time', message);
  }
}

/** A cost expression that cannot be read; `at` is the offset of the first character in the way. */
export class CostError extends LernenError {
  constructor(
    readonly at: number,
    readonly expected: string,
    text: string,
  ) {
    super('cost', `Cannot read the cost “${text}” at position ${at + 1}: expected ${expected}.`);
  }
}

/** A rule of a trace that cannot be read; `at` is the offset of the first letter in the way. */
export class RuleError extends LernenError {
  constructor(
    readonly at: number,
    readonly expected: string,
  ) {
    super('rule', `Cannot read the rule at position ${at + 1}: expected ${expected}.`);
  }
}

/** A value, an input or an expected answer of a check that cannot be read; `at` is the offset of the first letter in the way. */
export class RunError extends LernenError {
  constructor(
    readonly at: number,
    readonly expected: string,
    what = 'the value',
  ) {
    super('run', `Cannot read ${what} at position ${at + 1}: expected ${expected}.`);
  }
}

/** A file that is not a Lernen archive, or a damaged one. Nothing of it is taken. */
export class ArchiveError extends LernenError {
  constructor(message: string, faults: readonly Fault[] = []) {
    super('archive', message, faults);
  }
}

/** A Markdown file that is no sheet, or a damaged one. Nothing of it is taken. */
export class MarkdownError extends LernenError {
  constructor(
    readonly line: number,
    readonly expected: string,
  ) {
    super('markdown', `Cannot read this file at line ${line}: expected ${expected}.`);
  }
}

/** A spreadsheet that cannot be read as CSV at all. Rows that merely fail are reported one by one instead. */
export class CsvError extends LernenError {
  constructor(message: string) {
    super('csv', message);
  }
}

/** A record that breaks its schema and was therefore not written. */
export class RecordError extends LernenError {
  constructor(message: string, faults: readonly Fault[]) {
    super('record', message, faults);
  }
}
