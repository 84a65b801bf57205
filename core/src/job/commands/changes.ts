import * as z from 'zod';
import type { Verdict } from '../../fit/index.js';
import { isDrivePlace, type MachinePlace, type Part, type Slot } from '../../hardware/index.js';
import { oneLine } from '../../units/index.js';
import type { JobEvent } from '../events/index.js';
import { changeById } from '../reading/changes.js';
import { partVerdict } from '../reading/part-verdict.js';
import { placesOfJob } from '../reading/place-of.js';
import { hasWalked } from '../reading/walk.js';
import {
  bareChange,
  ChangeKindSchema,
  ThingSourceSchema,
  type Change,
  type ChangeKind,
} from '../shape/change.js';
import { partThing } from '../shape/thing.js';
import type { JobState } from '../shape/state.js';
import { accept, HANDS, command, refuse, type Context, type Decision } from './define.js';

/** The event that puts a change as it is now planned into the job's list. */
export function planned(change: Change): JobEvent {
  const { by: _by, at: _at, fitted: _fitted, judged: _judged, ...rest } = change;
  const { originalRefitted: _refitted, partReturned: _returned, ...own } = rest;
  return { type: 'change-planned', change: own };
}

interface Takes {
  /** Kinds of places where it is done; null: of the machine as a whole. */
  readonly places: readonly MachinePlace['kind'][] | 'drive' | 'any' | null;
  /** Kinds of parts that go in; empty: none does. */
  readonly parts: readonly Part['kind'][];
  /** Whether it may be done without a part. */
  readonly without: boolean;
}

/** What each kind of change is done with, and where. */
const TAKES: Readonly<Record<Exclude<ChangeKind, 'replace-drive' | 'add-drive'>, Takes>> = {
  'take-out-drive': { places: 'drive', parts: [], without: true },
  'move-drive': { places: 'drive', parts: [], without: true },
  'leave-unplugged': { places: 'drive', parts: [], without: true },
  memory: { places: ['memory'], parts: ['memory'], without: false },
  battery: { places: ['battery'], parts: ['battery'], without: false },
  wireless: { places: ['wireless'], parts: ['wireless'], without: false },
  cooling: { places: ['cooler'], parts: ['paste', 'pad'], without: true },
  cure: { places: null, parts: [], without: true },
  look: { places: 'any', parts: [], without: true },
};

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
    const verdict = part ? partVerdict(model, job, command.placeId, part) : null;
    const refused = part && verdict ? partAgainst(part, verdict, command, context) : null;
    if (refused) return refused;
    return accept(planned(changeOf(command, place, part, verdict, context)));
  },
});

type Asked = z.infer<z.ZodObject<typeof ASKED>>;

/** What is wrong about where it is to be done. */
function placeAgainst(
  job: JobState,
  takes: Takes,
  asked: Asked,
  place: MachinePlace | undefined,
  places: readonly MachinePlace[],
): Decision | null {
  if (!place) return asked.placeId === null && takes.places !== 'drive' ? null : refuse('unknown-place');
  if (!goesAt(takes, place)) return refuse('other-place', { place: place.label });
  const other = job.changes.find((one) => one.id !== asked.changeId && one.placeId === place.id);
  if (other && asked.kind !== 'look') return refuse('place-taken', { place: place.label, kind: other.kind });
  return takes.places === 'drive' && isDrivePlace(place) ? driveAgainst(asked, place, places) : null;
}

const goesAt = ({ places }: Takes, place: MachinePlace): boolean =>
  places === 'any' || (places === 'drive' ? isDrivePlace(place) : (places?.includes(place.kind) ?? false));

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
function partAgainst(
  part: Part,
  { outcome, because, findings }: Verdict,
  { from = 'shelf', reason }: Asked,
  { roles }: Pick<Context, 'roles'>,
): Decision | null {
  const impossible = findings.find((one) => one.isFinal);
  if (impossible) return refuse('impossible', { because: impossible.sentence });
  const open = outcome === 'no' || outcome === 'unknown';
  if (open && (reason === undefined || !roles.includes('lead')))
    return refuse(outcome === 'no' ? 'does-not-go' : 'cannot-say', { because });
  return from === 'shelf' && part.inStock < 1 && part.leadDays === null
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

/** A change that is not made after all. */
export const dropChange = command('drop-change', {
  shape: { changeId: z.string(), why: z.string().trim().max(200).default('') },
  by: HANDS,
  decide: (job, { changeId, why }) => {
    const change = changeById(job, changeId);
    if (!change) return refuse('unknown-change');
    if (hasWalked(job) || change.fitted) return refuse('way-begun');
    return accept({ type: 'change-dropped', changeId, why });
  },
});
