import * as z from 'zod';
import { linkOf, type Extra, type Item, type Place, type Verdict } from '../fit/index.js';
import { sayDrive, type Drive } from '../hardware/index.js';
import { sectorCountOfMarkedSize } from '../standards/index.js';
import { sayMinutes } from '../units/index.js';
import { billOf, BillSchema, labourMinor, type BillLine } from './bill.js';
import type { Pricing } from './pricing.js';

/** How an option is called beside the others. */
export const OptionKindSchema = z.enum(['cheapest', 'advised', 'roomy', 'add']);
export type OptionKind = z.infer<typeof OptionKindSchema>;
export const SAY_OPTION: Record<OptionKind, string> = {
  cheapest: 'Cheapest that cures it',
  advised: 'Advised',
  roomy: 'With more room',
  add: 'Add, keep the old drive',
};

/** A change as it was offered: another thing under the same id is another offer. */
export const BesidesRefSchema = z.strictObject({ changeId: z.string(), thing: z.string() });
export type BesidesRef = z.infer<typeof BesidesRefSchema>;

/** One way of repairing it, with what it costs, how long it takes and what it gives. */
export const QuoteOptionSchema = z.strictObject({
  kind: OptionKindSchema,
  slotId: z.string(),
  driveId: z.string(),
  /** `Pellow P3 1 TB`; empty, as its slot and ids: no drive goes in. */
  drive: z.string(),
  slot: z.string(),
  /** The other changes of this option, by their ids and in words. */
  besides: z.array(BesidesRefSchema.extend({ say: z.string() })).default([]),
  bill: BillSchema,
  /** Minutes of hands behind the labour. */
  handsMinutes: z.number(),
  /** Working days until all of it is here; 0: it is; null: nobody knows. */
  waitDays: z.number().int().nullable(),
  /** What has to be got first. */
  waitsFor: z.array(z.string()),
  /** Of the drive; null: none goes in. */
  gives: z
    .strictObject({
      markedGb: z.number(),
      usableGb: z.number(),
      /** `PCIe 3 ×4` */
      link: z.string(),
      /** Reading in this slot; null: the maker states no rate. */
      bytesPerSecond: z.number().nullable(),
      /** Years by what may be written, at most ten; null: not stated. */
      lifeYears: z.number().nullable(),
      risk: z.string(),
    })
    .nullable(),
});
export type QuoteOption = z.infer<typeof QuoteOptionSchema>;

/** Minutes of hands, by what they are for. */
export interface HandsOn {
  readonly way: number;
  readonly data: number;
  readonly setUp: number;
  readonly prove: number;
}

/** Written a day by one person at a desk, GB (common practice, no source). */
const GB_A_DAY = 20;
/** Nobody promises a drive for longer, whatever it may be written (common practice, no source). */
const MOST_YEARS = 10;

/** The drive of an option. */
interface WithDrive {
  readonly place: Place;
  readonly drive: Drive;
  readonly verdict: Verdict;
  /** What it is billed at; null: nobody knows yet; unset: what the shelf says. */
  readonly netMinor?: number | null;
  /** Not of the shelf: it is here, and needs no order. */
  readonly isHere?: boolean;
}

/** A change of an option besides its drive. */
export interface Besides {
  readonly changeId: string;
  /** `memory, Orrin 16 GiB into B` */
  readonly say: string;
  /** What goes in; null: nothing does. */
  readonly thing: {
    readonly label: string;
    readonly isDrive: boolean;
    /** Null: nobody knows yet. */
    readonly netMinor: number | null;
    /** Working days until it is here; 0: it is; null: nobody knows. */
    readonly waitDays: number | null;
  } | null;
  readonly extras: readonly Extra[];
}

/**
 * What one drive in one slot, with whatever else is done in the same opening, would cost and give. `hands`
 * counts the whole job, extras of the match included.
 */
export function optionOf(
  kind: OptionKind,
  main: WithDrive | null,
  besides: readonly Besides[],
  hands: HandsOn,
  pricing: Pricing,
): QuoteOption {
  const goesIn = [...(main ? [ofDrive(main)] : []), ...besides.flatMap(({ thing }) => thing ?? [])];
  const items = [...(main?.verdict.extras ?? []), ...besides.flatMap((one) => one.extras)].flatMap((extra) =>
    extra.item && extra.item.from !== 'machine' ? [extra.item] : [],
  );
  const minutes = hands.way + hands.data + hands.setUp + hands.prove;
  const lines: BillLine[] = [
    ...goesIn.map(({ label, isDrive, netMinor }): BillLine => ({
      kind: isDrive ? 'drive' : 'part',
      say: label,
      quantity: 1,
      netMinor: netMinor ?? 0,
    })),
    ...items.map((item): BillLine => ({
      kind: 'part',
      say: item.name,
      quantity: item.quantity,
      netMinor: item.priceMinor ?? 0,
    })),
    {
      kind: 'labour',
      say: `Work, ${sayMinutes(minutes)}`,
      quantity: 1,
      netMinor: labourMinor(minutes, pricing.hourMinor),
    },
  ];
  const isFrom = goesIn.some((one) => one.netMinor === null) || items.some((one) => one.priceMinor === null);
  const toGet = [
    ...goesIn.filter((one) => one.waitDays !== 0).map(({ label: name, waitDays: days }) => ({ name, days })),
    ...items.flatMap(awaited),
  ];
  return {
    kind,
    slotId: main?.place.slot.id ?? '',
    driveId: main?.drive.id ?? '',
    drive: main ? sayDrive(main.drive) : '',
    slot: main?.place.slot.label ?? '',
    besides: besides.map(({ changeId, say, thing }) => ({ changeId, thing: thing?.label ?? '', say })),
    bill: billOf(lines, pricing, isFrom),
    handsMinutes: minutes,
    waitDays: toGet.some((one) => one.days === null)
      ? null
      : Math.max(0, ...toGet.map((one) => one.days ?? 0)),
    waitsFor: toGet.map((one) => one.name),
    gives: main && givenBy(main),
  };
}

const ofDrive = ({ drive, netMinor = drive.priceMinor, isHere = false }: WithDrive) => ({
  label: sayDrive(drive),
  isDrive: true,
  netMinor,
  waitDays: isHere || drive.inStock > 0 ? 0 : drive.leadDays,
});

function givenBy({ place, drive, verdict }: WithDrive): QuoteOption['gives'] {
  const link = linkOf(place, drive);
  return {
    markedGb: drive.markedGb,
    usableGb: usableGb(drive),
    link: link?.say ?? 'none',
    bytesPerSecond: link?.usableBytesPerSecond ?? null,
    lifeYears: lifeYears(drive),
    risk: riskOf(verdict),
  };
}

const awaited = (item: Item): { name: string; days: number | null }[] =>
  item.from === 'order' ? [{ name: item.name, days: item.leadDays }] : [];

/** By IDEMA LBA1-03 where it applies, else the marked size; GB of 10^9 bytes. */
const usableGb = ({ markedGb }: Drive): number => {
  const sectors = sectorCountOfMarkedSize(markedGb);
  return sectors === null ? markedGb : Math.round((sectors * 512) / 1e8) / 10;
};

/** TBW over 20 GB written a day, at most ten years; null where no maker states what may be written. */
export function lifeYears({ enduranceTbw }: Pick<Drive, 'enduranceTbw'>): number | null {
  return enduranceTbw === null
    ? null
    : Math.min(MOST_YEARS, Math.round((enduranceTbw * 1000) / GB_A_DAY / 365));
}

/** The one thing that may still go wrong, from the proof. */
function riskOf(verdict: Verdict): string {
  if (verdict.outcome === 'unknown') return `Not sure that it fits: ${verdict.because}`;
  if (verdict.outcome === 'no') return `Taken against the verdict: ${verdict.because}`;
  if (verdict.findings.some((one) => one.likely))
    return 'Fits in 19 of 20 cases by the measures; a trial closing shows.';
  return verdict.outcome === 'extras' ? 'Fits with the small parts listed.' : 'Fits as it is.';
}
