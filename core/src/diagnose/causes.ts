/** What may be wrong. `needsDrive`: the cure is another drive, and Match has something to look for. */
export interface Cause {
  readonly id: string;
  readonly say: string;
  readonly needsDrive: boolean;
  /** What to do instead, where no drive is needed. */
  readonly cure: string;
}

/** Common practice, no source. */
export const CAUSES: readonly Cause[] = [
  { id: 'mechanical-failing', say: 'Mechanical drive failing', needsDrive: true, cure: 'Replace the drive.' },
  { id: 'flash-worn', say: 'Flash worn, or out of spare', needsDrive: true, cure: 'Replace the drive.' },
  { id: 'controller-dead', say: 'Drive dead: its controller does not answer', needsDrive: true, cure: 'Replace the drive.' },
  { id: 'healthy-but-slow', say: 'Healthy, but mechanical and slow', needsDrive: true, cure: 'Replace it with a solid-state drive.' },
  { id: 'too-small', say: 'Healthy, but too small', needsDrive: true, cure: 'Replace it with a larger one.' },
  { id: 'connection', say: 'Cable or connector', needsDrive: false, cure: 'Reseat or renew the connection.' },
  { id: 'drive-full', say: 'Drive full', needsDrive: false, cure: 'Free space together with the customer.' },
  { id: 'memory-short', say: 'Memory short', needsDrive: false, cure: 'Add memory.' },
  { id: 'overheating', say: 'Overheating', needsDrive: false, cure: 'Clean and renew the cooling.' },
  { id: 'system-damage', say: 'System or file system damaged', needsDrive: false, cure: 'Repair or reinstall the system.' },
  { id: 'firmware-setting', say: 'Firmware mode or boot order', needsDrive: false, cure: 'Set the firmware right.' },
];

export const causeById = (id: string): Cause | undefined => CAUSES.find((cause) => cause.id === id);
