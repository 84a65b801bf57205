import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { provideRouter, Router } from '@angular/router';
import { provideStore, Store } from '@ngrx/store';
import { learn, shippedDiagnosis } from '@petrichor/core/diagnose';
import type { JobState } from '@petrichor/core/job';
import { USUAL_PRICING } from '@petrichor/core/quote';
import { USUAL_POLICY } from '@petrichor/core/teardown';
import { ledgerRow } from '@petrichor/core/ledger';
import { model, TestJob } from '../../../../core/src/testing/samples';
import { jobAt, payAndHandOver } from '../../../../core/src/testing/walks';
import { connectionReducer } from '../state/connection/connection.reducer';
import { jobsReducer } from '../state/jobs/jobs.reducer';
import { KnowledgeActions, knowledgeReducer } from '../state/knowledge/knowledge.reducer';
import { PhotoKeeper } from '../state/photos/photo-keeper';
import { sessionReducer } from '../state/session/session.reducer';
import { IntakeScreen } from './intake';

let fixture: ComponentFixture<IntakeScreen>;
let http: HttpTestingController;
const element = (): HTMLElement => fixture.nativeElement as HTMLElement;
const text = (): string => element().textContent.replace(/\s+/g, ' ');
const rest = (ms = 20) => new Promise((done) => setTimeout(done, ms));
const settle = async () => {
  await rest();
  fixture.detectChanges();
};
const type = async (id: string, words: string) => {
  const field = element().querySelector<HTMLInputElement>(`#${id}`)!;
  field.value = words;
  field.dispatchEvent(new Event('input', { bubbles: true }));
  await settle();
};
const press = async (words: string) => {
  [...document.querySelectorAll('button')].find((one) => one.textContent.includes(words))!.click();
  await settle();
};
const valueOf = (id: string): string => element().querySelector<HTMLInputElement>(`#${id}`)!.value;

async function open(comeback?: string): Promise<void> {
  TestBed.resetTestingModule();
  TestBed.configureTestingModule({
    providers: [
      provideStore({
        session: sessionReducer,
        knowledge: knowledgeReducer,
        jobs: jobsReducer,
        connection: connectionReducer,
      }),
      provideRouter([{ path: '**', children: [] }]),
      provideHttpClient(),
      provideHttpClientTesting(),
      { provide: PhotoKeeper, useValue: { waiting: () => 0, refused: () => null } },
    ],
  });
  http = TestBed.inject(HttpTestingController);
  const diagnosis = {
    before: learn(shippedDiagnosis('before'), []),
    after: learn(shippedDiagnosis('after'), []),
  };
  const reply = {
    version: '1',
    since: null,
    models: [model()],
    drives: [],
    parts: [],
    policy: USUAL_POLICY,
    pricing: USUAL_PRICING,
    companionCases: [],
    diagnosis,
  };
  TestBed.inject(Store).dispatch(KnowledgeActions.told({ reply }));
  fixture = TestBed.createComponent(IntakeScreen);
  if (comeback) fixture.componentRef.setInput('comeback', comeback);
  fixture.detectChanges();
  await settle();
}
/** What the counter types at least, besides the model. */
async function fillIn(): Promise<void> {
  await type('customer', 'Halima Quist');
  await type('serial', 'TF14-30417');
  await type('complaint', 'It freezes.');
  await type('must-not-lose', 'tide tables');
  await type('promised', '2026-12-04T15:00');
  await type('model', model().labelTexts[0]!);
  element()
    .querySelector('#model')!
    .dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
  await settle();
}
const opened = (): JobState => new TestJob().job;

beforeEach(async () => {
  localStorage.clear();
  await open();
});

describe('taking in a machine', () => {
  it('chooses no model that nobody chose: Tab through the field, empty or half typed, leaves it so', async () => {
    const field = element().querySelector<HTMLInputElement>('#model')!;
    const key = async (name: string) => {
      field.dispatchEvent(new KeyboardEvent('keydown', { key: name, code: name, bubbles: true }));
      await settle();
    };
    field.focus();
    await settle();
    await key('Tab');
    expect(valueOf('model')).toBe('');
    await type('model', model().labelTexts[0]!.slice(0, 2));
    await key('Tab');
    expect(valueOf('model')).toBe(model().labelTexts[0]!.slice(0, 2));
    await press('Take it in');
    http.expectNone('/api/jobs');
    expect(text()).toContain('Choose the model');
  });

  it('sends what was typed, and goes to the job', async () => {
    await fillIn();
    await press('The rest works');
    await press('Take it in');
    const request = http.expectOne('/api/jobs');
    expect(request.request.body.intake).toMatchObject({
      customer: { name: 'Halima Quist', id: null },
      modelId: 'fen',
      serial: 'TF14-30417',
      baseline: { starts: 'works', hinges: 'works' },
    });
    request.flush({ job: opened() });
    await settle();
    expect(TestBed.inject(Router).url).toBe('/jobs/job-1');
    // The next machine begins with an empty form.
    await open();
    expect(valueOf('serial')).toBe('');
  });

  it('says what is missing at its field, and sends nothing', async () => {
    await type('serial', 'TF14-30417');
    await press('Take it in');
    http.expectNone('/api/jobs');
    expect(text()).toContain('Say whose machine it is.');
    expect(document.activeElement?.id).toBe('customer');
  });

  it('asks whether something is broken, and what is wished for', async () => {
    await fillIn();
    element().querySelector<HTMLElement>('[aria-labelledby=broken-label] button:last-child')!.click();
    await settle();
    await press('Take it in');
    http.expectNone('/api/jobs');
    expect(text()).toContain('Say what is wished for, or that something is broken.');
    await press('More memory');
    await press('A new battery');
    await press('More memory');
    await press('Take it in');
    expect(http.expectOne('/api/jobs').request.body.intake).toMatchObject({
      fault: false,
      wishes: ['new-battery'],
    });
  });

  it('goes on with a form that an older version kept in one piece', async () => {
    const older = { commandId: 'c-1', customer: 'Wim Oddny', customerId: null, reach: '1', serial: 'OK13' };
    localStorage.setItem('petrichor.draft.intake', JSON.stringify(older));
    await open();
    expect([valueOf('customer'), valueOf('serial')]).toEqual(['Wim Oddny', 'OK13']);
    await open();
    expect(valueOf('serial')).toBe('OK13');
  });

  it('points out signs that look alike on a worn label', async () => {
    await type('serial', 'TF14-3O417');
    expect(text()).toMatch(/Look twice at .*O/);
  });

  it('does not send half a form because a scanner ends with Enter', () => {
    const enter = new KeyboardEvent('keydown', { key: 'Enter', bubbles: true, cancelable: true });
    element().querySelector('#serial')!.dispatchEvent(enter);
    expect(enter.defaultPrevented).toBe(true);
    expect(document.activeElement?.id).toBe('complaint');
  });

  it('loses nothing to a dead server or a reload, and makes one job of two tries', async () => {
    await fillIn();
    await press('Take it in');
    const first = http.expectOne('/api/jobs');
    first.error(new ProgressEvent('error'));
    await settle();
    expect(element().querySelector('.send [role=alert]')!.textContent).not.toBe('');
    await open();
    expect([valueOf('serial'), valueOf('complaint')]).toEqual(['TF14-30417', 'It freezes.']);
    await press('Take it in');
    expect(http.expectOne('/api/jobs').request.body.commandId).toBe(first.request.body.commandId);
  });

  it('that went in before it was changed says so, keeps what is typed, and is another machine if it is sent again', async () => {
    await fillIn();
    await press('Take it in');
    const first = http.expectOne('/api/jobs');
    const detail = 'This form went in before you changed it, as job 412.';
    first.flush(
      { type: 'x', title: 'Refused', status: 409, code: 'other-command', detail },
      { status: 409, statusText: 'Conflict' },
    );
    await settle();
    expect(element().querySelector('.send [role=alert]')!.textContent).toContain('as job 412');
    expect(valueOf('complaint')).toBe('It freezes.');
    await press('Take it in');
    expect(http.expectOne('/api/jobs').request.body.commandId).not.toBe(first.request.body.commandId);
  });
});

describe('a machine that was here before', () => {
  const closed = (): JobState => {
    const bench = jobAt('hand-over');
    bench.must({ type: 'settle-old-drive', fate: 'returned', until: null, note: '' });
    return payAndHandOver(bench).job;
  };
  const leave = async () => {
    element().querySelector('#serial')!.dispatchEvent(new Event('blur'));
    await settle();
  };

  it('is told by its serial: when it was here, how it was left, and what is warranted', async () => {
    const job = closed();
    await type('serial', job.intake.serial);
    http.expectNone((request) => request.url.includes('history'));
    await leave();
    http
      .expectOne(`/api/ledger/history/${job.intake.serial}`)
      .flush({ rows: [ledgerRow(job)], instead: {}, cut: [], next: null });
    await settle();
    await settle();
    http.expectOne(`/api/jobs/${job.id}`).flush({ job });
    await settle();
    const known = element().querySelector('p-machine-known')!.textContent.replace(/\s+/g, ' ');
    expect(known).toContain('It was here: Tarnwell Fen 14 of Halima Quist, job 412');
    expect(known).toContain('M.2 socket: Holds Pellow P3 1 TB, 1000 GB, PP3-1');
    // Its model needs no choosing.
    expect(text()).toContain('Label says');
  });

  it('says nothing of one that was never here, and takes no other for it', async () => {
    await type('serial', 'OK13-55118');
    await leave();
    const other = { ...ledgerRow(closed()), newSerial: 'OK13-55118' };
    http
      .expectOne('/api/ledger/history/OK13-55118')
      .flush({ rows: [other], instead: {}, cut: [], next: null });
    await settle();
    expect(element().querySelector('p-machine-known')!.textContent.trim()).toBe('');
  });
});

describe('somebody who was here before', () => {
  const known = {
    id: 'c-1',
    name: 'Halima Quist',
    reach: '01632 960 018',
    machines: [
      {
        modelId: 'fen',
        modelName: 'Tarnwell Fen 14',
        serial: 'TF14-30417',
        jobId: 'job-0',
        number: 401,
        closed: true,
      },
    ],
  };
  const choose = async () => {
    const field = element().querySelector<HTMLInputElement>('#customer')!;
    field.focus();
    await type('customer', 'hali');
    await rest(160);
    http.expectOne((request) => request.url.startsWith('/api/customers?')).flush({ customers: [known] });
    await settle();
    await settle();
    [...document.querySelectorAll<HTMLElement>('[role=option]')]
      .find((one) => one.textContent.includes('Halima Quist'))!
      .click();
    await settle();
  };

  it('is found while one types, and their machine needs no typing', async () => {
    await choose();
    expect(valueOf('reach')).toBe('01632 960 018');
    await press('This one');
    expect(valueOf('serial')).toBe('TF14-30417');
    expect(text()).toContain('Label says');
    expect(text()).not.toContain('A comeback of job');
  });

  it('may bring a comeback, which is linked to its job and may be unlinked', async () => {
    await choose();
    await press('came back from 401');
    expect(text()).toContain('A comeback of job 401');
    await press('It is not a comeback');
    expect(text()).not.toContain('A comeback of job');
  });
});

describe('a comeback that is opened from its old job', () => {
  const fill = async () => {
    http.expectOne('/api/jobs/job-1').flush({ job: opened() });
    await settle();
  };

  it('brings along what that job knows, and keeps what is typed over a reload', async () => {
    await open('job-1');
    await fill();
    expect([valueOf('customer'), valueOf('serial')]).toEqual(['Halima Quist', 'TF14-30417']);
    await type('complaint', 'It freezes again.');
    await open('job-1');
    http.expectNone('/api/jobs/job-1');
    expect(valueOf('complaint')).toBe('It freezes again.');
  });

  it('is taken where somebody typed and emptied the field again', async () => {
    await type('serial', 'OK13');
    await type('serial', '');
    await open('job-1');
    await fill();
    expect(valueOf('serial')).toBe('TF14-30417');
  });

  it('does not throw away another machine that is half typed', async () => {
    await type('serial', 'OK13-55118');
    await open('job-1');
    http.expectNone('/api/jobs/job-1');
    expect(text()).toContain('Another machine is half typed here.');
    expect(valueOf('serial')).toBe('OK13-55118');
    await press('take in the comeback instead');
    await fill();
    expect(valueOf('serial')).toBe('TF14-30417');
  });
});
