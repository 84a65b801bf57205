import { TestBed } from '@angular/core/testing';
import { Focus } from './focus';

/** A part that takes its time to arrive may not take the focus from hands that have gone on. */
describe('the top of a part', () => {
  const arrive = async (meanwhile: () => void): Promise<Element | null> => {
    document.body.innerHTML =
      '<main><h1>Is it the drive?</h1><button id="a">Go on</button><button id="b">2.5-inch bay</button></main>';
    document.getElementById('a')?.focus();
    let arrived = (): void => undefined;
    TestBed.inject(Focus).toTheTop(new Promise<void>((done) => (arrived = done)));
    meanwhile();
    arrived();
    await new Promise((done) => setTimeout(done));
    TestBed.tick();
    await new Promise((done) => setTimeout(done));
    return document.activeElement;
  };

  it('has the focus on its heading', async () => {
    expect((await arrive(() => undefined))?.tagName).toBe('H1');
  });

  it('has it there too when the button that was pressed is gone', async () => {
    expect((await arrive(() => document.getElementById('a')?.remove()))?.tagName).toBe('H1');
  });

  it('leaves it with hands that have gone on', async () => {
    expect((await arrive(() => document.getElementById('b')?.focus()))?.id).toBe('b');
  });
});
