import { InjectionToken, inject } from '@angular/core';
import { LernenDatabase, type Profile } from '../data/database';

/** Which world this page shows: the address says so, so that every link and reload stays in it. */
export const PROFILE = new InjectionToken<Profile>('world', {
  providedIn: 'root',
  factory: () => (new URLSearchParams(location.search).has('demo') ? 'demo' : 'own'),
});

export const DATABASE = new InjectionToken<LernenDatabase>('database', {
  providedIn: 'root',
  factory: () => new LernenDatabase(inject(PROFILE)),
});
