import {
  CancelOrderSchema,
  CustomerQuerySchema,
  FiguresQuerySchema,
  JobIdSchema,
  JobNumberSchema,
  KeepSealedSchema,
  LedgerQuerySchema,
  OffersQuerySchema,
  PlaceOrderSchema,
  SealedCommandSchema,
} from '@petrichor/api';
import type { Role } from '@petrichor/core/job';
import { PricingSchema } from '@petrichor/core/quote';
import { raw as rawBody, Router, type Request, type RequestHandler, type Response } from 'express';
import * as z from 'zod';
import { parsed } from '../http/problems.js';
import { findCustomers } from '../services/customers.js';
import type { Documents } from '../services/documents.js';
import { bringInJob, exportJob } from '../services/job-document.js';
import { exportLedger, figuresBehind, historyOf, jobOfNumber, promiseCalendar, searchLedger } from '../services/ledger.js';
import type { PhotoStore } from '../services/photos.js';
import { setPricing } from '../services/pricing.js';
import type { SealedNotes } from '../services/sealed.js';
import type { Orders, SupplierClient } from '../services/suppliers.js';
import type { Database } from '../store/database.js';
import { actingIn } from './acting.js';

const Uuid = z.uuid('That id is not one of ours. Load the page again.');

export interface RecordParts {
  readonly database: Database;
  readonly sealed: SealedNotes;
  readonly orders: Orders;
  readonly suppliers: SupplierClient;
  readonly photos: PhotoStore;
  readonly documents: Documents;
  /** The largest job's document that is taken. */
  readonly documentBytes: number;
  readonly now: () => Date;
}

/** The job record beside its events: customers, sealed notes, orders, the Ledger, and what leaves the workshop. */
export function recordRoutes({ database, sealed, orders, suppliers, photos, documents, documentBytes, now }: RecordParts): Router {
  const routes = Router();
  const acting = (request: Request, ...roles: Role[]) => actingIn(database, request, now, ...roles);
  const jobOf = (request: Request): string => parsed(JobIdSchema, request.params['jobId']);

  routes.get('/customers', async (request, response) => {
    const { workshopId } = await acting(request);
    response.json(await findCustomers(database, workshopId, parsed(CustomerQuerySchema, request.query).find));
  });
  routes.post('/pricing', async (request, response) => {
    const by = await acting(request, 'lead');
    const pricing = parsed(PricingSchema, request.body);
    await setPricing(database, by, pricing);
    response.json(pricing);
  });

  routes.post('/jobs/:jobId/sealed', async (request, response) => {
    response.status(201).json(await sealed.keep(await acting(request), jobOf(request), parsed(KeepSealedSchema, request.body)));
  });
  routes.post('/jobs/:jobId/sealed/:noteId/look', async (request, response) => {
    const by = await acting(request);
    const { commandId } = parsed(SealedCommandSchema, request.body);
    response.json({ secret: await sealed.look(by, jobOf(request), parsed(Uuid, request.params['noteId']), commandId) });
  });
  routes.post('/jobs/:jobId/sealed/:noteId/destroy', async (request, response) => {
    const by = await acting(request);
    const { commandId } = parsed(SealedCommandSchema, request.body);
    response.json(await sealed.destroy(by, jobOf(request), parsed(Uuid, request.params['noteId']), commandId));
  });

  routes.get('/offers', async (request, response) => {
    await acting(request);
    const { kind, id, quantity } = parsed(OffersQuerySchema, request.query);
    response.json({ offers: suppliers.connected ? await suppliers.offers({ kind, id }, quantity) : [] });
  });
  routes.post('/jobs/:jobId/orders', async (request, response) => {
    response.status(201).json(await orders.place(await acting(request), jobOf(request), parsed(PlaceOrderSchema, request.body)));
  });
  for (const [path, how] of [
    ['cancel', 'cancelled'],
    ['return', 'returned'],
  ] as const)
    routes.post(`/jobs/:jobId/orders/:orderId/${path}`, async (request, response) => {
      const by = await acting(request);
      const { commandId, why } = parsed(CancelOrderSchema, request.body);
      response.json(await orders.end(by, jobOf(request), parsed(Uuid, request.params['orderId']), how, commandId, why));
    });

  routes.get('/ledger', async (request, response) => {
    const { workshopId } = await acting(request);
    response.json(await searchLedger(database, workshopId, parsed(LedgerQuerySchema, request.query)));
  });
  routes.get('/ledger/figures', async (request, response) => {
    const { workshopId } = await acting(request);
    const { from, to } = parsed(FiguresQuerySchema, request.query);
    response.json(await figuresBehind(database, workshopId, from, to));
  });
  routes.get('/ledger/history/:serial', async (request, response) => {
    const { workshopId } = await acting(request);
    const serial = parsed(z.string().min(1).max(60), request.params['serial']);
    response.json({ rows: await historyOf(database, workshopId, serial), instead: {}, cut: [], next: null });
  });
  const download = (as: 'csv' | 'jsonl', type: string) => async (request: Request, response: Response) => {
    const { workshopId } = await acting(request);
    const query = parsed(LedgerQuerySchema, request.query);
    response.set({ 'Content-Type': type, 'Content-Disposition': `attachment; filename="ledger.${as}"` });
    for await (const piece of exportLedger(database, workshopId, query, as)) if (!response.write(piece)) await drained(response);
    response.end();
  };
  routes.get('/ledger.csv', download('csv', 'text/csv; charset=utf-8; header=present'));
  routes.get('/ledger.jsonl', download('jsonl', 'application/x-ndjson; charset=utf-8'));
  routes.get('/promises.ics', async (request, response) => {
    const { workshopId } = await acting(request);
    response.set({ 'Content-Type': 'text/calendar; charset=utf-8', 'Content-Disposition': 'attachment; filename="promises.ics"' });
    response.send(await promiseCalendar(database, workshopId, `${request.protocol}://${request.get('host') ?? ''}`));
  });
  routes.get('/job-numbers/:number', async (request, response) => {
    const { workshopId } = await acting(request);
    response.json({ jobId: await jobOfNumber(database, workshopId, parsed(JobNumberSchema, request.params['number'])) });
  });

  routes.get('/jobs/:jobId/document', async (request, response) => {
    const by = await acting(request);
    const pieces = exportJob(database, photos, by, jobOf(request));
    // What is refused is refused before the answer has begun.
    const first = await pieces.next();
    response.set({ 'Content-Type': 'application/json; charset=utf-8', 'Content-Disposition': `attachment; filename="job.json"` });
    response.write(first.value ?? '');
    for await (const piece of pieces) {
      if (response.destroyed) return;
      if (!response.write(piece)) await drained(response);
    }
    response.end();
  });
  // Who may not bring a job in does not get to send sixty megabytes either.
  const leadFirst: RequestHandler = (request, _response, next) => void acting(request, 'lead').then(() => next(), next);
  routes.post('/job-documents', leadFirst, rawBody({ type: 'text/plain', limit: documentBytes }), async (request, response) => {
    const by = await acting(request, 'lead');
    const body: unknown = request.body;
    const bytes = Buffer.isBuffer(body) ? ownBytes(body) : new Uint8Array();
    response.status(201).json(await bringInJob(database, photos, documents, by, bytes));
  });
  return routes;
}

/** Memory of its own, so that it can be given away to the thread that reads it: large bodies have it already. */
const ownBytes = (body: Buffer): Uint8Array<ArrayBuffer> =>
  body.byteOffset === 0 && body.buffer.byteLength === body.length && body.buffer instanceof ArrayBuffer
    ? new Uint8Array(body.buffer)
    : new Uint8Array(body);

/** A slow reader is waited for; one that has gone ends the waiting. */
const drained = (response: Response): Promise<void> =>
  new Promise((done) => {
    response.once('drain', done);
    response.once('close', done);
  });
