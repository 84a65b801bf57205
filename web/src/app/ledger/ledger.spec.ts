import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { provideRouter, Router } from '@angular/router';
import { provideStore } from '@ngrx/store';
import type { LedgerRow } from '@petrichor/core/ledger';
import { connectionReducer } from '../state/connection/connection.reducer';
import { knowledgeReducer } from '../state/knowledge/knowledge.reducer';
import { sessionReducer } from '../state/session/session.reducer';
import { HistoryScreen } from './history';
import { LedgerScreen } from './ledger';

const row = (own: Partial<LedgerRow>): LedgerRow => ({
  id: 'one',
  number: 412,
  openedAt: '2026-04-14T08:00:00Z',
  closedAt: null,
  promisedAt: '2026-04-16T08:00:00Z',
  customerId: null,
  customer: 'Halima Quist',
  reach: '',
  modelId: 'fen',
  modelName: 'Tarnwell Fen 14',
  serial: 'TF14-30417',
  complaint: 'It freezes.',
  cause: '',
  outcome: 'open',
  technician: '',
  newDrive: '',
  newSerial: '',
  oldDrive: '',
  oldSerial: '',
  totalMinor: null,
  comebackOf: null,
  cameBackAs: null,
  ...own,
});

let http: HttpTestingController;
let fixture: ComponentFixture<unknown>;
const text = (): string => (fixture.nativeElement as HTMLElement).textContent.replace(/\s+/g, ' ');
beforeEach(() => {
  TestBed.configureTestingModule({
    providers: [
      provideStore({ session: sessionReducer, knowledge: knowledgeReducer, connection: connectionReducer }),
      provideRouter([{ path: '**', children: [] }]),
      provideHttpClient(),
      provideHttpClientTesting(),
    ],
  });
  http = TestBed.inject(HttpTestingController);
});
const rest = (ms: number) => new Promise((done) => setTimeout(done, ms));
async function answer(url: string, body: object): Promise<void> {
  await rest(160);
  fixture.detectChanges();
  http.expectOne((request) => request.url.split('?')[0] === url).flush(body);
  await rest(20);
  fixture.detectChanges();
  await fixture.whenStable();
}

describe('the Ledger', () => {
  it('lists what was found, says what was found instead, and opens the first', async () => {
    fixture = TestBed.createComponent(LedgerScreen);
    fixture.detectChanges();
    await answer('/api/ledger', {
      rows: [row({})],
      instead: { halina: ['halima'] },
      cut: ['fe'],
      next: null,
    });
    expect(text()).toContain('Tarnwell Fen 14');
    expect(text()).toContain('“halina” was not found; shown is halima.');
    expect(text()).toContain('More begins with “fe” than is shown here.');
    (fixture.nativeElement as HTMLElement)
      .querySelector('input')!
      .dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter' }));
    await rest(20);
    expect(TestBed.inject(Router).url).toBe('/jobs/one');
  });

  it('says in words that nothing has all of it', async () => {
    fixture = TestBed.createComponent(LedgerScreen);
    fixture.detectChanges();
    await answer('/api/ledger', { rows: [], instead: {}, cut: [], next: null });
    expect(text()).toContain('Nothing has all of that.');
  });

  it('looks further back by itself until something is found', async () => {
    fixture = TestBed.createComponent(LedgerScreen);
    fixture.detectChanges();
    await rest(160);
    fixture.detectChanges();
    http
      .expectOne((request) => !request.url.includes('before='))
      .flush({ rows: [], instead: {}, cut: [], next: 900 });
    await rest(20);
    http
      .expectOne((request) => request.url.endsWith('&before=900'))
      .flush({ rows: [row({})], instead: {}, cut: [], next: null });
    await rest(20);
    fixture.detectChanges();
    expect(text()).toContain('Tarnwell Fen 14');
  });
});

describe('the history of a serial', () => {
  it('says what the serial was to each job', async () => {
    fixture = TestBed.createComponent(HistoryScreen);
    fixture.componentRef.setInput('serial', 'PP3-1');
    fixture.detectChanges();
    const rows = [
      row({ id: 'two', number: 500, oldSerial: 'PP3-1', oldDrive: 'Pellow P3' }),
      row({ newSerial: 'PP31', newDrive: 'Pellow P3 1 TB' }),
    ];
    await answer('/api/ledger/history/PP3-1', { rows, instead: {}, cut: [], next: null });
    expect(text()).toContain('Job 500, 14 Apr 2026: taken out of Tarnwell Fen 14');
    expect(text()).toContain('Job 412, 14 Apr 2026: fitted as Pellow P3 1 TB in Tarnwell Fen 14');
  });
});
