import { InjectionToken } from '@angular/core';

/** The first day of a week, 0 for Sunday, as the person wants it. */
export const FIRST_DAY_OF_WEEK = new InjectionToken<() => number>('first day of the week', { factory: () => () => 1 });
