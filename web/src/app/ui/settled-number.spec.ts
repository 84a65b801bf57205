import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { SettledNumber } from './settled-number';

@Component({
  imports: [SettledNumber],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<p-settled-number
    label="Size"
    fieldId="size"
    unit="GiB"
    [value]="value()"
    (settled)="take($event)"
  />`,
})
class Host {
  readonly value = signal<number | null>(300);
  readonly taken: (number | null)[] = [];
  /** Takes what it is given up to 500. */
  take(given: number | null): void {
    this.taken.push(given);
    this.value.set(given === null ? null : Math.min(500, given));
  }
}

describe('a number that counts once its field is left', () => {
  const make = async () => {
    const fixture = TestBed.createComponent(Host);
    await fixture.whenStable();
    const field = (fixture.nativeElement as HTMLElement).querySelector('input')!;
    const type = async (text: string, end: 'blur' | 'enter') => {
      field.value = text;
      field.dispatchEvent(new Event('input'));
      await fixture.whenStable();
      field.dispatchEvent(
        end === 'blur' ? new Event('blur') : new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }),
      );
      await fixture.whenStable();
    };
    return { host: fixture.componentInstance, field, type };
  };

  it('is told once, by leaving or by Enter, and not when it is the same', async () => {
    const { host, type } = await make();
    await type('430', 'enter');
    await type('430', 'blur');
    await type('', 'blur');
    expect(host.taken).toEqual([430, null]);
  });

  it('shows what came of it, also twice the same', async () => {
    const { host, field, type } = await make();
    for (const text of ['900', '800']) {
      await type(text, 'blur');
      expect(field.value).toBe('500');
    }
    expect(host.value()).toBe(500);
  });
});
