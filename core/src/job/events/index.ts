import { sure } from '../../units/index.js';
import * as z from 'zod';
import * as afterwards from './afterwards.js';
import * as agree from './agree.js';
import * as companions from './companions.js';
import * as changes from './changes.js';
import * as course from './course.js';
import * as diagnosis from './diagnosis.js';
import * as found from './found.js';
import * as hands from './hands.js';
import * as intake from './intake.js';
import * as match from './match.js';
import * as measured from './measured.js';
import * as move from './move.js';
import * as orders from './orders.js';
import * as proof from './proof.js';
import * as safeguard from './safeguard.js';
import * as sealed from './sealed.js';
import * as shown from './shown.js';
import * as substitutes from './substitutes.js';
import * as way from './way.js';
import type { EventDefinition, EventMeta, Touched } from './define.js';
import type { JobState } from '../shape/state.js';

/** Every file of events. A new one stands here; an event in one of them stands nowhere else. */
const FILES = [
  afterwards,
  agree,
  changes,
  companions,
  course,
  diagnosis,
  found,
  hands,
  intake,
  match,
  measured,
  move,
  orders,
  proof,
  safeguard,
  sealed,
  shown,
  substitutes,
  way,
] as const;

type DefinitionsIn<File> = File extends unknown
  ? Extract<File[keyof File], { readonly schema: z.ZodObject; readonly evolve: unknown }>
  : never;
type Definition = DefinitionsIn<(typeof FILES)[number]>;

const isDefinition = (one: unknown): one is Definition =>
  typeof one === 'object' && one !== null && 'evolve' in one;
const definitions = FILES.flatMap((file) => Object.values(file).filter(isDefinition));

export const JobEventSchema = z.discriminatedUnion(
  'type',
  definitions.map((one) => one.schema) as [Definition['schema'], ...Definition['schema'][]],
);
export type JobEvent = z.infer<Definition['schema']>;

const byType = new Map<string, EventDefinition>(
  definitions.map((one) => [one.schema.shape.type.value, one as unknown as EventDefinition] as const),
);
/** The definition of an event, by its type. */
export const definitionOf = (type: JobEvent['type']): EventDefinition => sure(byType.get(type));

/** The job as it will be after events that are being decided on, by whom and when. */
export const afterEvents = (
  job: JobState,
  events: readonly JobEvent[],
  { at, by }: Pick<EventMeta, 'at' | 'by'>,
): JobState =>
  events.reduce(
    (state, event, index) =>
      definitionOf(event.type).evolve(state, event, { seq: job.seq + index + 1, at, by }),
    job,
  );

/** An event as it lies in the log, brought to today's shape: fields added since get their defaults. */
export const inTodaysShape = (event: JobEvent): JobEvent =>
  definitionOf(event.type).hasDefaults ? JobEventSchema.parse(event) : event;

/** Whether an event may change what is kept elsewhere. */
export const touches = (event: JobEvent, what: Touched): boolean =>
  definitionOf(event.type).touches.includes(what);
export { begin } from './intake.js';
export type { EventMeta, Touched } from './define.js';
