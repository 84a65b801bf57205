import { provideHttpClient, withFetch } from '@angular/common/http';
import {
  CSP_NONCE,
  provideBrowserGlobalErrorListeners,
  provideZonelessChangeDetection,
  type ApplicationConfig,
} from '@angular/core';
import {
  provideRouter,
  withComponentInputBinding,
  withInMemoryScrolling,
  withPreloading,
} from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideStore } from '@ngrx/store';
import { providePrimeNG } from 'primeng/config';
import { routes } from './app.routes';
import * as benchEffects from './state/bench/bench.effects';
import { benchReducer } from './state/bench/bench.reducer';
import * as dockEffects from './state/dock/dock.effects';
import { dockReducer } from './state/dock/dock.reducer';
import * as jobsEffects from './state/jobs/jobs.effects';
import { jobsReducer } from './state/jobs/jobs.reducer';
import * as knowledgeEffects from './state/knowledge/knowledge.effects';
import { knowledgeReducer } from './state/knowledge/knowledge.reducer';
import * as sessionEffects from './state/session/session.effects';
import { sessionReducer } from './state/session/session.reducer';
import { connectionReducer } from './state/connection/connection.reducer';
import { OnceIdle } from './shell/once-idle';
import { PetrichorPreset } from './ui/preset';

/** The page carries the nonce of its reply; styles made at run time have to show it. */
const nonce = document.querySelector('p-root')?.getAttribute('ngCspNonce') ?? '';

export const appConfig: ApplicationConfig = {
  providers: [
    provideZonelessChangeDetection(),
    provideBrowserGlobalErrorListeners(),
    { provide: CSP_NONCE, useValue: nonce },
    provideRouter(
      routes,
      withComponentInputBinding(),
      // A screen opens at its top; going back finds a list where it was left.
      withInMemoryScrolling({ scrollPositionRestoration: 'enabled' }),
      // Every part of a job is there before the network goes, and none of it before the first screen stands.
      withPreloading(OnceIdle),
    ),
    provideHttpClient(withFetch()),
    provideStore({
      session: sessionReducer,
      knowledge: knowledgeReducer,
      bench: benchReducer,
      jobs: jobsReducer,
      connection: connectionReducer,
      dock: dockReducer,
    }),
    provideEffects(sessionEffects, knowledgeEffects, benchEffects, jobsEffects, dockEffects),
    providePrimeNG({
      theme: { preset: PetrichorPreset, options: { darkModeSelector: '.night', cssLayer: false } },
      csp: { nonce },
      ripple: false,
    }),
  ],
};
