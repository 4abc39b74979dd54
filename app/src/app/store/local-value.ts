import { inject } from '@angular/core';
import { DATABASE } from './world';

/** A small thing that this browser remembers by itself; it is in no archive. */
export interface LocalValue<T> {
  read(): Promise<T | undefined>;
  write(value: T): Promise<void>;
}

/** Call in an injection context. */
export function localValue<T>(key: string): LocalValue<T> {
  const database = inject(DATABASE);
  return {
    read: async () => (await database.local.get(key))?.value as T | undefined,
    write: async (value) => {
      await database.local.put({ key, value });
    },
  };
}
