import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { provideStore, Store } from '@ngrx/store';
import type { DiagnosisReply } from '@petrichor/api';
import {
  countCase,
  learn,
  noCases,
  shippedDiagnosis,
  writeCounts,
  type PastCase,
} from '@petrichor/core/diagnose';
import type { Role } from '@petrichor/core/job';
import { connectionReducer } from '../state/connection/connection.reducer';
import { knowledgeReducer } from '../state/knowledge/knowledge.reducer';
import { SessionActions, sessionReducer } from '../state/session/session.reducer';
import { DiagnosisScreen } from './diagnosis';

const past = (number: number, cause: string, ...seen: string[]): PastCase => ({
  jobId: `job-${number}`,
  number,
  modelId: 'fen',
  closedAt: '2026-04-14T10:00:00Z',
  answers: seen.map((observation) => ({ observation, seen: true })),
  causes: [cause],
});
const CASES = [past(401, 'connection', 'plug-askew'), past(402, 'drive-full', 'nearly-full')];
const counted = (cases: readonly PastCase[]) => {
  const counts = noCases();
  for (const one of cases) countCase(counts, one);
  return writeCounts(counts);
};
/** What the server has; a test may make more of it. */
let there: PastCase[];
const A_PAGE = 2;
const reply = (version = 1): DiagnosisReply => ({
  before: learn({ ...shippedDiagnosis('before'), version }, CASES),
  after: learn(shippedDiagnosis('after'), []),
  history:
    version === 1
      ? []
      : [
          {
            about: 'before',
            version,
            savedAt: '2026-04-14T11:00:00Z',
            savedBy: 'Ines',
            why: 'Ours sit askew and work.',
          },
        ],
  counts: counted(CASES),
});

let fixture: ComponentFixture<DiagnosisScreen>;
let http: HttpTestingController;
const element = () => fixture.nativeElement as HTMLElement;
const text = () => element().textContent.replace(/\s+/g, ' ');
async function settle(): Promise<void> {
  for (let turn = 0; turn < 4; turn++) {
    await new Promise((done) => setTimeout(done, 5));
    for (const asked of http?.match(({ url }) => url.startsWith('/api/diagnosis/cases')) ?? []) {
      const query = new URL(asked.request.urlWithParams, 'http://quayside.test').searchParams;
      const [cause, before] = [query.get('cause'), Number(query.get('before') ?? 9999)];
      const all = there.filter((one) => one.number < before && (!cause || one.causes.includes(cause)));
      const cases = all.sort((one, other) => other.number - one.number).slice(0, A_PAGE);
      asked.flush({ cases, next: all.length > A_PAGE ? cases.at(-1)!.number : null });
    }
    await fixture.whenStable();
  }
}
async function open(roles: Role[] = ['lead'], version = 1): Promise<void> {
  TestBed.configureTestingModule({
    providers: [
      provideStore({ session: sessionReducer, connection: connectionReducer, knowledge: knowledgeReducer }),
      provideRouter([{ path: '**', children: [] }]),
      provideHttpClient(),
      provideHttpClientTesting(),
    ],
  });
  const account = { id: 'ines', name: 'Ines', signInName: 'ines', roles };
  TestBed.inject(Store).dispatch(
    SessionActions.told({
      reply: { firstAccountNeeded: false, signedIn: { account, workshop: { id: 'w', name: 'W' } } },
    }),
  );
  fixture = TestBed.createComponent(DiagnosisScreen);
  http = TestBed.inject(HttpTestingController);
  await settle();
  http.expectOne('/api/diagnosis').flush(reply(version));
  await settle();
}
async function press(words: string | RegExp): Promise<void> {
  const button = [...element().querySelectorAll('button')].find((one) =>
    typeof words === 'string' ? one.textContent.includes(words) : words.test(one.textContent.trim()),
  );
  if (!button) throw new Error(`There is no button ${words}: ${text()}`);
  button.click();
  await settle();
}
async function type(selector: string, value: string): Promise<void> {
  const field = element().querySelector<HTMLInputElement>(selector)!;
  field.value = value;
  field.dispatchEvent(new Event('input'));
  field.dispatchEvent(new Event('change'));
  await settle();
}

beforeEach(() => {
  localStorage.clear();
  there = [...CASES];
});

describe('what diagnosis knows', () => {
  it('shows every number with its reason, its source and the jobs behind it', async () => {
    await open();
    await press('Drive cable or its plug');
    expect(text()).toContain('in 100 with 1 of 2 finished jobs; the opinion counts as 20.');
    const row = [...element().querySelectorAll('tr')].find((one) =>
      one.textContent.includes('A plug found askew'),
    )!;
    expect(row.textContent).toContain('1/1');
    expect(row.textContent).toContain('common practice, no source');
    expect([...element().querySelectorAll('.numbers a')].map((one) => one.textContent)).toContain('401');
    expect(text()).toContain('was right in 2 of 2 finished jobs');
  });

  it('fetches the jobs behind a cause in pages, and tries a change on the last ones', async () => {
    there = [403, 404, 405].map((number) => past(number, 'connection', 'plug-askew')).concat(CASES);
    await open();
    await press('Drive cable or its plug');
    const behind = () => [...element().querySelectorAll('.numbers .lines a')].map((one) => one.textContent);
    expect(behind()).toEqual(['405', '404']);
    expect(text()).toContain('In the last jobs');
    await press('Older ones');
    expect(behind()).toEqual(['405', '404', '403', '401']);
    expect(text()).not.toContain('Older ones');
    await press('Healthy, but too small');
    expect(text()).toContain('No finished job has confirmed it yet.');
    await press('Drive cable or its plug');
    // Pressed twice before it is answered: what is older is shown once.
    const older = [...element().querySelectorAll('button')].find((one) =>
      one.textContent.includes('Older ones'),
    )!;
    older.click();
    older.click();
    await settle();
    expect(behind()).toEqual(['405', '404', '403', '401']);
    await press('after the swap');
    expect(behind()).toEqual([]);
    expect(text()).toContain('In past jobs');
  });

  it('shows what a change does to past jobs, before it is saved', async () => {
    await open();
    await press('Drive cable or its plug');
    await type('#prior', '0,01');
    await type('#strength-plug-askew', '2');
    expect(text()).toContain('edition 1, changed and not saved');
    expect(text()).toMatch(/Right in \d of 2 jobs; 2 as saved\./);
    expect(text()).toMatch(/401 cable \d+, then .+ in 100/);
    await press('Drop the change');
    expect(text()).not.toContain('changed and not saved');
  });

  it('is saved with a reason, as the next edition', async () => {
    await open();
    await type('#prior', '20');
    await press('Save as the next edition');
    expect(text()).toContain('Say why you change it.');
    await type('#edition-why', 'Half our jobs are old drives.');
    await press('Save as the next edition');
    const request = http.expectOne({ method: 'POST', url: '/api/diagnosis' });
    expect(request.request.body).toMatchObject({
      why: 'Half our jobs are old drives.',
      knowledge: { version: 1 },
    });
    request.flush({ version: 2 });
    await settle();
    http.expectOne('/api/diagnosis').flush(reply(2));
    await settle();
    expect(text()).toContain('Edition 2 is saved');
    expect(text()).toContain('Ours sit askew and work.');
  });

  it('keeps the change when somebody else was first, and makes it the edition after theirs', async () => {
    await open();
    await type('#prior', '20');
    await type('#edition-why', 'Half our jobs are old drives.');
    await press('Save as the next edition');
    http.expectOne({ method: 'POST', url: '/api/diagnosis' }).flush(
      {
        type: '',
        title: '',
        status: 409,
        code: 'edition-moved',
        detail: 'Somebody saved edition 2 meanwhile.',
      },
      { status: 409, statusText: 'Conflict' },
    );
    await settle();
    http.expectOne('/api/diagnosis').flush(reply(2));
    await settle();
    expect(text()).toContain('Somebody saved edition 2 meanwhile.');
    expect(element().querySelector<HTMLInputElement>('#prior')!.value).toBe('20');
    await press('Make my change the next edition after it');
    await press('Save as the next edition');
    expect(http.expectOne({ method: 'POST', url: '/api/diagnosis' }).request.body).toMatchObject({
      knowledge: { version: 2 },
    });
  });

  it('keeps a change over a reload', async () => {
    await open();
    await type('#prior', '20');
    fixture.destroy();
    TestBed.resetTestingModule();
    await open();
    expect(element().querySelector<HTMLInputElement>('#prior')!.value).toBe('20');
  });

  it('brings an old edition back as a change', async () => {
    await open(['lead'], 3);
    await press('Bring back');
    http
      .expectOne('/api/diagnosis/before/3')
      .flush({ ...shippedDiagnosis('before'), version: 3, settledFrom: 0.9 });
    await settle();
    expect(text()).toContain('Edition 3 is on the screen as a change');
    expect(element().querySelector<HTMLInputElement>('#settled-from')!.value).toBe('90');
  });

  it('takes a cause and a sign of the lead’s own', async () => {
    await open();
    await type('#new-cause', 'Swollen battery');
    await press('Add the cause');
    expect(element().querySelector('.numbers h2')!.textContent).toBe('Swollen battery');
    await type('#new-sign', 'The lid does not close');
    await press('Add the sign');
    expect([...element().querySelectorAll('td b')].map((one) => one.textContent)).toEqual([
      'The lid does not close',
    ]);
    await press('another drive');
    await press('Take this cause away');
    expect(text()).not.toContain('Swollen battery');
  });

  it('is looked at by others, and changed by a lead only', async () => {
    await open(['technician']);
    await type('#prior', '20');
    expect(text()).not.toContain('changed and not saved');
    expect(
      [...element().querySelectorAll('button')].some((one) => /remove|Add|Save/.test(one.textContent)),
    ).toBe(false);
  });

  it('says when it cannot be fetched', async () => {
    TestBed.resetTestingModule();
    await open().catch(() => undefined);
    fixture.destroy();
    fixture = TestBed.createComponent(DiagnosisScreen);
    await settle();
    http.expectOne('/api/diagnosis').error(new ProgressEvent('error'));
    await settle();
    expect(text()).toContain('The server does not answer.');
  });

  it('has an edition for after the swap, too', async () => {
    await open();
    await press('after the swap');
    expect(text()).toContain('Bottom screws overtightened');
    expect(text()).toContain('No finished job with a confirmed cause yet.');
  });
});
