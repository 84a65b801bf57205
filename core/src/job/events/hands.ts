import * as z from 'zod';
import { WaitsForSchema, SAY_WAIT } from '../shape/wait-kind.js';
import { event } from './define.js';
import { stamp } from '../shape/stamp.js';
import { sayDate } from '../../units/index.js';

/** Somebody puts hands on it: the job is theirs until another takes it over. */
export const takenUp = event('taken-up', {
  shape: {},
  evolve: (job, _, meta) => ({ ...job, hands: stamp(meta) }),
  tells: () => 'Took it up.',
});

export const waitingBegan = event('waiting-began', {
  shape: {
    kind: WaitsForSchema,
    what: z.string(),
    who: z.string(),
    until: z.string().nullable(),
  },
  evolve: (job, { kind, what, who, until }, meta) => ({
    ...job,
    waiting: { kind, what, who, until, ...stamp(meta) },
  }),
  tells: ({ kind, what, until }) =>
    `Waits for ${SAY_WAIT[kind]}: ${what}${until ? `, until ${sayDate(until)}` : ''}.`,
});

export const waitingEnded = event('waiting-ended', {
  shape: { how: z.string() },
  evolve: (job) => ({
    ...job,
    waiting: null,
  }),
  tells: ({ how }) => `Waits no longer${how ? `: ${how}` : ''}.`,
});
