import type { Observation } from '../knowledge.js';
import { by, read } from './words.js';

const FAST_2007 =
  'Pinheiro, Weber, Barroso: Failure Trends in a Large Disk Drive Population, FAST 2007 (from memory).';
const SMALL = 'Most healthy drives count none; set so that the published ratio holds.';

/**
 * What a drive reports about itself. For mechanical drives the strengths follow the four counters of the FAST
 * 2007 study: 56 % of the drives that failed showed none of them, and a first scan error, offline
 * reallocation,
 * pending count or reallocation made failing 39, 21, 16 and 14 times likelier within 60 days. So a clean
 * report
 * clears nobody, and a count that is not zero weighs heavily.
 */
export const BEFORE_READ: Observation[] = [
  read(
    'bad-sectors',
    {
      say: 'The self-report counts bad or weak sectors',
      sayNot: 'No bad or weak sectors counted',
      how: 'Read the drive’s self-report.',
      picture: 'grid-x',
      words: 'smart reallocated pending',
      leak: 0.02,
      leakWhy: 'Old counts that never grew.',
    },
    by('mechanical-failing', 0.44, `One of the four counters. ${FAST_2007}`, 'published'),
    by('flash-worn', 0.45, 'Blocks taken out of use.'),
  ),
  read(
    'reallocated',
    {
      say: 'Replaced sectors counted',
      sayNot: 'No replaced sectors',
      how: 'Self-report, attribute 5.',
      picture: 'grid-x',
      words: 'smart 5 reallocated',
      refines: 'bad-sectors',
      leak: 0.01,
      leakWhy: SMALL,
    },
    by(
      'mechanical-failing',
      0.14,
      `First reallocation: 14 times likelier to fail. ${FAST_2007}`,
      'published',
    ),
    by('flash-worn', 0.4, 'Blocks taken out of use.'),
  ),
  read(
    'pending',
    {
      say: 'Weak sectors waiting to be replaced',
      sayNot: 'No weak sectors waiting',
      how: 'Self-report, attribute 197.',
      picture: 'grid-wait',
      words: 'smart 197 pending',
      refines: 'bad-sectors',
      leak: 0.009,
      leakWhy: SMALL,
    },
    by('mechanical-failing', 0.14, `Pending count: 16 times likelier to fail. ${FAST_2007}`, 'published'),
    by('flash-worn', 0.1, 'Pages that no longer read back.'),
    by('connection', 0.03, 'A write cut off by lost power leaves one behind.'),
  ),
  read(
    'pending-growing',
    {
      say: 'Weak sectors grow from reading to reading',
      sayNot: 'Weak sectors do not grow',
      how: 'Read attribute 197 twice, some minutes of reading apart.',
      picture: 'trend',
      words: 'smart 197 growing',
      refines: 'pending',
      leak: 0.002,
      leakWhy: 'Hardly ever on a sound surface.',
    },
    by('mechanical-failing', 0.12, 'The surface is coming apart now.'),
    by('flash-worn', 0.04, 'Page after page gives way.'),
  ),
  read(
    'offline-uncorrectable',
    {
      say: 'Sectors it could not read when it checked itself',
      sayNot: 'None unreadable when it checked itself',
      how: 'Self-report, attribute 198.',
      picture: 'grid-x',
      words: 'smart 198 offline uncorrectable',
      refines: 'bad-sectors',
      leak: 0.006,
      leakWhy: SMALL,
    },
    by(
      'mechanical-failing',
      0.13,
      `Offline reallocation: 21 times likelier to fail. ${FAST_2007}`,
      'published',
    ),
  ),
  read(
    'scan-errors',
    {
      say: 'Uncorrectable errors reported to the machine',
      sayNot: 'No uncorrectable errors reported',
      how: 'Self-report, attribute 187, or the error log.',
      picture: 'grid-x',
      words: 'smart 187 uncorrectable scan',
      refines: 'bad-sectors',
      leak: 0.0035,
      leakWhy: SMALL,
    },
    by('mechanical-failing', 0.13, `First scan error: 39 times likelier to fail. ${FAST_2007}`, 'published'),
    by('flash-worn', 0.25, 'Pages beyond what its code can mend.'),
  ),
  read(
    'self-test-failed',
    {
      say: 'The drive’s own test ended with a read failure',
      sayNot: 'The drive’s own test passed',
      how: 'Start the drive’s short or long test and wait for its verdict.',
      picture: 'test',
      words: 'smart selftest',
      leak: 0.004,
      leakWhy: 'A test that was broken off.',
    },
    by('mechanical-failing', 0.5, 'It finds the place and stops there.'),
    by('flash-worn', 0.3, 'It finds the place and stops there.'),
  ),
  read(
    'report-failed',
    {
      say: 'The drive’s overall verdict on itself is: failed',
      sayNot: 'The drive’s overall verdict on itself is: passed',
      how: 'Read the drive’s self-report. A pass clears nobody.',
      picture: 'test',
      words: 'smart overall health failed',
      leak: 0.002,
      leakWhy: 'Hardly ever without reason.',
    },
    by(
      'mechanical-failing',
      0.12,
      'An attribute fell below its threshold; most failing drives never say so.',
    ),
    by('flash-worn', 0.45, 'Spare or reliability below its threshold.'),
  ),
  read(
    'surface-slow',
    {
      say: 'Reading the surface meets slow or unreadable places',
      sayNot: 'The surface reads at its full rate',
      how: 'Read the whole surface in the dock, once the data is safe.',
      picture: 'scan',
      words: 'surface scan slow blocks',
      leak: 0.02,
      leakWhy: 'A knock at the bench while it reads.',
    },
    by('mechanical-failing', 0.85, 'Weak places take many turns to read.'),
    by('flash-worn', 0.5, 'Weak pages take many tries.'),
  ),
  read(
    'link-errors',
    {
      say: 'Link errors counted',
      sayNot: 'No link errors',
      how: 'Self-report, attribute 199.',
      picture: 'zigzag',
      words: 'smart 199 crc interface',
      leak: 0.03,
      leakWhy: 'Counts of an old fault stay for ever.',
    },
    by('connection', 0.8, 'Bits lost on the way are counted by the drive.'),
    by('slot-or-board', 0.6, 'The same, from the board’s end.'),
  ),
  read(
    'link-errors-rising',
    {
      say: 'Link errors rise while one reads',
      sayNot: 'Link errors do not rise',
      how: 'Read attribute 199 twice, 20 GB apart.',
      picture: 'zigzag',
      words: 'smart 199 crc rising',
      refines: 'link-errors',
      leak: 0.004,
      leakWhy: 'Hardly ever on a sound link.',
    },
    by('connection', 0.65, 'The fault is there now.'),
    by('slot-or-board', 0.5, 'The fault is there now.'),
  ),
  read(
    'timeouts',
    {
      say: 'Many command time-outs counted',
      sayNot: 'No command time-outs',
      how: 'Self-report, attribute 188.',
      picture: 'clock',
      words: 'smart 188 timeout',
      leak: 0.02,
      leakWhy: 'One or two come from sleep and power cuts.',
    },
    by('mechanical-failing', 0.2, 'Commands that took too long.'),
    by('connection', 0.4, 'Commands that never came back.'),
    by('slot-or-board', 0.35, 'Power or link drops out.'),
  ),
  read(
    'spare-used-up',
    {
      say: 'Spare below its threshold',
      sayNot: 'Spare above its threshold',
      how: 'Self-report of a flash drive: available spare against its threshold.',
      picture: 'battery',
      words: 'nvme spare threshold',
      leak: 0.002,
      leakWhy: 'Hardly ever without reason.',
    },
    by('flash-worn', 0.5, 'That is the fault itself.'),
  ),
  read(
    'media-errors',
    {
      say: 'Media errors counted',
      sayNot: 'No media errors',
      how: 'Self-report of an NVMe drive: media and data integrity errors.',
      picture: 'grid-x',
      words: 'nvme media integrity',
      leak: 0.006,
      leakWhy: 'A single one may be an accident.',
    },
    by('flash-worn', 0.6, 'Pages that could not be mended.'),
  ),
  read(
    'worn-out',
    {
      say: 'Used beyond its rated life',
      sayNot: 'Within its rated life',
      how: 'Self-report of a flash drive: percentage used.',
      picture: 'gauge',
      words: 'percentage used endurance wear tbw',
      leak: 0.02,
      leakWhy: 'Many go on for long beyond it.',
    },
    by('flash-worn', 0.5, 'Worn cells are what wears out.'),
  ),
  read(
    'drive-hot',
    {
      say: 'The drive itself is hot',
      sayNot: 'The drive itself is cool',
      how: 'Self-report, temperature: over 55 °C for a mechanical drive, over 70 °C for flash.',
      picture: 'thermometer',
      words: 'smart 194 temperature',
      leak: 0.04,
      leakWhy: 'Just after a long copy.',
    },
    by('overheating', 0.5, 'No air gets to it.'),
  ),
];
