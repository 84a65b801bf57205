import { ledgerRoutes, orderRoutes, sealedRoutes, type LedgerQuery, type Media } from '@petrichor/api';
import { Router, type Response } from 'express';
import { serve, type Serving } from '../http/serve.js';
import { findCustomers } from '../services/customers.js';
import type { Documents } from '../services/documents.js';
import { bringInJob, exportJob } from '../services/job-document.js';
import {
  exportLedger,
  figuresBehind,
  historyOf,
  jobOfNumber,
  promiseCalendar,
  searchLedger,
} from '../services/ledger.js';
import type { PhotoStore } from '../services/photos.js';
import type { SealedNotes } from '../services/sealed.js';
import type { Orders, SupplierClient } from '../services/suppliers.js';

export interface RecordParts {
  readonly sealed: SealedNotes;
  readonly orders: Orders;
  readonly suppliers: SupplierClient;
  readonly photos: PhotoStore;
  readonly documents: Documents;
  /** The largest job's document that is taken. */
  readonly documentBytes: number;
}

/**
 * The job record beside its events: customers, sealed notes, orders, the Ledger, and what leaves the
 * workshop.
 */
export function serveRecord(serving: Serving, parts: RecordParts): Router {
  return Router().use(serveSealed(serving, parts), serveOrders(serving, parts), serveLedger(serving, parts));
}

const serveSealed = (serving: Serving, { sealed }: RecordParts): Router =>
  serve(sealedRoutes, serving, {
    keepSealed: ({ by, params, body }) => sealed.keep(by, params.jobId, body),
    lookSealed: async ({ by, params, body }) => ({
      secret: await sealed.look(by, params.jobId, params.noteId, body.commandId),
    }),
    destroySealed: ({ by, params, body }) => sealed.destroy(by, params.jobId, params.noteId, body.commandId),
  });

const serveOrders = (serving: Serving, { orders, suppliers }: RecordParts): Router =>
  serve(orderRoutes, serving, {
    offers: async ({ query: { kind, id, quantity } }) => ({
      offers: suppliers.connected ? await suppliers.offers({ kind, id }, quantity) : [],
    }),
    placeOrder: ({ by, params, body }) => orders.place(by, params.jobId, body),
    cancelOrder: ({ by, params, body }) =>
      orders.end(by, params.jobId, params.orderId, 'cancelled', body.commandId, body.why),
    returnOrder: ({ by, params, body }) =>
      orders.end(by, params.jobId, params.orderId, 'returned', body.commandId, body.why),
  });

function serveLedger(serving: Serving, { photos, documents, documentBytes }: RecordParts): Router {
  const { database } = serving;
  const lines = (
    workshopId: string,
    query: LedgerQuery,
    as: 'csv' | 'jsonl',
    response: Response,
  ): Promise<void> =>
    writeOut(exportLedger(database, workshopId, query, as), `ledger.${as}`, LEDGER_AS[as], response);
  return serve(
    ledgerRoutes,
    { ...serving, largestBytes: documentBytes },
    {
      customers: ({ by, query }) => findCustomers(database, by.workshopId, query.find),
      ledger: ({ by, query }) => searchLedger(database, by.workshopId, query),
      figures: ({ by, query: { from, to } }) => figuresBehind(database, by.workshopId, from, to),
      history: async ({ by, params }) => ({
        rows: await historyOf(database, by.workshopId, params.serial),
        instead: {},
        cut: [],
        next: null,
      }),
      ledgerCsv: ({ by, query, response }) => lines(by.workshopId, query, 'csv', response),
      ledgerLines: ({ by, query, response }) => lines(by.workshopId, query, 'jsonl', response),
      promises: async ({ by, request, response }) => {
        const calendar = await promiseCalendar(
          database,
          by.workshopId,
          `${request.protocol}://${request.get('host') ?? ''}`,
        );
        asFile(response, 'promises.ics', ledgerRoutes.promises.reply).send(calendar);
      },
      jobOfNumber: async ({ by, params }) => ({
        jobId: await jobOfNumber(database, by.workshopId, params.number),
      }),
      jobDocument: ({ by, params, response }) =>
        writeOut(
          exportJob(database, photos, by, params.jobId),
          'job.json',
          ledgerRoutes.jobDocument.reply,
          response,
        ),
      bringInJob: ({ by, body }) => bringInJob(database, photos, documents, by, body),
    },
  );
}

const LEDGER_AS = { csv: ledgerRoutes.ledgerCsv.reply, jsonl: ledgerRoutes.ledgerLines.reply };

const asFile = (response: Response, name: string, { type }: Media): Response =>
  response.set({ 'Content-Type': type, 'Content-Disposition': `attachment; filename="${name}"` });

/**
 * Piece by piece; whoever has gone is written to no more. What is refused is refused before the answer has
 * begun.
 */
async function writeOut(
  pieces: AsyncGenerator<string | Buffer>,
  name: string,
  as: Media,
  response: Response,
): Promise<void> {
  const first = await pieces.next();
  asFile(response, name, as).write(first.done ? '' : first.value);
  for await (const piece of pieces) {
    if (response.destroyed) return;
    if (!response.write(piece)) await drained(response);
  }
  response.end();
}

/** A slow reader is waited for; one that has gone ends the waiting. */
const drained = (response: Response): Promise<void> =>
  new Promise((done) => {
    response.once('drain', done);
    response.once('close', done);
  });
