import { sure } from '@petrichor/core/units';
import type { AskSupplier, SupplierOffer, SupplierOrder } from '@petrichor/api';
import type { Drive, Part } from '@petrichor/core/hardware';
import type { ItemRef } from '@petrichor/core/shelf';
import { Refused } from '../../refused.js';

/** Two houses that sell the same things at other prices, with other stock. All of it is invented. */
const HOUSES = [
  { name: 'Merrow Parts', price: 1, days: 1, stock: 4 },
  { name: 'Harbour Trade', price: 1.08, days: 3, stock: 9 },
] as const;
type House = (typeof HOUSES)[number];
const DAY_MS = 86_400_000;
/** What is not there comes so many days later than it would, and slips by so many once. */
const BACK_ORDER_DAYS = 5;
const SLIP_DAYS = 3;

interface Item {
  readonly item: ItemRef;
  readonly what: string;
  readonly priceMinor: number;
  readonly leadDays: number;
}

interface Kept {
  readonly order: SupplierOrder;
  readonly placedAt: number;
  readonly days: number;
  readonly backOrdered: boolean;
  readonly ended: 'cancelled' | 'returned' | null;
}

/**
 * A stand-in for suppliers' servers: stock, lead times, orders that come, and back-orders that slip. What it
 * says follows from an item's id, so that it says the same every time. Its days may be shorter than the
 * calendar's, so that a demo sees them pass.
 */
export class Supplier {
  private readonly items: ReadonlyMap<string, Item>;
  private readonly orders = new Map<string, Kept>();

  constructor(
    drives: readonly Drive[],
    parts: readonly Part[],
    private readonly now: () => Date,
    /** Milliseconds that a day takes here. */
    private readonly dayMs = DAY_MS,
  ) {
    const sold = [
      ...drives.map(({ id, maker, name, markedGb, priceMinor, leadDays }): Item => ({
        item: { kind: 'drive', id },
        what: `${maker} ${name}, ${markedGb} GB`,
        priceMinor,
        leadDays: leadDays ?? 4,
      })),
      ...parts.map(({ id, name, priceMinor, leadDays }): Item => ({
        item: { kind: 'part', id },
        what: name,
        priceMinor,
        leadDays: leadDays ?? 3,
      })),
    ];
    this.items = new Map(sold.map((one) => [keyOf(one.item), one]));
  }

  offers(ref: ItemRef, quantity: number): SupplierOffer[] {
    const item = this.items.get(keyOf(ref));
    if (!item) return [];
    return HOUSES.map((house): SupplierOffer => ({
      supplier: house.name,
      item: item.item,
      what: item.what,
      priceMinor: Math.round(item.priceMinor * house.price),
      inStock: stockOf(item, house),
      dueOn: this.dayIn(daysOf(item, house, quantity)),
    })).sort((a, b) => (a.dueOn ?? '').localeCompare(b.dueOn ?? '') || a.priceMinor - b.priceMinor);
  }

  /** The same id twice is one order. */
  place({ id, supplier, item: ref, quantity }: AskSupplier): SupplierOrder {
    const known = this.orders.get(id);
    if (known) return this.told(known);
    const item = this.items.get(keyOf(ref));
    const house = HOUSES.find((one) => one.name === supplier);
    if (!item || !house) throw new Refused(404, 'not-sold', `${supplier} does not sell that.`);
    const backOrdered = stockOf(item, house) < quantity;
    const days = daysOf(item, house, quantity);
    const kept: Kept = {
      order: {
        id,
        supplier,
        item: ref,
        quantity,
        priceMinor: Math.round(item.priceMinor * house.price) * quantity,
        state: backOrdered ? 'back-ordered' : 'confirmed',
        dueOn: this.dayIn(days),
        say: '',
      },
      placedAt: this.now().getTime(),
      days,
      backOrdered,
      ended: null,
    };
    this.orders.set(id, kept);
    return this.told(kept);
  }

  order(id: string): SupplierOrder {
    const kept = this.orders.get(id);
    if (!kept) throw new Refused(404, 'no-order', 'There is no such order.');
    return this.told(kept);
  }

  cancel(id: string): SupplierOrder {
    const now = this.order(id);
    if (now.state === 'sent' || now.state === 'arrived')
      throw new Refused(409, 'sent', 'It is on its way already.');
    return this.end(id, 'cancelled');
  }

  takeBack(id: string): SupplierOrder {
    if (this.order(id).state !== 'arrived')
      throw new Refused(409, 'not-there', 'It has not come yet: cancel it instead.');
    return this.end(id, 'returned');
  }

  private end(id: string, ended: 'cancelled' | 'returned'): SupplierOrder {
    const kept = { ...sure(this.orders.get(id)), ended };
    this.orders.set(id, kept);
    return this.told(kept);
  }

  /** How it stands now: it slips half way, is sent a day before it comes, and comes. */
  private told({ order, placedAt, days, backOrdered, ended }: Kept): SupplierOrder {
    if (ended)
      return { ...order, state: ended, dueOn: null, say: ended === 'cancelled' ? 'cancelled' : 'taken back' };
    const gone = (this.now().getTime() - placedAt) / this.dayMs;
    const slipped = backOrdered && gone >= days / 2;
    const all = days + (slipped ? SLIP_DAYS : 0);
    const dueOn = addDays(new Date(placedAt).toISOString().slice(0, 10), all);
    if (gone >= all) return { ...order, state: 'arrived', dueOn: null, say: '' };
    if (gone >= all - 1) return { ...order, state: 'sent', dueOn, say: 'sent today' };
    return { ...order, dueOn, say: slipped ? 'the maker is late' : '' };
  }

  private dayIn(days: number): string {
    return addDays(this.now().toISOString().slice(0, 10), days);
  }
}

const keyOf = ({ kind, id }: ItemRef): string => `${kind} ${id}`;
const addDays = (day: string, days: number): string =>
  new Date(new Date(`${day}T00:00:00Z`).getTime() + Math.ceil(days) * DAY_MS).toISOString().slice(0, 10);

/** Every third thing is out of stock at the first house, every seventh at the second. */
function stockOf({ item }: Item, house: House): number {
  const number = [...item.id].reduce((sum, letter) => sum + letter.charCodeAt(0), 0);
  return number % (house === HOUSES[0] ? 3 : 7) === 0 ? 0 : house.stock;
}

const daysOf = (item: Item, house: House, quantity: number): number =>
  stockOf(item, house) < quantity
    ? house.days + item.leadDays + BACK_ORDER_DAYS
    : house.days + Math.ceil(item.leadDays / 2);
