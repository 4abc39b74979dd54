import * as z from 'zod/mini';
import { DraftTable } from './draft-table';
import { parsedJson } from './parsed-json';

/** What an earlier page had yet to write. */
export interface LeftDraft {
  readonly page: string;
  /** Counts the states of a page's draft. */
  readonly seq: number;
  readonly values: readonly unknown[];
}

/** A list of values alone was kept by earlier versions. */
const KeptDraftSchema = z.union([z.array(z.unknown()), z.object({ seq: z.number(), values: z.array(z.unknown()) })]);

const textKind = 'text:';
const seqKind = 'text-seq:';

/**
 * The drafts of a profile: what was typed or chosen and is not in the database yet, kept where a write has happened by the
 * time the call returns, so that a reload or a crash of the page loses nothing; and in a table that the end of the browser
 * does not reach either. They are in no archive.
 *
 * There are two kinds. A text that all pages share is kept under its name until it is forgotten. What a page has yet to
 * write is kept for that page, and taken over by the next one that asks for it.
 */
export class Drafts {
  private seq = 0;
  /** Tells this page from others. */
  readonly page = `${Date.now().toString(36)}-${performance.now().toString(36).replace('.', '')}`;

  private readonly table: DraftTable;

  constructor(
    private readonly database: string,
    private readonly storage: Storage = localStorage,
  ) {
    this.table = new DraftTable(database);
  }

  /** The text that all pages share; null where nothing was kept. */
  text(name: string): string | null {
    return this.storage.getItem(this.keyOf(name));
  }

  keepText(name: string, text: string): void {
    this.set(this.keyOf(name), text);
    this.noteText(name, [text]);
  }

  forgetText(name: string): void {
    this.storage.removeItem(this.keyOf(name));
    this.noteText(name, []);
  }

  /** Brings texts to the state that was kept last, where a browser that was killed gives back an earlier one. */
  async recoverTexts(): Promise<void> {
    for (const { key, seq, values } of await this.table.startingWith(this.keyOf(textKind))) {
      const name = key.slice(this.keyOf(textKind).length);
      if (seq <= this.seqOfText(name)) continue;
      const [text] = values;
      if (typeof text === 'string') this.set(this.keyOf(name), text);
      else this.storage.removeItem(this.keyOf(name));
      this.set(this.keyOf(seqKind + name), String(seq));
    }
  }

  /** Keeps a text's state in the table too, under a number greater than that of the one before. */
  private noteText(name: string, values: readonly string[]): void {
    const seq = Math.max(Date.now(), this.seqOfText(name) + 1);
    this.set(this.keyOf(seqKind + name), String(seq));
    this.table.put({ key: this.keyOf(textKind + name), seq, values });
  }

  private seqOfText(name: string): number {
    return Number(this.storage.getItem(this.keyOf(seqKind + name)));
  }

  /** The state that a draft of this page was kept in last. A browser that was killed may give back an earlier one. */
  get lastSeq(): number {
    return this.seq;
  }

  /** What this page has yet to write, all of it under this name; nothing once all is written. */
  keepUnwritten(name: string, values: readonly unknown[]): void {
    const key = `${this.unwrittenPrefix(name)}${this.page}`;
    if (values.length === 0) {
      this.storage.removeItem(key);
      this.table.remove(key);
    } else {
      const seq = ++this.seq;
      this.set(key, JSON.stringify({ seq, values }));
      this.table.put({ key, seq, values });
    }
  }

  /**
   * What earlier pages left under this name, oldest first, each in the newest state that is known. Nobody knows which
   * version of the program wrote it.
   */
  async leftUnwritten(name: string): Promise<LeftDraft[]> {
    const prefix = this.unwrittenPrefix(name);
    const newest = new Map(this.inStorage(prefix).map((draft) => [draft.page, draft]));
    for (const { key, seq, values } of await this.table.startingWith(prefix)) {
      const page = key.slice(prefix.length);
      if (page !== this.page && seq > (newest.get(page)?.seq ?? 0)) newest.set(page, { page, seq, values });
    }
    return [...newest.values()].sort((a, b) => (a.page < b.page ? -1 : 1));
  }

  private inStorage(prefix: string): LeftDraft[] {
    const keys = Array.from({ length: this.storage.length }, (_, index) => this.storage.key(index) ?? '')
      .filter((key) => key.startsWith(prefix) && !key.endsWith(this.page))
      .sort();
    return keys.flatMap((key) => {
      const kept = parsedJson(KeptDraftSchema, this.storage.getItem(key));
      const page = key.slice(prefix.length);
      if (!kept) return [];
      return Array.isArray(kept) ? [{ page, seq: Infinity, values: kept }] : [{ page, ...kept }];
    });
  }

  /** Called once this page has what earlier ones left. */
  forgetLeft(name: string, left: readonly LeftDraft[]): void {
    for (const { page } of left) {
      this.storage.removeItem(`${this.unwrittenPrefix(name)}${page}`);
      this.table.remove(`${this.unwrittenPrefix(name)}${page}`);
    }
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
