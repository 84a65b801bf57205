import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { NO_BACKUP, type AuditEntry, type BackupReply, type HealthReply } from '@petrichor/api';
import { provideStore } from '@ngrx/store';
import { benchReducer } from '../state/bench/bench.reducer';
import { connectionReducer } from '../state/connection/connection.reducer';
import { jobsReducer } from '../state/jobs/jobs.reducer';
import { sessionReducer } from '../state/session/session.reducer';
import { BackupLine } from './backup-line';
import { BackupWatch } from './backup-watch';
import { HealthScreen } from './health';
import { sayAudit } from './say-audit';
import { sayBackup } from './say-backup';

const AT = '2026-04-14T08:00:00.000Z';
const WELL: HealthReply = {
  at: AT,
  build: 'abc',
  runningSince: AT,
  database: { standing: 'good', answerMs: 0.8, bytes: 12_000_000, shape: 9 },
  feed: { standing: 'good', listening: true, screens: 1 },
  disk: { standing: 'good', freeBytes: 4e11, totalBytes: 1e12 },
  photos: { standing: 'good', kept: true, bytes: 1_000_000, quotaBytes: 5e10 },
  sealedNotes: { standing: 'good' },
  backup: { standing: 'bad', is: 'none', state: NO_BACKUP },
  unsent: [],
};
const ENTRY: AuditEntry = {
  id: 7,
  at: AT,
  kind: 'signed-in',
  byId: null,
  byName: 'Ines',
  about: {},
  address: '192.168.7.31',
  requestId: '7K3M-Q2XD',
};

beforeEach(() => {
  TestBed.configureTestingModule({
    providers: [
      provideStore({
        session: sessionReducer,
        bench: benchReducer,
        connection: connectionReducer,
        jobs: jobsReducer,
      }),
      provideRouter([{ path: '**', children: [] }]),
      provideHttpClient(),
      provideHttpClientTesting(),
    ],
  });
});
const text = (fixture: ComponentFixture<unknown>): string =>
  (fixture.nativeElement as HTMLElement).textContent.replace(/\s+/g, ' ');
const settle = async (fixture: ComponentFixture<unknown>) => {
  await new Promise((done) => setTimeout(done, 5));
  fixture.detectChanges();
};

async function open(health: HealthReply, entries: AuditEntry[] = [], next: number | null = null) {
  const http = TestBed.inject(HttpTestingController);
  const fixture = TestBed.createComponent(HealthScreen);
  fixture.detectChanges();
  http.expectOne('/api/health/whole').flush(health);
  await settle(fixture);
  http
    .expectOne('/api/accounts')
    .flush({ accounts: [{ id: 'wim', name: 'Wim', signInName: 'wim', roles: ['desk'], locked: false }] });
  await settle(fixture);
  http.expectOne('/api/audit').flush({ entries, next });
  await settle(fixture);
  return { fixture, http };
}

describe('health', () => {
  it('tells each thing it stands on with its state in words, and what to do', async () => {
    const { fixture } = await open({
      ...WELL,
      feed: { standing: 'watch', listening: false, screens: 0 },
      photos: { standing: 'bad', kept: false, bytes: null, quotaBytes: null },
    });
    const all = text(fixture);
    expect(all).toContain('Answers in 0.8 ms.');
    expect(all).toContain('Screens hear of one another only when they ask.');
    expect(all).toContain('The folder of photos cannot be written to');
    expect(all).toContain('Set PETRICHOR_BACKUP to a folder on another disk');
    for (const word of ['well', 'look at it', 'broken']) expect(all).toContain(word);
  });

  it('tells what a backup that does not come back whole lacked, and why one failed', async () => {
    const state = {
      ...NO_BACKUP,
      folder: '/media/b',
      nightlyAt: '02:10',
      made: { at: AT, seconds: 4, bytes: 5e6 },
      checked: { at: AT, good: false, faults: ['Job 401: event 7 is missing.'], seconds: 9 },
      failed: { at: AT, sentence: 'The disk with /media/b is full.' },
    };
    const { fixture } = await open({ ...WELL, backup: { standing: 'bad', is: 'failing', state } });
    expect(text(fixture)).toContain('Job 401: event 7 is missing.');
    expect(text(fixture)).toContain('The disk with /media/b is full.');
  });

  it('tells what waits on a screen, and the trail page by page', async () => {
    const unsent = [{ name: 'Tobiah', device: '', toldAt: AT, waiting: 3, aside: 1, since: AT }];
    const { fixture, http } = await open({ ...WELL, unsent }, [ENTRY], 7);
    expect(text(fixture)).toMatch(/Tobiah, .*: 3 to send, the oldest of/);
    expect(text(fixture)).toContain('1 set aside');
    expect(text(fixture)).toContain('Ines signed in');
    expect(text(fixture)).toContain('7K3M-Q2XD');
    [...(fixture.nativeElement as HTMLElement).querySelectorAll('button')]
      .find((one) => one.textContent.includes('Older'))!
      .click();
    http
      .expectOne('/api/audit?before=7')
      .flush({ entries: [{ ...ENTRY, id: 3, kind: 'signed-out' }], next: null });
    await settle(fixture);
    expect(text(fixture)).toContain('Ines signed out');
    expect(text(fixture)).not.toContain('Older ones');
  });
});

describe('an entry of the trail', () => {
  const known = {
    person: (id: string) => (id === 'wim' ? 'Wim' : undefined),
    job: (id: string) => (id === 'j' ? 409 : undefined),
  };
  it.each<[Partial<AuditEntry>, string, string]>([
    [
      { kind: 'sign-in-refused', byName: '', about: { signInName: 'mallory', code: 'wrong-sign-in' } },
      '‘mallory’ was not let in',
      'wrong-sign-in',
    ],
    [
      { kind: 'person-changed', about: { accountId: 'wim', roles: ['technician', 'lead'], locked: true } },
      'Ines changed somebody',
      'Wim, technician and lead, locked',
    ],
    [{ kind: 'sealed-looked', about: { jobId: 'j' } }, 'Ines read a sealed note', 'job 409'],
    [
      { kind: 'refused', byName: '', about: { what: 'POST /policy', code: 'role' } },
      'Somebody who is not signed in was refused',
      'POST /policy, role',
    ],
  ])('%#', (entry, deed, more) => {
    expect(sayAudit({ ...ENTRY, ...entry }, known)).toEqual({ deed, more });
  });
});

describe('the Bench’s line of the backup', () => {
  const reply = (standing: BackupReply['standing']): BackupReply => ({ standing, madeAt: AT, checkedAt: AT });
  it('warns in shape and word wherever it is not good', () => {
    expect(sayBackup(reply('good'))).toMatchObject({ mark: 'settled' });
    expect(sayBackup(reply('good')).words).toMatch(/^Backed up and checked /);
    for (const standing of ['none', 'unchecked'] as const)
      expect(sayBackup(reply(standing)).mark).toBe('needs');
    for (const standing of ['old', 'failing', 'broken'] as const)
      expect(sayBackup(reply(standing)).mark).toBe('stop');
    expect(sayBackup({ standing: 'old', madeAt: null, checkedAt: null }).words).toBe(
      'The backup has not been made yet',
    );
  });
  it.each([true, false])('leads a lead on, and tells others: %s', async (lead) => {
    TestBed.overrideComponent(BackupLine, { set: { providers: [BackupWatch] } });
    const fixture = TestBed.createComponent(BackupLine);
    fixture.componentRef.setInput('lead', lead);
    fixture.detectChanges();
    TestBed.inject(HttpTestingController).expectOne('/api/backup').flush(reply('none'));
    await settle(fixture);
    expect(text(fixture)).toContain('Nothing is backed up');
    expect((fixture.nativeElement as HTMLElement).querySelector('a') !== null).toBe(lead);
  });
});
