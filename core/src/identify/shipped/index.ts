import { IdentifyKnowledgeSchema, type IdentifyKnowledge } from '../knowledge.js';
import { FEATURES } from './features.js';
import { LOOK_ALIKES } from './look-alikes.js';
import { THINGS } from './things.js';

let parsed: IdentifyKnowledge | null = null;

/** What ships: checked against its own schema the first time it is asked for. */
export const shippedIdentify = (): IdentifyKnowledge =>
  (parsed ??= IdentifyKnowledgeSchema.parse({
    format: 'petrichor-identify',
    features: FEATURES,
    things: THINGS,
    lookAlikes: LOOK_ALIKES,
  }));
