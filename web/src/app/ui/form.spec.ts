import { HttpErrorResponse } from '@angular/common/http';
import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { FormField } from '@angular/forms/signals';
import { TestBed } from '@angular/core/testing';
import { Subject, type Observable } from 'rxjs';
import { z } from 'zod';
import { MoneyField } from './field/money-field';
import { NumberField } from './field/number-field';
import { SelectField } from './field/select-field';
import { TextField } from './field/text-field';
import { form } from './form';

const OrderSchema = z.strictObject({
  what: z.string().trim().min(2, 'Say what is ordered.').max(20),
  pieces: z.number('Say how many.').int().max(60, 'Sixty are the most.'),
  priceMinor: z.number().nullable(),
  from: z.enum(['shelf', 'supplier'], 'Choose where it comes from.'),
  note: z.string().trim().max(30).optional(),
});
const EMPTY = {
  what: '',
  pieces: null as number | null,
  priceMinor: null as number | null,
  from: '' as 'shelf' | '',
  note: '',
};

@Component({
  imports: [FormField, MoneyField, NumberField, SelectField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form (submit)="form.send($event)">
      <p-text-field label="What" fieldId="what" hint="as its label says" [formField]="form.fields.what" />
      <p-number-field label="Pieces" fieldId="pieces" unit="pcs" [formField]="form.fields.pieces" />
      <p-money-field label="Price" fieldId="price" [formField]="form.fields.priceMinor" />
      <p-select-field label="From" fieldId="from" [options]="places" [formField]="form.fields.from" />
      <p-text-field label="Note" fieldId="note" [formField]="form.fields.note" />
      <p role="alert">{{ form.fault() }}</p>
      <button type="submit" [disabled]="form.busy()">Send</button>
    </form>
  `,
})
class Host {
  readonly job = signal('job-1');
  readonly saved = signal(EMPTY);
  readonly sent: unknown[] = [];
  answer: { sentence: string } | Observable<unknown> | null = null;
  readonly places = [
    { label: 'the shelf', value: 'shelf' as const },
    { label: 'a supplier', value: 'supplier' as const },
  ];
  readonly form = form(OrderSchema, {
    draft: { of: () => this.job(), name: 'order' },
    empty: () => this.saved(),
    send: (given) => {
      this.sent.push(given);
      return this.answer;
    },
  });
}

describe('a form', () => {
  const make = async () => {
    const fixture = TestBed.createComponent(Host);
    document.body.append(fixture.nativeElement as HTMLElement);
    await fixture.whenStable();
    const element = fixture.nativeElement as HTMLElement;
    const at = <E extends HTMLElement = HTMLInputElement>(id: string) => element.querySelector<E>(`#${id}`)!;
    const settle = async () => {
      await fixture.whenStable();
      await fixture.whenStable();
    };
    const type = async (id: string, text: string) => {
      at(id).value = text;
      at(id).dispatchEvent(new Event('input'));
      await settle();
    };
    const pick = async (id: string, label: string) => {
      const list = at<HTMLSelectElement>(id);
      list.selectedIndex = [...list.options].findIndex((one) => one.text === label);
      list.dispatchEvent(new Event('change'));
      await settle();
    };
    const send = async () => {
      element.querySelector('button')!.click();
      await settle();
    };
    const faults = () =>
      ['what', 'pieces', 'price', 'from', 'note'].map((id) => at(`${id}-fault`).textContent);
    return { host: fixture.componentInstance, fixture, element, at, type, pick, send, settle, faults };
  };
  const fill = async ({ type, pick }: Awaited<ReturnType<typeof make>>) => {
    await type('what', ' copper strip ');
    await type('pieces', '3');
    await type('price', '4,50');
    await pick('from', 'the shelf');
  };
  beforeEach(() => localStorage.clear());
  afterEach(() => (document.body.innerHTML = ''));

  it('says nothing while it is filled in; sent, it says what is missing beside each field and goes to the first', async () => {
    const it = await make();
    await it.type('what', 'x');
    expect(it.faults()).toEqual(['', '', '', '', '']);
    await it.send();
    expect(it.faults()).toEqual([
      'Say what is ordered.',
      'Say how many.',
      '',
      'Choose where it comes from.',
      '',
    ]);
    expect(document.activeElement).toBe(it.at('what'));
    expect(it.host.sent).toEqual([]);
    await it.type('what', 'strip');
    expect(it.faults()[0]).toBe('');
    await it.send();
    expect(document.activeElement).toBe(it.at('pieces'));
  });

  it('marks what has to be filled in, keeps letters within the schema’s limit, and ties hint and fault to the field', async () => {
    const { at } = await make();
    expect(
      ['what', 'pieces', 'price', 'from', 'note'].map((id) => at(id).getAttribute('aria-required')),
    ).toEqual(['true', 'true', null, 'true', null]);
    expect(at('what').getAttribute('maxlength')).toBe('20');
    expect(at('note').getAttribute('maxlength')).toBe('30');
    expect(at('what').getAttribute('aria-describedby')).toBe('what-hint what-fault');
  });

  it('gives what the schema made of it, once, and is empty again, its draft with it', async () => {
    const it = await make();
    await fill(it);
    expect(localStorage.length).toBe(4);
    await it.send();
    expect(it.host.sent).toEqual([
      { what: 'copper strip', pieces: 3, priceMinor: 450, from: 'shelf', note: '' },
    ]);
    expect([it.at('what').value, it.at('pieces').value, it.at('price').value]).toEqual(['', '', '']);
    expect(it.faults()).toEqual(['', '', '', '', '']);
    expect(localStorage.length).toBe(0);
  });

  it('is not sent with a text that is no number, and says so at once', async () => {
    const it = await make();
    await fill(it);
    await it.type('pieces', 'three');
    expect(it.faults()[1]).toBe('That is not a number.');
    await it.send();
    expect(it.host.sent).toEqual([]);
    expect(it.at('pieces').value).toBe('three');
    await it.type('pieces', '61');
    await it.send();
    expect(it.faults()[1]).toBe('Sixty are the most.');
  });

  it('says a refusal and keeps what was typed', async () => {
    const it = await make();
    it.host.answer = { sentence: 'It is closed.' };
    await fill(it);
    await it.send();
    expect(it.element.querySelector('[role=alert]')!.textContent).toBe('It is closed.');
    expect(it.at('what').value).toBe(' copper strip ');
    it.host.answer = null;
    await it.send();
    expect(it.element.querySelector('[role=alert]')!.textContent).toBe('');
    expect(it.host.sent).toHaveLength(2);
  });

  it('is busy until a request is answered: a second press sends nothing, and what the server says of a field stands there', async () => {
    const it = await make();
    const reply = new Subject<unknown>();
    it.host.answer = reply;
    await fill(it);
    await it.send();
    expect(it.element.querySelector('button')!.disabled).toBe(true);
    it.host.form.send();
    expect(it.host.sent).toHaveLength(1);
    const problem = {
      code: 'invalid',
      detail: 'One entry needs another look.',
      fields: [{ path: 'note', message: 'Write this on one line.' }],
    };
    reply.error(new HttpErrorResponse({ status: 400, error: problem }));
    await it.settle();
    expect(it.faults()[4]).toBe('Write this on one line.');
    expect(document.activeElement).toBe(it.at('note'));
    expect(it.element.querySelector('button')!.disabled).toBe(false);
    it.host.answer = new Subject();
    await it.send();
    (it.host.answer as Subject<unknown>).error(new HttpErrorResponse({ status: 0 }));
    await it.settle();
    expect(it.element.querySelector('[role=alert]')!.textContent).toContain('does not answer');
  });

  it('outlives a reload field by field, and follows what is saved where nobody typed', async () => {
    const it = await make();
    await it.type('what', 'strip');
    it.fixture.destroy();
    const again = await make();
    expect(again.at('what').value).toBe('strip');
    again.host.saved.set({ ...EMPTY, what: 'foil', note: 'from job 12' });
    await again.settle();
    expect([again.at('what').value, again.at('note').value]).toEqual(['strip', 'from job 12']);
    again.host.saved.set({ ...EMPTY, what: 'strip' });
    await again.settle();
    expect(localStorage.length).toBe(0);
  });

  it('leaves alone what is typed on another job while it is answered', async () => {
    const it = await make();
    const reply = new Subject<unknown>();
    it.host.answer = reply;
    await fill(it);
    await it.send();
    it.host.job.set('job-2');
    await it.settle();
    await it.type('what', 'foil');
    reply.complete();
    await it.settle();
    expect(it.at('what').value).toBe('foil');
    it.host.job.set('job-1');
    await it.settle();
    expect(it.at('what').value).toBe('');
  });
});
