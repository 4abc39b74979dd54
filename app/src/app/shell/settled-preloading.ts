import { Injectable } from '@angular/core';
import type { PreloadingStrategy, Route } from '@angular/router';
import { type Observable, switchMap, timer } from 'rxjs';

const settledAfterMs = 2500;

/** Fetches every route once the first page has settled: from then on all of them work without the server. */
@Injectable({ providedIn: 'root' })
export class SettledPreloading implements PreloadingStrategy {
  preload(_route: Route, load: () => Observable<unknown>): Observable<unknown> {
    return timer(settledAfterMs).pipe(switchMap(load));
  }
}
