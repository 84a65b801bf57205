import { spec, type Measure } from '../units/index.js';

/** Keys cut into an M.2 storage drive's edge. `B+M` has both notches. */
type DriveKey = 'B' | 'M' | 'B+M';
/** Key of an M.2 storage socket: exactly one rib. */
type SocketKey = 'B' | 'M';

/** Printed circuit board of an M.2 drive: 0.8 mm ±10 % (PCI Express M.2 specification, from memory). */
export const M2_BOARD: Measure = spec(0.8, 0.08);

/** Outline tolerance of an M.2 board, ± mm (PCI Express M.2 specification, from memory). */
export const M2_OUTLINE_TOLERANCE_MM = 0.15;

/** Width of every drive of the 22 family (PCI Express M.2 specification, from memory). */
export const M2_WIDTH: Measure = spec(22, M2_OUTLINE_TOLERANCE_MM);

/**
 * Half-round notch at the far end and the ring around it that a screw head may cover, mm across (same source,
 * from memory).
 */
export const M2_NOTCH_MM = 3.5;
export const M2_KEEP_OUT_MM = 5.5;

/** A rib goes into its own notch; B+M has both notches (PCI Express M.2 specification, from memory). */
export const keyAdmits = (socket: SocketKey, drive: DriveKey): boolean => drive === 'B+M' || drive === socket;

/**
 * The edge has 75 positions at 0.5 mm; a key takes eight of them (PCI Express M.2 specification, from
 * memory).
 */
const M2_POSITIONS = 75;
const M2_KEY_POSITIONS: Readonly<Record<SocketKey, readonly [first: number, last: number]>> = {
  B: [12, 19],
  M: [59, 66],
};

/** Contacts left on a drive's edge once its notches are cut. */
export const contactsOf = (key: DriveKey): number =>
  (['B', 'M'] as const).reduce((left, one) => {
    const [first, last] = M2_KEY_POSITIONS[one];
    return key === 'B+M' || key === one ? left - (last - first + 1) : left;
  }, M2_POSITIONS);

/**
 * Component heights by the code in a drive's type number, mm at most above and below the board
 * (PCI Express M.2 specification, from memory). S: parts on top only; D: on both faces.
 */
export const M2_HEIGHT_CODES = {
  S1: { top: 1.2, bottom: 0 },
  S2: { top: 1.35, bottom: 0 },
  S3: { top: 1.5, bottom: 0 },
  D1: { top: 1.2, bottom: 1.35 },
  D2: { top: 1.35, bottom: 1.35 },
  D3: { top: 1.5, bottom: 1.35 },
  D4: { top: 1.5, bottom: 0.7 },
  D5: { top: 1.5, bottom: 1.5 },
} as const;
