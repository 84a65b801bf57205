import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { Person, SignedIn } from '@petrichor/api';
import { provideStore, Store } from '@ngrx/store';
import { knowledgeReducer } from '../state/knowledge/knowledge.reducer';
import { SessionActions, sessionReducer } from '../state/session/session.reducer';
import { sayDevice } from './device';
import { PeopleScreen } from './people';

const INES: Person = { id: 'ines', name: 'Ines', signInName: 'ines', roles: ['lead'], locked: false };
const TOBIAH: Person = {
  id: 'tobiah',
  name: 'Tobiah',
  signInName: 'tobiah',
  roles: ['technician'],
  locked: false,
};
const TABLET: SignedIn = {
  id: 'a'.repeat(64),
  since: '2026-04-14T08:00:00Z',
  device: '',
  address: '192.168.7.31',
  here: false,
};

let fixture: ComponentFixture<PeopleScreen>;
let http: HttpTestingController;
const element = (): HTMLElement => fixture.nativeElement as HTMLElement;
const text = (): string => element().textContent.replace(/\s+/g, ' ');
const button = (words: string): HTMLButtonElement | undefined =>
  [...element().querySelectorAll('button')].find((one) =>
    (one.ariaLabel ?? one.getAttribute('aria-label') ?? one.textContent).replace(/\s+/g, ' ').includes(words),
  );
const settle = async () => {
  await new Promise((done) => setTimeout(done, 5));
  fixture.detectChanges();
};
const press = async (words: string) => {
  button(words)!.click();
  await settle();
};
const type = async (id: string, words: string) => {
  const field = element().querySelector<HTMLInputElement>(`#${id}`)!;
  field.value = words;
  field.dispatchEvent(new Event('input', { bubbles: true }));
  await settle();
};

async function open(as: Person): Promise<void> {
  TestBed.configureTestingModule({
    providers: [
      provideStore({ session: sessionReducer, knowledge: knowledgeReducer }),
      provideRouter([{ path: '**', children: [] }]),
      provideHttpClient(),
      provideHttpClientTesting(),
    ],
  });
  http = TestBed.inject(HttpTestingController);
  const { locked: _, ...account } = as;
  const reply = { firstAccountNeeded: false, signedIn: { account, workshop: { id: 'w', name: 'Quayside' } } };
  TestBed.inject(Store).dispatch(SessionActions.told({ reply }));
  fixture = TestBed.createComponent(PeopleScreen);
  fixture.detectChanges();
  http.expectOne('/api/accounts').flush({ accounts: [INES, TOBIAH] });
  await settle();
}
const choose = async (name: string, sessions: SignedIn[] = []) => {
  await press(name);
  http.expectOne((request) => request.url.endsWith('/sessions')).flush({ sessions });
  await settle();
};

describe('a lead', () => {
  beforeEach(() => open(INES));

  it('locks somebody, and sees it in the list', async () => {
    await choose('Change: Tobiah', [TABLET]);
    await press('Lock');
    const asked = http.expectOne('/api/accounts/tobiah');
    expect(asked.request.body).toEqual({ locked: true });
    asked.flush({ accounts: [INES, { ...TOBIAH, locked: true }] });
    await settle();
    expect(text()).toContain('Tobiah is locked, and signed out everywhere.');
    expect(element().querySelector('.locked')).not.toBeNull();
    expect(button('Unlock')).toBeDefined();
  });

  it('is asked once more before somebody is removed, and may keep them', async () => {
    await choose('Change: Tobiah');
    await press('Remove');
    await press('Keep');
    await press('Remove');
    http.expectNone('/api/accounts/tobiah');
    await press('Remove Tobiah for good');
    const asked = http.expectOne('/api/accounts/tobiah');
    expect(asked.request.method).toBe('DELETE');
    asked.flush({ accounts: [INES] });
    await settle();
    expect(text()).not.toContain('tobiah');
    expect(text()).toContain('Add somebody');
  });

  it('gives a new password; what was typed for one person is not there for the next', async () => {
    await choose('Change: Tobiah');
    await type('new-password', 'rope and tar 2');
    await press('You: Ines');
    http.expectOne('/api/accounts/ines/sessions').flush({ sessions: [] });
    await settle();
    expect(element().querySelector<HTMLInputElement>('#new-password')!.value).toBe('');
    await choose('Change: Tobiah');
    await type('new-password', 'rope and tar 2');
    await press('Set this password');
    const asked = http.expectOne('/api/accounts/tobiah/password');
    expect(asked.request.body).toEqual({ password: 'rope and tar 2' });
    asked.flush(null);
    await settle();
    expect(text()).toContain('Tobiah signs in with that password now');
  });

  it('is told in words what the server refuses', async () => {
    await choose('You: Ines');
    await press('Lock');
    const detail = 'That is the last lead who can sign in.';
    http
      .expectOne('/api/accounts/ines')
      .flush(
        { type: 'x', title: 'Refused', status: 409, code: 'last-lead', detail },
        { status: 409, statusText: 'Conflict' },
      );
    await settle();
    expect(element().querySelector('p-person-panel [role=alert]')!.textContent).toBe(detail);
  });
});

describe('everybody else', () => {
  beforeEach(() => open(TOBIAH));

  it('finds only themselves to change: password and devices', async () => {
    expect(button('Change: Ines')).toBeUndefined();
    expect(text()).toContain('A lead adds people.');
    await choose('You: Tobiah', [TABLET, { ...TABLET, id: 'b'.repeat(64), here: true }]);
    expect(button('Lock')).toBeUndefined();
    await press('Sign out there');
    const asked = http.expectOne(`/api/accounts/tobiah/sessions/${TABLET.id}`);
    expect(asked.request.method).toBe('DELETE');
    asked.flush({ sessions: [{ ...TABLET, here: true }] });
    await settle();
    expect(button('Sign out there')).toBeUndefined();
    await type('old-password', 'rope and tar 1');
    await type('new-password', 'rope and tar 2');
    await press('Change my password');
    const changed = http.expectOne('/api/session/password');
    expect(changed.request.body).toEqual({ old: 'rope and tar 1', password: 'rope and tar 2' });
  });
});

it.each([
  ['Mozilla/5.0 (X11; Linux x86_64) Chrome/125.0.0.0 Safari/537.36', /on Linux$/],
  ['Mozilla/5.0 (Linux; Android 14; Tablet) Chrome/125.0.0.0 Safari/537.36', /Android$/],
  ['', /says nothing/],
  ['made up', /browser/i],
])('a device is called by what its browser says: %s', (userAgent, words) => {
  expect(sayDevice(userAgent)).toMatch(words);
});
