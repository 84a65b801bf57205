import * as z from 'zod';
import { PartSchema, type Part } from '../../hardware/index.js';
import { readJsonDocument } from '../json-document.js';
import type { Reading } from '../reading.js';

/** A list of small parts, as the shelf imports and exports it. */
export const PartListSchema = z.strictObject({
  format: z.literal('petrichor-part-list'),
  parts: z.array(PartSchema).min(1).max(50_000),
});

/** Reads a part list document (docs/formats/part-list.schema.json). */
export function readPartList(text: string): Reading<Part[]> {
  const read = readJsonDocument(text, PartListSchema, 'part list');
  return read.ok ? { ok: true, value: read.value.parts } : read;
}
