import { demoDrives, demoParts } from '@petrichor/demo';
import { randomUUID } from 'node:crypto';
import { Supplier } from './supplier.js';

const DAY = 86_400_000;
const began = new Date('2026-04-13T09:00:00Z');
let now = began;
const supplier = () => new Supplier(demoDrives(), demoParts(), () => now);
beforeEach(() => (now = began));

const ITEMS = [
  ...demoDrives().map(({ id }) => ({ kind: 'drive', id }) as const),
  ...demoParts().map(({ id }) => ({ kind: 'part', id }) as const),
];
const offered = (item: (typeof ITEMS)[number]) => supplier().offers(item, 1);
const there = ITEMS.find((item) => offered(item).every((one) => one.inStock > 0))!;
const gone = ITEMS.find(
  (item) => offered(item).find((one) => one.supplier === 'Merrow Parts')!.inStock === 0,
)!;

it('names two houses for one thing, the sooner first, each with price and day', () => {
  const offers = offered(there);
  expect(offers.map((one) => one.supplier).sort()).toEqual(['Harbour Trade', 'Merrow Parts']);
  expect(offers[0]!.dueOn! <= offers[1]!.dueOn!).toBe(true);
  expect(supplier().offers({ kind: 'part', id: 'nothing' }, 1)).toEqual([]);
});

it('takes an order once, sends it, and it comes on its day', () => {
  const shop = supplier();
  const id = randomUUID();
  const asked = { id, supplier: 'Merrow Parts', item: there, quantity: 1 };
  const placed = shop.place(asked);
  expect(shop.place(asked)).toEqual(placed);
  expect(placed.state).toBe('confirmed');
  const due = new Date(`${placed.dueOn!}T00:00:00Z`).getTime();
  now = new Date(due + DAY / 2 - DAY);
  expect(shop.order(id).state).toBe('sent');
  expect(() => shop.cancel(id)).toThrow('on its way');
  now = new Date(due + DAY);
  expect(shop.order(id)).toMatchObject({ state: 'arrived', dueOn: null });
  expect(shop.takeBack(id).state).toBe('returned');
});

it('slips with what it does not have, and says so', () => {
  const shop = supplier();
  const id = randomUUID();
  const placed = shop.place({ id, supplier: 'Merrow Parts', item: gone, quantity: 1 });
  expect(placed.state).toBe('back-ordered');
  const days = (new Date(placed.dueOn!).getTime() - new Date('2026-04-13').getTime()) / DAY;
  now = new Date(began.getTime() + (days / 2 + 0.5) * DAY);
  const later = shop.order(id);
  expect(later.dueOn! > placed.dueOn!).toBe(true);
  expect(later.say).toContain('late');
  expect(shop.cancel(id).state).toBe('cancelled');
});

it('refuses what it does not sell', () =>
  expect(() => supplier().place({ id: randomUUID(), supplier: 'Nobody', item: there, quantity: 1 })).toThrow(
    'does not sell',
  ));
