/**
 * Bytes per second and lane, before protocol overhead. PCI Express base specification: GT/s with 8b/10b (1,
 * 2) or 128b/130b (3–5).
 */
const PCIE_LANE_BYTES_PER_SECOND: Record<PcieGeneration, number> = {
  1: (2.5e9 * (8 / 10)) / 8,
  2: (5e9 * (8 / 10)) / 8,
  3: (8e9 * (128 / 130)) / 8,
  4: (16e9 * (128 / 130)) / 8,
  5: (32e9 * (128 / 130)) / 8,
};

/** Bytes per second. Serial ATA revision 3: 1.5, 3 and 6 Gb/s with 8b/10b. */
const SATA_BYTES_PER_SECOND: Record<SataGeneration, number> = { 1: 150e6, 2: 300e6, 3: 600e6 };

export type PcieGeneration = 1 | 2 | 3 | 4 | 5;
export type SataGeneration = 1 | 2 | 3;
/** Ultra DMA modes of parallel ATA by their rate in MB/s. */
export type UltraDma = 33 | 66 | 100 | 133;

/** Ceiling of a PCIe link, bytes per second before protocol overhead. */
export const pcieCeiling = (generation: PcieGeneration, lanes: number): number =>
  PCIE_LANE_BYTES_PER_SECOND[generation] * lanes;

/** Ceiling of a SATA link, bytes per second before protocol overhead. */
export const sataCeiling = (generation: SataGeneration): number => SATA_BYTES_PER_SECOND[generation];

/** Ceiling of a parallel ATA link, bytes per second (ATA/ATAPI Ultra DMA modes 2, 4, 5, 6; from memory). */
export const pataCeiling = (mode: UltraDma): number => mode * 1e6;

/**
 * Above this mode a parallel cable wants 80 wires, a ground beside each signal (ATA/ATAPI-5, from memory).
 */
export const FASTEST_ON_40_WIRES: UltraDma = 33;

/** A key B socket carries two PCIe lanes at most (PCI Express M.2 specification, from memory). */
export const KEY_B_LANES = 2;

/**
 * Bytes per second of a USB link before protocol overhead: 5 Gb/s with 8b/10b, 10 and 20 Gb/s with 128b/132b,
 * 480 Mb/s as it is (USB 2.0 and USB 3.2 specifications).
 */
export const USB_CEILINGS = {
  '480M': 60e6,
  '5G': 500e6,
  '10G': (10e9 * (128 / 132)) / 8,
  '20G': (20e9 * (128 / 132)) / 8,
} as const;
