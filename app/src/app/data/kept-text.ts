/** One text that is kept with every key, so that a reload finds it as it was. It is in no archive. */
export class KeptText {
  constructor(
    private readonly name: string,
    private readonly storage: Storage = localStorage,
  ) {}

  read(): string {
    return this.storage.getItem(this.name) ?? '';
  }

  keep(text: string): void {
    try {
      if (text === '') this.storage.removeItem(this.name);
      else this.storage.setItem(this.name, text);
    } catch {
      // The storage is full or refused; what is typed stays on the page all the same.
    }
  }
}
