import { bootstrapApplication } from '@angular/platform-browser';
import { App } from './app/app';
import { appConfig } from './app/app.config';
import { idle } from './app/shell/once-idle';
import { Weigher } from './app/workers/weigher';

bootstrapApplication(App, appConfig)
  .then(async (app) => {
    // What the first screen is measured against: the same page with nothing on it yet.
    performance.mark('petrichor-up');
    await idle();
    // The first job that is opened finds its weights weighed, not their worker being fetched.
    app.injector.get(Weigher);
  })
  .catch((error: unknown) => console.error(error));
