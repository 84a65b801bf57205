/** ISO metric coarse pitch, mm (ISO 261). */
export const COARSE_PITCH_MM = { 'M1.4': 0.3, 'M1.6': 0.35, M2: 0.4, 'M2.5': 0.45, M3: 0.5 } as const;
export type MetricThread = keyof typeof COARSE_PITCH_MM;

/** Nominal diameter of a metric thread, mm. */
export const diameterMm = (thread: MetricThread): number => Number(thread.slice(1));
