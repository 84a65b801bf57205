import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { provideStore } from '@ngrx/store';
import { connectionReducer } from '../state/connection/connection.reducer';
import { jobsReducer } from '../state/jobs/jobs.reducer';
import { pressKey } from '../../testing/press';
import { IdentifyScreen } from './identify';

let fixture: ComponentFixture<IdentifyScreen>;
const element = () => fixture.nativeElement as HTMLElement;
const words = (selector: string) =>
  element().querySelector(selector)?.textContent.replace(/\s+/g, ' ').trim() ?? '';
const settle = async () => {
  await fixture.whenStable();
  await fixture.whenStable();
};
const key = async (name: string, own: KeyboardEventInit = {}) => {
  pressKey(name, own);
  await settle();
};
async function begin(): Promise<void> {
  TestBed.resetTestingModule();
  TestBed.configureTestingModule({
    providers: [
      provideStore({ connection: connectionReducer, jobs: jobsReducer }),
      provideRouter([{ path: '**', children: [] }]),
    ],
  });
  fixture = TestBed.createComponent(IdentifyScreen);
  await settle();
}
beforeEach(async () => {
  localStorage.clear();
  await begin();
});

describe('identifying', () => {
  it('asks one question in large type and narrows down by keys', async () => {
    expect(words('.ask h2')).toBe('What is it like?');
    await key('7');
    expect(words('.verdict')).toMatch(/7 things are left/);
    expect(words('.ask h2')).toContain('How thick is the screw');
  });

  it('takes a figure, and says what it is', async () => {
    await key('7');
    const field = element().querySelector<HTMLInputElement>('#figure')!;
    field.value = '2,95';
    field.dispatchEvent(new Event('input'));
    await settle();
    element().querySelector('form')!.dispatchEvent(new Event('submit'));
    await settle();
    expect(words('.found li')).toContain('Screw M3');
  });

  it('takes answers back, and begins again', async () => {
    await key('7');
    await key('z', { ctrlKey: true });
    expect(words('.ask h2')).toBe('What is it like?');
    await key('7');
    await key('n');
    expect(words('.seen')).toContain('Cannot see.');
    await key('R', { shiftKey: true });
    expect(element().querySelector('.seen')).toBeNull();
  });

  it('keeps what was seen over a reload', async () => {
    await key('6');
    await begin();
    expect(words('.seen')).toContain('one thin round cable with a snap');
    expect(words('.verdict')).toBe('Antenna snap.');
  });

  it('warns of a look-alike and points out a contradiction', async () => {
    await key('1');
    await key('5');
    expect(words('.warning') + words('.found')).toMatch(/mSATA/);
    localStorage.setItem(
      'petrichor.draft.identify.seen',
      JSON.stringify([
        { feature: 'build', kind: 'look', answer: 'screw' },
        { feature: 'edge', kind: 'look', answer: 'two-notches' },
        { feature: 'holes', kind: 'look', answer: 'half-round' },
      ]),
    );
    await begin();
    expect(words('.contradiction')).toContain("look again at 'What is it like?'");
  });

  it('draws the candidates to one scale', async () => {
    await key('1');
    const pictures = [...element().querySelectorAll<SVGElement>('p-thing-drawing svg')];
    expect(pictures.length).toBeGreaterThan(3);
    const scales = pictures.map(
      (svg) => parseFloat(svg.style.width) / Number(svg.getAttribute('viewBox')!.split(' ')[2]),
    );
    expect(Math.max(...scales) - Math.min(...scales)).toBeLessThan(1e-6);
  });
});
