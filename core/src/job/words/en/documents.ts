/** What came of a document that was handed to a job. */
export const DOCUMENTS = {
  'a-job': () => 'That is a whole job: a lead brings it in on the Ledger.',
  'fullness-read': () => 'Read: how full the partitions are.',
  'listing-read': () => 'Read: which file systems there are, and how full.',
  'map-read': () => 'Read: what is saved, and where the holes are.',
  'new-report-read': () => 'Read: what the new drive says of itself.',
  'no-table': () => 'That table has no partition in it, and does not say how long the drive is.',
  'not-these-partitions': () => 'That listing names no partition of this drive with how full it is.',
  'of-the-workshop': () =>
    'That is a document of the workshop, not of a drive: a lead brings it in under Models.',
  'partitions-first': () => 'Read the partitions first; then a listing says how full they are.',
  'random-speed': () =>
    'That fio run is a random one: it says nothing of a copy. Measure reading from end to end (rw=read).',
  'rates-read': () => 'Read: the times are reckoned with the measured rates.',
  'report-read': () => 'Read. What it answers stands among the findings.',
  'small-pieces': () =>
    'That run reads in small pieces only, which says nothing of the link. Run fio with a block size of 128 KiB or more.',
  'speed-read': () => 'Read: how fast it reads.',
  'table-read': ({ faults }: { faults: number }) =>
    faults > 0 ? 'Read. Its table has faults, named below.' : 'Read: its partitions.',
  unreadable: ({ problem, at }: { problem: string; at: string }) => `${problem} (${at})`,
};
