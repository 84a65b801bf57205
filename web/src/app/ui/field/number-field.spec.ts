import { TestBed } from '@angular/core/testing';
import { NumberField, parse } from './number-field';

it.each([
  ['1000.2', 1000.2],
  ['1000,2', 1000.2],
  ['1 000,2', 1000.2],
  ['.5', 0.5],
  ['12.', 12],
  ['', null],
  ['-3', null],
  ['1.2.3', null],
  ['1e9', null],
  ['2 mm', null],
])('%j is %s', (text, value) => expect(parse(text)).toBe(value));

it('keeps what was typed, also when it is no number, and says so', async () => {
  const fixture = TestBed.createComponent(NumberField);
  fixture.componentRef.setInput('label', 'Size');
  await fixture.whenStable();
  const field = (fixture.nativeElement as HTMLElement).querySelector('input')!;
  const type = async (text: string) => {
    field.value = text;
    field.dispatchEvent(new Event('input'));
    await fixture.whenStable();
  };
  await type('1000.');
  expect([field.value, fixture.componentInstance.value()]).toEqual(['1000.', 1000]);
  await type('12 inches');
  expect([field.value, fixture.componentInstance.value()]).toEqual(['12 inches', null]);
  expect((fixture.nativeElement as HTMLElement).textContent).toContain('That is not a number.');
});
