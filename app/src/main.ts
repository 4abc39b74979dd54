import { ViewportScroller } from '@angular/common';
import {
  ErrorHandler,
  inject,
  provideAppInitializer,
  provideBrowserGlobalErrorListeners,
  provideZonelessChangeDetection,
} from '@angular/core';
import { REMOVE_STYLES_ON_COMPONENT_DESTROY, bootstrapApplication } from '@angular/platform-browser';
import {
  UrlSerializer,
  provideRouter,
  withComponentInputBinding,
  withInMemoryScrolling,
  withNavigationErrorHandler,
  withPreloading,
} from '@angular/router';
import { goOnInNewFile } from './app/data/new-file';
import { routes } from './app/routes';
import { SettledPreloading } from './app/shell/settled-preloading';
import { ErrorReporter } from './app/shell/error-reporter';
import { MainScroller } from './app/shell/main-scroller';
import { sayLostRoute } from './app/shell/lost-route';
import { Root } from './app/shell/root';
import { applyTheme, rememberedTheme } from './app/shell/theme';
import { guardThePage } from './app/shell/trusted-types';
import { Demo } from './app/store/demo';
import { REPOSITORY } from './app/store/profile';
import { ProfileUrlSerializer } from './app/shell/profile-url';
import { weekdays } from '@lernen/core/model';
import { LogStore } from './app/store/log-store';
import { FIRST_DAY_OF_WEEK } from './app/ui/fields/first-day';

guardThePage();
applyTheme(rememberedTheme());
void goOnInNewFile();

bootstrapApplication(Root, {
  providers: [
    provideZonelessChangeDetection(),
    provideBrowserGlobalErrorListeners(),
    { provide: ErrorHandler, useClass: ErrorReporter },
    provideAppInitializer(() => inject(Demo).prepare()),
    provideAppInitializer(() => inject(REPOSITORY).drafts.recoverTexts()),
    provideRouter(
      routes,
      withComponentInputBinding(),
      withInMemoryScrolling({ anchorScrolling: 'enabled', scrollPositionRestoration: 'enabled' }),
      withPreloading(SettledPreloading),
      withNavigationErrorHandler(sayLostRoute),
    ),
    // What comes and goes with every line would have the whole page styled again each time.
    { provide: REMOVE_STYLES_ON_COMPONENT_DESTROY, useValue: false },
    { provide: UrlSerializer, useClass: ProfileUrlSerializer },
    { provide: ViewportScroller, useClass: MainScroller },
    {
      provide: FIRST_DAY_OF_WEEK,
      useFactory:
        (log = inject(LogStore)) =>
        () =>
          weekdays.indexOf(log.settings().firstDayOfWeek),
    },
  ],
}).catch((error: unknown) => {
  document.body.textContent = `Lernen could not start: ${error instanceof Error ? error.message : String(error)}`;
});
