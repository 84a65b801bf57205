import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, exhaustMap, filter, from, map, mergeMap, of, switchMap, takeUntil, timer } from 'rxjs';
import { Api, faultOf } from '../api';
import { DockActions } from './dock.reducer';

const ASK_EVERY_MS = 1500;

const failed = (error: unknown) =>
  DockActions.lost({ sentence: faultOf(error).sentence, at: new Date().toISOString() });

/**
 * Asks while somebody watches. A dock that is away is asked on: a run that it has begun goes on by itself.
 */
export const poll = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(DockActions.watched),
      switchMap(() =>
        timer(0, ASK_EVERY_MS).pipe(
          exhaustMap(() =>
            api.dock().pipe(
              map(({ dock }) => DockActions.told({ dock })),
              catchError((error: unknown) => of(failed(error))),
            ),
          ),
          takeUntil(actions.pipe(ofType(DockActions.unwatched))),
        ),
      ),
    ),
  { functional: true },
);

/** A simulated dock also says which drives it could take. */
export const simulated = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(DockActions.told),
      filter(({ dock }) => dock?.simulated === true),
      exhaustMap(() =>
        api.simulatedDrives().pipe(
          map(({ drives }) => DockActions.simulatedTold({ drives })),
          catchError((error: unknown) => of(failed(error))),
        ),
      ),
    ),
  { functional: true },
);

export const putIn = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(DockActions.putIn),
      mergeMap(({ bay, driveId }) =>
        api.putIn({ params: { bay }, body: { driveId } }).pipe(
          mergeMap(({ dock }) => from([DockActions.told({ dock })])),
          catchError((error: unknown) => of(DockActions.refused({ sentence: faultOf(error).sentence }))),
        ),
      ),
    ),
  { functional: true },
);
