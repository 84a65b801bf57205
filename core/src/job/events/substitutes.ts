import * as z from 'zod';
import { LostHowSchema, SubstituteSchema } from '../shape/substitute.js';
import { saySubstitute, trayOf, unsettledId } from '../reading/substitutes.js';
import { clearItem } from '../reading/tray.js';
import { event } from './define.js';
import { stamp } from '../shape/stamp.js';
import { put } from './way.js';

/** Another screw went into a hole: it is closed, and what is lost or owed lies on the tray until settled. */
export const screwSubstituted = event('screw-substituted', {
  shape: SubstituteSchema.omit({ tick: true, lostSettled: true, givenBack: true, by: true, at: true }).shape,
  touches: ['stock'],
  evolve: (job, { type: _, ...own }, meta) => {
    const step = job.way?.steps.find((one) => one.id === own.stepId);
    if (!job.way || !step) return job;
    const one = {
      ...own,
      tick: job.way.ticks.length,
      lostSettled: null,
      givenBack: null,
      ...stamp(meta),
    };
    const walked = put(job, own, meta);
    return {
      ...walked,
      substitutes: [...job.substitutes, one],
      tray: [...walked.tray, ...trayOf(one, step.layer)],
    };
  },
  tells: (own, job) =>
    `Another screw at ‘${own.title}’: ${saySubstitute({ ...own, tick: 0, lostSettled: null, givenBack: null, by: job.openedBy, at: '' })}.`,
});

export const lostScrewSettled = event('lost-screw-settled', {
  shape: { id: z.string(), how: LostHowSchema },
  evolve: (job, { id, how }, meta) => ({
    ...job,
    tray: clearItem(job.tray, unsettledId(id, 'lost')),
    substitutes: job.substitutes.map((one) =>
      one.id === id ? { ...one, lostSettled: { how, ...stamp(meta) } } : one,
    ),
  }),
  tells: ({ how }) =>
    how === 'found'
      ? 'The lost screw was found.'
      : 'The lost screw was looked for in the machine: it is not in there.',
});

export const owedScrewGivenBack = event('owed-screw-given-back', {
  shape: { id: z.string() },
  evolve: (job, { id }, meta) => ({
    ...job,
    tray: clearItem(job.tray, unsettledId(id, 'owed')),
    substitutes: job.substitutes.map((one) => (one.id === id ? { ...one, givenBack: stamp(meta) } : one)),
  }),
  tells: () => 'The borrowed screw was given back in kind.',
});
