import { isDrivePlace, type MachinePlace, type SizeEvidence } from '../../hardware/index.js';

/** The largest that may go into a place, by who says so; null: nobody has. */
export interface Limits {
  readonly stated: number | null;
  readonly reported: number | null;
  readonly seenHere: number | null;
  readonly unit: 'GB' | 'GiB';
}

/** How much a place takes, in its three classes, never merged; null: sizes mean nothing there. */
export function limitsOf(place: MachinePlace): Limits | null {
  if (place.kind === 'memory') return { stated: place.maxGib, reported: null, seenHere: null, unit: 'GiB' };
  if (!isDrivePlace(place)) return null;
  const most = (kind: SizeEvidence['kind']): number | null => {
    const worked = place.evidence.filter((one) => one.kind === kind && one.worked).map(({ gb }) => gb);
    return worked.length === 0 ? null : Math.max(...worked);
  };
  return {
    stated: place.claimedLimitGb ?? most('claimed'),
    reported: most('reported'),
    seenHere: most('seen-here'),
    unit: 'GB',
  };
}
