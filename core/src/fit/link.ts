import type { Drive, Slot } from '../hardware/index.js';
import { pcieCeiling, sataCeiling, type PcieGeneration, type SataGeneration } from '../standards/index.js';

/** What drive and slot agree on, with the ceiling before protocol overhead. */
export interface Link {
  readonly say: string;
  readonly ceilingBytesPerSecond: number;
  /** The lower of ceiling and the drive's own rate; null where the maker states none. */
  readonly usableBytesPerSecond: number | null;
}

/** The lower generation and the fewer lanes of the two. Null where they share no protocol. */
export function linkOf(slot: Slot, drive: Drive): Link | null {
  const { link } = drive;
  if (link.protocol === 'nvme') {
    if (slot.kind !== 'm2' || !slot.protocols.includes('nvme')) return null;
    const generation = Math.min(slot.generation, link.generation) as PcieGeneration;
    const lanes = Math.min(slot.lanes, link.lanes);
    return linked(`PCIe ${generation} ×${lanes}`, pcieCeiling(generation, lanes), drive);
  }
  if (slot.kind === 'm2' && !slot.protocols.includes('sata')) return null;
  // An M.2 slot states its PCIe generation only; SATA in M.2 came with revision 3.
  const generation = Math.min(slot.kind === 'bay-2.5' ? slot.generation : 3, link.generation) as SataGeneration;
  return linked(`SATA ${{ 1: '1.5', 2: '3', 3: '6' }[generation]} Gb/s`, sataCeiling(generation), drive);
}

const linked = (say: string, ceilingBytesPerSecond: number, drive: Drive): Link => ({
  say,
  ceilingBytesPerSecond,
  usableBytesPerSecond: drive.readBytesPerSecond && Math.min(drive.readBytesPerSecond, ceilingBytesPerSecond),
});
