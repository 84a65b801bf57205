import { sure } from '../../units/index.js';
import * as z from 'zod';
import * as afterwards from './afterwards.js';
import * as agree from './agree.js';
import * as changes from './changes.js';
import * as companions from './companions.js';
import * as countScrews from './count-screws.js';
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
import * as replan from './replan.js';
import * as runs from './runs.js';
import * as safeguard from './safeguard.js';
import * as scout from './scout.js';
import * as sealed from './sealed.js';
import * as shown from './shown.js';
import * as stop from './stop.js';
import * as substitutes from './substitutes.js';
import * as turnBack from './turn-back.js';
import * as way from './way.js';
import * as wish from './wish.js';
import type { CommandDefinition } from './define.js';

/** Every file of commands. A new one stands here; a command in one of them stands nowhere else. */
const FILES = [
  afterwards,
  agree,
  changes,
  companions,
  countScrews,
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
  replan,
  runs,
  safeguard,
  scout,
  sealed,
  shown,
  stop,
  substitutes,
  turnBack,
  way,
  wish,
] as const;

type DefinitionsIn<File> = File extends unknown
  ? Extract<File[keyof File], { readonly schema: z.ZodObject; readonly decide: unknown }>
  : never;
type Definition = DefinitionsIn<(typeof FILES)[number]>;

const isDefinition = (one: unknown): one is Definition =>
  typeof one === 'object' && one !== null && 'decide' in one;
const definitions = FILES.flatMap((file) => Object.values(file).filter(isDefinition));

export const JobCommandSchema = z.discriminatedUnion(
  'type',
  definitions.map((one) => one.schema) as [Definition['schema'], ...Definition['schema'][]],
);
export type JobCommand = z.infer<Definition['schema']>;

const byType = new Map<string, CommandDefinition>(
  definitions.map((one) => [one.schema.shape.type.value, one as unknown as CommandDefinition] as const),
);
/** The definition of a command, by its type. */
export const commandOf = (type: JobCommand['type']): CommandDefinition => sure(byType.get(type));

type FieldsOf<T extends JobCommand['type'], D = Definition> = D extends {
  readonly schema: z.ZodObject<infer S extends z.ZodRawShape>;
}
  ? S extends { readonly type: z.ZodLiteral<T> }
    ? z.ZodObject<Omit<S, 'type'>, z.core.$strict>
    : never
  : never;
/**
 * What a command asks for besides its type. A form for it is made of this: its limits and their words stand
 * once.
 */
export const commandFields = <T extends JobCommand['type']>(type: T): FieldsOf<T> =>
  commandOf(type).schema.omit({ type: true }) as unknown as FieldsOf<T>;

export type { Context, Decision, Refusal, RefusalCode } from './define.js';
export { mayNotRun } from './runs.js';
export { mayNotLook } from './sealed.js';
export { judgeCompanion } from './companions.js';
