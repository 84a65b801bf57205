import * as z from 'zod';
import { DriveSchema, type Drive } from '../../hardware/index.js';
import { readJsonDocument } from '../json-document.js';
import type { Reading } from '../reading.js';

/** A list of drives, as the shelf imports and exports it. */
export const DriveListSchema = z.strictObject({
  format: z.literal('petrichor-drive-list'),
  drives: z.array(DriveSchema).min(1).max(50_000),
});

/** Reads a drive list document (docs/formats/drive-list.schema.json). */
export function readDriveList(text: string): Reading<Drive[]> {
  const read = readJsonDocument(text, DriveListSchema, 'drive list');
  return read.ok ? { ok: true, value: read.value.drives } : read;
}
