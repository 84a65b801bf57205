import type { Connector } from './drive.js';
import type { Memory, Wireless } from './part.js';

/** What the words on a label say; what they do not say is not there. */
export interface LabelFacts {
  readonly family?: 'm2' | 'msata' | '2.5-inch' | '3.5-inch' | 'memory' | 'battery' | 'wireless';
  readonly markedGb?: number;
  readonly lengthMm?: 30 | 42 | 60 | 80 | 110;
  readonly protocol?: 'nvme' | 'sata' | 'pata';
  readonly generation?: number;
  readonly lanes?: 1 | 2 | 4;
  readonly heightMm?: number;
  readonly connector?: Connector;
  readonly medium?: 'flash' | 'rotating';
  readonly rpm?: number;
  readonly memory?: Memory['generation'];
  readonly gib?: number;
  readonly megatransfers?: number;
  readonly ranks?: 1 | 2;
  readonly lowVoltage?: boolean;
  readonly wattHours?: number;
  readonly key?: Wireless['key'];
  readonly antennas?: number;
}

/**
 * Reads what somebody typed or scanned off the label of a drive, a memory module, a battery or a wireless
 * card: proposals for a form, which whoever holds the thing corrects. Sizes of M.2 by PCI Express M.2 (2280:
 * 22 wide, 80 long); names of memory by JEDEC (PC4-25600: megabytes a second, eight bytes a transfer); all
 * from memory.
 */
export function readLabelText(text: string): LabelFacts {
  const words = text.replace(/\s+/g, ' ');
  return batteryFacts(words) ?? wirelessFacts(words) ?? memoryFacts(words) ?? driveFacts(words);
}

/** Watt-hours stand on it, or volts and milliampere-hours: their product. */
function batteryFacts(words: string): LabelFacts | null {
  const wh = /\b(\d+(?:[.,]\d+)?) ?Wh\b/i.exec(words)?.[1];
  if (wh !== undefined) return { family: 'battery', wattHours: figure(wh) };
  const mah = /\b(\d{3,5}) ?mAh\b/i.exec(words)?.[1];
  if (mah === undefined) return null;
  const volts = /\b(\d+(?:[.,]\d+)?) ?V\b/i.exec(words)?.[1];
  if (volts === undefined) return { family: 'battery' };
  return { family: 'battery', wattHours: Math.round((figure(volts) * Number(mah)) / 100) / 10 };
}

/** `Wi-Fi 802.11ax 2x2 M.2 2230 key A+E`: as many antennas as streams. */
function wirelessFacts(words: string): LabelFacts | null {
  if (!/\b(?:wi-?fi|wlan|wireless|802\.11\w*)\b/i.test(words)) return null;
  const key = /\bmini.?PCIe?\b/i.test(words)
    ? ('mini-pcie' as const)
    : /\bkey[ -]?(A ?\+ ?E|A|E)\b/i.exec(words)?.[1]?.replace(/ /g, '').toUpperCase();
  const streams = /\b([1-4]) ?(?:x ?[1-4]\b|T ?[1-4] ?R\b)/i.exec(words)?.[1];
  return {
    family: 'wireless',
    ...(key === undefined ? {} : { key: key as Wireless['key'] }),
    ...(streams === undefined ? {} : { antennas: Number(streams) }),
  };
}

const figure = (text: string): number => Number(text.replace(',', '.'));

const GENERATIONS = { '2': 'ddr2', '3': 'ddr3', '4': 'ddr4', '5': 'ddr5' } as const;
type Digit = keyof typeof GENERATIONS;

function memoryFacts(words: string): LabelFacts | null {
  const ddr = /\bDDR([2-5])(L?)(?:[ -]?(\d{3,5}))?\b/i.exec(words);
  const pc = /\bPC([2-5])(L?)-(\d{4,5})/i.exec(words);
  const digit = (ddr?.[1] ?? pc?.[1]) as Digit | undefined;
  if (!digit) return null;
  const megatransfers = speedOf(ddr?.[3], pc?.[3]);
  return {
    family: 'memory',
    memory: GENERATIONS[digit],
    ...(megatransfers === null ? {} : { megatransfers }),
    ...([ddr?.[2], pc?.[2]].some((letter) => (letter ?? '') !== '') ? { lowVoltage: true } : {}),
    ...moduleFacts(words),
  };
}

/** Its size, and its ranks: `16 GB 2Rx8`. */
function moduleFacts(words: string): LabelFacts {
  const gib = /\b(\d+(?:[.,]\d+)?) ?GB\b/i.exec(words)?.[1];
  const rank = /\b([12])Rx\d/i.exec(words)?.[1];
  return {
    ...(gib === undefined ? {} : { gib: Number(gib.replace(',', '.')) }),
    ...(rank === undefined ? {} : { ranks: rank === '1' ? (1 as const) : (2 as const) }),
  };
}

/** Transfers stand on it, or bytes a second: eight to a transfer. */
function speedOf(transfers: string | undefined, module: string | undefined): number | null {
  if (transfers !== undefined) return Number(transfers);
  if (module === undefined) return null;
  const said = Number(module);
  // Newer labels print the transfers after PC as well; no module moves fewer bytes than these.
  if (said < LEAST_BYTES) return said;
  const exact = said / BYTES_A_TRANSFER;
  return ROUND.find((one) => Math.abs(one - exact) <= ROUNDING) ?? Math.round(exact);
}
const BYTES_A_TRANSFER = 8;
const LEAST_BYTES = 4200;
/** PC3-10600 is 1333 MT/s: names are rounded to hundreds of megabytes. */
const ROUNDING = 10;
const ROUND = [533, 667, 800, 1066, 1333, 1600, 1866, 2133, 2400, 2666, 2933, 3200, 4800, 5600, 6400];

function driveFacts(words: string): LabelFacts {
  return { ...familyOf(words), ...linkOf(words), ...sizeOf(words), ...boxOf(words) };
}

function familyOf(words: string): LabelFacts {
  const card = /\b22(30|42|60|80|110)\b/.exec(words)?.[1];
  if (card) return { family: 'm2', medium: 'flash', lengthMm: Number(card) as 30 };
  if (/\bM\.?2\b/i.test(words)) return { family: 'm2', medium: 'flash' };
  if (/\bmSATA\b/i.test(words)) return { family: 'msata', medium: 'flash', protocol: 'sata' };
  if (/\b2[.,]5(?:["”]|[ -]?in)/i.test(words)) return { family: '2.5-inch' };
  if (/\b3[.,]5(?:["”]|[ -]?in)/i.test(words)) return { family: '3.5-inch' };
  return /\bNVMe\b/i.test(words) ? { family: 'm2', medium: 'flash' } : {};
}

function linkOf(words: string): LabelFacts {
  const pcie = /\b(?:PCIe|PCI Express|Gen) ?(?:Gen ?)?([1-5])(?:\.0)?(?: ?[x×] ?([124]))?/i.exec(words);
  if (pcie || /\bNVMe\b/i.test(words))
    return {
      protocol: 'nvme',
      ...(pcie?.[1] ? { generation: Number(pcie[1]) } : {}),
      ...(pcie?.[2] ? { lanes: Number(pcie[2]) as 1 } : {}),
    };
  const sata = /\bSATA(?:[ -]?(III|II|I)\b| ?(1[.,]5|3|6) ?G)?/i.exec(words);
  if (!sata) return /\b(?:IDE|PATA|Ultra ?ATA)\b/i.test(words) ? { protocol: 'pata' } : {};
  const generation = SATA[(sata[1] ?? sata[2] ?? '').toUpperCase().replace(',', '.')];
  return { protocol: 'sata', ...(generation === undefined ? {} : { generation }) };
}
const SATA: Readonly<Record<string, number>> = { I: 1, II: 2, III: 3, '1.5': 1, '3': 2, '6': 3 };

function sizeOf(words: string): LabelFacts {
  const found = /\b(\d+(?:[.,]\d+)?) ?(TB|GB)\b(?! ?\/ ?s)/i.exec(words);
  if (!found) return {};
  const [, figure = '', unit = ''] = found;
  const gb = Number(figure.replace(',', '.')) * (unit.toUpperCase() === 'TB' ? 1000 : 1);
  return { markedGb: Math.round(gb) };
}

function boxOf(words: string): LabelFacts {
  const height = /\b(5|7|9[.,]5|12[.,]5|15|26[.,]1) ?mm\b/i.exec(words)?.[1];
  const rpm = /\b(4200|5400|5700|5900|7200|10000) ?(?:rpm|\/min|min)/i.exec(words)?.[1];
  return {
    ...(height ? { heightMm: Number(height.replace(',', '.')) } : {}),
    ...(rpm ? { medium: 'rotating' as const, rpm: Number(rpm) } : {}),
    ...(/\bSSD\b|solid.state/i.test(words) ? { medium: 'flash' as const } : {}),
  };
}
