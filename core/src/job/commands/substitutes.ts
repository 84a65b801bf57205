import * as z from 'zod';
import { judgeSubstitute } from '../../fit/index.js';
import { ScrewSchema, type Part, type Screw } from '../../hardware/index.js';
import { oneLine } from '../../units/index.js';
import { LostHowSchema, OwnScrewFateSchema, ScrewFromSchema, SeenInHoleSchema } from '../shape/substitute.js';
import { holesToFill, unsettledScrews, type OpenHoles } from '../reading/substitutes.js';
import type { JobState } from '../shape/state.js';
import { accept, HANDS, command, refuse, type Decision } from './define.js';

/**
 * Puts another screw into a hole on the way back: booked as what it is, and only after it was judged in that
 * very hole.
 */
export const substituteScrew = command('substitute-screw', {
  shape: {
    /** New for each: the tray and the page name it by that. */
    id: z.string().min(1).max(60),
    stepId: z.string(),
    key: z.string(),
    /** How many were open when the hand did this: two people do not fill a hole twice. */
    open: z.number().int().min(1),
    count: z.number('How many?').int('Whole screws.').min(1, 'One at the least.').max(40),
    became: OwnScrewFateSchema,
    from: ScrewFromSchema,
    partId: z.string().nullable(),
    /** Read where it is none of the shelf. */
    screw: ScrewSchema.nullable(),
    where: oneLine().max(80),
    seen: SeenInHoleSchema,
  },
  by: HANDS,
  asks: ['parts'],
  decide: (job, command, { knowledge }) => {
    const { id, stepId, key, count, became, from, where, seen } = command;
    const holes = holesToFill(job).find((one) => one.stepId === stepId && one.thing.key === key);
    if (!holes) return refuse('no-open-hole');
    const against = holesAgainst(job, holes, command);
    if (against) return against;
    const { screw, part } = screwMeant(command, knowledge.parts());
    if (!screw) return refuse('which-screw');
    if (part && part.inStock < count) return refuse('few-screws', { inStock: part.inStock });
    if (from === 'borrowed' && where === '') return refuse('owed-to');
    const verdict = judgeSubstitute(holes.hole, screw, seen);
    if (verdict.verdict !== 'fits') return refuse('screw-not-there', { because: verdict.sentence });
    return accept({
      type: 'screw-substituted',
      id,
      stepId,
      title: holes.title,
      key,
      own: holes.thing.screw,
      became,
      count,
      screw,
      from,
      partId: part?.id ?? null,
      where,
      seen,
      sentence: verdict.sentence,
    });
  },
});

type Asked = z.infer<typeof substituteScrew.schema>;

/** Somebody else was at those holes meanwhile, or there are fewer of them. */
function holesAgainst(
  job: JobState,
  holes: OpenHoles,
  { id, open, count }: Pick<Asked, 'id' | 'open' | 'count'>,
): Decision | null {
  if (holes.open !== open || job.substitutes.some((one) => one.id === id))
    return refuse('holes-meanwhile', { open: holes.open });
  return count > holes.open ? refuse('too-many', { count: holes.open, label: holes.thing.label }) : null;
}

/** Of the shelf by its id, any other as it was read. */
function screwMeant(
  { from, partId, screw }: Pick<Asked, 'from' | 'partId' | 'screw'>,
  parts: readonly Part[],
): { screw: Screw | null; part: Part | null } {
  if (from !== 'shelf') return { screw, part: null };
  const part = parts.find((one) => one.id === partId);
  return part?.kind === 'screw' ? { screw: part.screw, part } : { screw: null, part: null };
}

/** A lost screw is found, or somebody says that it is not in the machine. */
export const settleLostScrew = command('settle-lost-screw', {
  shape: { id: z.string(), how: LostHowSchema },
  by: HANDS,
  decide: (job, { id, how }) =>
    unsettledScrews(job).some((one) => one.id === id && one.what === 'lost')
      ? accept({ type: 'lost-screw-settled', id, how })
      : refuse('screw-settled'),
});

export const giveScrewBack = command('give-screw-back', {
  shape: { id: z.string() },
  by: HANDS,
  decide: (job, { id }) =>
    unsettledScrews(job).some((one) => one.id === id && one.what === 'owed')
      ? accept({ type: 'owed-screw-given-back', id })
      : refuse('screw-settled'),
});
