import type { Crossing } from '../crossing.js';
import { add } from './add.js';
import { cleanInstall } from './clean-install.js';
import { clone } from './clone.js';
import { copy } from './copy.js';
import { rescue } from './rescue.js';
import type { Way, WayAcross, WayId } from './way.js';
import { nothingToKeep, restoreBackup } from './without-source.js';

/** Every way across, in the order they are offered. A new one: its file beside these, and its name here. */
const WAYS: readonly Way[] = [clone, cleanInstall, copy, add, rescue, restoreBackup, nothingToKeep];

/** All ways, judged; those that are not to be thought of here are left out. */
export const waysAcross = (crossing: Crossing): WayAcross[] =>
  WAYS.flatMap((way) => {
    const judged = way.judge(crossing);
    return judged ? [{ id: way.id, say: way.say, ...judged }] : [];
  });

interface RecommendedWay {
  readonly id: WayId;
  /** `Clone it, then let it grow.` */
  readonly headline: string;
  readonly reason: string;
}

/** Which way is advised and why: the first of these that holds and is possible. Null: none is. */
export function recommendWay(crossing: Crossing, ways: readonly WayAcross[]): RecommendedWay | null {
  const { facts, health, nothingToKeep: nothing, badAreas, backup, wantsBeside } = crossing;
  const can = (id: WayId) => ways.some((one) => one.id === id && one.possible !== 'no');
  // A clone reads on where a drive should rest; whatever is missing for a rescue is got first.
  const ill = health === 'failing' || health === 'bad-areas';
  const choices: readonly (RecommendedWay & { holds: boolean })[] = [
    {
      id: 'nothing-to-keep',
      headline: 'Start it fresh.',
      reason: 'The customer keeps nothing that is on it.',
      holds: nothing && !wantsBeside,
    },
    { id: 'rescue', headline: rescueHeadline(facts), reason: whyRescue(health, badAreas), holds: ill },
    {
      id: 'restore-backup',
      headline: 'Restore their backup.',
      reason: 'The old drive does not answer, and there is a backup.',
      holds: health === 'dead' && (backup === 'verified' || backup === 'made'),
    },
    {
      id: 'add',
      headline: 'Add it beside the old drive.',
      reason: 'The old drive stays the one that it starts from; nothing has to cross.',
      holds: wantsBeside,
    },
    {
      id: 'copy',
      headline: 'Copy it file by file.',
      reason: 'The new drive’s sectors of 4096 bytes break a copy sector by sector.',
      holds: crossing.targetNative4096 && facts.system !== 'damaged',
    },
    {
      id: 'clean-install',
      headline: 'Install anew, bring the files back.',
      reason: 'The system is damaged: a clone would carry the damage over.',
      holds: facts.system === 'damaged',
    },
    {
      id: 'clone',
      headline: 'Clone it, then let it grow.',
      reason:
        health === 'unknown'
          ? 'The system is kept with every program. Nobody has looked how the old drive reads: read its self-report first.'
          : 'The system is kept with every program, and it is the least work.',
      holds: true,
    },
    {
      id: 'clean-install',
      headline: 'Install anew, bring the files back.',
      reason: 'A clone cannot be made here.',
      holds: true,
    },
  ];
  const found = choices.find((one) => one.holds && can(one.id));
  return found ? { id: found.id, headline: found.headline, reason: found.reason } : null;
}

const rescueHeadline = ({ imageStore, reach }: Crossing['facts']): string =>
  !imageStore
    ? 'Rescue: first get a place for the image.'
    : reach === 'none'
      ? 'Rescue: first get a dock that reads it.'
      : 'Save what reads, then clone from the image.';

const whyRescue = (health: Crossing['health'], badAreas: number): string =>
  health === 'failing'
    ? 'The old drive is failing: read it once, sound parts first.'
    : badAreas === 0
      ? 'The old drive does not read everywhere: read it once, sound parts first.'
      : `${badAreas === 1 ? 'One place does' : `${badAreas} places do`} not read: read it once, sound parts first.`;

export { RESCUE_IT } from './clone.js';
export { timeOf } from './parts.js';
export { WAY_IDS, type Doing, type MoveRisk, type WayAcross, type WayId } from './way.js';
