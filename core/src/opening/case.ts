import * as z from 'zod';
import { MachineModelSchema } from '../hardware/index.js';
import { PolicySchema, USUAL_POLICY, type Policy } from '../teardown/index.js';

/** What may be done in an opening. */
export const OPENING_KINDS = [
  'replace-drive',
  'add-drive',
  'take-out-drive',
  'move-drive',
  'leave-unplugged',
  'memory',
  'battery',
  'wireless',
  'cooling',
  'look',
] as const;
export const OpeningKindSchema = z.enum(OPENING_KINDS);
export type OpeningKind = z.infer<typeof OpeningKindSchema>;

/** What is in a place of this machine; a place that is not named is as the model says. */
export const OpeningFoundSchema = z.union([
  z.enum(['as-guide', 'empty', 'something-else', 'nobody-looked']),
  z.strictObject({ holds: z.looseObject({ label: z.string().min(1).max(80) }) }),
]);
export type OpeningFound = z.infer<typeof OpeningFoundSchema>;

const extraSchema = z.strictObject({
  id: z.string().min(1).max(60),
  /** What is put in; null: something is only done. */
  label: z.string().max(80).nullable(),
  drawer: z.string().max(12).default(''),
  title: z.string().min(1).max(120),
  /** Before the thing itself, or once it lies there. */
  when: z.enum(['before', 'after']),
  tool: z.string().max(20).nullable().default(null),
  minutes: z.number().min(0).max(240).default(1),
});

const changeSchema = z.strictObject({
  id: z.string().min(1).max(40),
  kind: OpeningKindSchema,
  /** Id of a place of the model. */
  place: z.string(),
  /** Where a drive goes that is moved. */
  to: z.string().optional(),
  /** What goes in, as it is called; a drive or a part. */
  drive: z.string().max(80).optional(),
  part: z.string().max(80).optional(),
  /** That it does not work at its first start; unset: what is usual for its kind. */
  failChance: z.number().min(0).max(1).optional(),
  /** The place whose drive the new one is a whole copy of: no start may see both. */
  copyOf: z.string().optional(),
  /** What the match asks for besides: its own screw, post, bracket, from a drawer. */
  extras: z.array(extraSchema).max(12).default([]),
});
export type OpeningChange = z.infer<typeof changeSchema>;

/** How a workshop opens machines, and how many changes it tries at once. */
export const OpeningPolicySchema = PolicySchema.partial();
export type OpeningPolicy = Policy;
export const policyOf = (said: z.infer<typeof OpeningPolicySchema> = {}): OpeningPolicy => ({
  unplugBattery: said.unplugBattery ?? USUAL_POLICY.unplugBattery,
  drainSeconds: said.drainSeconds ?? USUAL_POLICY.drainSeconds,
  tryBeforeClosing: said.tryBeforeClosing ?? USUAL_POLICY.tryBeforeClosing,
  oneAtATime: said.oneAtATime ?? false,
});

const walkedOldSchema = z.strictObject({ change: z.string(), own: z.literal('old') });

/** A question for the planner of openings, as `./petrichor way` takes it. */
export const OpeningCaseSchema = z.strictObject({
  format: z.literal('opening'),
  /** Id of a model of the demo, or a whole document. */
  model: z.union([z.string(), MachineModelSchema]),
  variant: z.string().nullable().default(null),
  found: z.record(z.string(), OpeningFoundSchema).default({}),
  /** None: what is open is closed again as it was. */
  changes: z.array(changeSchema).max(12),
  policy: OpeningPolicySchema.optional(),
  /** What is done already, in this order, and stands open; `old`: what that change took out by hand. */
  walked: z
    .array(z.union([z.string(), walkedOldSchema]))
    .max(400)
    .default([]),
  /** Operations that do not come: the way leads around them. */
  cannot: z.array(z.string()).max(40).default([]),
});
export type OpeningCase = z.infer<typeof OpeningCaseSchema>;
