import { ChangeDetectionStrategy, Component, inject, input, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { Keys } from './keys';

/** Like a screen whose job comes from above: what a key does depends on what the key before it did. */
@Component({ selector: 'p-below', changeDetection: ChangeDetectionStrategy.OnPush, template: '' })
class Below {
  readonly done = input.required<number>();
  private readonly above = inject(Above);

  constructor() {
    inject(Keys).bind({ N: { say: 'the next', run: () => this.above.done.set(this.done() + 1) } });
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

describe('keys of a screen', () => {
  const pressed: string[] = [];
  const note = (name: string) => ({ say: name, run: () => void pressed.push(name) });

  beforeAll(() =>
    TestBed.runInInjectionContext(() =>
      TestBed.inject(Keys).bind({ U: note('U'), Space: note('Space'), 'Shift+Space': note('Shift+Space'), '?': note('?') }),
    ),
  );
  beforeEach(() => {
    pressed.length = 0;
    document.body.innerHTML = '<input id="field" /><button id="button">x</button>';
  });

  const press = (init: KeyboardEventInit, on: Element = document.body) =>
    on.dispatchEvent(new KeyboardEvent('keydown', { bubbles: true, cancelable: true, ...init }));

  it('work in either case and with Shift where it is meant', () => {
    for (const init of [{ key: 'u' }, { key: ' ' }, { key: ' ', shiftKey: true }, { key: '?', shiftKey: true }]) press(init);
    expect(pressed).toEqual(['U', 'Space', 'Shift+Space', '?']);
  });

  it('are off while somebody types, and leave the browser its own', () => {
    press({ key: 'u' }, document.querySelector('#field')!);
    press({ key: 'u', ctrlKey: true });
    expect(pressed).toEqual([]);
  });

  it('leave Space to the button that has the focus', () => {
    press({ key: ' ' }, document.querySelector('#button')!);
    expect(pressed).toEqual([]);
  });

  it('pressed twice in one frame act twice', () => {
    const above = TestBed.createComponent(Above);
    above.autoDetectChanges();
    press({ key: 'n' });
    press({ key: 'n' });
    expect(above.componentInstance.done()).toBe(2);
  });
});
