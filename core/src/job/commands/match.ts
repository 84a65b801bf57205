import * as z from 'zod';
import {
  besideAt,
  FIRMWARE_LOOKS,
  isBeside,
  judge,
  linkOf,
  NeedSchema,
  takesLook,
  TemplateSchema,
  type Place,
  type Verdict,
} from '../../fit/index.js';
import { readOff, oneLine } from '../../units/index.js';
import { isBefore } from '../shape/phases.js';
import { OF_MODEL, placeOf, slotsOfJob, withMeasured } from '../reading/place-of.js';
import type { JobState } from '../shape/state.js';
import { hasWalked } from '../reading/walk.js';
import { accept, HANDS, command, refuse, type Context, type Decision } from './define.js';
import { withDeclined } from '../reading/declined.js';
import { changeById, drivesIn, mainDrive } from '../reading/changes.js';
import { FIRST_CHANGE, ThingSourceSchema, type Change } from '../shape/change.js';
import { placesOf, type Drive, type MachineModel, type Part } from '../../hardware/index.js';
import { driveChange } from '../shape/thing.js';
import type { JobEvent } from '../events/index.js';
import { planned, withOthersJudged } from './judged-again.js';

const gigabytes = z
  .number()
  .int('Whole GB, please.')
  .min(1, 'At least 1 GB.')
  .max(64_000, 'At most 64 000 GB.')
  .nullable();

/** What is not said stays as it was. */
export const stateNeed = command('state-need', {
  shape: {
    usedGb: gigabytes,
    wantedGb: gigabytes,
    budgetMinor: z.number().int().min(0, 'A price is not below 0.').max(100_000_000).nullable().optional(),
    plan: NeedSchema.shape.plan.unwrap().optional(),
    holdsSystem: z.boolean().optional(),
    cloneFromGb: gigabytes.optional(),
  },
  by: HANDS,
  decide: (job, said) =>
    accept({
      type: 'need-stated',
      ...job.need,
      usedGb: said.usedGb,
      wantedGb: said.wantedGb,
      budgetMinor: said.budgetMinor === undefined ? job.need.budgetMinor : said.budgetMinor,
      plan: said.plan ?? job.need.plan,
      holdsSystem: said.holdsSystem ?? job.need.holdsSystem,
      cloneFromGb: said.cloneFromGb === undefined ? job.need.cloneFromGb : said.cloneFromGb,
    }),
});

const tool = z.enum(['callipers', 'ruler']);

export const measureDrive = command('measure-drive', {
  shape: {
    driveId: z.string(),
    key: z.enum(['topHeight', 'bottomHeight']),
    mm: z
      .number('Type what you read, in mm.')
      .min(0, 'A height is not below 0.')
      .max(20, 'That is more than any M.2 drive stands: read it again, in mm.'),
    with: tool,
  },
  by: HANDS,
  asks: ['drive'],
  decide: (_, command, { knowledge }) =>
    knowledge.drive(command.driveId)
      ? accept({
          type: 'drive-measured',
          driveId: command.driveId,
          key: command.key,
          measure: readOff(command.with, command.mm),
        })
      : refuse('unknown-drive'),
});

/** Watts off the drive's label. */
export const readLabel = command('read-label', {
  shape: {
    driveId: z.string(),
    watts: z
      .number('Type the watts.')
      .min(0.1, 'More than 0 W.')
      .max(40, 'No drive takes more than 40 W: volts x amperes.'),
  },
  by: HANDS,
  asks: ['drive'],
  decide: (_, { driveId, watts }, { knowledge }) =>
    knowledge.drive(driveId) ? accept({ type: 'label-read', driveId, watts }) : refuse('unknown-drive'),
});

/** A length of the slot, or what is seen there or in the firmware. */
export const look = command('look', {
  shape: {
    /** A slot, `model`, or a part at its place. */
    at: z.string(),
    key: z.string().max(40),
    answer: z.union([
      z.strictObject({
        mm: z
          .number('Type what you read, in mm.')
          .min(0, 'A length is not below 0.')
          .max(400, 'Longer than any drive.'),
        with: tool,
      }),
      z.string().max(40),
    ]),
  },
  by: HANDS,
  asks: ['model', 'parts'],
  decide: (job, asked, context) => {
    const model = context.knowledge.model(job.intake.modelId);
    if (!model) return refuse('unknown-model');
    const { at, key, answer } = asked;
    if (isBeside(key, answer)) return lookBeside(job, model, { type: 'looked', at, key, answer }, context);
    if (hasWalked(job)) return refuse('look-before-way');
    if (at === OF_MODEL) return lookAtModel(model, key, answer);
    const slot = slotsOfJob(model, job).find((one) => one.id === at);
    const found = typeof answer === 'string' ? answer : readOff(answer.with, answer.mm);
    return slot && takesLook(slot, key, found)
      ? accept({ type: 'looked', at, key, answer: found })
      : refuse('unknown-look');
  },
});

function lookAtModel({ variants }: MachineModel, key: string, answer: unknown): Decision {
  if (key === 'variant')
    return variants?.of.some((one) => one.id === answer) && typeof answer === 'string'
      ? accept({ type: 'variant-settled', variantId: answer })
      : refuse('unknown-variant');
  return FIRMWARE_LOOKS.some((one) => one === key) && (answer === 'yes' || answer === 'no')
    ? accept({ type: 'looked', at: OF_MODEL, key, answer })
    : refuse('unknown-look');
}

/** On a visit the old one is in sight, and nothing new is in yet. */
function lookBeside(
  job: JobState,
  model: MachineModel,
  seen: Extract<JobEvent, { type: 'looked' }>,
  context: Context<'model' | 'parts'>,
): Decision {
  if (hasWalked(job) && !job.way?.scouting) return refuse('look-before-way');
  return isPartAt(model, job, seen.at, context.knowledge.parts())
    ? accept(...withOthersJudged(job, [seen], context))
    : refuse('unknown-look');
}

/** Whether looks of one of these parts at one of this machine's places are kept under `at`. */
const isPartAt = (
  model: MachineModel,
  { variantId }: Pick<JobState, 'variantId'>,
  at: string,
  parts: readonly Part[],
): boolean => {
  const place = placesOf(model, variantId).find((one) => at.startsWith(besideAt(one.id, '')));
  return place !== undefined && parts.some((part) => at === besideAt(place.id, part.id));
};

const choice = {
  slotId: z.string(),
  driveId: z.string(),
  /** Which change of the list; unset: the one at this place, else the drive that is chosen already. */
  changeId: z.string().min(1).max(40).optional(),
  from: ThingSourceSchema.optional(),
  /** Of what was bought for this job; null: nobody knows yet. */
  priceMinor: z.number('Type the price.').int().min(0, 'Not below 0.').max(100_000_000).nullable().optional(),
};
type Choice = z.infer<z.ZodObject<typeof choice>>;

export const chooseDrive = command('choose-drive', {
  shape: {
    ...choice,
  },
  by: HANDS,
  asks: ['model', 'parts', 'drive'],
  decide: (job, command, context) => choose(job, command, context, null),
});

/**
 * A lead takes a drive against the verdict, or past a stated limit, knowingly. Once proved, it is evidence on
 * the model.
 */
export const overrideFit = command('override-fit', {
  shape: {
    ...choice,
    reason: z
      .string()
      .trim()
      .min(10, 'Say why, in a sentence: it goes into the record and onto the model.')
      .max(300),
  },
  by: ['lead'],
  asks: ['model', 'parts', 'drive'],
  decide: (job, { reason, ...command }, context) => choose(job, command, context, reason),
});

export function choose(
  job: JobState,
  { slotId, driveId, changeId, ...source }: Choice,
  context: Pick<Context<'model' | 'drive' | 'parts'>, 'knowledge' | 'at' | 'by'>,
  reason: string | null,
): Decision {
  const { knowledge, at, by } = context;
  if (hasWalked(job)) return refuse('other-drive-in-way');
  if (isBefore(job.phase, 'match')) return refuse('diagnose-first');
  const id = changeId ?? changeMeant(job, slotId);
  const other = job.changes.find((one) => one.id !== id && one.placeId === slotId && one.kind !== 'look');
  if (other) return refuse('place-taken', { place: other.place, kind: other.kind });
  const place = placeOf(job, slotId, knowledge);
  const shelved = knowledge.drive(driveId);
  if (!place || !shelved) return refuse('unknown-drive-or-slot');
  const known = changeById(job, id);
  const drive = asHeld(withMeasured(shelved, job), known?.thing?.drive);
  const declined = declinedAt(known, slotId, driveId);
  const verdict = withDeclined(judge(place, drive), declined);
  const against =
    (reason === null ? verdictAgainst(verdict) : overrideAgainst(verdict)) ??
    notToBeHad(job, place, drive, source);
  if (against) return against;
  const own = { id, verdict, declined, override: reason, link: linkOf(place, drive), at, by };
  return accept(...withOthersJudged(job, [planned(driveChange(place.slot, drive, source, own))], context));
}

/** The same drive in the same place: what is done instead of an extra stays so. */
const declinedAt = (known: Change | undefined, slotId: string, driveId: string): Change['declined'] =>
  known?.placeId === slotId && known.thing?.drive?.id === driveId ? known.declined : [];

/** What this change has reserved counts as there. */
const asHeld = (drive: Drive, own: Drive | null | undefined): Drive =>
  own?.id === drive.id ? { ...drive, inStock: Math.max(drive.inStock, own.inStock) } : drive;

function notToBeHad(
  { adapted }: JobState,
  { plate }: Place,
  { inStock, leadDays }: Drive,
  { from = 'shelf' }: Pick<Choice, 'from'>,
): Decision | null {
  if (plate && !adapted?.approved) return refuse('not-approved', { label: plate.label });
  return from === 'shelf' && inStock < 1 && leadDays === null ? refuse('not-in-stock') : null;
}

/** The first edition knew one drive: what names no change means the one that is chosen already. */
const changeMeant = (job: JobState, slotId: string): string =>
  drivesIn(job).find((one) => one.slot.id === slotId)?.id ?? mainDrive(job)?.id ?? FIRST_CHANGE;

/** What a verdict says against taking the drive as it is. */
function verdictAgainst({ outcome, because }: Verdict): Decision | null {
  if (outcome === 'no') return refuse('does-not-fit', { because });
  if (outcome === 'unknown') return refuse('cannot-say-yet', { because });
  return null;
}

/** What speaks against taking it although the verdict does not say yes. */
function overrideAgainst({ outcome, findings }: Verdict): Decision | null {
  const impossible = findings.find((one) => one.isFinal);
  if (impossible) return refuse('impossible', { because: impossible.sentence });
  return outcome === 'no' || outcome === 'unknown' ? null : refuse('nothing-to-override');
}

/** A plate or spreader made here. Its thickness counts in every sum; a lead has to approve it. */
export const adapt = command('adapt', {
  shape: {
    slotId: z.string(),
    label: oneLine().min(3, 'Name what you made.').max(60),
    thicknessMm: z.number('Type the thickness in mm.').min(0.1, 'At least 0.1 mm.').max(10, 'At most 10 mm.'),
    with: tool,
    template: TemplateSchema,
  },
  by: HANDS,
  asks: ['model', 'parts'],
  decide: (job, { slotId, label, thicknessMm, with: measured, template }, { knowledge }) => {
    if (hasWalked(job)) return refuse('way-begun');
    const place = placeOf(job, slotId, knowledge);
    if (!place) return refuse('unknown-slot');
    return accept({ type: 'adapted', slotId, label, thickness: readOff(measured, thicknessMm), template });
  },
});

export const approveAdapted = command('approve-adapted', {
  shape: {
    approved: z.boolean(),
    note: z.string().trim().max(300).default(''),
  },
  by: ['lead'],
  decide: (job, { approved, note }) => {
    if (!job.adapted) return refuse('nothing-adapted');
    return accept({ type: 'adapted-judged', approved, note });
  },
});
