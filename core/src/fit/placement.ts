import { sayDrive, slotsOf, type Drive, type MachineModel, type Part, type Slot } from '../hardware/index.js';
import type { Outcome } from './finding.js';
import { linkOf, type Link } from './link.js';
import { NO_NEED, type Need } from './need.js';
import { placeIn, type Occupied, type Place } from './place.js';
import { jobAt, judge, outcomeAt, type Verdict } from './verdict.js';

/** The machine that drives are to be spread over. */
export interface Machine {
  readonly model: MachineModel;
  readonly variantId: string | null;
  /** Slots as they were looked at; the model's own where nobody looked. */
  readonly slots?: readonly Slot[];
  readonly need?: Need;
  readonly parts?: readonly Part[];
  /** Slots whose drive stays where it is. */
  readonly staying: readonly string[];
}

interface Seat {
  readonly slotId: string;
  readonly slotLabel: string;
  readonly drive: Drive;
  readonly verdict: Verdict;
  readonly link: Link | null;
  readonly holdsSystem: boolean;
}

interface Placement {
  readonly seats: readonly Seat[];
  readonly outcome: Outcome;
  /** Which drive holds the system and why, to be read aloud. */
  readonly sentence: string;
}

interface Sketch {
  readonly slots: readonly Slot[];
  readonly system: number;
  readonly outcome: Outcome;
  readonly score: number;
}

const WORTH: Readonly<Record<Outcome, number>> = { no: 0, unknown: 1, extras: 2, fits: 3 };
/** More drives than this no laptop or all-in-one takes; it also bounds the search. */
const MOST_DRIVES = 4;

/**
 * The best ways of spreading one to four drives over a machine's slots, best first, at most five: every
 * seating is tried with every drive as the system's. What fits comes first; then the system on the faster
 * seat, solid-state before mechanical, the highest-generation socket first (common practice, no source).
 */
export function placements(machine: Machine, drives: readonly Drive[]): Placement[] {
  const slots = slotsIn(machine).filter(
    (slot) => slot.kind !== 'soldered' && !machine.staying.includes(slot.id),
  );
  if (drives.length === 0 || drives.length > MOST_DRIVES || slots.length < drives.length) return [];
  const sketches = seatings(slots, drives.length).flatMap((seats) =>
    drives.map((_, system): Sketch => {
      const outcomes = drives.map((drive, at) =>
        outcomeAt(jobAt(placeFor(machine, seats, drives, at, system)), drive),
      );
      const outcome = outcomes.reduce((worst, one) => (WORTH[one] < WORTH[worst] ? one : worst));
      return { slots: seats, system, outcome, score: scoreOf(machine, seats, drives, system) };
    }),
  );
  return sketches
    .sort((a, b) => WORTH[b.outcome] - WORTH[a.outcome] || b.score - a.score)
    .slice(0, 5)
    .map((sketch) => finish(machine, sketch, drives));
}

const slotsIn = ({ model, variantId, slots }: Machine): readonly Slot[] => slots ?? slotsOf(model, variantId);

function placeFor(
  machine: Machine,
  seats: readonly Slot[],
  drives: readonly Drive[],
  at: number,
  system: number,
): Place {
  const staying = machine.staying.map((slotId): Occupied => ({ slotId, protocol: null }));
  const beside = seats.flatMap((slot, other): Occupied[] =>
    other === at ? [] : [{ slotId: slot.id, protocol: drives[other]!.link.protocol }],
  );
  return placeIn(
    machine.model,
    // What was there comes out, unless it stays: the seat is free for the new drive.
    seats[at]!,
    {
      need: {
        ...(machine.need ?? NO_NEED),
        usedGb: null,
        wantedGb: null,
        plan: 'replace',
        holdsSystem: at === system,
      },
      others: [...staying, ...beside],
      parts: machine.parts ?? [],
    },
    machine.variantId,
  );
}

/**
 * Speed felt by the system counts ten times what the data drives reach; a mechanical system drive counts next
 * to nothing.
 */
function scoreOf(machine: Machine, seats: readonly Slot[], drives: readonly Drive[], system: number): number {
  return drives.reduce((sum, drive, at) => {
    const place = placeFor(machine, seats, drives, at, system);
    const felt = Math.log10(1 + (linkOf(place, drive)?.usableBytesPerSecond ?? 0) / 1e6);
    return sum + (at === system ? 10 * felt * (drive.medium === 'flash' ? 1 : 0.2) : felt);
  }, 0);
}

function finish(machine: Machine, { slots, system, outcome }: Sketch, drives: readonly Drive[]): Placement {
  const seats = slots.map((slot, at): Seat => {
    const place = placeFor(machine, slots, drives, at, system);
    return {
      slotId: slot.id,
      slotLabel: slot.label,
      drive: drives[at]!,
      verdict: judge(place, drives[at]!),
      link: linkOf(place, drives[at]!),
      holdsSystem: at === system,
    };
  });
  const first = seats[system]!;
  const why = first.link ? `at ${first.link.say} it is the fastest here` : 'it is the one that runs';
  return {
    seats,
    outcome,
    sentence:
      seats.length === 1
        ? `${sayDrive(first.drive)} in ${first.slotLabel}: ${first.verdict.headline}`
        : `The system goes on ${sayDrive(first.drive)} in ${first.slotLabel}: ${why}.`,
  };
}

/** Every way of giving `count` drives a slot each. */
function seatings(slots: readonly Slot[], count: number): Slot[][] {
  if (count === 0) return [[]];
  return slots.flatMap((slot) =>
    seatings(
      slots.filter((other) => other !== slot),
      count - 1,
    ).map((rest) => [slot, ...rest]),
  );
}

/**
 * One way of bringing a single drive in: in place of an old one, beside it, or beside it left in unplugged.
 */
interface WayToFit {
  readonly plan: 'replace' | 'add';
  readonly slotId: string;
  readonly slotLabel: string;
  readonly verdict: Verdict;
  readonly link: Link | null;
  /** Marked GB the machine has when all is done; null: nobody has read a drive that stays. */
  readonly totalGb: number | null;
  /** What becomes of the drive that was there. */
  readonly oldDrive: string;
}

/** Second drive and replacement side by side, what fits first. */
export function waysToFit(machine: Machine, drive: Drive): WayToFit[] {
  const slots = slotsIn(machine);
  const holding = slots.filter((slot) => slot.fitted !== null);
  return slots
    .filter((slot) => slot.kind !== 'soldered')
    .map((slot): WayToFit => {
      const plan = slot.fitted ? 'replace' : 'add';
      const staying = holding.filter((one) => one.id !== slot.id);
      const others = staying.map((one): Occupied => ({ slotId: one.id, protocol: null }));
      const need = { ...(machine.need ?? NO_NEED), plan } as const;
      const place = placeIn(
        machine.model,
        slot,
        { need, others, parts: machine.parts ?? [] },
        machine.variantId,
      );
      return {
        plan,
        slotId: slot.id,
        slotLabel: slot.label,
        verdict: judge(place, drive),
        link: linkOf(place, drive),
        totalGb: sumKnown([drive.markedGb, ...staying.map((one) => one.fitted!.markedGb)]),
        oldDrive: slot.fitted
          ? `${slot.fitted.label} comes out`
          : holding.length > 0
            ? `${holding.map((one) => one.fitted!.label).join(', ')} stays`
            : 'there is none',
      };
    })
    .sort((a, b) => WORTH[b.verdict.outcome] - WORTH[a.verdict.outcome]);
}

/** Null as soon as one is not known. */
const sumKnown = (all: readonly (number | null)[]): number | null =>
  all.reduce((sum, one) => (sum === null || one === null ? null : sum + one), 0);
