import { sure } from '@petrichor/core/units';
import { inject } from '@angular/core';
import { summarise } from '@petrichor/core/job';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { catchError, concatMap, filter, from, map, mergeMap, of, switchMap, tap, withLatestFrom } from 'rxjs';
import { Api, faultOf } from '../api';
import { ConnectionActions } from '../connection/connection.reducer';
import { BenchActions } from '../bench/bench.reducer';
import { KnowledgeActions } from '../knowledge/knowledge.reducer';
import { SessionActions } from '../session/session.reducer';
import { JobsActions } from './jobs.actions';
import { selectJobs } from './jobs.selectors';
import { Sender } from './sender';
import { Stream } from './stream';

export const loadJob = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(JobsActions.wanted),
      mergeMap(({ jobId }) =>
        api.job({ params: { jobId } }).pipe(
          map(({ job }) => JobsActions.loaded({ job })),
          catchError((error: unknown) =>
            of(JobsActions.loadFailed({ jobId, sentence: faultOf(error).sentence })),
          ),
        ),
      ),
    ),
  { functional: true },
);

export const sendCommand = createEffect(
  (actions = inject(Actions), sender = inject(Sender)) =>
    actions.pipe(
      ofType(JobsActions.commandGiven),
      concatMap(({ pending }) => from(sender.take(pending))),
    ),
  { functional: true, dispatch: false },
);

/** The Bench shows what was done here without waiting for the server. */
export const rowFollows = createEffect(
  (actions = inject(Actions), store = inject(Store)) =>
    actions.pipe(
      ofType(JobsActions.commandGiven),
      withLatestFrom(store.select(selectJobs)),
      map(([{ pending }, { byId }]) => byId[pending.jobId]?.shown ?? null),
      filter((job) => job !== null),
      map((job) => BenchActions.rowChanged({ summary: summarise(job) })),
    ),
  { functional: true },
);

/** What this page cannot read stops it from deciding: the outbox is still emptied. */
export const fallBehind = createEffect(
  (actions = inject(Actions), store = inject(Store)) =>
    actions.pipe(
      ofType(JobsActions.eventsCame),
      withLatestFrom(store.select(selectJobs)),
      filter(([{ jobId }, { byId }]) => byId[jobId]?.unreadable === true),
      map(() => ConnectionActions.unreadableCame()),
    ),
  { functional: true },
);

/** Events that were missed are fetched as soon as the gap is noticed. */
export const closeGap = createEffect(
  (actions = inject(Actions), store = inject(Store), api = inject(Api)) =>
    actions.pipe(
      ofType(JobsActions.eventsCame),
      withLatestFrom(store.select(selectJobs)),
      map(([{ jobId }, { byId }]) => byId[jobId]),
      filter((open) => open?.gap === true && open.confirmed !== null),
      switchMap((open) => {
        const { id: jobId, seq } = sure(sure(open).confirmed);
        return api.events({ params: { jobId }, query: { after: seq } }).pipe(
          map(({ events }) => JobsActions.eventsCame({ jobId, events })),
          catchError(() => of(JobsActions.wanted({ jobId }))),
        );
      }),
    ),
  { functional: true },
);

/** A drive that was taken, here or elsewhere, is no longer free for others: the shelf is read anew. */
export const shelfFollows = createEffect(
  (actions = inject(Actions)) =>
    actions.pipe(
      ofType(JobsActions.eventsCame),
      filter(({ events }) => events.some(({ event }) => event.type === 'drive-chosen')),
      map(() => KnowledgeActions.wanted()),
    ),
  { functional: true },
);

/**
 * Once somebody is signed in: what lay unsent goes out, the line to other screens opens, the knowledge is
 * fetched.
 */
export const begin = createEffect(
  (actions = inject(Actions), sender = inject(Sender), stream = inject(Stream)) =>
    actions.pipe(
      ofType(SessionActions.told),
      filter(({ reply }) => reply.signedIn !== null),
      tap(() => stream.open()),
      switchMap(() => from(sender.resume())),
      mergeMap((pending) => [JobsActions.outboxFound({ pending }), KnowledgeActions.wanted()]),
    ),
  { functional: true },
);

export const end = createEffect(
  (actions = inject(Actions), stream = inject(Stream)) =>
    actions.pipe(
      ofType(SessionActions.ended),
      tap(() => stream.close()),
    ),
  { functional: true, dispatch: false },
);
