import { inject } from '@angular/core';
import { Router, type CanActivateFn } from '@angular/router';
import { Store } from '@ngrx/store';
import { catchError, map, of, switchMap, take, tap } from 'rxjs';
import { Api } from '../state/api';
import { selectSession, SessionActions } from '../state/session/session.reducer';

/** Asks the server once who is signed in; afterwards the store knows. */
function session() {
  const store = inject(Store);
  const api = inject(Api);
  return store.select(selectSession).pipe(
    take(1),
    switchMap(({ reply }) =>
      reply
        ? of(reply)
        : api.session().pipe(
            tap((told) => store.dispatch(SessionActions.told({ reply: told }))),
            catchError(() => of(null)),
          ),
    ),
  );
}

export const needsSignIn: CanActivateFn = (_, state) => {
  const router = inject(Router);
  return session().pipe(
    map((reply) =>
      reply?.signedIn
        ? true
        : router.createUrlTree(['/sign-in'], { queryParams: state.url === '/' ? {} : { then: state.url } }),
    ),
  );
};

export const needsNobody: CanActivateFn = () => {
  const router = inject(Router);
  return session().pipe(map((reply) => (reply?.signedIn ? router.createUrlTree(['/']) : true)));
};
