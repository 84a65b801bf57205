import type { Crossing } from '../crossing.js';
import { bytesOf } from '../disk.js';
import { between, type Range } from '../time/estimate.js';
import {
  badAreaRisk,
  beforeSectors,
  carryTime,
  dropOutRisk,
  isDead,
  keyRisk,
  NEVER_BOTH,
  reachFault,
  secureBootOff,
  sumKnown,
} from './parts.js';
import type { Doing, Way } from './way.js';

/** Hands: connect, choose, check, grow (common practice, no source). */
const HANDS = between(9, 14);

/** Why a failing drive is not cloned. */
export const RESCUE_IT =
  'The old drive is failing: it is not cloned but rescued, sound parts first, and read once.';

export const clone: Way = {
  id: 'clone',
  say: 'Clone and grow',
  judge(crossing) {
    const { facts, layout, health } = crossing;
    const why = whyNot(crossing);
    const before = [
      ...beforeSectors(crossing),
      ...secureBootOff(crossing),
      ...shrinking(crossing),
      ...storageMode(crossing),
    ];
    const time = carryTime(crossing, { files: 0 });
    return {
      line:
        health === 'sound'
          ? 'All of it, as it was.'
          : `As it was; the old drive must read ${time ? `for ${sayHours(time)}` : 'all of it; how much that is nobody knows'}.`,
      possible: why ? 'no' : before.some((one) => MUST.includes(one.id)) ? 'after' : 'yes',
      why,
      before,
      after: afterwards(crossing),
      lost:
        beyondMbr(layout) && facts.boot === 'bios'
          ? ['The room beyond 2 TiB: a machine that starts by BIOS needs an MBR, which ends there']
          : [],
      risks: [...badAreaRisk(crossing), ...keyRisk(crossing), dropOutRisk(crossing), NEVER_BOTH],
      hands: HANDS,
      total: sumKnown(HANDS, time),
    };
  },
};

/** What makes a clone impossible, the worst first; null: nothing. */
function whyNot(crossing: Crossing): string | null {
  const { facts, layout, health } = crossing;
  const fault = isDead(crossing) ?? (health === 'failing' ? RESCUE_IT : null) ?? reachFault(crossing);
  if (fault !== null) return fault;
  if (crossing.targetNative4096 && crossing.source?.sectorSize !== 4096)
    return 'The new drive has sectors of 4096 bytes and does not emulate 512: file systems copied sector by sector do not work on it. Copy the files, or install anew.';
  if (layout && !layout.ok) return layout.sentence;
  return facts.system === 'damaged'
    ? 'The system is damaged: a clone would carry the damage over. Install anew and bring the files back.'
    : null;
}

function afterwards({ layout, facts }: Crossing): Doing[] {
  const doings: Doing[] = [{ id: 'one-drive', say: 'First start with only the new drive attached' }];
  if (beyondMbr(layout) && facts.boot !== 'bios')
    doings.push({
      id: 'to-gpt',
      say: 'Convert the new drive to GPT to use what lies beyond 2 TiB; the machine then has to start by UEFI',
    });
  if (facts.secondSystem)
    doings.push({
      id: 'second-system',
      say: 'Check that the second system starts, too; its boot menu may need its own tool',
    });
  doings.push({ id: 'settings-back', say: 'Turn back on what was turned off' });
  return doings;
}

/** An MBR does not reach the end of this drive. */
const beyondMbr = (layout: Crossing['layout']): boolean =>
  layout?.ok === true && layout.table === 'mbr' && layout.totalSectors > 2 ** 32;

/** Without these nothing can begin. */
const MUST = ['unlock', 'see-encryption', 'ask-encryption', 'backup', 'storage-mode'];

/** On a smaller drive partitions have to shrink first, where they are. */
function shrinking({ source, target, layout }: Crossing): Doing[] {
  if (!source || !layout?.ok || bytesOf(target, target.totalSectors) >= bytesOf(source, source.totalSectors))
    return [];
  return layout.partitions
    .filter((one) => one.sectors * layout.sectorSize < one.oldBytes)
    .map((one) => ({
      id: `shrink-${one.number}`,
      say: `Shrink '${one.name || one.number}' to ${Math.floor((one.sectors * layout.sectorSize) / 2 ** 20).toLocaleString('en-GB')} MiB in its own system, backup first`,
    }));
}

const storageMode = ({ facts }: Crossing): Doing[] =>
  facts.storageMode === 'changes'
    ? [
        {
          id: 'storage-mode',
          say: 'Make the system ready for the other storage mode before it is changed: else it may not start',
          onTray: 'storage-mode',
        },
      ]
    : [];

/** `35 min`, `2 h`; over an hour apart: `1 to 6 h`. */
const sayHours = ({ p10, p90, p50 }: Range): string => {
  const hours = (minutes: number) => Math.max(1, Math.round(minutes / 30)) / 2;
  if (p90 - p10 > 60) return `${hours(p10)} to ${hours(p90)} h`;
  return p50 < 50 ? `${Math.max(1, Math.round(p50 / 5) * 5)} min` : `${hours(p50)} h`;
};
