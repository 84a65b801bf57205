import * as z from 'zod';
import { SerialSchema } from '../shape/serial.js';
import { ShownFiguresSchema } from '../shape/shown.js';
import { changeById, mainDrive } from '../reading/changes.js';
import { judgeShown, othersToBeShown, SHOWS_BY, type ShowsBy } from '../reading/expects.js';
import { accept, HANDS, command, refuse, type Decision } from './define.js';

/** What the machine shows of one change besides the main drive: at the start, and once it is closed. */
export const showChange = command('show-change', {
  shape: { changeId: z.string(), ...ShownFiguresSchema.shape },
  by: HANDS,
  asks: ['model'],
  decide: (job, { type: _, changeId, ...told }, { knowledge }) => {
    const change = othersToBeShown(job).find((one) => one.id === changeId);
    if (!change) return refuse('unknown-change');
    if (job.phase !== 'try' && job.phase !== 'prove') return refuse('shown-when');
    const by = SHOWS_BY[change.kind];
    const against = figureMissing(by, told);
    if (against) return against;
    const figures = figuresOf(by, told);
    const verdict = judgeShown(change, figures, knowledge.model(job.intake.modelId) ?? null, job);
    const when = job.phase === 'try' ? ('start' as const) : ('closed' as const);
    return accept({ type: 'change-shown', changeId, when, shown: { ...figures, ...verdict } });
  },
});

type Told = z.infer<typeof ShownFiguresSchema>;

/** What has to be said with it, by how it shows. */
function figureMissing(by: ShowsBy, { ok, size, gib, note }: Told): Decision | null {
  if (!ok) return by === 'seen' && note.length < 3 ? refuse('why-not-working') : null;
  if (by === 'size' && !size) return refuse('size');
  return by === 'memory' && gib === null ? refuse('memory-shown') : null;
}

/** Only the figures that its kind has: a battery shows no size. */
function figuresOf(by: ShowsBy, told: Told): Told {
  const none = { ...told, size: null, gib: null, megatransfers: null };
  if (!told.ok) return none;
  if (by === 'size') return { ...none, size: told.size };
  return by === 'memory' ? { ...none, gib: told.gib, megatransfers: told.megatransfers } : none;
}

/** Serial of what goes in, or came out, with a change besides the main drive. */
export const recordChangeSerial = command('record-change-serial', {
  shape: { changeId: z.string(), which: z.enum(['old', 'new']), serial: SerialSchema.max(60) },
  by: HANDS,
  decide: (job, { changeId, which, serial }) =>
    changeById(job, changeId) && changeId !== mainDrive(job)?.id
      ? accept({ type: 'change-serial-recorded', changeId, which, serial })
      : refuse('unknown-change'),
});
