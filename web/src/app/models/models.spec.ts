import { TestBed } from '@angular/core/testing';
import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { provideRouter } from '@angular/router';
import { learn, shippedDiagnosis } from '@petrichor/core/diagnose';
import type { Role } from '@petrichor/core/job';
import { USUAL_PRICING } from '@petrichor/core/quote';
import { USUAL_POLICY } from '@petrichor/core/teardown';
import { provideStore, Store } from '@ngrx/store';
import { model } from '../../../../core/src/testing/samples';
import { connectionReducer } from '../state/connection/connection.reducer';
import { KnowledgeActions, knowledgeReducer } from '../state/knowledge/knowledge.reducer';
import { sessionReducer, SessionActions } from '../state/session/session.reducer';
import { PhotoKeeper } from '../state/photos/photo-keeper';
import { ModelScreen } from './model';
import { PolicyForm } from './policy-form';

const CORRECTION = {
  jobId: 'j1',
  jobNumber: 412,
  seq: 9,
  operationId: 'screws',
  guideVersion: 3,
  text: 'Four screws, not three.',
  photos: [],
  at: '2026-04-14T08:00:00Z',
  by: 'Tobiah',
  settled: null,
};

function begin(roles: Role[]): HttpTestingController {
  localStorage.clear();
  TestBed.configureTestingModule({
    providers: [
      provideStore({ session: sessionReducer, knowledge: knowledgeReducer, connection: connectionReducer }),
      provideRouter([{ path: '**', children: [] }]),
      provideHttpClient(),
      provideHttpClientTesting(),
      {
        provide: PhotoKeeper,
        useValue: { waiting: () => 0, refused: () => null, address: (hash: string) => Promise.resolve(hash) },
      },
    ],
  });
  const store = TestBed.inject(Store);
  const account = { id: 'ines', name: 'Ines', signInName: 'ines', roles };
  store.dispatch(
    SessionActions.told({
      reply: { firstAccountNeeded: false, signedIn: { account, workshop: { id: 'w', name: 'W' } } },
    }),
  );
  const diagnosis = {
    before: learn(shippedDiagnosis('before'), []),
    after: learn(shippedDiagnosis('after'), []),
  };
  store.dispatch(
    KnowledgeActions.told({
      reply: {
        version: '1',
        since: null,
        models: [model()],
        drives: [],
        parts: [],
        policy: USUAL_POLICY,
        pricing: USUAL_PRICING,
        companionCases: [],
        diagnosis,
      },
    }),
  );
  return TestBed.inject(HttpTestingController);
}

const press = async (element: HTMLElement, name: string, settle: () => Promise<unknown>) => {
  [...element.querySelectorAll('button')].find((one) => one.textContent.trim() === name)!.click();
  await settle();
};

describe('a model', () => {
  async function shown(roles: Role[]) {
    const http = begin(roles);
    const fixture = TestBed.createComponent(ModelScreen);
    fixture.componentRef.setInput('modelId', 'fen');
    await fixture.whenStable();
    http.expectOne('/api/models/fen/record').flush({ versions: [], corrections: [CORRECTION], jobs: [] });
    const settle = async () => {
      // What a request answers goes through a promise before it is drawn.
      await new Promise((done) => setTimeout(done));
      await fixture.whenStable();
    };
    await settle();
    return { http, element: fixture.nativeElement as HTMLElement, settle };
  }

  it('shows the way to its slot as this workshop goes it, and what a job said against the guide', async () => {
    const { element } = await shown(['technician']);
    expect(element.textContent).toContain('5 steps in');
    expect(element.textContent).toContain('Four screws, not three.');
    expect(element.textContent).toContain('For a lead to look at.');
    expect([...element.querySelectorAll('button')].some((one) => one.textContent.trim() === 'Taken up')).toBe(
      false,
    );
  });

  it('lets a lead settle it with words, and says what the server says', async () => {
    const { http, element, settle } = await shown(['lead']);
    const field = element.querySelector<HTMLInputElement>('.correction input')!;
    field.value = 'counted again';
    field.dispatchEvent(new Event('input'));
    await press(element, 'Taken up', settle);
    const request = http.expectOne('/api/corrections/j1/9');
    expect(request.request.body).toEqual({ verdict: 'taken-up', words: 'counted again' });
    request.flush(
      { code: 'settled', detail: 'Somebody settled it already.', title: 'x', status: 409 },
      { status: 409, statusText: 'Conflict' },
    );
    await settle();
    expect(element.querySelector('[role=alert]')!.textContent).toContain('Somebody settled it already.');
    expect(field.value).toBe('counted again');
  });
});

describe('how a workshop opens machines', () => {
  it('is a lead’s to change, within what makes sense', async () => {
    const http = begin(['lead']);
    const fixture = TestBed.createComponent(PolicyForm);
    fixture.componentRef.setInput('policy', USUAL_POLICY);
    fixture.componentRef.setInput('lead', true);
    await fixture.whenStable();
    const element = fixture.nativeElement as HTMLElement;
    const settle = () => fixture.whenStable();
    const seconds = element.querySelector<HTMLInputElement>('#policy-drain')!;
    const type = async (text: string) => {
      seconds.value = text;
      seconds.dispatchEvent(new Event('input'));
      await settle();
    };
    await type('2');
    await press(element, 'Keep this for the next ways that are planned', settle);
    expect(element.querySelector('p[role=alert]:not(:empty)')?.textContent ?? element.textContent).toContain(
      '5 s at the least',
    );
    await type('30');
    await press(element, 'once it is closed', settle);
    await press(element, 'Keep this for the next ways that are planned', settle);
    expect(http.expectOne('/api/policy').request.body).toEqual({
      ...USUAL_POLICY,
      drainSeconds: 30,
      tryBeforeClosing: false,
    });
  });
});
