import * as z from 'zod';
import { isBay, isSocket, type Drive } from '../hardware/index.js';
import {
  FASTEST_ON_40_WIRES,
  KEY_B_LANES,
  pataCeiling,
  pcieCeiling,
  sataCeiling,
  type PcieGeneration,
  type SataGeneration,
  type UltraDma,
} from '../standards/index.js';
import type { Place } from './place.js';

/** What drive and slot agree on, with the ceiling before protocol overhead. */
export const LinkSchema = z.strictObject({
  protocol: z.enum(['nvme', 'sata', 'pata']),
  /** `PCIe 3 ×4` */
  say: z.string(),
  ceilingBytesPerSecond: z.number(),
  /** The lower of ceiling and the drive's own rate; null where the maker states none. */
  usableBytesPerSecond: z.number().nullable(),
  /** What the drive could do beyond the ceiling; null where the maker states no rate. */
  wastedBytesPerSecond: z.number().nullable(),
  /** What holds it back: the slot's generation, its lanes, a shared lane, the cable; null: nothing does. */
  heldBackBy: z.string().nullable(),
});
export type Link = z.infer<typeof LinkSchema>;

type LinkPlace = Pick<Place, 'slot' | 'sharing' | 'others'>;

/** The lower generation and the fewer lanes of the two. Null where they share no protocol. */
export function linkOf(place: LinkPlace, drive: Drive): Link | null {
  const { link } = drive;
  if (link.protocol === 'nvme') return nvmeLink(place, drive, link);
  if (link.protocol === 'pata') return pataLink(place, drive, link);
  return sataLink(place, drive, link);
}

type LinkOf<P extends Drive['link']['protocol']> = Extract<Drive['link'], { protocol: P }>;

function nvmeLink(place: LinkPlace, drive: Drive, link: LinkOf<'nvme'>): Link | null {
  const { slot } = place;
  if (slot.kind !== 'm2' || !slot.protocols.includes('nvme')) return null;
  // What nobody has read of the drive is held back by nothing of it: the slot is the most there is.
  const own = { generation: link.generation ?? slot.generation, lanes: link.lanes ?? slot.lanes };
  const generation = Math.min(slot.generation, own.generation) as PcieGeneration;
  const offered = lanesOf(place);
  const lanes = Math.min(offered.lanes, own.lanes);
  const back = [
    ...(slot.generation < own.generation ? [`the slot is generation ${slot.generation}`] : []),
    ...(offered.lanes < own.lanes ? [offered.why] : []),
  ];
  return linked('nvme', `PCIe ${generation} ×${lanes}`, pcieCeiling(generation, lanes), drive, back);
}

function pataLink({ slot }: LinkPlace, drive: Drive, link: LinkOf<'pata'>): Link | null {
  if (!isBay(slot) || !slot.connector.match(/^(pata|zif)/)) return null;
  const port = slot.ultraDma ?? link.mode;
  const cable = slot.cableWires === 40 ? FASTEST_ON_40_WIRES : port;
  const mode = Math.min(port, cable, link.mode) as UltraDma;
  const back = [
    ...(cable < Math.min(port, link.mode) ? ['the cable has 40 wires'] : []),
    ...(port < link.mode ? [`the port does ${port} MB/s`] : []),
  ];
  return linked('pata', `PATA ${mode}`, pataCeiling(mode), drive, back);
}

function sataLink({ slot }: LinkPlace, drive: Drive, link: LinkOf<'sata'>): Link | null {
  if (
    isBay(slot)
      ? !slot.connector.endsWith('sata')
      : !isSocket(slot) || (slot.kind === 'm2' && !slot.protocols.includes('sata'))
  )
    return null;
  // An M.2 slot states its PCIe generation only; SATA in M.2 came with revision 3.
  const own = slot.kind === 'm2' ? 3 : (slot as { generation: SataGeneration }).generation;
  const speaks = link.generation ?? own;
  const generation = Math.min(own, speaks) as SataGeneration;
  const back = own < speaks ? [`the port is SATA ${RATES[own]} Gb/s`] : [];
  return linked('sata', `SATA ${RATES[generation]} Gb/s`, sataCeiling(generation), drive, back);
}

const RATES = { 1: '1.5', 2: '3', 3: '6' } as const;

/** What a link is made of. */
type LinkParts =
  | { readonly bus: 'pcie'; readonly generation: PcieGeneration; readonly lanes: number }
  | { readonly bus: 'sata'; readonly generation: SataGeneration }
  | { readonly bus: 'pata'; readonly mode: UltraDma };

/** Read back from its words, which is how jobs have it written down. Null: words of another kind. */
export function partsOfLink({ say }: Pick<Link, 'say'>): LinkParts | null {
  const pcie = /^PCIe (\d) ×(\d+)$/.exec(say);
  if (pcie) return { bus: 'pcie', generation: Number(pcie[1]) as PcieGeneration, lanes: Number(pcie[2]) };
  const sata = ([1, 2, 3] as const).find((generation) => say === `SATA ${RATES[generation]} Gb/s`);
  if (sata) return { bus: 'sata', generation: sata };
  const pata = /^PATA (\d+)$/.exec(say);
  return pata ? { bus: 'pata', mode: Number(pata[1]) as UltraDma } : null;
}

/** Lanes that the socket really offers: its own, two behind a key B, fewer while a neighbour shares them. */
function lanesOf({ slot, sharing, others }: LinkPlace): { lanes: number; why: string } {
  if (slot.kind !== 'm2') return { lanes: 0, why: '' };
  const own = slot.key === 'B' ? Math.min(slot.lanes, KEY_B_LANES) : slot.lanes;
  for (const rule of sharing) {
    if (rule.kind !== 'lanes' || rule.slot !== slot.id || rule.lanes >= own) continue;
    if (others.some((one) => one.slotId === rule.with))
      return { lanes: rule.lanes, why: `it shares lanes with the other slot and keeps ${rule.lanes}` };
  }
  return { lanes: own, why: `the slot has ${own} ${own === 1 ? 'lane' : 'lanes'}` };
}

const linked = (
  protocol: Link['protocol'],
  say: string,
  ceiling: number,
  drive: Drive,
  back: readonly string[],
): Link => {
  const own = drive.readBytesPerSecond;
  return {
    protocol,
    say,
    ceilingBytesPerSecond: ceiling,
    usableBytesPerSecond: own && Math.min(own, ceiling),
    wastedBytesPerSecond: own && Math.max(0, own - ceiling),
    heldBackBy: own !== null && own <= ceiling ? null : back.join(' and ') || null,
  };
};
