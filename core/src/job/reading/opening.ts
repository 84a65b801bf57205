import type { JobState } from '../shape/state.js';

/** Something to have at hand or to have seen before the machine is opened. */
export interface OpeningCheck {
  readonly id: 'recovery-key-seen' | 'usb-medium' | 'image-store' | 'licences';
  readonly say: string;
  readonly why: string;
}

/**
 * What has to be looked at before the machine is opened, by how its data goes across (common practice, no
 * source).
 */
export function openingChecks({ safeguard }: Pick<JobState, 'safeguard'>): OpeningCheck[] {
  if (!safeguard) return [];
  return [
    ...(['customer-holds-it', 'account', 'sealed'].includes(safeguard.recoveryKey)
      ? [
          {
            id: 'recovery-key-seen',
            say: 'Recovery key seen, and it is this machine’s',
            why: 'The first start may ask for it.',
          } as const,
        ]
      : []),
    // Also for a clone: when it does not start, nothing else starts this machine with the new drive in.
    ...(safeguard.plan !== 'add'
      ? [
          {
            id: 'usb-medium',
            say: 'USB medium ready: it starts here, and has the drivers, network first',
            why: 'With the new drive in, nothing else starts this machine.',
          } as const,
        ]
      : []),
    ...(safeguard.plan === 'clean-install'
      ? [
          {
            id: 'licences',
            say: 'Programs, edition and keys noted',
            why: 'Afterwards the old system may not start to tell.',
          } as const,
        ]
      : []),
    ...(safeguard.plan === 'rescue'
      ? [
          {
            id: 'image-store',
            say: 'A healthy drive with room for the whole image',
            why: 'Nothing is repaired in place; it is cloned from the image.',
          } as const,
        ]
      : []),
  ];
}
