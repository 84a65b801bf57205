import type { Part } from '@petrichor/core/hardware';
import { commandOf, type JobCommand, type JobState, type Knowledge, type LookUp } from '@petrichor/core/job';
import { oneByOne, type Database, type WorkshopTx } from '../store/database.js';
import { findDrive, findModel, listItems } from '../store/knowledge.js';
import { diagnosisLookUp } from './diagnosis.js';
import { policyOf } from './guides.js';
import { pricingOf } from './pricing.js';

export interface Asking {
  readonly database: Database;
  readonly tx: WorkshopTx;
  readonly workshopId: string;
  readonly job: JobState;
  readonly command: JobCommand;
}

/** How each look-up is answered here. A new one does not compile until it stands here. */
const SOURCES: { readonly [L in LookUp]: (asking: Asking) => Promise<Knowledge[L]> } = {
  model: async ({ tx, job }) => {
    const model = await findModel(tx, job.intake.modelId);
    return (id) => (id === model?.id ? model : undefined);
  },
  drive: async ({ tx, command }) => {
    const drives = await oneByOne([...driveIdsIn(command)], (id) => findDrive(tx, id));
    return (id) => drives.find((one) => one?.id === id);
  },
  parts: async ({ tx }) => {
    const parts = await listItems<Part>(tx, 'part');
    return () => parts;
  },
  diagnosis: ({ database, tx, workshopId }) => diagnosisLookUp(database, tx, workshopId),
  policy: async ({ tx }) => {
    const policy = await policyOf(tx);
    return () => policy;
  },
  pricing: async ({ tx }) => {
    const pricing = await pricingOf(tx);
    return () => pricing;
  },
};

/** Drives that a command names, wherever in it. */
export function driveIdsIn(value: unknown): Set<string> {
  const found = new Set<string>();
  const walk = (one: unknown): void => {
    if (typeof one !== 'object' || one === null) return;
    for (const [field, inner] of Object.entries(one)) {
      if (field === 'driveId' && typeof inner === 'string') found.add(inner);
      else walk(inner);
    }
  };
  walk(value);
  return found;
}

const notAsked = (what: LookUp) => (): never => {
  throw new Error(`A command looks up '${what}' without asking for it in its definition.`);
};

/** Reads what this kind of command asks for, and no more: most look nothing up. */
export async function lookedUp(asking: Asking): Promise<Knowledge> {
  const { asks } = commandOf(asking.command.type);
  const all = Object.keys(SOURCES) as LookUp[];
  return Object.fromEntries(
    await oneByOne(
      all,
      async (what) => [what, asks.includes(what) ? await SOURCES[what](asking) : notAsked(what)] as const,
    ),
  ) as unknown as Knowledge;
}
