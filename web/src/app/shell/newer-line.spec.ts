import { TestBed } from '@angular/core/testing';
import { provideStore, Store } from '@ngrx/store';
import { jobAt } from '../../../../core/src/testing/walks';
import { JobDesk } from '../state/jobs/job-desk';
import { ConnectionActions, connectionReducer } from '../state/connection/connection.reducer';
import { jobsReducer } from '../state/jobs/jobs.reducer';
import { JobsActions } from '../state/jobs/jobs.actions';
import { knowledgeReducer } from '../state/knowledge/knowledge.reducer';
import { SessionActions, sessionReducer } from '../state/session/session.reducer';
import { NewerLine } from './newer-line';

const account = { id: 'ines', name: 'Ines', signInName: 'ines', roles: ['technician' as const] };

async function shown() {
  TestBed.configureTestingModule({
    providers: [
      provideStore({
        session: sessionReducer,
        knowledge: knowledgeReducer,
        jobs: jobsReducer,
        connection: connectionReducer,
      }),
    ],
  });
  const store = TestBed.inject(Store);
  store.dispatch(
    SessionActions.told({
      reply: { firstAccountNeeded: false, signedIn: { account, workshop: { id: 'w', name: 'W' } } },
    }),
  );
  const fixture = TestBed.createComponent(NewerLine);
  await fixture.whenStable();
  const words = async () => {
    await fixture.whenStable();
    return (fixture.nativeElement as HTMLElement).textContent.replace(/\s+/g, ' ').trim();
  };
  return { store, words, desk: TestBed.inject(JobDesk) };
}

describe('a newer server than this page', () => {
  const { job } = jobAt('diagnose');
  const note = { type: 'note', text: 'as before', stepId: null } as const;

  it('is no word while it is the same', async () => {
    expect(await (await shown()).words()).toBe('');
  });

  it('is said, and the work goes on, while everything still reads', async () => {
    const { store, words, desk } = await shown();
    store.dispatch(JobsActions.loaded({ job }));
    store.dispatch(ConnectionActions.newerRuns());
    expect(await words()).toContain('load again when your hands are free. Everything done here is sent.');
    expect(desk.give(job, note)).toBeNull();
    expect(await words()).toContain('1 still to send; they are kept here.');
  });

  it('decides nothing more once something came that this page cannot read, whatever the other line says after', async () => {
    const { store, words, desk } = await shown();
    store.dispatch(JobsActions.loaded({ job }));
    store.dispatch(ConnectionActions.unreadableCame());
    store.dispatch(ConnectionActions.newerRuns());
    expect(await words()).toContain('Nothing is decided on this page until then.');
    expect(desk.give(job, note)).toMatchObject({
      code: 'newer',
      sentence: expect.stringContaining('load this page again'),
    });
    expect(await words()).toContain('Everything done here is sent.');
  });
});
