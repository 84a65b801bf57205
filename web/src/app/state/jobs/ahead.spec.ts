import { HttpErrorResponse } from '@angular/common/http';
import { TestBed } from '@angular/core/testing';
import { provideStore, Store } from '@ngrx/store';
import type { GiveCommand, MissingCommands, OpenJob } from '@petrichor/api';
import type { JobState } from '@petrichor/core/job';
import { of, throwError } from 'rxjs';
import { Api } from '../api';
import { benchReducer } from '../bench/bench.reducer';
import { sessionReducer, SessionActions } from '../session/session.reducer';
import { Ahead } from './ahead';
import { JobsActions, type PendingCommand } from './jobs.actions';
import { jobsReducer } from './jobs.reducer';
import { selectJobs } from './jobs.selectors';
import { Outbox, type SetAside } from './outbox';
import { SentLog, type Sent } from './sent-log';

const AT = '2026-04-14T08:00:00Z';
const command = (commandId: string, by = 'ines', jobId = 'one'): Sent => {
  const who = { id: by, name: by };
  const pending: PendingCommand = {
    commandId,
    jobId,
    command: { type: 'note', text: commandId, stepId: null },
    events: [],
    basedOn: 1,
    at: AT,
    by: who,
  };
  return { kind: 'command', commandId, jobId, at: AT, by: who, pending };
};
const takeIn = (commandId: string, jobId: string): Sent => ({
  kind: 'take-in',
  commandId,
  jobId,
  at: AT,
  by: { id: 'ines', name: 'ines' },
  body: { commandId } as OpenJob,
});

describe('a server that was restored to an earlier time', () => {
  let log: Sent[];
  /** What the server has. */
  let has: Set<string>;
  let asked: string[][];
  let given: [string, string][];
  let refuses: Set<string>;
  let away: boolean;
  let jobThere: JobState | null;
  const aside: SetAside[] = [];
  const ahead = () => TestBed.inject(Ahead);

  const signIn = (id: string) =>
    TestBed.inject(Store).dispatch(
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

  beforeEach(() => {
    [log, asked, given] = [[], [], []];
    [has, refuses] = [new Set(), new Set()];
    away = false;
    jobThere = null;
    aside.length = 0;
    const problem = (status: number) =>
      throwError(
        () =>
          new HttpErrorResponse({
            status,
            error: { type: '', title: '', status, detail: 'Not now, in words.', code: 'x' },
          }),
      );
    const api = {
      missingCommands: ({ body: { commandIds } }: { body: MissingCommands }) => {
        asked.push(commandIds);
        return of({ missing: commandIds.filter((id) => !has.has(id)) });
      },
      give: ({
        params: { jobId },
        body: { commandId },
      }: {
        params: { jobId: string };
        body: GiveCommand;
      }) => {
        if (away) return throwError(() => new HttpErrorResponse({ status: 0 }));
        if (refuses.has(commandId)) return problem(409);
        given.push([jobId, commandId]);
        has.add(commandId);
        return of({ events: [], seq: 1, repeated: false });
      },
      openJob: ({ body: { commandId } }: { body: OpenJob }) => {
        given.push(['', commandId]);
        has.add(commandId);
        return of({ job: { id: 'new-one', number: 500, seq: 1 } as JobState });
      },
      job: () => (jobThere ? of({ job: jobThere }) : problem(404)),
    };
    const sentLog = {
      all: () => Promise.resolve([...log]),
      newest: (count: number) => Promise.resolve(log.slice(-count).map((one) => one.commandId)),
      add: (one: Sent) => Promise.resolve(void log.push(one)),
      forget: (ids: string[]) =>
        Promise.resolve(void (log = log.filter((one) => !ids.includes(one.commandId)))),
    };
    TestBed.configureTestingModule({
      providers: [
        provideStore({ session: sessionReducer, jobs: jobsReducer, bench: benchReducer }),
        { provide: Api, useValue: api },
        { provide: SentLog, useValue: sentLog },
        {
          provide: Outbox,
          useValue: {
            setAside: (one: SetAside) => Promise.resolve(void aside.push(one)),
            allAside: () => Promise.resolve([]),
          },
        },
      ],
    });
    signIn('ines');
  });

  it('that has everything is asked about the newest only, and nothing is offered', async () => {
    log = Array.from({ length: 300 }, (_, n) => command(`c${n}`));
    has = new Set(log.map((one) => one.commandId));
    await ahead().look();
    expect(ahead().mine()).toEqual([]);
    expect(asked.map((ids) => ids.length)).toEqual([100]);
  });

  it('is offered what it lacks, in order, and nothing newer goes before it', async () => {
    log = Array.from({ length: 6 }, (_, n) => command(`c${n}`));
    has = new Set(['c0', 'c1', 'c2']);
    await ahead().look();
    expect(
      ahead()
        .mine()
        .map((one) => one.commandId),
    ).toEqual(['c3', 'c4', 'c5']);
    expect(new Set(ahead().holds())).toEqual(new Set(['one']));
    await ahead().sendAgain();
    expect(given).toEqual([
      ['one', 'c3'],
      ['one', 'c4'],
      ['one', 'c5'],
    ]);
    expect(ahead().mine()).toEqual([]);
    expect(ahead().holds()).toEqual([]);
  });

  it('gets the machine first that was taken in after the backup, and its steps under the job that it is now', async () => {
    log = [takeIn('t', 'old-one'), command('c1', 'ines', 'old-one'), command('c2', 'ines', 'old-one')];
    await ahead().look();
    await ahead().sendAgain();
    expect(given).toEqual([
      ['', 't'],
      ['new-one', 'c1'],
      ['new-one', 'c2'],
    ]);
  });

  it('and what it refuses now is set aside, to be seen; the rest goes on', async () => {
    log = [command('c1'), command('c2'), command('c3')];
    refuses.add('c2');
    await ahead().look();
    await ahead().sendAgain();
    expect(given.map(([, id]) => id)).toEqual(['c1', 'c3']);
    expect(aside).toMatchObject([{ commandId: 'c2', sentence: 'Not now, in words.' }]);
  });

  it('and that goes away in the midst of it still lacks the rest, which is offered still', async () => {
    log = [command('c1'), command('c2')];
    await ahead().look();
    away = true;
    await ahead().sendAgain();
    expect(ahead().mine()).toHaveLength(2);
    away = false;
    await ahead().sendAgain();
    expect(ahead().mine()).toEqual([]);
  });

  it('is not given another person’s steps: they send them when they sign in', async () => {
    log = [command('c1', 'tobiah'), command('c2')];
    await ahead().look();
    expect(ahead().ofOthers()).toEqual([{ name: 'tobiah', count: 1 }]);
    await ahead().sendAgain();
    expect(given.map(([, id]) => id)).toEqual(['c2']);
    signIn('tobiah');
    await ahead().sendAgain();
    expect(given.map(([, id]) => id)).toEqual(['c2', 'c1']);
  });

  it('is left without them where somebody decides so, and they are not offered again', async () => {
    log = [command('c1')];
    await ahead().look();
    expect(JSON.parse(ahead().asFile())).toMatchObject({ sent: [{ commandId: 'c1' }] });
    await ahead().leaveOut();
    await ahead().look();
    expect(ahead().mine()).toEqual([]);
    expect(log).toEqual([]);
  });

  it('shows its jobs as it has them, also those that it does not have', async () => {
    const store = TestBed.inject(Store);
    const shown = (id: string) => store.selectSignal(selectJobs)().byId[id];
    store.dispatch(JobsActions.loaded({ job: { id: 'one', seq: 9 } as JobState }));
    jobThere = { id: 'one', seq: 4 } as JobState;
    log = [command('c1')];
    await ahead().look();
    expect(shown('one')!.confirmed!.seq).toBe(4);
    expect(shown('one')!.failed).toBeNull();
  });

  it('and a job it never heard of is said to be gone', async () => {
    const store = TestBed.inject(Store);
    store.dispatch(JobsActions.loaded({ job: { id: 'one', seq: 9 } as JobState }));
    log = [command('c1')];
    await ahead().look();
    const open = store.selectSignal(selectJobs)().byId['one'];
    expect(open).toMatchObject({ confirmed: null, shown: null });
    expect(open!.failed).toContain('restored to a time before');
  });
});
