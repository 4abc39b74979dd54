/**
 * The drafts of a profile: what was typed or chosen and is not in the database yet, kept where a write has happened by the
 * time the call returns, so that a reload or a crash loses nothing. They are in no archive.
 *
 * There are two kinds. A text that all pages share is kept under its name until it is forgotten. What a page has yet to
 * write is kept for that page, and taken over by the next one that asks for it.
 */
export class Drafts {
  private readonly page = `${Date.now().toString(36)}-${performance.now().toString(36).replace('.', '')}`;

  constructor(
    private readonly database: string,
    private readonly storage: Storage = localStorage,
  ) {}

  /** The text that all pages share; null where nothing was kept. */
  text(name: string): string | null {
    return this.storage.getItem(this.keyOf(name));
  }

  keepText(name: string, text: string): void {
    this.set(this.keyOf(name), text);
  }

  forgetText(name: string): void {
    this.storage.removeItem(this.keyOf(name));
  }

  /** What this page has yet to write, all of it under this name; nothing once all is written. */
  keepUnwritten(name: string, values: readonly unknown[]): void {
    const key = `${this.unwrittenPrefix(name)}${this.page}`;
    if (values.length === 0) this.storage.removeItem(key);
    else this.set(key, JSON.stringify(values));
  }

  /** Takes over what earlier pages left under this name, oldest first. Nobody knows which version of the program wrote it. */
  adoptUnwritten(name: string): unknown[] {
    const prefix = this.unwrittenPrefix(name);
    const keys = Array.from({ length: this.storage.length }, (_, index) => this.storage.key(index) ?? '')
      .filter((key) => key.startsWith(prefix) && !key.endsWith(this.page))
      .sort();
    return keys.flatMap((key) => {
      const text = this.storage.getItem(key) ?? '[]';
      this.storage.removeItem(key);
      return JSON.parse(text) as unknown[];
    });
  }

  private set(key: string, text: string): void {
    try {
      this.storage.setItem(key, text);
    } catch {
      // The storage is full or refused. What is typed stays on the page, and what is to be written follows within a second.
    }
  }

  private keyOf(name: string): string {
    return `${this.database}:${name}`;
  }

  private unwrittenPrefix(name: string): string {
    return this.keyOf(`draft:${name}:`);
  }
}
