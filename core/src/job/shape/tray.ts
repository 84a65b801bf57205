import { part } from './part.js';
import * as z from 'zod';
import { HoleSchema, ScrewSchema } from '../../hardware/index.js';

/**
 * Something taken out, unplugged, peeled or turned off, and how much of it has not come back. `lost`,
 * `owed`: a screw that another one stands in for, or that stands in and was borrowed.
 */
const TrayItemSchema = z.strictObject({
  id: z.string(),
  kind: z.enum(['screw', 'part', 'lead', 'tape', 'drive', 'setting', 'lost', 'owed']),
  verb: z.string(),
  label: z.string(),
  /** Layer of the guide it came from, or `system` for a setting: the tray's order is depth. */
  layer: z.string(),
  screw: ScrewSchema.nullable(),
  holes: z.array(HoleSchema),
  /** How many there are in all, and how many are out now. */
  of: z.number().int().min(1),
  out: z.number().int().min(0),
});
export type TrayItem = z.infer<typeof TrayItemSchema>;

export const SYSTEM_LAYER = 'system';

export const trayItemId = (stepId: string, key: string): string => `${stepId}/${key}`;
export const settingItemId = (settingId: string): string => `setting/${settingId}`;

/** Code under which somebody may waive this item, with a reason. */
export const trayWaiverCode = (item: Pick<TrayItem, 'id'>): string => `tray:${item.id}`;

export const trayPart = part({ tray: z.array(TrayItemSchema) }, { tray: [] });
