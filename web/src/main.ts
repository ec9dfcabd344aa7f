import { bootstrapApplication } from '@angular/platform-browser';
import { App } from './app/app';
import { appConfig } from './app/app.config';
import { keepFiles } from './app/state/keep-files';

bootstrapApplication(App, appConfig)
  .then(keepFiles)
  .catch((error: unknown) => console.error(error));
