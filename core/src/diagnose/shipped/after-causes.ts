import type { Cause } from '../knowledge.js';
import { cause, NO_DRIVE, REPLACE } from './words.js';

const again = (id: string, say: string, short: string, prior: number, why: string, cure: string): Cause =>
  cause(id, { say, short, prior, why, remedy: NO_DRIVE, cure });

/**
 * What a repair leaves behind. Shares are of jobs in which something new is wrong (common practice, no
 * source).
 */
export const AFTER_CAUSES: Cause[] = [
  again(
    'screws-too-tight',
    'Bottom screws overtightened',
    'tight screws',
    0.12,
    'The commonest comeback.',
    'Back the screws off a quarter turn, the ones beneath the touchpad first.',
  ),
  again(
    'battery-was-off',
    'The battery was off; firmware has reset itself',
    'reset',
    0.15,
    'It follows from unplugging.',
    'Set clock and settings; the first start is late once.',
  ),
  again(
    'cut-off-used',
    'The power cut-off is still set',
    'cut-off',
    0.06,
    'Where the model has one.',
    'Connect mains once: it starts only then.',
  ),
  again(
    'memory-training',
    'Memory is being trained',
    'training',
    0.06,
    'After memory was touched.',
    'Wait; minutes the first time, it may hang once.',
  ),
  again(
    'memory-not-seated',
    'A memory module is not fully seated',
    'memory',
    0.06,
    'After memory was touched.',
    'Power off, battery off, reseat it until both latches close.',
  ),
  again(
    'display-lead',
    'Display lead not home',
    'display lead',
    0.06,
    'All-in-ones and raised lids.',
    'Power off; seat the display and backlight leads.',
  ),
  again(
    'drive-sensor',
    'The drive’s sensor is missing',
    'sensor',
    0.05,
    'All-in-ones that read the old drive’s own.',
    'Fit the stick-on sensor or pass the lead on.',
  ),
  again(
    'not-initialised',
    'Added drive not initialised',
    'no table',
    0.07,
    'Every added drive begins so.',
    'Initialise it: table, volume, letter. Make sure first that it is the empty one.',
  ),
  cause('drive-not-seated', {
    say: 'New drive not fully seated',
    short: 'not seated',
    prior: 0.1,
    why: 'Contacts home, then down, then the screw.',
    remedy: NO_DRIVE,
    cure: 'Power off, battery off; reseat the drive, look at its contacts.',
  }),
  cause('wrong-protocol', {
    say: 'New drive of another protocol than the slot',
    short: 'protocol',
    prior: 0.03,
    why: 'Key says what goes in, not what works.',
    remedy: REPLACE,
    cure: 'Fit a drive that speaks what the slot speaks.',
  }),
  again(
    'fewer-lanes',
    'Link at half its lanes or an older generation',
    'half link',
    0.05,
    'Dirt on a contact, or a slot that shares lanes.',
    'Reseat and clean; look up what the slot shares its lanes with.',
  ),
  again(
    'power-mode',
    'Power mode',
    'power',
    0.06,
    'On battery, or set to save.',
    'Measure on mains, at full power mode.',
  ),
  again(
    'drive-throttles',
    'The new drive gets hot and slows down',
    'hot drive',
    0.05,
    'No pad, no air.',
    'Pad and spreader as the slot wants them; peel the film.',
  ),
  again(
    'storage-mode',
    'Storage mode or boot entry',
    'boot',
    0.08,
    'A cloned system meets another mode.',
    'Set the mode back, or mend the boot entry from the installer.',
  ),
  again(
    'two-copies',
    'Both copies attached at once',
    'two copies',
    0.04,
    'They carry the same names.',
    'Detach one; start with the new one alone.',
  ),
  again(
    'antenna-off',
    'Antenna snap off',
    'antenna',
    0.06,
    'It hides under tape.',
    'Power off; press the snap straight down, listen for it.',
  ),
  again(
    'speaker-or-camera-lead',
    'A small lead left unplugged',
    'lead',
    0.06,
    'Speakers, camera, keyboard light.',
    'Go through what was unplugged on this job; seat each.',
  ),
];
