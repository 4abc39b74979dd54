import { inject } from '@angular/core';
import { type CanActivateFn, Router, type Routes } from '@angular/router';
import { LogStore } from './store/log-store';
import { PROFILE } from './store/profile';
import { askBeforeLeaving } from './store/unsaved-forms';

/**
 * A page comes up once all of the log is read, so that what one does there is done to what there is. Only Today is drawn
 * earlier.
 */
const readFirst: CanActivateFn = async () => {
  await inject(LogStore).whole();
  return true;
};

/** The page's script comes while the log is read; where it fails to come the route says so. */
function fetchMeanwhile(load: () => unknown): CanActivateFn {
  return () => {
    Promise.resolve(load()).catch(() => undefined);
    return true;
  };
}

/** Somebody without any records is welcomed first; whoever chose to start empty is not asked again. */
const welcomeFirst: CanActivateFn = async () => {
  const log = inject(LogStore);
  const router = inject(Router);
  const profile = inject(PROFILE);
  await log.begin();
  const isNew = profile === 'own' && log.isEmpty() && localStorage.getItem('lernen-welcomed') === null;
  return isNew ? router.parseUrl('/welcome') : true;
};

const pages: Routes = [
  { path: '', pathMatch: 'full', redirectTo: 'today' },
  {
    path: 'welcome',
    title: 'Welcome · Lernen',
    loadComponent: () => import('./welcome/welcome').then((it) => it.Welcome),
  },
  {
    path: 'today',
    title: 'Today · Lernen',
    canActivate: [welcomeFirst],
    loadComponent: () => import('./today/today').then((it) => it.Today),
  },
  {
    path: 'problems',
    title: 'Problems · Lernen',
    loadComponent: () => import('./problems/problems').then((it) => it.Problems),
  },
  {
    path: 'problems/lists',
    title: 'Lists · Lernen',
    loadComponent: () => import('./problems/lists').then((it) => it.Lists),
  },
  {
    path: 'problems/:id',
    title: 'Problem · Lernen',
    loadComponent: () => import('./sheet/sheet').then((it) => it.Sheet),
  },
  {
    path: 'sitting/:id',
    title: 'Sitting · Lernen',
    loadComponent: () => import('./desk/sitting-page').then((it) => it.SittingPage),
  },
  {
    path: 'techniques',
    title: 'Techniques · Lernen',
    loadComponent: () => import('./techniques/techniques').then((it) => it.Techniques),
  },
  {
    path: 'techniques/:id',
    title: 'Technique · Lernen',
    loadComponent: () => import('./techniques/technique-page').then((it) => it.TechniquePage),
  },
  { path: 'runway', title: 'Runway · Lernen', loadComponent: () => import('./runway/runway').then((it) => it.Runway) },
  {
    path: 'runway/why',
    title: 'Why this plan · Lernen',
    loadComponent: () => import('./runway/why-plan').then((it) => it.WhyPlan),
  },
  {
    path: 'looking-back',
    title: 'Looking back · Lernen',
    loadComponent: () => import('./progress/looking-back').then((it) => it.LookingBack),
  },
  { path: 'desk', title: 'Desk · Lernen', loadComponent: () => import('./desk/desk').then((it) => it.Desk) },
  {
    path: 'desk/done/:id',
    title: 'Sitting compared · Lernen',
    loadComponent: () => import('./desk/compared').then((it) => it.Compared),
  },
  { path: 'setup', title: 'Setup · Lernen', loadComponent: () => import('./setup/setup').then((it) => it.Setup) },
];

export const routes: Routes = [
  ...pages.map((page) =>
    page.loadComponent
      ? {
          ...page,
          canActivate: [fetchMeanwhile(page.loadComponent), ...(page.canActivate ?? [readFirst])],
          canDeactivate: [askBeforeLeaving],
        }
      : page,
  ),
  // As earlier versions called it.
  { path: 'review', redirectTo: 'desk' },
  { path: 'review/done/:id', redirectTo: 'desk/done/:id' },
  { path: '**', redirectTo: 'today' },
];
