import { inject, provideAppInitializer, provideZonelessChangeDetection } from '@angular/core';
import { bootstrapApplication } from '@angular/platform-browser';
import {
  PreloadAllModules,
  UrlSerializer,
  provideRouter,
  withComponentInputBinding,
  withInMemoryScrolling,
  withPreloading,
} from '@angular/router';
import { routes } from './app/routes';
import { Root } from './app/shell/root';
import { applyTheme, rememberedTheme } from './app/shell/theme';
import { Demo } from './app/store/demo';
import { WorldUrlSerializer } from './app/shell/world-url';

applyTheme(rememberedTheme());

bootstrapApplication(Root, {
  providers: [
    provideZonelessChangeDetection(),
    provideAppInitializer(() => inject(Demo).prepare()),
    // Every place is fetched as soon as the page is idle: from then on it works without the server.
    provideRouter(
      routes,
      withComponentInputBinding(),
      withInMemoryScrolling({ anchorScrolling: 'enabled' }),
      withPreloading(PreloadAllModules),
    ),
    { provide: UrlSerializer, useClass: WorldUrlSerializer },
  ],
}).catch((error: unknown) => {
  document.body.textContent = `Lernen could not start: ${error instanceof Error ? error.message : String(error)}`;
});
