/** A text that is kept with every key, so that a reload or a crash loses nothing of it. It is in no archive. */
export class Draft {
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

/**
 * What was typed or chosen on this page and is not yet in the database, kept where it is written at once. A reload or a
 * crash between a key and the write loses nothing.
 */
export class PageDrafts<T> {
  private readonly page = `${Date.now().toString(36)}-${performance.now().toString(36).replace('.', '')}`;

  constructor(
    private readonly database: string,
    private readonly storage: Storage = localStorage,
  ) {}

  keep(name: string, drafts: readonly T[]): void {
    const key = `${this.prefix(name)}${this.page}`;
    try {
      if (drafts.length === 0) this.storage.removeItem(key);
      else this.storage.setItem(key, JSON.stringify(drafts));
    } catch {
      // The storage is full or refused; the write to the database follows within the second all the same.
    }
  }

  /** Takes over what earlier pages left under this name, oldest first. */
  adopt(name: string): T[] {
    const keys = Array.from({ length: this.storage.length }, (_, index) => this.storage.key(index) ?? '')
      .filter((key) => key.startsWith(this.prefix(name)) && !key.endsWith(this.page))
      .sort();
    return keys.flatMap((key) => {
      const text = this.storage.getItem(key) ?? '[]';
      this.storage.removeItem(key);
      return JSON.parse(text) as T[];
    });
  }

  private prefix(name: string): string {
    return `${this.database}:draft:${name}:`;
  }
}
