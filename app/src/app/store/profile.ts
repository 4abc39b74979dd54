import { InjectionToken, inject } from '@angular/core';
import { LernenDatabase, type Profile } from '../data/database';
import { Repository } from '../data/repository';

export type { UnreadableRow } from '../data/unreadable';

/** Which profile this page shows: the address says so, so that every link and reload stays in it. */
export const PROFILE = new InjectionToken<Profile>('profile', {
  providedIn: 'root',
  factory: () => (new URLSearchParams(location.search).has('demo') ? 'demo' : 'own'),
});

export const REPOSITORY = new InjectionToken<Repository>('repository', {
  providedIn: 'root',
  factory: () => new Repository(new LernenDatabase(inject(PROFILE))),
});
