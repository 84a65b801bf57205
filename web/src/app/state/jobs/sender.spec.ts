import { HttpErrorResponse } from '@angular/common/http';
import { TestBed } from '@angular/core/testing';
import { provideStore, Store } from '@ngrx/store';
import type { GiveCommand } from '@petrichor/api';
import { of, throwError, type Observable } from 'rxjs';
import { Api } from '../api';
import { connectionReducer, selectConnection } from '../connection/connection.reducer';
import { sessionReducer, SessionActions } from '../session/session.reducer';
import type { PendingCommand } from './jobs.actions';
import { JobsActions } from './jobs.actions';
import { jobsReducer } from './jobs.reducer';
import { selectJobs } from './jobs.selectors';
import { Outbox } from './outbox';
import { Sender } from './sender';

const command = (commandId: string, by = 'ines'): PendingCommand => ({
  commandId,
  jobId: 'one',
  command: { type: 'note', text: commandId, stepId: null },
  events: [],
  basedOn: 1,
  at: '2026-04-14T08:00:00Z',
  by: { id: by, name: by },
});
const refusal = (status: number, code: string) =>
  throwError(() => new HttpErrorResponse({ status, error: { type: '', title: '', status, detail: `${code} in words.`, code } }));
const nobodyThere = () => throwError(() => new HttpErrorResponse({ status: 0 }));

describe('sending what the outbox keeps', () => {
  const sent: string[] = [];
  const kept = new Map<string, PendingCommand>();
  let answer: (id: string) => Observable<unknown>;
  let sender: Sender;
  let store: Store;

  const signIn = (id: string) =>
    store.dispatch(
      SessionActions.told({
        reply: {
          firstAccountNeeded: false,
          signedIn: { account: { id, name: id, signInName: id, roles: ['technician'] }, workshop: { id: 'w', name: 'W' } },
        },
      }),
    );
  const settle = (ms = 0) => new Promise((done) => setTimeout(done, ms));

  beforeEach(() => {
    sent.length = 0;
    kept.clear();
    answer = () => of({ events: [], seq: 1, repeated: false });
    const give = (_: string, body: GiveCommand) => {
      sent.push(body.commandId);
      return answer(body.commandId);
    };
    const outbox = {
      add: (one: PendingCommand) => Promise.resolve(void kept.set(one.commandId, one)),
      remove: (id: string) => Promise.resolve(void kept.delete(id)),
      all: () => Promise.resolve([...kept.values()]),
    };
    TestBed.configureTestingModule({
      providers: [
        provideStore({ session: sessionReducer, connection: connectionReducer, jobs: jobsReducer }),
        { provide: Api, useValue: { give } },
        { provide: Outbox, useValue: outbox },
      ],
    });
    sender = TestBed.inject(Sender);
    store = TestBed.inject(Store);
    signIn('ines');
  });

  it('goes in order, one at a time, and is forgotten once answered', async () => {
    await Promise.all([sender.take(command('a')), sender.take(command('b'))]);
    await settle();
    expect(sent).toEqual(['a', 'b']);
    expect(kept.size).toBe(0);
  });

  it('is kept while nobody answers, and goes out again by itself', async () => {
    answer = nobodyThere;
    await sender.take(command('a'));
    await settle();
    expect(kept.has('a')).toBe(true);
    expect(store.selectSignal(selectConnection)().lostSince).not.toBeNull();
    answer = () => of({ events: [], seq: 1, repeated: true });
    await settle(700);
    expect(sent).toEqual(['a', 'a']);
    expect(kept.size).toBe(0);
    expect(store.selectSignal(selectConnection)().lostSince).toBeNull();
  });

  it('does not stop at a command the server refuses, and says which', async () => {
    answer = (id) => (id === 'a' ? refusal(409, 'moved-on') : of({ events: [], seq: 1, repeated: false }));
    await sender.take(command('a'));
    await sender.take(command('b'));
    await settle();
    expect(sent).toEqual(['a', 'b']);
    expect(kept.size).toBe(0);
    expect(store.selectSignal(selectJobs)().byId['one']!.refused).toMatchObject([{ commandId: 'a', sentence: 'moved-on in words.' }]);
  });

  it('keeps everything for whoever is signed out by the server', async () => {
    answer = () => refusal(401, 'not-signed-in');
    await sender.take(command('a'));
    await settle();
    expect(kept.has('a')).toBe(true);
    answer = () => of({ events: [], seq: 1, repeated: false });
    signIn('ines');
    sender.wake();
    await settle();
    expect(kept.size).toBe(0);
  });

  it('never sends one person’s work under another’s name', async () => {
    kept.set('theirs', command('theirs', 'tobiah'));
    expect((await sender.resume()).map((one) => one.commandId)).toEqual(['theirs']);
    await sender.take(command('mine'));
    await settle();
    expect(sent).toEqual(['mine']);
    expect([...kept.keys()]).toEqual(['theirs']);
    signIn('tobiah');
    sender.wake();
    await settle();
    expect(sent).toEqual(['mine', 'theirs']);
  });

  it('still sends where the browser keeps nothing', async () => {
    TestBed.inject(Outbox).add = () => Promise.reject(new Error('private window'));
    const warned: unknown[] = [];
    const warn = console.warn;
    console.warn = (...words: unknown[]) => void warned.push(...words);
    await sender.take(command('a'));
    await settle();
    expect(sent).toEqual(['a']);
    console.warn = warn;
    expect(warned[0]).toContain('The outbox cannot keep this command.');
  });

  it('shows what was given as pending until then', async () => {
    answer = nobodyThere;
    store.dispatch(JobsActions.commandGiven({ pending: command('a') }));
    expect(store.selectSignal(selectJobs)().byId['one']!.pending).toHaveLength(1);
    await settle();
  });
});
