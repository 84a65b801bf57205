import { jest } from '@jest/globals';
import {
  ChangeDetectionStrategy,
  Component,
  CUSTOM_ELEMENTS_SCHEMA,
  inject,
  input,
  signal,
} from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { Router, provideRouter } from '@angular/router';
import { provideStore } from '@ngrx/store';
import { knowledgeReducer } from '../state/knowledge/knowledge.reducer';
import { Dialog } from 'primeng/dialog';
import { Keys } from './keys';
import { HoldsFocus, Modals } from './modals';
import { Scans, type Scanned } from './scans';
import { BREATH_MS } from './typed-run';

/** Like a screen whose job comes from above: what a key does depends on what the key before it did. */
@Component({ selector: 'p-below', changeDetection: ChangeDetectionStrategy.OnPush, template: '' })
class Below {
  readonly done = input.required<number>();
  private readonly above = inject(Above);

  constructor() {
    inject(Keys).bind({ Space: { say: 'the next', run: () => this.above.done.set(this.done() + 1) } });
  }
}
@Component({
  selector: 'p-above',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Below],
  template: '<p-below [done]="done()" />',
})
class Above {
  readonly done = signal(0);
}

/** A screen that the drawers lie over, with every kind of key. */
@Component({ selector: 'p-screen', changeDetection: ChangeDetectionStrategy.OnPush, template: '' })
class Screen {
  static readonly pressed: string[] = [];
  static readonly scans: Scanned[] = [];
  static takes = false;

  constructor() {
    const note = (name: string) => ({ say: name, run: () => void Screen.pressed.push(name) });
    const names = [
      'N',
      'T',
      'F',
      '1',
      '4',
      '.',
      '?',
      'Space',
      'Shift+Space',
      'Enter',
      'ArrowDown',
      'Escape',
      'Ctrl+Z',
      'Tab',
    ];
    const opens = { say: 'opens what covers the screen', run: () => Covered.shown?.open.set(true) };
    inject(Keys).bind({ ...Object.fromEntries(names.map((name) => [name, note(name)])), O: opens });
    inject(Scans).take((scanned) => {
      Screen.scans.push(scanned);
      return Screen.takes;
    });
  }
}

/** A screen with a drawer over it, which a press opens and closes. */
@Component({
  selector: 'p-covered',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [HoldsFocus],
  schemas: [CUSTOM_ELEMENTS_SCHEMA],
  template: '<p-drawer [visible]="open()" />',
})
class Covered {
  static shown: Covered | null = null;
  readonly open = signal(true);

  constructor() {
    Covered.shown = this;
  }
}

const press = (key: string, init: KeyboardEventInit = {}, on: Element = document.body) => {
  const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...init });
  on.dispatchEvent(event);
  return event;
};
/** Pressed then, whenever it is heard. */
const pressAt = (atMs: number, key: string) => {
  const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true });
  Object.defineProperty(event, 'timeStamp', { value: atMs });
  document.body.dispatchEvent(event);
};
/** So many milliseconds between the signs. */
const typeAt = (gapMs: number, text: string, ...ends: string[]) => {
  for (const key of [...text, ...ends]) {
    press(key);
    jest.advanceTimersByTime(gapMs);
  }
};
const breath = () => jest.advanceTimersByTime(BREATH_MS + 1);

describe('keys of a screen', () => {
  beforeEach(() => {
    jest.useFakeTimers();
    Screen.pressed.length = 0;
    Screen.scans.length = 0;
    Screen.takes = false;
    document.body.innerHTML =
      '<input id="field" /><button id="button">x</button><input id="serial" data-scan="serial" />';
    TestBed.configureTestingModule({
      providers: [
        provideStore({ knowledge: knowledgeReducer }),
        provideRouter([{ path: '**', children: [] }]),
      ],
    });
    TestBed.createComponent(Screen);
  });
  afterEach(() => jest.useRealTimers());

  it('work in either case and with Shift or Ctrl where it is meant', () => {
    press('n');
    breath();
    press(' ');
    press(' ', { shiftKey: true });
    press('?', { shiftKey: true });
    breath();
    press('z', { ctrlKey: true });
    expect(Screen.pressed).toEqual(['N', 'Space', 'Shift+Space', '?', 'Ctrl+Z']);
  });

  it('are off while somebody types, and leave the browser its own', () => {
    press('n', {}, document.querySelector('#field')!);
    press('n', { ctrlKey: true });
    breath();
    expect(Screen.pressed).toEqual([]);
  });

  it('leave Space to the button that has the focus', () => {
    press(' ', {}, document.querySelector('#button')!);
    expect(Screen.pressed).toEqual([]);
  });

  it('that are no sign act at once; a sign alone acts before what follows it, and Esc takes it back', () => {
    press('t');
    press('Enter');
    press('ArrowDown');
    expect(Screen.pressed).toEqual(['T', 'Enter', 'ArrowDown']);
    press('t');
    press('Escape');
    breath();
    expect(Screen.pressed.slice(3)).toEqual(['Escape']);
  });

  it('pressed twice in one frame act twice', () => {
    const above = TestBed.createComponent(Above);
    above.autoDetectChanges();
    press(' ');
    press(' ');
    expect(above.componentInstance.done()).toBe(2);
  });

  it('a drawer is closed, or open, for the very next key, before a frame has shown it', () => {
    const covered = TestBed.createComponent(Covered);
    covered.autoDetectChanges();
    covered.componentInstance.open.set(false);
    press('n');
    breath();
    press(' ');
    expect(Screen.pressed).toEqual(['N', 'Space']);
    covered.componentInstance.open.set(true);
    press(' ');
    press('n');
    breath();
    expect(Screen.pressed).toEqual(['N', 'Space']);
  });

  it('a sign that waits for its breath does nothing behind a drawer that a press opened meanwhile', () => {
    const covered = TestBed.createComponent(Covered);
    covered.autoDetectChanges();
    covered.componentInstance.open.set(false);
    press('n');
    covered.componentInstance.open.set(true);
    breath();
    expect(Screen.pressed).toEqual([]);
  });

  it('Enter right after the sign that opens a drawer is not pressed on the screen behind', () => {
    const covered = TestBed.createComponent(Covered);
    covered.autoDetectChanges();
    covered.componentInstance.open.set(false);
    press('o');
    press('Enter');
    breath();
    expect(covered.componentInstance.open()).toBe(true);
    expect(Screen.pressed).toEqual([]);
  });

  it.each([90, 150, 220])('do no deed when words are typed with no field in focus, %d ms a sign', (gap) => {
    typeAt(gap, 'not this one.', 'Enter');
    breath();
    expect(Screen.pressed).toEqual([]);
    press('n');
    breath();
    expect(Screen.pressed).toEqual(['N']);
  });

  it.each(['Enter', 'Tab'])(
    'a scanner’s burst ended by %s presses none of them and goes to the screen',
    (end) => {
      Screen.takes = true;
      typeAt(12, 'TF14-2N.1F', end);
      breath();
      expect(Screen.pressed).toEqual([]);
      expect(Screen.scans).toEqual([{ code: 'TF14-2N.1F', driveId: null, partId: null }]);
    },
  );

  it('a hand is a hand by when it pressed, however late a busy screen hears of it', () => {
    Screen.takes = true;
    // All heard in one moment; pressed 120 ms apart.
    for (const [index, key] of [...'TF14-2N', 'Enter'].entries()) pressAt(1000 + index * 120, key);
    breath();
    expect(Screen.scans).toEqual([]);
    expect(Screen.pressed).toEqual([]);
  });

  it('a burst does not press the button that has the focus', () => {
    const clicked = jest.fn();
    const button = document.querySelector<HTMLButtonElement>('#button')!;
    button.addEventListener('click', clicked);
    for (const key of 'TF14-2K') press(key, {}, button);
    expect(press('Enter', {}, button).defaultPrevented).toBe(true);
    expect(clicked).not.toHaveBeenCalled();
  });

  it('what the screen does not take fills the serial that is asked for, once; else it is said and nothing is done', () => {
    const field = document.querySelector<HTMLInputElement>('#serial')!;
    const ended: string[] = [];
    field.addEventListener('keydown', ({ key }) => ended.push(key));
    typeAt(10, 'SR6-08C41', 'Enter');
    expect([field.value, document.activeElement, ended]).toEqual(['SR6-08C41', field, ['Enter']]);
    field.blur();
    typeAt(10, 'CD5-4410', 'Enter');
    expect(field.value).toBe('SR6-08C41');
    expect(TestBed.inject(Scans).told()).toContain('filled in already');
    field.remove();
    typeAt(10, 'CD5-4410', 'Enter');
    expect(TestBed.inject(Scans).told()).toContain('nothing was done');
    expect(Screen.pressed).toEqual([]);
  });

  it('a job’s tag opens the job, whatever the screen takes', () => {
    Screen.takes = true;
    const go = jest.spyOn(TestBed.inject(Router), 'navigate').mockResolvedValue(true);
    typeAt(8, 'http://bench/j/412', 'Enter');
    expect(go).toHaveBeenCalledWith(['/j', 412]);
    expect(Screen.scans).toEqual([]);
  });

  it('reach nothing behind an open drawer: what is typed goes into it, and Esc is its own', () => {
    const modals = TestBed.inject(Modals);
    document.body.insertAdjacentHTML(
      'beforeend',
      '<div class="p-drawer"><div class="p-drawer-content"><textarea id="in"></textarea></div></div>',
    );
    const opener = document.querySelector<HTMLElement>('#button')!;
    opener.focus();
    const open = modals.opened();
    (document.activeElement as HTMLElement).blur();
    expect(press('n').defaultPrevented).toBe(false);
    expect(document.activeElement?.id).toBe('in');
    (document.activeElement as HTMLElement).blur();
    expect(press(' ').defaultPrevented).toBe(true);
    press('Escape');
    press('z', { ctrlKey: true });
    breath();
    expect(Screen.pressed).toEqual([]);
    modals.closed(open);
    expect(document.activeElement).toBe(opener);
    document.querySelector('.p-drawer')!.remove();
    press('ArrowDown', {}, document.body);
    expect(Screen.pressed).toEqual(['ArrowDown']);
  });
});

@Component({
  selector: 'p-asks',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Dialog, HoldsFocus],
  template: '<p-dialog [visible]="true"><input id="why" /></p-dialog>',
})
class Asks {}

it('a dialog takes the focus once, as it opens, and not again when it has stopped moving', async () => {
  TestBed.configureTestingModule({});
  const asks = TestBed.createComponent(Asks);
  asks.autoDetectChanges();
  await new Promise((done) => setTimeout(done, 50));
  expect(document.activeElement?.id).toBe('why');
  // PrimeNG's own, at the end of its motion, would take it from whoever has typed on.
  const dialog = asks.debugElement.query((one) => one.componentInstance instanceof Dialog)
    .componentInstance as Dialog;
  expect(dialog.focusOnShow).toBe(false);
  asks.destroy();
});
