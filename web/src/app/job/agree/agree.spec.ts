import { HttpTestingController } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import type { JobState } from '@petrichor/core/job';
import { memoryIn, MODULE, roomy } from '../../../../../core/src/testing/roomy';
import { m2Drive, model, TestJob } from '../../../../../core/src/testing/samples';
import { jobAt, finishPart } from '../../../../../core/src/testing/walks';
import { JobScreenHarness } from '../../../testing/job-screen';
import { AgreeSection } from './agree';
import { OrdersPanel } from './orders-panel';
import { PriceLines } from './price-lines';

const drives = [
  m2Drive(),
  m2Drive({ id: 'plain', name: 'Plain', priceMinor: 4000, readBytesPerSecond: 9e8 }),
  m2Drive({ id: 'away', inStock: 0, leadDays: 4 }),
];
const knowledge = { models: [model()], drives };
const words = (screen: JobScreenHarness<unknown>): string => screen.element.textContent.replace(/\s+/g, ' ');

describe('Agree', () => {
  it('works options out, side by side, and writes down who said yes', async () => {
    const screen = await JobScreenHarness.of(AgreeSection, jobAt('agree').job, knowledge);
    expect(words(screen)).toContain('Nothing is offered yet.');
    await screen.settle();
    await screen.press(/Work out an offer/);
    expect(screen.job.offer!.options.map((one) => one.kind)).toEqual(['cheapest', 'advised']);
    const options = screen.element.querySelectorAll('[role=radio]');
    expect([...options].map((one) => one.getAttribute('aria-checked'))).toEqual(['false', 'true']);
    await screen.press(/^They agree to/);
    expect(screen.job.agreement).toMatchObject({ who: 'Halima Quist', how: 'phone', driveId: 'pellow-p3' });
    expect(words(screen)).toContain('Agreed: ');
  });

  it('says when a price is above what was named at the counter', async () => {
    const bench = jobAt('agree');
    finishPart(bench);
    const job: JobState = { ...bench.job, intake: { ...bench.job.intake, ceilingMinor: 10_000 } };
    expect(words(await JobScreenHarness.of(AgreeSection, job, knowledge))).toContain(
      '70.15 above what the customer named at the counter, 100.00',
    );
  });
});

describe('what the options are, where no drive is chosen from the shelf', () => {
  const atAgree = (...commands: Parameters<TestJob['must']>): TestJob => {
    const bench = new TestJob([roomy()]);
    bench.parts = [MODULE];
    finishPart(bench);
    bench.must({ type: 'advance', from: 'diagnose' }, ...commands);
    return bench.must({ type: 'advance', from: 'match' });
  };
  const of = { models: [roomy()], drives, parts: [MODULE] };

  it('memory alone is offered and agreed on like anything else', async () => {
    const screen = await JobScreenHarness.of(AgreeSection, atAgree(memoryIn('mem-b')).job, of);
    await screen.press(/Work out an offer/);
    expect(screen.job.offer!.options).toMatchObject([{ driveId: '', besides: [{ changeId: 'mem' }] }]);
    expect(words(screen)).toContain('memory, Orrin 16 into B');
    await screen.press(/^They agree to/);
    expect(screen.job.agreement).toMatchObject({ driveId: '', slotId: '' });
  });

  it('the customer’s own drive has no others beside it, and no price', async () => {
    const own = { type: 'choose-drive', slotId: 'm2-a', driveId: 'pellow-p3', from: 'own' } as const;
    const screen = await JobScreenHarness.of(AgreeSection, atAgree(own).job, of);
    await screen.press(/Work out an offer/);
    const [option, ...others] = screen.job.offer!.options;
    expect(others).toEqual([]);
    expect(option!.bill.lines.find((line) => line.kind === 'drive')?.netMinor).toBe(0);
  });
});

describe('price and payments', () => {
  it('take what is paid, and put on the bill what is said why', async () => {
    const bench = jobAt('agree');
    finishPart(bench);
    const screen = await JobScreenHarness.of(PriceLines, bench.job, knowledge);
    await screen.press(/^All that is open/);
    await screen.press('Record the payment');
    expect(screen.job.payments).toMatchObject([{ amountMinor: 17_015, how: 'card' }]);
    expect(words(screen)).toContain('open 0.00');
    await screen.press('Change the price');
    await screen.press('Put it on the bill');
    expect(words(screen)).toContain('Type an amount.');
  });
});

describe('orders', () => {
  const waiting = (): TestJob => {
    const bench = new TestJob();
    finishPart(bench);
    return bench.must(
      { type: 'advance', from: 'diagnose' },
      { type: 'choose-drive', slotId: 'm2-a', driveId: 'away' },
    );
  };

  it('shows several sources, and says that one may ring up when none answers', async () => {
    const screen = await JobScreenHarness.of(OrdersPanel, waiting().job, knowledge);
    const http = TestBed.inject(HttpTestingController);
    await screen.press('Sources');
    http
      .expectOne((request) => request.url.startsWith('/api/offers?'))
      .flush({
        offers: [
          {
            supplier: 'Merrow Parts',
            item: { kind: 'drive', id: 'away' },
            what: 'x',
            priceMinor: 8000,
            inStock: 2,
            dueOn: '2026-04-18',
          },
          {
            supplier: 'Harbour Trade',
            item: { kind: 'drive', id: 'away' },
            what: 'x',
            priceMinor: 8600,
            inStock: 0,
            dueOn: '2026-04-25',
          },
        ],
      });
    await screen.settle();
    expect(words(screen)).toMatch(/Merrow Parts ?80\.00 ?2 in stock, here 18 April 2026/);
    expect(words(screen)).toMatch(/Harbour Trade ?86\.00 ?back-ordered/);
    await screen.press('Record the order');
    expect(words(screen)).toContain('Type the price.');
  });

  it('are placed with a supplier who says yes first, and had elsewhere or called off with a reason', async () => {
    const screen = await JobScreenHarness.of(OrdersPanel, waiting().job, knowledge);
    const http = TestBed.inject(HttpTestingController);
    const offer = {
      supplier: 'Merrow Parts',
      item: { kind: 'drive', id: 'away' },
      what: 'x',
      priceMinor: 8000,
      inStock: 2,
      dueOn: '2026-04-18',
    };
    await screen.press('Sources');
    http.expectOne((request) => request.url.startsWith('/api/offers?')).flush({ offers: [offer] });
    await screen.settle();
    await screen.press(/^Order$/);
    const { request } = http.expectOne('/api/jobs/job-1/orders');
    expect(request.body).toMatchObject({ need: 'drive:away', supplier: 'Merrow Parts', inPlaceOf: null });
    // Nothing is recorded before the supplier has said yes.
    expect(screen.job.orders).toEqual([]);
    expect(screen.button(/^Order$/).disabled).toBe(true);
  });

  it('that were rung up keep what is typed until they are recorded or left', async () => {
    const screen = await JobScreenHarness.of(OrdersPanel, waiting().job, knowledge);
    const http = TestBed.inject(HttpTestingController);
    await screen.press('Sources');
    http.expectOne((request) => request.url.startsWith('/api/offers?')).flush({ offers: [] });
    await screen.settle();
    await screen.type('#order-from', 'Harbour Trade');
    await screen.type('#order-price', '79.50');
    expect(JSON.stringify(localStorage)).toContain('Harbour Trade');
    await screen.press('Record the order');
    expect(screen.job.orders).toMatchObject([
      { supplier: 'Harbour Trade', priceMinor: 7950, state: 'confirmed' },
    ]);
    expect(JSON.stringify(localStorage)).not.toContain('Harbour Trade');
    await screen.press('It is here');
    expect(words(screen)).toContain('from Harbour Trade: here');
    await screen.press('Send back');
    await screen.type('#end-why', 'wrong key');
    await screen.press('Send it back');
    const back = http.expectOne('/api/jobs/job-1/orders/' + screen.job.orders[0]!.id + '/return');
    expect(back.request.body).toMatchObject({ why: 'wrong key' });
    const problem = {
      type: 'x',
      title: 'x',
      status: 503,
      code: 'supplier-away',
      detail: 'The supplier does not answer.',
    };
    back.flush(problem, { status: 503, statusText: 'away' });
    await screen.settle();
    // Still asked for: what was typed stands, and may be sent again.
    expect(words(screen)).toContain('The supplier does not answer.');
    expect(screen.element.querySelector<HTMLInputElement>('#end-why')!.value).toBe('wrong key');
  });

  it('had elsewhere by ringing up are called off first where they were placed', async () => {
    const bench = waiting().must({
      type: 'order',
      orderId: '00000000-0000-4000-8000-000000000007',
      need: 'drive:away',
      supplier: 'Merrow Parts',
      priceMinor: 8000,
      state: 'confirmed',
      dueOn: '2026-04-18',
    });
    const screen = await JobScreenHarness.of(OrdersPanel, bench.job, knowledge);
    const http = TestBed.inject(HttpTestingController);
    await screen.press('Have it elsewhere');
    http.expectOne((request) => request.url.startsWith('/api/offers?')).flush({ offers: [] });
    await screen.settle();
    await screen.type('#order-price', '79.50');
    await screen.press('Record the order');
    expect(words(screen)).toContain('Say from whom.');
    await screen.type('#order-from', 'Harbour Trade');
    await screen.press('Record the order');
    const cancel = http.expectOne('/api/jobs/job-1/orders/00000000-0000-4000-8000-000000000007/cancel');
    expect([cancel.request.body.why, screen.job.orders.length]).toEqual(['Harbour Trade instead', 1]);
    const problem = { type: 'x', title: 'x', status: 409, code: 'sent', detail: 'It is on its way already.' };
    cancel.flush(problem, { status: 409, statusText: 'sent' });
    await screen.settle();
    // What is on its way comes: nothing is ordered beside it.
    expect(words(screen)).toContain('It is on its way already.');
    expect(screen.job.orders).toMatchObject([{ supplier: 'Merrow Parts', state: 'confirmed' }]);
    await screen.press('Record the order');
    const event = {
      type: 'order-told',
      orderId: bench.job.orders[0]!.id,
      state: 'cancelled',
      dueOn: null,
      say: 'Harbour Trade instead',
    };
    const recorded = {
      seq: bench.job.seq + 1,
      at: bench.at,
      commandId: 'c-9',
      by: { id: 'ines', name: 'Ines' },
      event,
    };
    http
      .expectOne((request) => request.url.endsWith('/cancel'))
      .flush({ events: [recorded], seq: recorded.seq, repeated: false });
    await screen.settle();
    expect(screen.job.orders.map((one) => [one.supplier, one.state])).toEqual([
      ['Merrow Parts', 'cancelled'],
      ['Harbour Trade', 'confirmed'],
    ]);
  });

  it('goes on when the supplier is away', async () => {
    const screen = await JobScreenHarness.of(OrdersPanel, waiting().job, knowledge);
    const http = TestBed.inject(HttpTestingController);
    await screen.press('Sources');
    const problem = {
      type: 'x',
      title: 'x',
      status: 503,
      code: 'supplier-away',
      detail: 'The supplier does not answer. Ring them up.',
    };
    http
      .expectOne((request) => request.url.startsWith('/api/offers?'))
      .flush(problem, { status: 503, statusText: 'away' });
    await screen.settle();
    expect(words(screen)).toContain('Ring them up');
    expect(screen.element.querySelector('#order-from')).not.toBeNull();
  });
});
