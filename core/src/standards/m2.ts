import { spec, type Measure } from '../units/index.js';

/** Keys cut into an M.2 storage drive's edge. `B+M` has both notches. */
export type DriveKey = 'B' | 'M' | 'B+M';
/** Key of an M.2 storage socket: exactly one rib. */
export type SocketKey = 'B' | 'M';

/** Printed circuit board of an M.2 drive: 0.8 mm ±10 % (PCI Express M.2 specification, from memory). */
export const M2_BOARD: Measure = spec(0.8, 0.08);

/** Outline tolerance of an M.2 board, ± mm (PCI Express M.2 specification, from memory). */
export const M2_OUTLINE_TOLERANCE_MM = 0.15;

/** Width of every drive of the 22 family (PCI Express M.2 specification, from memory). */
export const M2_WIDTH: Measure = spec(22, M2_OUTLINE_TOLERANCE_MM);

/** Lengths of the 22-wide family, mm. */
export const M2_LENGTHS_MM = [30, 42, 60, 80, 110] as const;

/** A rib goes into its own notch; B+M has both notches (PCI Express M.2 specification, from memory). */
export const keyAdmits = (socket: SocketKey, drive: DriveKey): boolean => drive === 'B+M' || drive === socket;
