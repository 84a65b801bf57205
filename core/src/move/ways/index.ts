import type { Crossing } from '../crossing.js';
import { add } from './add.js';
import { cleanInstall } from './clean-install.js';
import { clone } from './clone.js';
import { copy } from './copy.js';
import { rescue } from './rescue.js';
import type { Way, WayAcross, WayId } from './way.js';
import { nothingToKeep, restoreBackup } from './without-source.js';

/** Every way across, in the order they are offered. A new one: its file beside these, and its name here. */
export const WAYS: readonly Way[] = [clone, cleanInstall, copy, add, rescue, restoreBackup, nothingToKeep];

/** All ways, judged; those that are not to be thought of here are left out. */
export const waysAcross = (crossing: Crossing): WayAcross[] =>
  WAYS.flatMap((way) => {
    const judged = way.judge(crossing);
    return judged ? [{ id: way.id, say: way.say, ...judged }] : [];
  });

export interface RecommendedWay {
  readonly id: WayId;
  /** `Clone it, then let it grow.` */
  readonly headline: string;
  readonly reason: string;
}

/** Which way is advised and why: the first of these that holds and is possible. Null: none is. */
export function recommendWay(crossing: Crossing, ways: readonly WayAcross[]): RecommendedWay | null {
  const { facts, health, nothingToKeep: nothing, badAreas, backup } = crossing;
  const can = (id: WayId) => ways.some((one) => one.id === id && one.possible !== 'no');
  const choices: readonly (RecommendedWay & { holds: boolean })[] = [
    { id: 'nothing-to-keep', headline: 'Start it fresh.', reason: 'The customer keeps nothing that is on it.', holds: nothing },
    {
      id: 'rescue',
      headline: 'Save what reads, then clone from the image.',
      reason:
        health === 'failing'
          ? 'The old drive is failing: read it once, sound parts first.'
          : `${badAreas} places do not read: too many for a clone.`,
      holds: health === 'failing' || badAreas > 10,
    },
    {
      id: 'restore-backup',
      headline: 'Restore their backup.',
      reason: 'The old drive does not answer, and there is a backup.',
      holds: health === 'dead' && backup !== 'none',
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
      reason: 'The system is kept with every program, and it is the least work.',
      holds: true,
    },
    { id: 'clean-install', headline: 'Install anew, bring the files back.', reason: 'A clone cannot be made here.', holds: true },
    {
      id: 'rescue',
      headline: 'Save what reads, then clone from the image.',
      reason: 'Nothing else can be done with this drive.',
      holds: true,
    },
  ];
  const found = choices.find((one) => one.holds && can(one.id));
  return found ? { id: found.id, headline: found.headline, reason: found.reason } : null;
}

export { WAY_IDS, type Doing, type MoveRisk, type WayAcross, type WayId } from './way.js';
