/** A text that is kept with every key, so that a reload or a crash loses nothing of it. It is in no archive. */
export class KeptText {
  constructor(
    private readonly name: string,
    private readonly storage: Storage = localStorage,
  ) {}

  /** Null where nothing was kept. */
  read(): string | null {
    return this.storage.getItem(this.name);
  }

  keep(text: string): void {
    try {
      this.storage.setItem(this.name, text);
    } catch {
      // The storage is full or refused; what is typed stays on the page all the same.
    }
  }

  forget(): void {
    this.storage.removeItem(this.name);
  }
}
