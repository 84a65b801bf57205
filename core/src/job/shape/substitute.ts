import * as z from 'zod';
import { ScrewSchema } from '../../hardware/index.js';
import { part } from './part.js';
import { Stamp, StampSchema } from './stamp.js';

/** What became of the screw that belongs into a hole. `lent`: it holds something else of this machine. */
export const OwnScrewFateSchema = z.enum(['lost', 'lent', 'worn']);
export type OwnScrewFate = z.infer<typeof OwnScrewFateSchema>;
export const SAY_OWN_SCREW: Record<OwnScrewFate, string> = {
  lost: 'lost',
  lent: 'lent to another hole of this machine',
  worn: 'worn or broken',
};

/** Where the other one comes from. `borrowed`: from somebody who wants it back. */
export const ScrewFromSchema = z.enum(['shelf', 'machine', 'borrowed', 'found-here']);
export type ScrewFrom = z.infer<typeof ScrewFromSchema>;
export const SAY_SCREW_FROM: Record<ScrewFrom, string> = {
  shelf: 'from the shelf',
  machine: 'of this machine',
  borrowed: 'borrowed',
  'found-here': 'of the bench’s odd screws',
};

/** How a lost screw was settled. `searched`: looked for in the machine, and it is not in there. */
export const LostHowSchema = z.enum(['found', 'searched']);
export type LostHow = z.infer<typeof LostHowSchema>;

/** What somebody saw of it in its hole; null: nobody had to look. */
export const SeenInHoleSchema = z.strictObject({
  depthMm: z.number('Type millimetres.').min(0.5).max(60).nullable(),
  turns: z.number('Type whole or half turns.').min(0).max(60).nullable(),
  headSits: z.boolean().nullable(),
});

/** Screws of another kind in holes of one step, in place of their own. */
export const SubstituteSchema = z.strictObject({
  id: z.string(),
  stepId: z.string(),
  title: z.string(),
  key: z.string(),
  own: ScrewSchema,
  became: OwnScrewFateSchema,
  count: z.number().int().min(1).max(40),
  screw: ScrewSchema,
  from: ScrewFromSchema,
  /** Of the shelf; null: it is none of it. */
  partId: z.string().nullable(),
  /** From whom, or from which hole. */
  where: z.string(),
  seen: SeenInHoleSchema,
  /** Why it may go in there, as it was judged then. */
  sentence: z.string(),
  /** Which tick of the way put it in: it goes with it where that is taken back. Null: that way is over. */
  tick: z.number().int().min(0).nullable(),
  lostSettled: z.strictObject({ how: LostHowSchema, ...Stamp }).nullable(),
  givenBack: StampSchema.nullable(),
  ...Stamp,
});
export type Substitute = z.infer<typeof SubstituteSchema>;

export const substitutesPart = part({ substitutes: z.array(SubstituteSchema) }, { substitutes: [] });
