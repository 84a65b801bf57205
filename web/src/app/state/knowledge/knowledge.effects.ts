import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, map, of, switchMap } from 'rxjs';
import { Api, faultOf } from '../api';
import { KnowledgeActions } from './knowledge.reducer';

export const loadKnowledge = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(KnowledgeActions.wanted),
      switchMap(() =>
        api.knowledge().pipe(
          map((reply) => KnowledgeActions.told({ reply })),
          catchError((error: unknown) => of(KnowledgeActions.failed({ sentence: faultOf(error).sentence }))),
        ),
      ),
    ),
  { functional: true },
);
