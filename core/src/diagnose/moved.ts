import { asNumber, attributeRaw, type SelfReport } from '../hardware/index.js';

/** A counter in two readings. */
interface Moved {
  readonly what: string;
  readonly before: number;
  readonly now: number;
  /** A rise that is a sign of trouble, not of use. */
  readonly bad: boolean;
}

const ATA: readonly { id: number; what: string; bad: boolean }[] = [
  { id: 5, what: 'Replaced sectors', bad: true },
  { id: 187, what: 'Uncorrectable errors', bad: true },
  { id: 188, what: 'Command time-outs', bad: true },
  { id: 197, what: 'Weak sectors', bad: true },
  { id: 198, what: 'Unreadable at its own check', bad: true },
  { id: 199, what: 'Link errors', bad: true },
  { id: 9, what: 'Power-on hours', bad: false },
  { id: 241, what: 'Written (maker’s unit)', bad: false },
];

/**
 * What moved between two readings of one drive, trouble first. Counters that one of them lacks are left out.
 */
export function whatMoved(earlier: SelfReport, later: SelfReport): Moved[] {
  const rows: Moved[] = [];
  const add = (what: string, before: number | null, now: number | null, bad: boolean) => {
    if (before !== null && now !== null && before !== now)
      rows.push({ what, before, now, bad: bad && now > before });
  };
  for (const { id, what, bad } of ATA) add(what, attributeRaw(earlier, id), attributeRaw(later, id), bad);
  const [was, is] = [earlier.nvme, later.nvme];
  if (was && is) {
    add('Media errors', asNumber(was.mediaErrors), asNumber(is.mediaErrors), true);
    add('Unsafe shutdowns', asNumber(was.unsafeShutdowns), asNumber(is.unsafeShutdowns), true);
    add('Percentage used', was.percentageUsed, is.percentageUsed, false);
    // Spare falls, so the sign is turned: fewer is worse.
    if (was.availableSparePercent !== is.availableSparePercent)
      rows.push({
        what: 'Spare, %',
        before: was.availableSparePercent,
        now: is.availableSparePercent,
        bad: is.availableSparePercent < was.availableSparePercent,
      });
    add('Bytes written', asNumber(was.bytesWritten), asNumber(is.bytesWritten), false);
    add('Power-on hours', asNumber(was.powerOnHours), asNumber(is.powerOnHours), false);
  }
  return rows.sort((one, other) => Number(other.bad) - Number(one.bad));
}
