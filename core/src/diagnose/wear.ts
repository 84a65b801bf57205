import { asNumber, attributeRaw, type SelfReport } from '../hardware/index.js';
import { ataWear, isSameDrive } from './readings.js';

/** How long a flash drive may last at the pace it is written, as a range. */
type RemainingLife =
  | {
      readonly known: true;
      readonly usedPercent: number;
      /** Bytes a day, least and most. */
      readonly perDay: readonly [number, number];
      /** Days, least and most. Zero: beyond its rated life already (many go on). */
      readonly days: readonly [number, number];
      /** Whether the pace was measured between two readings or taken from the drive's whole life. */
      readonly from: 'two-readings' | 'whole-life';
      readonly sentence: string;
    }
  | { readonly known: false; readonly sentence: string };

interface DatedReport {
  readonly report: SelfReport;
  /** ISO 8601. */
  readonly at: string;
}

/** A machine on a desk runs between a few hours and the whole day (common practice, no source). */
const HOURS_A_DAY = [3, 24] as const;
/** Two readings have to lie this far apart to give a pace, days. */
const LEAST_DAYS = 1;
/**
 * SATA flash mostly counts attribute 241 in units of 512 bytes, some in 32 MiB or GB (vendor-specific, from
 * memory): only the plain one is taken.
 */
const LBA_BYTES = 512;

/**
 * Remaining life = what the rated life still allows to be written / what is written a day.
 *
 * Percentage used is a whole number rounded by the drive, so it is taken ± 0.5. What 1 % amounts to comes
 * from this drive's own bytes written so far. The pace comes from two readings a day or more apart, else from
 * the whole life, where power-on hours are spread over 3 to 24 hours a day. Never a guess where a number is
 * missing.
 */
export function remainingLife(latest: DatedReport, earlier: DatedReport | null = null): RemainingLife {
  const { report } = latest;
  const used = report.nvme?.percentageUsed ?? ataWear(report);
  if (used === null) return { known: false, sentence: 'This drive does not say how worn it is.' };
  if (used >= 100)
    return {
      known: true,
      usedPercent: used,
      perDay: [0, 0],
      days: [0, 0],
      from: 'whole-life',
      sentence: `${used} % of its rated life is used: it is past it. Many go on for long, none promises to.`,
    };
  const written = bytesWritten(report);
  if (written === null || written === 0)
    return { known: false, sentence: `${used} % used, but it does not say how much was written.` };
  if (used < 1) return { known: false, sentence: 'Less than 1 % used: too new to say how long it lasts.' };
  const pace = paceOf(latest, earlier, written);
  if (!pace)
    return {
      known: false,
      sentence: `${used} % used; without its hours or an earlier reading the pace cannot be told.`,
    };
  const perPercent = [written / (used + 0.5), written / (used - 0.5)] as const;
  const days = [
    ((100 - used - 0.5) * perPercent[0]) / pace.perDay[1],
    ((100 - used + 0.5) * perPercent[1]) / pace.perDay[0],
  ] as const;
  return {
    known: true,
    usedPercent: used,
    perDay: pace.perDay,
    days: [Math.max(0, days[0]), Math.max(0, days[1])],
    from: pace.from,
    sentence: `${used} % used; at ${sayGb(pace.perDay)} a day, ${pace.from === 'two-readings' ? 'measured between two readings' : 'over its whole life'}, it lasts ${sayDays(days)} more.`,
  };
}

function bytesWritten(report: SelfReport): number | null {
  if (report.nvme) return asNumber(report.nvme.bytesWritten);
  const lbas = attributeRaw(report, 241);
  return lbas === null ? null : lbas * LBA_BYTES;
}

function paceOf(
  latest: DatedReport,
  earlier: DatedReport | null,
  written: number,
): { perDay: readonly [number, number]; from: 'two-readings' | 'whole-life' } | null {
  if (earlier && isSameDrive(earlier.report, latest.report)) {
    const days = (Date.parse(latest.at) - Date.parse(earlier.at)) / 86_400_000;
    const before = bytesWritten(earlier.report);
    if (days >= LEAST_DAYS && before !== null && written > before) {
      const perDay = (written - before) / days;
      // A pace seen for so few days may be off by what one unusual day writes.
      const unsure = Math.min(0.5, 1 / Math.sqrt(days));
      return { perDay: [perDay * (1 - unsure), perDay * (1 + unsure)], from: 'two-readings' };
    }
  }
  const hours = latest.report.powerOnHours === null ? 0 : asNumber(latest.report.powerOnHours);
  if (hours < 24) return null;
  return {
    perDay: [(written / hours) * HOURS_A_DAY[0], (written / hours) * HOURS_A_DAY[1]],
    from: 'whole-life',
  };
}

const sayGb = ([least, most]: readonly [number, number]): string => {
  const gb = (bytes: number) => (bytes < 9.5e9 ? (bytes / 1e9).toFixed(1) : String(Math.round(bytes / 1e9)));
  return gb(least) === gb(most) ? `${gb(least)} GB` : `${gb(least)} to ${gb(most)} GB`;
};

function sayDays([least, most]: readonly [number, number]): string {
  const years = (days: number) =>
    days / 365 >= 20 ? 'over 20' : (days / 365).toFixed(days / 365 < 3 ? 1 : 0);
  if (most < 60) return `${Math.round(least)} to ${Math.round(most)} days`;
  if (most < 730) return `${Math.round(least / 30)} to ${Math.round(most / 30)} months`;
  return years(least) === years(most) ? `${years(least)} years` : `${years(least)} to ${years(most)} years`;
}
