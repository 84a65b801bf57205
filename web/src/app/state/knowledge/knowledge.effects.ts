import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { catchError, map, of, switchMap, withLatestFrom } from 'rxjs';
import { Api, faultOf } from '../api';
import { KnowledgeActions, selectKnowledgeState } from './knowledge.reducer';

export const loadKnowledge = createEffect(
  (actions = inject(Actions), api = inject(Api), store = inject(Store)) =>
    actions.pipe(
      ofType(KnowledgeActions.wanted),
      withLatestFrom(store.select(selectKnowledgeState)),
      switchMap(([, { version }]) =>
        api.knowledge({ query: version === null ? {} : { since: version } }).pipe(
          map((reply) => KnowledgeActions.told({ reply })),
          catchError((error: unknown) => of(KnowledgeActions.failed({ sentence: faultOf(error).sentence }))),
        ),
      ),
    ),
  { functional: true },
);
