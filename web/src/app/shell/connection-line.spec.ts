import { signal } from '@angular/core';
import { HttpErrorResponse } from '@angular/common/http';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import type { GiveCommand } from '@petrichor/api';
import { provideStore, Store } from '@ngrx/store';
import { of, throwError, type Observable } from 'rxjs';
import { Api } from '../state/api';
import { ConnectionActions, connectionReducer } from '../state/connection/connection.reducer';
import { JobsActions } from '../state/jobs/jobs.actions';
import { jobsReducer } from '../state/jobs/jobs.reducer';
import type { SetAside } from '../state/jobs/outbox';
import { Unsent } from '../state/jobs/unsent';
import { ConnectionLine } from './connection-line';
import { jobAt } from '../../../../core/src/testing/walks';

const ASIDE: SetAside = {
  commandId: 'c-1',
  jobId: 'one',
  command: { type: 'note', text: 'x', stepId: null },
  events: [],
  basedOn: 1,
  at: '2026-04-14T08:00:00Z',
  by: { id: 'ines', name: 'Ines' },
  sentence: 'failed',
};

let fixture: ComponentFixture<ConnectionLine>;
const given: GiveCommand[] = [];
const forgotten: string[] = [];
let answer: () => Observable<unknown>;
const unsent = {
  aside: signal<readonly SetAside[]>([]),
  ofOthers: signal<readonly { name: string; count: number }[]>([]),
  forget: (id: string) => Promise.resolve(void forgotten.push(id)),
};
const text = (): string => {
  fixture.detectChanges();
  return (fixture.nativeElement as HTMLElement).textContent.replace(/\s+/g, ' ').trim();
};
const press = async (words: string) => {
  fixture.detectChanges();
  [...(fixture.nativeElement as HTMLElement).querySelectorAll('button')]
    .find((one) => one.textContent.includes(words))!
    .click();
  await new Promise((done) => setTimeout(done, 5));
};

beforeEach(() => {
  given.length = forgotten.length = 0;
  unsent.aside.set([]);
  unsent.ofOthers.set([]);
  answer = () => of({});
  const give = ({ body }: { body: GiveCommand }) => {
    given.push(body);
    return answer();
  };
  TestBed.configureTestingModule({
    providers: [
      provideStore({ connection: connectionReducer, jobs: jobsReducer }),
      { provide: Api, useValue: { give } },
      { provide: Unsent, useValue: unsent },
    ],
  });
  fixture = TestBed.createComponent(ConnectionLine);
});

it('says nothing while all is well', () => {
  expect(text()).toBe('');
});

it('says since when nobody answers, and in other words where the browser keeps nothing', () => {
  const store = TestBed.inject(Store);
  store.dispatch(ConnectionActions.lost({ at: '2026-04-14T08:00:00Z' }));
  expect(text()).toMatch(/^Not connected since \d\d:00. Steps are kept here.$/);
  store.dispatch(ConnectionActions.keepsNothing());
  expect(text()).not.toContain('kept here');
  expect(text()).toContain('do not close or reload this page');
});

it('says whose steps wait for them', () => {
  unsent.ofOthers.set([
    { name: 'Tobiah', count: 2 },
    { name: 'Perpetua', count: 1 },
  ]);
  expect(text()).toBe(
    '2 steps of Tobiah wait here until they sign in. 1 step of Perpetua waits here until they sign in.',
  );
});

describe('a step that the server cannot take', () => {
  beforeEach(() => unsent.aside.set([ASIDE]));

  it('is dropped with a reason only, and the job says so', async () => {
    await press('Drop it');
    expect(text()).toContain('Say why, in a few words.');
    expect(given).toEqual([]);
    const field = (fixture.nativeElement as HTMLElement).querySelector('input')!;
    field.value = 'It was a slip of the scanner.';
    field.dispatchEvent(new Event('input'));
    await press('Drop it');
    expect(given[0]!.command).toMatchObject({ type: 'note', text: expect.stringContaining('dropped') });
    expect(given[0]!.command).toMatchObject({
      text: expect.stringContaining('It was a slip of the scanner.'),
    });
    expect(forgotten).toEqual(['c-1']);
  });

  it('is told in the job’s own words, where the job is at hand', async () => {
    const { job } = jobAt('swap');
    TestBed.inject(Store).dispatch(JobsActions.loaded({ job }));
    unsent.aside.set([
      { ...ASIDE, jobId: job.id, events: [{ type: 'serial-recorded', which: 'newDrive', serial: 'PP3-2' }] },
    ]);
    fixture.detectChanges();
    const field = (fixture.nativeElement as HTMLElement).querySelector('input')!;
    field.value = 'Read off the wrong drive.';
    field.dispatchEvent(new Event('input'));
    await press('Drop it');
    expect(given[0]!.command).toMatchObject({
      text: expect.stringMatching(
        /was dropped: “Serial of the new drive: PP3-2”\. Read off the wrong drive\.$/,
      ),
    });
  });

  it('stays while the server cannot be told that it is dropped', async () => {
    answer = () => throwError(() => new HttpErrorResponse({ status: 0 }));
    const field = fixture.nativeElement as HTMLElement;
    fixture.detectChanges();
    field.querySelector('input')!.value = 'a slip';
    field.querySelector('input')!.dispatchEvent(new Event('input'));
    await press('Drop it');
    expect(forgotten).toEqual([]);
    expect(text()).toContain('does not answer');
  });
});
