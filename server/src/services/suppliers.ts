import {
  SupplierOffersSchema,
  SupplierOrderSchema,
  type AskSupplier,
  type CommandReply,
  type PlaceOrder,
  type SupplierOffer,
  type SupplierOrder,
} from '@petrichor/api';
import { needsOf, ordersOpen, type JobCommand, type Order } from '@petrichor/core/job';
import type { ItemRef } from '@petrichor/core/shelf';
import { randomUUID } from 'node:crypto';
import type { Logger } from 'pino';
import { Refused } from '../refused.js';
import type { Database } from '../store/database.js';
import { jobsOnOrder } from '../store/jobs.js';
import { Agent } from './agent.js';
import type { Acting } from './acting.js';
import type { JobService } from './jobs.js';

/** Who news of an order comes from: no account of the workshop. */
const SUPPLIER_ID = '00000000-0000-4000-8000-000000000001';
const MOST_WATCHED = 200;

/** Suppliers that answer over HTTP. What is rung up or written to is typed in by hand instead. */
export class SupplierClient {
  private readonly agent: Agent;

  constructor(url: string | null) {
    this.agent = new Agent(url, {
      code: 'supplier',
      none: 'No supplier is connected here. Ring one up and type in what they say, or start Petrichor with PETRICHOR_SUPPLIER set.',
      away: 'The supplier does not answer. Ring them up and type in what they say, or try again in a moment.',
      nonsense: 'The supplier answers, but not as agreed. Its server may be of another version.',
    });
  }

  get connected(): boolean {
    return this.agent.url !== null;
  }

  async offers({ kind, id }: ItemRef, quantity: number): Promise<SupplierOffer[]> {
    const path = `/offers?kind=${kind}&id=${encodeURIComponent(id)}&quantity=${quantity}`;
    return (await this.agent.ask(SupplierOffersSchema, 'GET', path)).offers;
  }

  place = (order: AskSupplier): Promise<SupplierOrder> =>
    this.agent.ask(SupplierOrderSchema, 'POST', '/orders', order);
  order = (id: string): Promise<SupplierOrder> =>
    this.agent.ask(SupplierOrderSchema, 'GET', `/orders/${encodeURIComponent(id)}`);
  cancel = (id: string): Promise<SupplierOrder> =>
    this.agent.ask(SupplierOrderSchema, 'POST', `/orders/${encodeURIComponent(id)}/cancel`);
  takeBack = (id: string): Promise<SupplierOrder> =>
    this.agent.ask(SupplierOrderSchema, 'POST', `/orders/${encodeURIComponent(id)}/return`);
}

/**
 * Orders of jobs: the supplier first, then the job's record. An order id makes a repeat count once on both
 * sides.
 */
export class Orders {
  constructor(
    private readonly jobs: JobService,
    private readonly suppliers: SupplierClient,
  ) {}

  async place(acting: Acting, jobId: string, asked: PlaceOrder): Promise<CommandReply> {
    // Before anything is ordered: an id that stands for another command orders nothing.
    const made = await this.jobs.made(acting, jobId, asked.commandId, asked, 0);
    if (made) return made;
    const job = await this.jobs.get(acting.workshopId, jobId);
    const need = needsOf(job).find((one) => one.key === asked.need);
    const known = job.orders.some((one) => one.id === asked.orderId);
    if (!known && !need)
      throw new Refused(409, 'no-need', 'This job does not need that any more. Load the page again.');
    const { quantity, what: needed } = need ?? { quantity: 1, what: 'a part' };
    const given = await this.suppliers.place({
      id: asked.orderId,
      supplier: asked.supplier,
      item: asked.item,
      quantity,
    });
    const offers = await this.suppliers.offers(asked.item, quantity);
    const what = offers.find((one) => one.supplier === asked.supplier)?.what ?? needed;
    const command: JobCommand = {
      type: 'order',
      orderId: asked.orderId,
      need: asked.need,
      item: asked.item,
      what,
      supplier: given.supplier,
      priceMinor: given.priceMinor,
      state: given.state === 'back-ordered' ? 'back-ordered' : 'confirmed',
      dueOn: given.dueOn,
      inPlaceOf: asked.inPlaceOf,
    };
    const givenUp = known ? null : asked.inPlaceOf;
    try {
      // One that is on its way already comes, whatever the record says: then the new one is called off again,
      // and it says so.
      if (givenUp) await ifKnown(() => this.suppliers.cancel(givenUp));
      return await this.jobs.give(
        acting,
        jobId,
        { commandId: asked.commandId, basedOn: job.seq, command },
        { asked },
      );
    } catch (error) {
      // The job would not have it: nobody waits for it.
      if (error instanceof Refused && error.code !== 'ordered')
        await this.suppliers.cancel(asked.orderId).catch(() => undefined);
      throw error;
    }
  }

  /** Calls an order off, or sends back what came. An order that was rung up is only recorded. */
  async end(
    acting: Acting,
    jobId: string,
    orderId: string,
    how: 'cancelled' | 'returned',
    commandId: string,
    why: string,
  ): Promise<CommandReply> {
    const command: JobCommand = { type: 'tell-order', orderId, state: how, dueOn: null, say: why };
    const made = await this.jobs.made(acting, jobId, commandId, command, 0);
    if (made) return made;
    const job = await this.jobs.get(acting.workshopId, jobId);
    // The supplier first: what it has sent already comes, whatever the record says.
    if (this.suppliers.connected && job.orders.some((one) => one.id === orderId && one.state !== how))
      await ifKnown(() =>
        how === 'cancelled' ? this.suppliers.cancel(orderId) : this.suppliers.takeBack(orderId),
      );
    return this.jobs.give(acting, jobId, { commandId, basedOn: job.seq, command });
  }
}

/** Does it, unless the supplier does not know the order: one that was rung up is only recorded. */
async function ifKnown(ask: () => Promise<SupplierOrder>): Promise<void> {
  await ask().catch((error: unknown) => {
    if (!(error instanceof Refused) || error.code !== 'no-order') throw error;
  });
}

/**
 * Asks after everything on order, now and then, and writes the news into the jobs. Several servers may do so
 * beside one another: what a job knows already it refuses.
 */
export class OrderWatch {
  private timer: NodeJS.Timeout | null = null;
  private busy = false;

  constructor(
    private readonly database: Database,
    private readonly jobs: JobService,
    private readonly suppliers: SupplierClient,
    private readonly now: () => Date,
    private readonly log: Logger,
  ) {}

  start(everySeconds: number): void {
    if (!this.suppliers.connected) return;
    this.timer = setInterval(() => void this.look(), everySeconds * 1000);
    this.timer.unref();
  }

  stop(): void {
    if (this.timer) clearInterval(this.timer);
  }

  /** One round. */
  async look(): Promise<void> {
    if (this.busy) return;
    this.busy = true;
    try {
      for (const { workshopId, jobId } of await jobsOnOrder(this.database.pool, MOST_WATCHED)) {
        const job = await this.jobs.get(workshopId, jobId);
        for (const order of ordersOpen(job)) await this.ask(workshopId, jobId, order);
      }
    } catch (error) {
      this.log.warn({ err: error }, 'orders could not be asked after');
    } finally {
      this.busy = false;
    }
  }

  private async ask(workshopId: string, jobId: string, known: Order): Promise<void> {
    let news: SupplierOrder;
    try {
      news = await this.suppliers.order(known.id);
    } catch {
      // Rung up by hand, or the supplier is away: nothing is known of it now.
      return;
    }
    if (news.state === known.state && news.dueOn === known.dueOn) return;
    const acting: Acting = {
      workshopId,
      by: { id: SUPPLIER_ID, name: known.supplier },
      roles: ['desk'],
      at: this.now(),
    };
    const command: JobCommand = {
      type: 'tell-order',
      orderId: known.id,
      state: news.state,
      dueOn: news.state === 'arrived' ? null : news.dueOn,
      say: news.say,
    };
    await this.jobs
      .give(acting, jobId, { commandId: randomUUID(), basedOn: 0, command })
      .catch((error: unknown) => {
        if (!(error instanceof Refused)) throw error;
      });
  }
}
