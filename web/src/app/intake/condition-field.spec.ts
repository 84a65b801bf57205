import { provideHttpClient } from '@angular/common/http';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { ConditionSchema } from '@petrichor/core/job';
import { PhotoKeeper } from '../state/photos/photo-keeper';
import { ConditionField } from './condition-field';

let fixture: ComponentFixture<ConditionField>;
const element = (): HTMLElement => fixture.nativeElement as HTMLElement;
const board = (): SVGSVGElement => element().querySelector('svg')!;
const marks = () => fixture.componentInstance.value().marks;
const press = async (...keys: string[]) => {
  for (const key of keys)
    board().dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
  await fixture.whenStable();
  await fixture.whenStable();
};

beforeEach(async () => {
  TestBed.configureTestingModule({
    providers: [
      provideHttpClient(),
      { provide: PhotoKeeper, useValue: { waiting: () => 0, refused: () => null } },
    ],
  });
  fixture = TestBed.createComponent(ConditionField);
  fixture.componentRef.setInput('value', ConditionSchema.parse({}));
  await fixture.whenStable();
});

describe('marks on the outline', () => {
  it('are set by arrow keys and Enter, and read out', async () => {
    await press('ArrowRight', 'ArrowRight', 'ArrowDown', 'Enter');
    expect(marks()).toEqual([{ view: 'lid', x: 0.6, y: 0.55, kind: 'scratch', words: '' }]);
    expect(board().getAttribute('aria-label')).toBe(
      'Outline of the lid, one mark. Arrow keys move, Enter marks a scratch.',
    );
  });

  it('stay on the outline however far the keys go', async () => {
    await press(
      ...Array.from({ length: 30 }, () => 'ArrowLeft'),
      ...Array.from({ length: 30 }, () => 'ArrowUp'),
      'Enter',
    );
    expect(marks()[0]).toMatchObject({ x: 0, y: 0 });
  });

  it('are set where a thumb touches', async () => {
    board().getBoundingClientRect = () => ({ left: 0, top: 0, width: 200, height: 140 }) as DOMRect;
    board().dispatchEvent(new MouseEvent('click', { clientX: 55, clientY: 100 }));
    await fixture.whenStable();
    expect(marks()[0]).toMatchObject({ x: 0.25, y: 0.75 });
  });

  it('say what and where, each side its own, and are left out again', async () => {
    const words = element().querySelector<HTMLInputElement>('#mark-words')!;
    words.value = 'corner, left';
    words.dispatchEvent(new Event('input'));
    await fixture.whenStable();
    await press('Enter');
    expect(words.value).toBe('');
    [...element().querySelectorAll('button')].find((one) => one.textContent.includes('base'))!.click();
    await fixture.whenStable();
    expect(board().querySelectorAll('.mark')).toHaveLength(0);
    await press('Enter');
    expect([...element().querySelectorAll('ol li span')].map((one) => one.textContent.trim())).toEqual([
      '1 lid: scratch (corner, left)',
      '2 base: scratch',
    ]);
    [...element().querySelectorAll('button')]
      .find((one) => one.textContent.includes('Leave out mark 1'))!
      .click();
    await fixture.whenStable();
    expect(marks().map((one) => one.view)).toEqual(['base']);
  });
});
