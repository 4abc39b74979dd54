/** Code that does not compile: what is wrong, and in which line. */
export class CompileFault {
  constructor(
    readonly message: string,
    readonly line: number | null,
  ) {}
}
