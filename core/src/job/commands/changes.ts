import * as z from 'zod';
import type { Verdict } from '../../fit/index.js';
import { isDrivePlace, type MachinePlace, type Part, type Slot } from '../../hardware/index.js';
import { oneLine } from '../../units/index.js';
import { changeById } from '../reading/changes.js';
import { withDeclined } from '../reading/declined.js';
import { movedVerdict } from '../reading/moved-verdict.js';
import { partVerdict } from '../reading/part-verdict.js';
import { placesOfJob } from '../reading/place-of.js';
import { goesAt, TAKES, type Takes } from '../reading/takes.js';
import { hasWalked } from '../reading/walk.js';
import { bareChange, ChangeKindSchema, ThingSourceSchema, type Change } from '../shape/change.js';
import { partThing } from '../shape/thing.js';
import type { JobState } from '../shape/state.js';
import { accept, HANDS, command, refuse, type Context, type Decision } from './define.js';
import { judgedNow, planned, withOthersJudged } from './judged-again.js';

const price = z.number('Type the price.').int().min(0, 'Not below 0.').max(100_000_000).nullable();

const ASKED = {
  changeId: z.string().min(1).max(40),
  kind: ChangeKindSchema.exclude(['replace-drive', 'add-drive']),
  placeId: z.string().nullable(),
  toPlaceId: z.string().nullable().optional(),
  partId: z.string().nullable().optional(),
  from: ThingSourceSchema.optional(),
  /** Of what was bought for this job; null: nobody knows yet. */
  priceMinor: price.optional(),
  /** What comes out for it. */
  original: oneLine().max(80).optional(),
  /** Why a lead takes it against the verdict. */
  reason: z.string().trim().min(10, 'Say why, in a sentence: it goes into the record.').max(300).optional(),
};

/** A change other than a drive that goes in, or another one in its place. */
export const planChange = command('plan-change', {
  shape: ASKED,
  by: HANDS,
  asks: ['model', 'parts'],
  decide: (job, command, context) => {
    if (hasWalked(job)) return refuse('way-begun');
    const model = context.knowledge.model(job.intake.modelId);
    if (!model) return refuse('unknown-model');
    const takes = TAKES[command.kind];
    const places = placesOfJob(model, job);
    const place = places.find((one) => one.id === command.placeId);
    const against = placeAgainst(job, takes, command, place, places);
    if (against) return against;
    const part = context.knowledge.parts().find((one) => one.id === command.partId);
    if (!part && (command.partId || !takes.without)) return refuse('unknown-part');
    if (part && !takes.parts.includes(part.kind)) return refuse('other-part', { name: part.name });
    const verdict = part
      ? partVerdict(model, job, command.placeId, part)
      : movedVerdict(model, job, { ...command, slot: place && isDrivePlace(place) ? place : null });
    const refused = verdict ? thingAgainst(part, verdict, command, context) : null;
    if (refused) return refused;
    return accept(
      ...withOthersJudged(job, [planned(changeOf(command, place, part, verdict, context))], context),
    );
  },
});

type Asked = z.infer<z.ZodObject<typeof ASKED>>;

const isOfDrives = ({ places }: Takes): boolean => places === 'drive' || places === 'boxed-drive';

/** What is wrong about where it is to be done. */
function placeAgainst(
  job: JobState,
  takes: Takes,
  asked: Asked,
  place: MachinePlace | undefined,
  places: readonly MachinePlace[],
): Decision | null {
  if (!place) return asked.placeId === null && !isOfDrives(takes) ? null : refuse('unknown-place');
  if (!goesAt(takes, place)) return refuse('other-place', { place: place.label });
  const other = job.changes.find((one) => one.id !== asked.changeId && one.placeId === place.id);
  if (other && asked.kind !== 'look') return refuse('place-taken', { place: place.label, kind: other.kind });
  return isOfDrives(takes) && isDrivePlace(place) ? driveAgainst(asked, place, places) : null;
}

/** What speaks against doing it with the drive that is in a place. */
function driveAgainst(
  { kind, toPlaceId }: Asked,
  from: Slot,
  places: readonly MachinePlace[],
): Decision | null {
  if (from.fitted === null) return refuse('nothing-in-it', { place: from.label });
  const to = places.find((one) => one.id === toPlaceId);
  return kind === 'move-drive' && (!to || !isDrivePlace(to) || to.id === from.id)
    ? refuse('move-where', { place: from.label })
    : null;
}

/** What the verdict and the shelf say against it. */
function thingAgainst(
  part: Part | undefined,
  { outcome, because, findings }: Verdict,
  { from = 'shelf', reason }: Asked,
  { roles }: Pick<Context, 'roles'>,
): Decision | null {
  const impossible = findings.find((one) => one.isFinal);
  if (impossible) return refuse('impossible', { because: impossible.sentence });
  // What nobody can tell of a drive before it is out is looked at on the way.
  const open = outcome === 'no' || (outcome === 'unknown' && part !== undefined);
  if (open && (reason === undefined || !roles.includes('lead')))
    return refuse(outcome === 'no' ? 'does-not-go' : 'cannot-say', { because });
  return part && from === 'shelf' && part.inStock < 1 && part.leadDays === null
    ? refuse('part-not-in-stock', { name: part.name })
    : null;
}

function changeOf(
  { changeId: id, kind, placeId, toPlaceId = null, original = '', reason, ...source }: Asked,
  place: MachinePlace | undefined,
  part: Part | undefined,
  verdict: Verdict | null,
  { at, by }: Pick<Context, 'at' | 'by'>,
): Change {
  const open = verdict?.outcome === 'no' || verdict?.outcome === 'unknown';
  const slot = place && isDrivePlace(place) ? place : null;
  const thing = part ? partThing(part, source) : null;
  const override = open ? (reason ?? null) : null;
  const where = { placeId, place: place?.label ?? '', toPlaceId, slot };
  return bareChange({ id, kind, ...where, thing, verdict, override, original, at, by });
}

/** Something that the verdict asks for is not done, and what is done instead. */
export const declineExtra = command('decline-extra', {
  shape: {
    changeId: z.string(),
    extraId: z.string(),
    instead: oneLine().min(3, 'Say what is done instead.').max(80),
  },
  by: HANDS,
  decide: (job, { changeId, extraId, instead }, { at, by }) => {
    const change = changeById(job, changeId);
    const extra = change?.verdict?.extras.find((one) => one.id === extraId);
    if (!change || !extra) return refuse('unknown-extra');
    if (hasWalked(job) || change.fitted) return refuse('way-begun');
    const declined = [
      ...change.declined.filter((one) => one.extraId !== extraId),
      { extraId, label: labelOf(change, extra), instead, at, by },
    ];
    return accept(planned({ ...change, declined, verdict: withDeclined(asJudged(change), declined) }));
  },
});

/** What it was called before something else was to be done in its place. */
const labelOf = ({ declined }: Change, { id, label }: { id: string; label: string }): string =>
  declined.find((one) => one.extraId === id)?.label ?? label;

/** The verdict with the labels that it had. */
const asJudged = (change: Change): Change['verdict'] =>
  change.verdict && {
    ...change.verdict,
    extras: change.verdict.extras.map((extra) => ({ ...extra, label: labelOf(change, extra) })),
  };

/** It is done after all, as the verdict asks. */
export const takeExtra = command('take-extra', {
  shape: { changeId: z.string(), extraId: z.string() },
  by: HANDS,
  asks: ['model', 'parts'],
  decide: (job, { changeId, extraId }, context) => {
    const change = changeById(job, changeId);
    if (!change?.declined.some((one) => one.extraId === extraId)) return refuse('unknown-extra');
    if (hasWalked(job) || change.fitted) return refuse('way-begun');
    const declined = change.declined.filter((one) => one.extraId !== extraId);
    const again = judgedNow(job, { ...change, declined }, context);
    return again ? accept(planned(again)) : refuse('unknown-place');
  },
});

/** A change that is not made after all. */
export const dropChange = command('drop-change', {
  shape: { changeId: z.string(), why: z.string().trim().max(200).default('') },
  by: HANDS,
  asks: ['model', 'parts'],
  decide: (job, { changeId, why }, context) => {
    const change = changeById(job, changeId);
    if (!change) return refuse('unknown-change');
    if (hasWalked(job) || change.fitted) return refuse('way-begun');
    return accept(...withOthersJudged(job, [{ type: 'change-dropped', changeId, why }], context));
  },
});
