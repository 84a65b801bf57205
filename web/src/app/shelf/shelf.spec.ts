import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { provideStore, Store } from '@ngrx/store';
import { learn, shippedDiagnosis } from '@petrichor/core/diagnose';
import { DriveSchema, PartSchema, type Drive, type Part } from '@petrichor/core/hardware';
import type { Role } from '@petrichor/core/job';
import { USUAL_PRICING } from '@petrichor/core/quote';
import { EMPTY } from '@petrichor/core/shelf';
import { USUAL_POLICY } from '@petrichor/core/teardown';
import { pressKey } from '../../testing/press';
import { connectionReducer } from '../state/connection/connection.reducer';
import { jobsReducer } from '../state/jobs/jobs.reducer';
import { KnowledgeActions, knowledgeReducer } from '../state/knowledge/knowledge.reducer';
import { SessionActions, sessionReducer } from '../state/session/session.reducer';
import { readCsv, writeCsv } from './csv';
import { scanned, shelfRows } from './rows';
import { ShelfScreen } from './shelf';

const spec = (mm: number) => ({ mm, plusMinusMm: 0.1, from: 'spec' as const });
const drive: Drive = DriveSchema.parse({
  family: '2.5-inch',
  id: 'corrie-d7',
  maker: 'Corrie',
  name: 'D7',
  markedGb: 500,
  medium: 'flash',
  readBytesPerSecond: 5e8,
  priceMinor: 4300,
  drawer: 'E1',
  inStock: 3,
  height: spec(7),
  link: { protocol: 'sata', generation: 3 },
});
const post: Part = PartSchema.parse({
  kind: 'post',
  id: 'post-m2',
  name: 'Post M2 × 1.5',
  priceMinor: 90,
  drawer: 'D10',
  inStock: 6,
  thread: 'M2',
  heightMm: 1.5,
});
const screw = (id: string, lengthMm: number): Part =>
  PartSchema.parse({
    kind: 'screw',
    id,
    name: `Screw M2 × ${lengthMm}`,
    priceMinor: 9,
    drawer: 'D7',
    inStock: 20,
    screw: { thread: 'M2', lengthMm, head: 'wafer', bit: 'PH0', headDiameterMm: 4.5 },
  });
const parts = [post, screw('s3', 3), screw('s6', 6)];

describe('rows of the shelf', () => {
  const level = { ...EMPTY, onShelf: 5, reserved: 2 };
  const rows = shelfRows([drive], parts, new Map([['part post-m2', level]]));

  it('say what is free: what is reserved lies there, too', () =>
    expect(rows.find((row) => row.item.id === 'post-m2')).toMatchObject({ free: 3, level }));
  it('take a document at its word while nothing has moved', () =>
    expect(rows[0]).toMatchObject({ free: 3, level: { onShelf: 3 } }));

  it.each([
    ['corrie-d7', 'corrie-d7'],
    ['CORRIE-D7', 'corrie-d7'],
    ['post', 'post-m2'],
    ['screw', null],
    ['nothing', null],
  ])('a scanner that reads %s finds %s', (text, id) => expect(scanned(rows, text)?.item.id ?? null).toBe(id));
});

describe('CSV', () => {
  it('goes out and comes back as it was', () => {
    const read = readCsv(writeCsv([drive], parts));
    expect(read.bad).toEqual([]);
    expect(read.drives).toEqual([drive]);
    expect(read.parts).toEqual(parts);
  });

  it('is written so that a spreadsheet runs nothing, and read back without the mark', () => {
    const odd = { ...post, name: '=1+1' };
    const text = writeCsv([], [odd]);
    expect(text).toContain("'=1+1");
    expect(readCsv(text).parts[0]?.name).toBe('=1+1');
    expect(writeCsv([], [{ ...post, name: '=1+1\nfurther on' }])).toContain("'=1+1");
  });

  it('takes semicolons, and lists a broken row by its line', () => {
    const text = writeCsv([drive], [post]).replaceAll(',', ';').replace('post-m2', '');
    const read = readCsv(text);
    expect(read.drives).toHaveLength(1);
    expect(read.bad).toEqual([{ line: 3, reason: expect.stringContaining('id') }]);
  });

  it('says what is wrong with a text that is no table', () => {
    const read = readCsv('hello\nthere');
    expect(read.drives.length + read.parts.length).toBe(0);
    expect(read.bad.length).toBeGreaterThan(0);
  });
});

describe('the screen', () => {
  let fixture: ComponentFixture<ShelfScreen>;
  let http: HttpTestingController;
  const element = () => fixture.nativeElement as HTMLElement;
  const settle = async () => {
    await fixture.whenStable();
    await fixture.whenStable();
  };

  async function shelf(roles: Role[] = ['technician']): Promise<void> {
    TestBed.configureTestingModule({
      providers: [
        provideStore({
          session: sessionReducer,
          knowledge: knowledgeReducer,
          connection: connectionReducer,
          jobs: jobsReducer,
        }),
        provideRouter([{ path: '**', children: [] }]),
        provideHttpClient(),
        provideHttpClientTesting(),
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
          models: [],
          drives: [drive],
          parts,
          policy: USUAL_POLICY,
          pricing: USUAL_PRICING,
          companionCases: [],
          diagnosis,
        },
      }),
    );
    fixture = TestBed.createComponent(ShelfScreen);
    http = TestBed.inject(HttpTestingController);
    await settle();
    http.expectOne('/api/shelf').flush({
      levels: [{ item: { kind: 'part', id: 'post-m2' }, level: { ...EMPTY, onShelf: 6, reserved: 1 } }],
    });
    await settle();
  }
  const type = async (selector: string, text: string) => {
    const field = element().querySelector<HTMLInputElement>(selector)!;
    field.value = text;
    field.dispatchEvent(new Event('input'));
    await settle();
  };
  const submit = async (selector: string) => {
    element().querySelector<HTMLFormElement>(selector)!.dispatchEvent(new Event('submit'));
    await settle();
  };
  const open = async (id: string) => {
    await type('#scan', id);
    await submit('.scan');
    http.expectOne(`/api/shelf/part/${id}/moves`).flush({ entries: [] });
    await settle();
  };

  it('opens what a scanner reads, and shows how many are where', async () => {
    await shelf();
    await open('post-m2');
    expect(element().querySelector('aside')!.textContent.replace(/\s+/g, ' ')).toMatch(
      /Free ?5 ?Reserved ?1 ?Lent ?0/,
    );
  });

  it('says so when nothing is called that', async () => {
    await shelf();
    await type('#scan', 'nothing-of-it');
    await submit('.scan');
    expect(element().querySelector('[role=alert]')!.textContent).toContain(
      "Nothing on the shelf is called 'nothing-of-it'",
    );
  });

  it('sends a move once, by an id of its own, and the same id again after a dead network', async () => {
    await shelf();
    await open('post-m2');
    await submit('aside form');
    const first = http.expectOne('/api/shelf/moves');
    expect(first.request.body).toMatchObject({
      item: { kind: 'part', id: 'post-m2' },
      move: { kind: 'received', quantity: 1 },
    });
    first.error(new ProgressEvent('error'));
    await settle();
    expect(element().querySelector('aside [role=alert]')!.textContent).toContain('does not answer');
    await submit('aside form');
    expect(http.expectOne('/api/shelf/moves').request.body.id).toBe(first.request.body.id);
  });

  it('refuses here what the server would refuse', async () => {
    await shelf();
    await open('post-m2');
    [...element().querySelectorAll('button')].find((one) => one.textContent.trim() === 'lend')!.click();
    await type('#quantity', '9');
    await type('#note', 'boatyard');
    await submit('aside form');
    expect(element().querySelector('aside [role=alert]')!.textContent).toContain(
      'Only 5 are free to be lent.',
    );
    http.expectNone('/api/shelf/moves');
  });

  it('finds screws by thread, what lies under the head, and depth', async () => {
    await shelf();
    pressKey('w');
    await settle();
    const lines = [...element().querySelectorAll('p-screw-finder li')].map((one) =>
      one.textContent.replace(/\s+/g, ' '),
    );
    expect(lines[0]).toMatch(/M2 × 3 wafer.*holds 5\.5 turns/);
    expect(lines[1]).toMatch(/M2 × 6 wafer.*Too long/);
  });

  it('leaves bringing a table in to a lead', async () => {
    await shelf();
    expect(element().textContent).not.toContain('Bring in CSV');
    TestBed.resetTestingModule();
    await shelf(['lead']);
    expect(element().textContent).toContain('Bring in CSV');
  });
});
