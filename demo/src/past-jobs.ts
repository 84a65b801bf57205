import type { JobCommand } from '@petrichor/core/job';
import { ALL_WELL, brought, HARDLY_STARTS, inHours, type DemoJob } from './jobs.js';

/** A finished job in one line: what was found, what it was, what was done. */
interface Past {
  readonly days: number;
  readonly customer: string;
  readonly serial: string;
  readonly complaint: string;
  readonly seen: readonly string[];
  readonly not: readonly string[];
  readonly cause: string;
  readonly why: string;
  /** What cured it; null: another drive did, by the whole way in and out. */
  readonly cure: string | null;
  readonly by: 'ines' | 'tobiah';
}

const past = (
  days: number,
  customer: string,
  serial: string,
  complaint: string,
  by: Past['by'],
  found: Pick<Past, 'seen' | 'not'>,
  end: Pick<Past, 'cause' | 'why' | 'cure'>,
): Past => ({
  days,
  customer,
  serial: `TF14-2K-${serial}`,
  complaint,
  by,
  ...found,
  ...end,
});

const RESEATED = 'Plug seated fully, latch down, contacts cleaned.';

/** What the workshop finished over the last weeks: diagnosis has learnt from these. */
const PAST: readonly Past[] = [
  past(
    61,
    'Boatyard Tern',
    '22014',
    'Stops dead, then goes on.',
    'ines',
    { seen: ['freezes-then-resumes', 'link-errors', 'plug-askew'], not: ['clicks', 'pending'] },
    { cause: 'connection', why: 'plug askew, latch open', cure: RESEATED },
  ),
  past(
    58,
    'Clinic on the Slip',
    '21977',
    'Cannot save any more.',
    'tobiah',
    { seen: ['nearly-full', 'slow-lately'], not: ['clicks'] },
    { cause: 'drive-full', why: '0.9 GB free', cure: 'Old scans moved to the clinic’s store, 80 GB free.' },
  ),
  past(
    54,
    'Isolde Marrack',
    '22230',
    'Slow with the accounts and the browser open.',
    'tobiah',
    { seen: ['slow-with-many-programs', 'memory-full'], not: ['nearly-full', 'pending'] },
    { cause: 'memory-short', why: 'memory full while slow', cure: '8 GB module added, 16 GB shown.' },
  ),
  past(
    50,
    'Ferry office',
    '20881',
    'No drive found, since it fell off the counter.',
    'ines',
    { seen: ['not-in-firmware', 'since-knock', 'plug-askew'], not: ['trouble-after-reseat', 'clicks'] },
    { cause: 'connection', why: 'plug half out', cure: RESEATED },
  ),
  past(
    47,
    'Night bakery',
    '21102',
    'Error screen after the update.',
    'ines',
    { seen: ['crashes', 'since-update', 'will-not-start'], not: ['trouble-from-stick', 'pending'] },
    {
      cause: 'system-damage',
      why: 'update broke off half way',
      cure: 'System repaired from the installer, files kept.',
    },
  ),
  past(
    41,
    'Tide observatory',
    '20417',
    'Goes off in the afternoon sun.',
    'tobiah',
    { seen: ['runs-hot', 'slow-when-hot', 'crashes'], not: ['memory-full'] },
    {
      cause: 'overheating',
      why: 'cooler full of dust',
      cure: 'Cooling cleaned, fresh paste, 71 °C under load.',
    },
  ),
  past(
    38,
    'Village school',
    '29970',
    'Freezes in every lesson.',
    'tobiah',
    { seen: ['freezes-then-resumes', 'bad-sectors', 'busy-while-idle'], not: ['link-errors', 'plug-askew'] },
    { cause: 'flash-worn', why: 'media errors, spare at 6 %', cure: null },
  ),
  past(
    33,
    'Merrow Staithe choir',
    '27300',
    'Clock is wrong, starts nothing.',
    'ines',
    { seen: ['will-not-start', 'settings-lost'], not: ['not-in-firmware', 'clicks'] },
    {
      cause: 'firmware-setting',
      why: 'coin cell flat, storage mode lost',
      cure: 'Cell renewed, storage mode and order set back.',
    },
  ),
  past(
    29,
    'Wenna Polgrean',
    '25008',
    'Whirrs and does nothing for an hour.',
    'tobiah',
    { seen: ['busy-while-idle', 'background-busy'], not: ['pending', 'freezes-then-resumes'] },
    { cause: 'background-load', why: 'index rebuilt at every start', cure: 'Index set to run at night.' },
  ),
  past(
    26,
    'Boatyard Tern',
    '22015',
    'Hangs when the engine is tested.',
    'ines',
    {
      seen: ['freezes-then-resumes', 'link-errors', 'link-errors-rising'],
      not: ['plug-askew', 'reallocated'],
    },
    {
      cause: 'connection',
      why: 'errors rise while reading',
      cure: 'Cable renewed, 20 GB read without an error.',
    },
  ),
  past(
    22,
    'Clinic on the Slip',
    '21980',
    'Letters get lost.',
    'ines',
    { seen: ['files-damaged', 'bad-sectors', 'freezes-then-resumes'], not: ['link-errors'] },
    { cause: 'flash-worn', why: 'media errors rise', cure: null },
  ),
  past(
    17,
    'Ferry office',
    '20890',
    'Full again.',
    'tobiah',
    { seen: ['nearly-full', 'wants-room'], not: ['freezes-then-resumes'] },
    {
      cause: 'drive-full',
      why: '1.4 GB free',
      cure: 'Films moved off, 60 GB free; they will think about a larger one.',
    },
  ),
  past(
    12,
    'Isolde Marrack',
    '22231',
    'Half as fast on the train.',
    'ines',
    { seen: ['slow-on-battery'], not: ['runs-hot', 'memory-full'] },
    { cause: 'power-mode', why: 'full speed on mains', cure: 'Power mode set to balanced on battery.' },
  ),
  past(
    8,
    'Tide observatory',
    '20420',
    'Does not find its drive after the gale.',
    'tobiah',
    { seen: ['not-in-firmware', 'since-knock'], not: ['trouble-after-reseat', 'trouble-in-dock'] },
    { cause: 'connection', why: 'gone after reseating', cure: RESEATED },
  ),
];

export const pastJobs = (now: Date): readonly DemoJob[] => PAST.map((one) => asJob(one, now));

function asJob(
  { days, customer, serial, complaint, seen, not, cause, why, cure, by }: Past,
  now: Date,
): DemoJob {
  const observe = (observation: string, is: 'seen' | 'not-seen'): JobCommand => ({
    type: 'observe',
    observation,
    seen: is,
  });
  return {
    intake: brought({
      customer: { name: customer, reach: '' },
      serial,
      complaint,
      mustNotLose: 'What is on the desktop.',
      accessories: '',
      promisedAt: inHours(now, -24 * days + 24),
      baseline: seen.includes('will-not-start') ? HARDLY_STARTS : ALL_WELL,
    }),
    takenInBy: 'perpetua',
    workedBy: by,
    daysAgo: days,
    stoodDays: 0.4 + (days % 4) * 0.7,
    deeds: [
      { type: 'state-stake', stake: 'copied' },
      ...seen.map((id) => observe(id, 'seen')),
      ...not.map((id) => observe(id, 'not-seen')),
      { type: 'conclude', causeId: cause, reason: why },
      ...(cure === null
        ? []
        : [{ type: 'cure', what: cure, checked: 'Read 20 GB and started it twice.' } as const]),
    ],
    until: 'hand-over',
    ticksIn: 0,
    closedTo: customer,
  };
}
