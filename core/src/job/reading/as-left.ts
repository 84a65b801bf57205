import { isBefore } from '../shape/phases.js';
import type { Change, Thing } from '../shape/change.js';
import type { Found, Held } from '../shape/found.js';
import type { JobState } from '../shape/state.js';
import { custodyNow } from './custody.js';
import { proofOf, stands } from './expects.js';
import { isFitted } from './fitted.js';
import { mainDrive } from './changes.js';

const NOTHING_HELD: Held = {
  label: '',
  gb: null,
  gib: null,
  megatransfers: null,
  serial: null,
  jumper: null,
};

/**
 * What is in each place of a machine once a job is done with it, by place: as it was found, then what was
 * changed. A place that is not named: nobody has said anything of it.
 */
export function asLeft(job: JobState): Readonly<Record<string, Found>> {
  const note = `job ${job.number}`;
  const left: Record<string, Found> = {};
  for (const [id, { by: _by, at: _at, ...found }] of Object.entries(job.found))
    left[id] = { ...found, how: 'left', note: [found.note, note].filter(Boolean).join('; ').slice(0, 200) };
  if (!isFitted(job) || isBefore(job.phase, 'set-up')) return left;
  for (const change of job.changes) {
    if (!stands(change) || change.placeId === null || job.way?.moot.includes(change.id)) continue;
    const now = leftBy(job, change);
    if (now === null) continue;
    const bare = { missing: [], screws: null, holds: null, how: 'left' as const };
    left[change.placeId] = { ...bare, ...now, note: now.note ? `${now.note}; ${note}` : note };
    if (change.kind === 'move-drive' && change.toPlaceId !== null)
      left[change.toPlaceId] = { ...bare, is: 'holds', holds: heldOf(change, job), note };
  }
  return left;
}

type Left = Pick<Found, 'is'> & Partial<Pick<Found, 'holds' | 'note'>>;

/** What a change leaves in its place; null: it says nothing of that. */
function leftBy(job: JobState, change: Change): Left | null {
  const { kind, thing, slot } = change;
  if (kind === 'take-out-drive' || kind === 'move-drive') return { is: 'empty' };
  if (kind === 'leave-unplugged')
    return { is: 'something-else', note: `${slot?.fitted?.label ?? 'a drive'}, left in unplugged` };
  return thing && STAYS.has(kind) ? { is: 'holds', holds: heldOf(change, job) } : null;
}

/** What goes into its place and can be told apart there; paste and pads cannot. */
const STAYS: ReadonlySet<Change['kind']> = new Set([
  'replace-drive',
  'add-drive',
  'memory',
  'battery',
  'wireless',
]);

const heldOf = (change: Change, job: JobState): Held => ({
  ...(change.thing ? heldThing(change.thing) : heldBefore(change.slot)),
  serial: serialOf(change, job),
});

/** A drive that only changed its place. */
const heldBefore = (slot: Change['slot']): Held => ({
  ...NOTHING_HELD,
  label: (slot?.fitted?.label ?? 'the drive in it').slice(0, 60),
  gb: slot?.fitted?.markedGb ?? null,
});

function heldThing({ label, drive, part }: Thing): Held {
  const module = part?.kind === 'memory' ? part : null;
  return {
    ...NOTHING_HELD,
    label: label.slice(0, 60),
    gb: drive?.markedGb ?? null,
    gib: module?.gib ?? null,
    megatransfers: module?.megatransfers ?? null,
  };
}

const serialOf = ({ id }: Change, job: JobState): string | null =>
  mainDrive(job)?.id === id ? job.serials.newDrive : proofOf(job, id).newSerial;

/** What whoever takes the machine in again has to know of the last time it was here. */
export interface LastVisit {
  readonly jobId: string;
  readonly number: number;
  readonly closedAt: string;
  /** Under our own warranty until then; null: none was given, or it has run out. */
  readonly partsUntil: string | null;
  readonly workUntil: string | null;
  /** A dead drive is still in it. */
  readonly leftIn: readonly string[];
  /** What was left open with a reason, and what somebody wrote down to look at next time. */
  readonly openThen: readonly string[];
}

/** Null while the job is open. */
export function lastVisit(job: JobState, now: string): LastVisit | null {
  if (!job.closed) return null;
  const { at } = job.closed;
  const pricing = job.endedEarly ? null : (job.offer?.pricing ?? job.looking);
  const parts = isFitted(job) && job.changes.some(({ thing }) => thing !== null && thing.from !== 'own');
  const until = (months: number): string | null => {
    const end = plusMonths(at, months);
    return months > 0 && end > now ? end : null;
  };
  return {
    jobId: job.id,
    number: job.number,
    closedAt: at,
    partsUntil: pricing && parts ? until(pricing.partWarrantyMonths) : null,
    workUntil: pricing ? until(pricing.workWarrantyMonths) : null,
    leftIn: leftInOf(job),
    openThen: [
      ...job.waivers.filter(({ code }) => code !== 'no-bill').map(({ what }) => what),
      ...job.notes.filter(({ kind }) => kind === 'next-time').map(({ text }) => text),
    ],
  };
}

function leftInOf(job: JobState): string[] {
  const changes = isFitted(job)
    ? job.changes.filter((one) => one.kind === 'leave-unplugged' && stands(one))
    : [];
  const main = custodyNow(job)?.fate === 'left-in-machine' ? mainDrive(job)?.slot.fitted?.label : undefined;
  return [
    ...(main === undefined ? [] : [main]),
    ...changes.map(({ slot, place }) => `${slot?.fitted?.label ?? 'a drive'}, ${place}`),
  ];
}

/** The same day so many months later, or the last of that month. */
function plusMonths(iso: string, months: number): string {
  const day = new Date(iso);
  const end = new Date(Date.UTC(day.getUTCFullYear(), day.getUTCMonth() + months + 1, 0)).getUTCDate();
  return new Date(
    Date.UTC(
      day.getUTCFullYear(),
      day.getUTCMonth() + months,
      Math.min(day.getUTCDate(), end),
      day.getUTCHours(),
      day.getUTCMinutes(),
    ),
  ).toISOString();
}
