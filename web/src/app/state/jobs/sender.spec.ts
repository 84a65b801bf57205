import { jest } from '@jest/globals';
import { HttpErrorResponse } from '@angular/common/http';
import { TestBed } from '@angular/core/testing';
import { provideStore, Store } from '@ngrx/store';
import type { GiveCommand, Unsent as UnsentReport } from '@petrichor/api';
import { NEVER, of, throwError, type Observable } from 'rxjs';
import { Api } from '../api';
import { connectionReducer, selectConnection } from '../connection/connection.reducer';
import { sessionReducer, SessionActions } from '../session/session.reducer';
import type { PendingCommand } from './jobs.actions';
import { JobsActions } from './jobs.actions';
import { jobsReducer } from './jobs.reducer';
import { selectJobs } from './jobs.selectors';
import { Outbox, type SetAside } from './outbox';
import { SEND_MS, Sender } from './sender';
import { Unsent } from './unsent';

const command = (commandId: string, by = 'ines', jobId = 'one'): PendingCommand => ({
  commandId,
  jobId,
  command: { type: 'note', text: commandId, stepId: null },
  events: [],
  basedOn: 1,
  at: '2026-04-14T08:00:00Z',
  by: { id: by, name: by },
});
const refusal = (status: number, code: string) =>
  throwError(
    () =>
      new HttpErrorResponse({
        status,
        error: { type: '', title: '', status, detail: `${code} in words.`, code },
      }),
  );
const nobodyThere = () => throwError(() => new HttpErrorResponse({ status: 0 }));

describe('sending what the outbox keeps', () => {
  const sent: string[] = [];
  const toldUnsent: UnsentReport[] = [];
  const kept = new Map<string, PendingCommand>();
  const aside = new Map<string, SetAside>();
  let health: () => Observable<unknown>;
  let answer: (id: string) => Observable<unknown>;
  let sender: Sender;
  let store: Store;

  const signIn = (id: string) =>
    store.dispatch(
      SessionActions.told({
        reply: {
          firstAccountNeeded: false,
          signedIn: {
            account: { id, name: id, signInName: id, roles: ['technician'] },
            workshop: { id: 'w', name: 'W' },
          },
        },
      }),
    );
  const unsent = () => TestBed.inject(Unsent);
  const settle = (ms = 0) => new Promise((done) => setTimeout(done, ms));

  beforeEach(() => {
    sent.length = 0;
    toldUnsent.length = 0;
    kept.clear();
    aside.clear();
    health = () => of({ ok: true });
    answer = () => of({ events: [], seq: 1, repeated: false });
    const give = ({ body }: { body: GiveCommand }) => {
      sent.push(body.commandId);
      return answer(body.commandId);
    };
    const outbox = {
      add: (one: PendingCommand) => Promise.resolve(void kept.set(one.commandId, one)),
      remove: (id: string) => Promise.resolve(void kept.delete(id)),
      all: () => Promise.resolve([...kept.values()]),
      setAside: (one: SetAside) => {
        kept.delete(one.commandId);
        return Promise.resolve(void aside.set(one.commandId, one));
      },
      allAside: () => Promise.resolve([...aside.values()]),
      dropAside: (id: string) => Promise.resolve(void aside.delete(id)),
    };
    TestBed.configureTestingModule({
      providers: [
        provideStore({ session: sessionReducer, connection: connectionReducer, jobs: jobsReducer }),
        {
          provide: Api,
          useValue: {
            give,
            probe: () => health(),
            tellUnsent: ({ body }: { body: UnsentReport }) => (toldUnsent.push(body), of(undefined)),
          },
        },
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
    expect(store.selectSignal(selectJobs)().byId['one']!.refused).toMatchObject([
      { commandId: 'a', sentence: 'moved-on in words.' },
    ]);
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
    expect(store.selectSignal(selectConnection)().keeps).toBe(false);
    console.warn = warn;
    expect(warned[0]).toContain('The outbox cannot keep this command.');
  });

  it('one that the server fails at holds up its own job alone, and is set aside when it fails while others go through', async () => {
    answer = (id) => (id === 'bad' ? refusal(500, 'failed') : of({ events: [], seq: 1, repeated: false }));
    await sender.take(command('bad'));
    await sender.take(command('behind it'));
    await sender.take(command('elsewhere', 'ines', 'two'));
    await settle();
    expect(sent).toEqual(['bad', 'elsewhere']);
    for (let time = 0; time < 4; time++) {
      sender.wake();
      await settle();
    }
    expect([...aside.keys()]).toEqual(['bad']);
    expect(
      unsent()
        .aside()
        .map((one) => one.sentence),
    ).toEqual(['failed in words.']);
    sender.wake();
    await settle();
    expect(sent.at(-1)).toBe('behind it');
    expect(kept.size).toBe(0);
    expect(store.selectSignal(selectJobs)().byId['one']!.refused).toMatchObject([
      { commandId: 'bad', sentence: expect.stringContaining('set aside') },
    ]);
    expect((await TestBed.inject(Outbox).allAside()).map((one) => one.commandId)).toEqual(['bad']);
    await unsent().forget('bad');
    expect([unsent().aside(), aside.size]).toEqual([[], 0]);
  });

  it('nothing is set aside while the server fails at everything', async () => {
    answer = () => refusal(500, 'failed');
    health = nobodyThere;
    await sender.take(command('a'));
    for (let time = 0; time < 12; time++) {
      sender.wake();
      await settle();
    }
    expect([kept.has('a'), aside.size]).toEqual([true, 0]);
  });

  it('does not wait for a line that is half open: it asks again after a while, and at once when the line is better', async () => {
    jest.useFakeTimers();
    try {
      answer = () => NEVER;
      await sender.take(command('a'));
      await jest.advanceTimersByTimeAsync(SEND_MS + 1);
      expect(store.selectSignal(selectConnection)().lostSince).not.toBeNull();
      await jest.advanceTimersByTimeAsync(1000);
      expect(sent).toEqual(['a', 'a']);
      // The stream is back: the request over the old line is broken off.
      answer = () => of({ events: [], seq: 1, repeated: true });
      await jest.advanceTimersByTimeAsync(1500);
      sender.wake();
      await jest.advanceTimersByTimeAsync(1);
      expect(sent).toEqual(['a', 'a', 'a']);
      expect(kept.size).toBe(0);
    } finally {
      jest.useRealTimers();
    }
  });

  it('tells the server what waits although it answers, and when it has gone', async () => {
    answer = (id) => (id === 'bad' ? refusal(500, 'failed') : of({ events: [], seq: 1, repeated: false }));
    await sender.take(command('bad'));
    await settle();
    expect(toldUnsent.at(-1)).toMatchObject({ waiting: 1, aside: 0, since: '2026-04-14T08:00:00.000Z' });
    answer = () => of({ events: [], seq: 1, repeated: false });
    sender.wake();
    await settle();
    expect(toldUnsent.at(-1)).toEqual({ waiting: 0, aside: 0, since: null });
  });

  it('says whose unsent work waits here', async () => {
    kept.set('t1', command('t1', 'tobiah'));
    kept.set('t2', command('t2', 'tobiah'));
    await sender.resume();
    expect(unsent().ofOthers()).toEqual([{ name: 'tobiah', count: 2 }]);
    signIn('tobiah');
    sender.wake();
    await settle();
    expect(unsent().ofOthers()).toEqual([]);
    expect(sent).toEqual(['t1', 't2']);
  });

  it('shows what was given as pending until then', async () => {
    answer = nobodyThere;
    store.dispatch(JobsActions.commandGiven({ pending: command('a') }));
    expect(store.selectSignal(selectJobs)().byId['one']!.pending).toHaveLength(1);
    await settle();
  });
});
