/** What the command line reads from and writes to; the process in life, texts in tests. */
export interface Io {
  readonly out: (text: string) => void;
  readonly error: (text: string) => void;
  /** All of standard input. */
  readonly input: () => Promise<string>;
  /** Standard input line by line, as it comes. */
  readonly lines: () => AsyncIterable<string>;
  /** The zone in which days are counted. */
  readonly zone: string;
  readonly now: () => string;
  /** Aborted when the person ends what runs on. */
  readonly ended: AbortSignal;
}
