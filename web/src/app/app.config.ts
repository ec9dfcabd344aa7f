import { provideHttpClient, withInterceptors } from '@angular/common/http';
import type { ApplicationConfig } from '@angular/core';
import {
  provideRouter,
  withComponentInputBinding,
  withInMemoryScrolling,
  withNavigationErrorHandler,
} from '@angular/router';
import { providePrimeNG } from 'primeng/config';
import { ownAnswers } from './api/own-answers';
import { routes } from './app.routes';
import { loadAgain } from './state/keep-files';
import { NelboPreset } from './theme';

export const appConfig: ApplicationConfig = {
  providers: [
    provideRouter(
      routes,
      withComponentInputBinding(),
      withInMemoryScrolling({ scrollPositionRestoration: 'top' }),
      withNavigationErrorHandler(({ error, url }) => loadAgain(error, url)),
    ),
    provideHttpClient(withInterceptors([ownAnswers])),
    providePrimeNG({ theme: { preset: NelboPreset, options: { darkModeSelector: '.never-dark' } } }),
  ],
};
