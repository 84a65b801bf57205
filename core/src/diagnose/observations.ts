/** What can be seen or read before a drive is blamed (trade knowledge, common practice, no source). */
export interface ObservationKind {
  readonly id: string;
  readonly say: string;
  /** How one looks. */
  readonly how: string;
}

/** In the order of cheapest look first. */
export const OBSERVATIONS: readonly ObservationKind[] = [
  { id: 'clicks', say: 'It clicks or grinds', how: 'Listen at the drive for a minute.' },
  { id: 'freezes-then-resumes', say: 'It freezes, then goes on', how: 'Ask, or watch it at work.' },
  { id: 'not-in-firmware', say: 'Firmware does not list the drive', how: 'Open the firmware menu and read the drive list.' },
  { id: 'busy-while-idle', say: 'The drive is fully busy while nobody does anything', how: 'Read the load while the desktop is at rest.' },
  { id: 'nearly-full', say: 'Only a few GB are free', how: 'Read the free space.' },
  { id: 'slow-with-many-programs', say: 'Slow only with many programs open', how: 'Close them and compare.' },
  { id: 'bad-sectors', say: 'The self-report counts bad or pending sectors', how: 'Read the drive’s self-report.' },
  { id: 'spare-used-up', say: 'Spare below its threshold, or read-only', how: 'Read the drive’s self-report.' },
  { id: 'link-errors', say: 'Link errors rise, the surface is clean', how: 'Read the self-report twice, some minutes apart.' },
  { id: 'runs-hot', say: 'It runs hot', how: 'Read the temperature under load.' },
];

export type Seen = 'seen' | 'not-seen' | 'not-looked';
