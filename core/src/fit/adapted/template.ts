import * as z from 'zod';
import { sayMm } from '../../units/index.js';

const mm = z.number().min(0).max(300);

/** A hole of the plate: first a pilot, then the full size. Places from the plate's upper left corner. */
const TemplateHoleSchema = z.strictObject({
  xMm: mm,
  yMm: mm,
  pilotMm: z.number().min(0.5, 'A pilot of 0.5 mm is the thinnest drill.').max(10),
  fullMm: z.number().min(0.8).max(12),
  what: z.string().max(40).default(''),
});
export type TemplateHole = z.infer<typeof TemplateHoleSchema>;

/** A plate that is made here, as measured: outline and holes, in mm. */
export const TemplateSchema = z.strictObject({
  lengthMm: z
    .number('Type the length in mm.')
    .min(5, 'At least 5 mm long.')
    .max(260, 'At most 260 mm long: it is printed on one sheet.'),
  widthMm: z
    .number('Type the width in mm.')
    .min(3, 'At least 3 mm wide.')
    .max(180, 'At most 180 mm wide: it is printed on one sheet.'),
  holes: z.array(TemplateHoleSchema).max(24),
});
export type Template = z.infer<typeof TemplateSchema>;

/**
 * Less metal than this between a hole and an edge, or two holes, tears: one hole's width (common practice, no
 * source).
 */
const LEAST_WEB = 1;

/** What would go wrong at the drill, in sentences. Empty: it can be made. */
export function templateFaults({ lengthMm, widthMm, holes }: Template): string[] {
  return holes.flatMap((hole, at) => {
    const name = `Hole ${at + 1}`;
    const web = Math.min(hole.xMm, hole.yMm, lengthMm - hole.xMm, widthMm - hole.yMm) - hole.fullMm / 2;
    const faults: string[] = [];
    if (hole.pilotMm >= hole.fullMm)
      faults.push(
        `${name}: the pilot (${sayMm(hole.pilotMm)} mm) has to be smaller than the full hole (${sayMm(hole.fullMm)} mm).`,
      );
    if (web < 0) faults.push(`${name} breaks out of the plate: move it in by ${sayMm(-web)} mm at least.`);
    else if (web < hole.fullMm * LEAST_WEB)
      faults.push(
        `${name} leaves ${sayMm(web)} mm of metal at the edge; ${sayMm(hole.fullMm * LEAST_WEB)} mm or more does not tear.`,
      );
    for (const [other, twin] of holes.slice(0, at).entries()) {
      const apart = Math.hypot(hole.xMm - twin.xMm, hole.yMm - twin.yMm) - (hole.fullMm + twin.fullMm) / 2;
      if (apart < LEAST_WEB)
        faults.push(`${name} runs into hole ${other + 1}: ${sayMm(Math.max(0, apart))} mm between them.`);
    }
    return faults;
  });
}

/** How it is made, in order; the words stand on the sheet (common practice, no source). */
export const TEMPLATE_STEPS: readonly string[] = [
  'Check the print: the ruler below must measure 100 mm.',
  'Glue the sheet on, centre-punch each cross.',
  'Drill away from the machine: pilot first, then full size.',
  'Deburr both faces, wipe off every chip of metal.',
  'Lay it on dry: it must lie flush before anything is screwed.',
];
