import { part } from './part.js';
import * as z from 'zod';
import { RescueSummarySchema } from '../../hardware/index.js';
import {
  LayoutWishesSchema,
  MoveFactsSchema,
  NO_FACTS,
  NO_WISHES,
  RescueSchema,
  SourceDiskSchema,
} from '../../move/index.js';
import { Stamp } from './stamp.js';
import { StatedCopySchema } from './copies.js';
import { DocumentSourceSchema } from './diagnosis.js';
import { AnswersSchema } from './safeguard.js';

/** What a job knows of how its data goes across. */
const MoveStateSchema = z.strictObject({
  /** The old drive's table, as it was read. */
  source: z
    .strictObject({ disk: SourceDiskSchema, name: z.string(), from: DocumentSourceSchema, ...Stamp })
    .nullable(),
  facts: MoveFactsSchema,
  wishes: LayoutWishesSchema,
  /** The last rescue map. */
  map: z
    .strictObject({ name: z.string(), summary: RescueSummarySchema, rescue: RescueSchema, ...Stamp })
    .nullable(),
  /** What is looked at before the machine is opened, by check. */
  checks: z.record(
    z.string(),
    z.strictObject({ outcome: z.enum(['done', 'not-needed']), note: z.string(), ...Stamp }),
  ),
  /** What was answered about backup and key, as far as it was. */
  answers: AnswersSchema.partial(),
  /** Copies made elsewhere, as somebody stated them. */
  copies: z.array(StatedCopySchema),
});
export type MoveState = z.infer<typeof MoveStateSchema>;

const NOTHING_MOVED: MoveState = {
  source: null,
  facts: NO_FACTS,
  wishes: NO_WISHES,
  map: null,
  checks: {},
  answers: {},
  copies: [],
};

export const movePart = part({ move: MoveStateSchema }, { move: NOTHING_MOVED });
