import { DriveSchema, PartSchema } from '@petrichor/core/hardware';
import { readFileSync } from 'node:fs';
import * as z from 'zod';
import { serveStandIn } from '../stand-in.js';
import { supplierApp } from './app.js';
import { Supplier } from './supplier.js';

const SettingsSchema = z.object({
  PETRICHOR_SUPPLIER_PORT: z.coerce.number().int().min(1).max(65_535),
  /** Drive and part lists (docs/formats): what is sold. */
  PETRICHOR_SUPPLIER_DRIVES: z.string().min(1),
  PETRICHOR_SUPPLIER_PARTS: z.string().min(1),
  /** Seconds that a day takes. */
  PETRICHOR_SUPPLIER_DAY_SECONDS: z.coerce.number().positive().max(86_400).default(60),
});

const listed = <S extends z.ZodType>(file: string, key: string, schema: S): z.output<S>[] =>
  z.object({ [key]: z.array(schema) }).parse(JSON.parse(readFileSync(file, 'utf8')))[key] as z.output<S>[];

/** Starts the simulated suppliers on loopback; prints `ready` when they answer. */
function main(): void {
  const settings = SettingsSchema.parse(process.env);
  const drives = listed(settings.PETRICHOR_SUPPLIER_DRIVES, 'drives', DriveSchema);
  const parts = listed(settings.PETRICHOR_SUPPLIER_PARTS, 'parts', PartSchema);
  const supplier = new Supplier(
    drives,
    parts,
    () => new Date(),
    settings.PETRICHOR_SUPPLIER_DAY_SECONDS * 1000,
  );
  serveStandIn(supplierApp(supplier), settings.PETRICHOR_SUPPLIER_PORT);
}

main();
