/** Pitch, mm. Metric coarse: ISO 261. 6-32 UNC: 32 turns an inch (ASME B1.1, from memory). */
export const COARSE_PITCH_MM = {
  'M1.4': 0.3,
  'M1.6': 0.35,
  M2: 0.4,
  'M2.5': 0.45,
  M3: 0.5,
  '6-32': 25.4 / 32,
} as const;
export type Thread = keyof typeof COARSE_PITCH_MM;

/** Outer diameter of a 6-32 screw: 0.138 inch (ASME B1.1, from memory). */
const NO_6_INCH = 0.138;

/** Nominal outer diameter of a thread, mm. */
export const diameterMm = (thread: Thread): number =>
  thread === '6-32' ? NO_6_INCH * 25.4 : Number(thread.slice(1));

/** Fewest turns of thread that hold (common practice, no source). */
export const LEAST_TURNS = 3;

/**
 * How far a side or bottom screw may go into a 2.5- or 3.5-inch drive, mm (SFF-8201 and SFF-8301, from
 * memory).
 */
export const DRIVE_SCREW_DEPTH_MM = 3;
