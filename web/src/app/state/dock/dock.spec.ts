import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { provideEffects } from '@ngrx/effects';
import { provideStore, Store } from '@ngrx/store';
import type { Dock, DockRun } from '@petrichor/api';
import * as dockEffects from './dock.effects';
import { DockActions, dockReducer, selectDock } from './dock.reducer';

const run: DockRun = {
  runId: '11111111-1111-4111-8111-111111111111',
  bay: 'A',
  targetBay: null,
  kind: 'short-test',
  state: 'running',
  fromByte: 0,
  history: [],
  doneBytes: 1,
  totalBytes: 2,
  rateBytesPerSecond: null,
  secondsLeft: [1, 2],
  badAreas: [],
  selfTest: null,
  compared: null,
  sentence: '',
};
const dock = (simulated: boolean, own: DockRun | null = null): Dock => ({
  name: 'Dock',
  simulated,
  pace: 1,
  bays: [{ bay: 'A', drive: null, silent: false, run: own }],
});

describe('the dock’s state', () => {
  const start = dockReducer(undefined, { type: 'init' });

  it('remembers runs also when their drive is no longer in', () => {
    const told = dockReducer(start, DockActions.told({ dock: dock(false, run) }));
    const gone = dockReducer(told, DockActions.told({ dock: dock(false) }));
    expect(gone.runs[run.runId]).toEqual(run);
  });

  it('keeps what it knew while the dock is away, since the first time it did not answer', () => {
    const told = dockReducer(start, DockActions.told({ dock: dock(false, run) }));
    const lost = dockReducer(told, DockActions.lost({ sentence: '', at: '10:40' }));
    const still = dockReducer(lost, DockActions.lost({ sentence: '', at: '10:42' }));
    expect(still).toMatchObject({ lostSince: '10:40', dock: { name: 'Dock' } });
    expect(dockReducer(still, DockActions.told({ dock: dock(false) })).lostSince).toBeNull();
  });

  it('clears a refusal with the next thing that is done', () => {
    const refused = dockReducer(start, DockActions.refused({ sentence: 'Bay A is busy.' }));
    expect(refused.refusal).toBe('Bay A is busy.');
    expect(dockReducer(refused, DockActions.putIn({ bay: 'A', driveId: null })).refusal).toBe('');
    expect(dockReducer(refused, DockActions.runTold({ run })).refusal).toBe('');
  });
});

describe('asking the dock', () => {
  let http: HttpTestingController;
  let store: Store;
  const state = () => store.selectSignal(selectDock)();
  const wait = (ms: number) => new Promise((done) => setTimeout(done, ms));

  beforeEach(() => {
    TestBed.configureTestingModule({
      providers: [
        provideStore({ dock: dockReducer }),
        provideEffects(dockEffects),
        provideHttpClient(),
        provideHttpClientTesting(),
      ],
    });
    http = TestBed.inject(HttpTestingController);
    store = TestBed.inject(Store);
  });

  it('goes on while somebody looks, over a dock that is away, and ends with the looking', async () => {
    store.dispatch(DockActions.watched());
    await wait(20);
    http.expectOne('/api/dock').flush({ dock: dock(false, run) });
    expect(state().dock).not.toBeNull();
    await wait(1550);
    http
      .expectOne('/api/dock')
      .flush({ detail: 'away', code: 'dock-away' }, { status: 503, statusText: 'Service Unavailable' });
    expect(state().lostSince).not.toBeNull();
    await wait(1550);
    http.expectOne('/api/dock').flush({ dock: dock(false) });
    expect(state().lostSince).toBeNull();
    store.dispatch(DockActions.unwatched());
    await wait(1550);
    http.expectNone('/api/dock');
  });

  it('asks a simulated dock for its drives, and puts one in', () => {
    store.dispatch(DockActions.told({ dock: dock(true) }));
    http
      .expectOne('/api/dock/simulated/drives')
      .flush({ drives: [{ id: 'd7', say: 'Corrie D7', inBay: null }] });
    expect(state().simulated).toHaveLength(1);
    store.dispatch(DockActions.putIn({ bay: 'A', driveId: 'd7' }));
    const request = http.expectOne('/api/dock/simulated/bays/A');
    expect(request.request.body).toEqual({ driveId: 'd7' });
    request.flush(
      { detail: 'There is no simulated drive.', code: 'no-drive' },
      { status: 404, statusText: 'Not Found' },
    );
    expect(state().refusal).toBe('There is no simulated drive.');
  });
});
