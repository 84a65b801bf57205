import { isSocket, SOME_DRIVE, type MachinePlace, type Slot } from '../../hardware/index.js';
import type { Found } from '../shape/found.js';

/** A slot of the machine on the bench: what was found in it stands in place of what the model says. */
export function slotAsFound(slot: Slot, found: Found | undefined): Slot {
  if (!found) return slot;
  const inIt = { ...slot, fitted: fittedAsFound(slot, found) };
  if (!isSocket(inIt)) return inIt;
  const screwed = found.missing.includes('screw') ? { ...inIt, screwState: 'missing' as const } : inIt;
  // A post that is not there may still be had: where it could stand stays true.
  return screwed.kind === 'm2' && found.missing.includes('post')
    ? { ...screwed, post: { ...screwed.post, nowAtMm: null } }
    : screwed;
}

function fittedAsFound({ fitted }: Slot, { is, holds, note }: Found): Slot['fitted'] {
  switch (is) {
    case 'as-guide':
      return fitted;
    case 'empty':
      return null;
    case 'holds':
      return { ...SOME_DRIVE, label: holds?.label ?? SOME_DRIVE.label, markedGb: holds?.gb ?? null };
    case 'something-else':
      return { ...SOME_DRIVE, label: note === '' ? SOME_DRIVE.label : note };
  }
}

/** A module that sits in a socket, as far as anybody knows. */
export interface Seated {
  readonly placeId: string;
  readonly socket: string;
  /** `not-known`: nobody looked, and no word of the model counts for this machine. */
  readonly is: 'empty' | 'module' | 'not-known';
  /** Null: nobody has read it. */
  readonly gib: number | null;
  readonly megatransfers: number | null;
  readonly label: string;
}

type MemoryPlace = Extract<MachinePlace, { kind: 'memory' }>;

/** What sits in a socket of the machine on the bench. */
export function seatedIn({ id, label, fittedGib }: MemoryPlace, found: Found | undefined): Seated {
  const bare = { placeId: id, socket: label, gib: null, megatransfers: null, label: '' };
  switch (found?.is) {
    case undefined:
      return { ...bare, is: 'not-known' };
    case 'empty':
      return { ...bare, is: 'empty' };
    case 'as-guide':
      if (fittedGib === null) return { ...bare, is: 'not-known' };
      return fittedGib === 0
        ? { ...bare, is: 'empty' }
        : { ...bare, is: 'module', gib: fittedGib, label: `${fittedGib} GiB, as the guide says` };
    case 'holds':
      return {
        ...bare,
        is: 'module',
        gib: found.holds?.gib ?? null,
        megatransfers: found.holds?.megatransfers ?? null,
        label: found.holds?.label ?? '',
      };
    case 'something-else':
      return { ...bare, is: 'module', label: found.note };
  }
}
