import * as z from 'zod';
import { oneLine } from '../../units/index.js';
import { WaitsForSchema } from '../shape/wait-kind.js';
import { accept, ANYONE, HANDS, command, refuse } from './define.js';

/** Takes the job up, or over from somebody else. */
export const takeUp = command('take-up', {
  shape: {},
  by: HANDS,
  decide: (job, _, { by }) => (job.hands?.by.id === by.id ? refuse('yours') : accept({ type: 'taken-up' })),
});

export const waitFor = command('wait-for', {
  shape: {
    kind: WaitsForSchema,
    what: oneLine().min(3, 'Say what it waits for.').max(120),
    who: oneLine().max(80).default(''),
    until: z.iso.date('A day, as year-month-day.').nullable(),
  },
  by: ANYONE,
  decide: (_, { kind, what, who, until }) => accept({ type: 'waiting-began', kind, what, who, until }),
});

export const stopWaiting = command('stop-waiting', {
  shape: {
    how: z.string().trim().max(200).default(''),
  },
  by: ANYONE,
  decide: (job, { how }) => (job.waiting ? accept({ type: 'waiting-ended', how }) : refuse('not-waiting')),
});
