import type { SheetEdit } from './sheet-commands';

/**
 * What was typed and is not yet in the database, kept where it is written at once. A reload or a crash between a key
 * and the write loses nothing.
 */
export class Drafts {
  private readonly page = `${Date.now().toString(36)}-${performance.now().toString(36).replace('.', '')}`;

  constructor(
    private readonly database: string,
    private readonly storage: Storage = localStorage,
  ) {}

  keep(sheet: string, edits: readonly SheetEdit[]): void {
    const key = `${this.prefix(sheet)}${this.page}`;
    try {
      if (edits.length === 0) this.storage.removeItem(key);
      else this.storage.setItem(key, JSON.stringify(edits));
    } catch {
      // The storage is full or refused; the write to the database follows within the second all the same.
    }
  }

  /** Takes over what earlier pages left of a sheet, oldest first. */
  adopt(sheet: string): SheetEdit[] {
    const keys = Array.from({ length: this.storage.length }, (_, index) => this.storage.key(index) ?? '')
      .filter((key) => key.startsWith(this.prefix(sheet)) && !key.endsWith(this.page))
      .sort();
    return keys.flatMap((key) => {
      const text = this.storage.getItem(key) ?? '[]';
      this.storage.removeItem(key);
      return JSON.parse(text) as SheetEdit[];
    });
  }

  private prefix(sheet: string): string {
    return `${this.database}:draft:${sheet}:`;
  }
}
