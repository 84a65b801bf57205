import { inject } from '@angular/core';
import { Router } from '@angular/router';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, map, of, switchMap, tap } from 'rxjs';
import { Api } from '../api';
import { SessionActions } from './session.reducer';

export const signOut = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(SessionActions.signOut),
      // Whatever the server says: this screen forgets who it was.
      switchMap(() => api.signOut().pipe(catchError(() => of(undefined)))),
      map(() => SessionActions.ended()),
    ),
  { functional: true },
);

export const toTheDoor = createEffect(
  (actions = inject(Actions), router = inject(Router)) =>
    actions.pipe(
      ofType(SessionActions.ended),
      tap(
        () =>
          void router.navigate(['/sign-in'], {
            queryParams: router.url.startsWith('/sign-in') ? {} : { then: router.url },
          }),
      ),
    ),
  { functional: true, dispatch: false },
);
