import { AskSupplierSchema, OffersQuerySchema } from '@petrichor/api';
import express, { type Express } from 'express';
import * as z from 'zod';
import { parsed, problemHandler } from '../../http/problems.js';
import type { Supplier } from './supplier.js';

/** A supplier's interface over HTTP (docs/formats/supplier.md): the same that a real one would answer. */
export function supplierApp(supplier: Supplier): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(express.json({ limit: '10kb' }));
  app.use((request, _response, next) => {
    Object.assign(request, { log: { error: (details: unknown) => console.error(details) } });
    next();
  });
  const id = (params: { id?: unknown }) => parsed(z.uuid('That is not an order’s id.'), params.id);
  app.get('/offers', (request, response) => {
    const { kind, id: item, quantity } = parsed(OffersQuerySchema, request.query);
    response.json({ offers: supplier.offers({ kind, id: item }, quantity) });
  });
  app.post(
    '/orders',
    (request, response) =>
      void response.status(201).json(supplier.place(parsed(AskSupplierSchema, request.body))),
  );
  app.get('/orders/:id', (request, response) => void response.json(supplier.order(id(request.params))));
  app.post(
    '/orders/:id/cancel',
    (request, response) => void response.json(supplier.cancel(id(request.params))),
  );
  app.post(
    '/orders/:id/return',
    (request, response) => void response.json(supplier.takeBack(id(request.params))),
  );
  app.use(problemHandler);
  return app;
}
