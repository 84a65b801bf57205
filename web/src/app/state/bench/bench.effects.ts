import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, map, of, switchMap } from 'rxjs';
import { Api, faultOf } from '../api';
import { BenchActions } from './bench.reducer';

export const loadBench = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(BenchActions.wanted),
      switchMap(() =>
        api.bench().pipe(
          map(({ jobs }) => BenchActions.told({ jobs, at: new Date().toISOString() })),
          catchError((error: unknown) => of(BenchActions.failed({ sentence: faultOf(error).sentence }))),
        ),
      ),
    ),
  { functional: true },
);
