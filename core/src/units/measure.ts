import * as z from 'zod';

/** Where a length came from; it decides the tolerance when none is stated. */
const MeasuredWithSchema = z.enum(['spec', 'callipers', 'ruler']);

/** A length in millimetres with its symmetric tolerance, read as a 95 % half-width. */
export const MeasureSchema = z.strictObject({
  mm: z.number().min(0).max(1000),
  plusMinusMm: z.number().min(0).max(10),
  from: MeasuredWithSchema,
});
export type Measure = z.infer<typeof MeasureSchema>;

/** Reading tolerances of hand tools, ± mm (common practice, no source). */
const READING_TOLERANCE_MM = { callipers: 0.05, ruler: 0.5 } as const;

/** A length taken from a specification, with the tolerance given there. */
export const spec = (mm: number, plusMinusMm = 0): Measure => ({ mm, plusMinusMm, from: 'spec' });

/** A length read off a hand tool; the tool's own tolerance is filled in. */
export const readOff = (tool: 'callipers' | 'ruler', mm: number): Measure => ({
  mm,
  plusMinusMm: READING_TOLERANCE_MM[tool],
  from: tool,
});

/** `4.98`, without the tolerance: at most two decimals, as many as there are. */
export const sayMm = (mm: number): string => String(Math.round(mm * 100) / 100).replace('-', '−');
