import * as z from 'zod';
import { oneLine } from '../../units/index.js';
import { levelOn } from '../../move/index.js';
import { buildWay } from '../../teardown/index.js';
import { sayRoles } from '../shape/actor.js';
import { missing } from '../gates/index.js';
import { NoteKindSchema, NoteSchema } from '../shape/note.js';
import { isBefore, PhaseSchema, SAY_PHASE } from '../shape/phases.js';
import { phaseAfter, phaseBefore } from '../reading/phases.js';
import { isHere } from '../reading/custody.js';
import { OldDriveFateSchema, SanitisedSchema } from '../shape/custody.js';
import { isUnfitToStay, mediumKnown } from '../reading/old-drive.js';
import { slotsOnBench } from '../reading/place-of.js';
import type { JobState } from '../shape/state.js';
import { sayItem, stillOut } from '../reading/tray.js';
import { hasWalked } from '../reading/walk.js';
import { accept, ANYONE, BENCH, command, refuse, type Context, type Decision } from './define.js';
import { enterWay } from './enter-way.js';

/** Goes on to the next phase, if the gate of this one is open. `from` guards against a stale screen. */
export const advance = command('advance', {
  shape: {
    from: PhaseSchema,
  },
  by: BENCH,
  asks: ['model', 'policy'],
  decide: (job, { from }, context) => {
    if (from !== job.phase) return refuse('moved-on', `The job is at '${SAY_PHASE[job.phase]}' already.`);
    const open = missing(job);
    if (open.length > 0) return refuse('gate', open.map((one) => one.sentence).join(' '));
    if (job.way?.scouting && from === 'way-out') return accept({ type: 'scouted' });
    const next = phaseAfter(job);
    if (!next) return refuse('end', 'This is the last part: hand the machine over.');
    // As long as nothing was walked the way is planned anew: the guide, the policy or the drive may be another now.
    return next === 'way-in' && !hasWalked(job) ? planAndEnter(job, context) : accept({ type: 'phase-entered', phase: next });
  },
});

function planAndEnter(job: JobState, { knowledge }: Context<'model' | 'policy'>): Decision {
  const model = knowledge.model(job.intake.modelId);
  if (!model || !job.choice) return refuse('no-model', 'The guide of this model is not at hand. Load the page again.');
  const policy = knowledge.policy();
  const way = buildWay(model, job.choice.slot, job.choice.verdict.extras, { policy, slots: slotsOnBench(model, job) });
  return enterWay(model.guide, way, null, policy.tryBeforeClosing);
}

/** Back to an earlier phase, as long as nothing done with hands stands between. */
export const returnTo = command('return-to', {
  shape: {
    phase: PhaseSchema,
  },
  by: BENCH,
  decide: (job, { phase }) => {
    if (job.endedEarly) return refuse('ended', 'This job ended without a repair.');
    if (phase === 'intake' || !isBefore(phase, job.phase))
      return refuse('not-back', `'${SAY_PHASE[phase]}' is not before '${SAY_PHASE[job.phase]}'.`);
    if (job.way?.scouting && isBefore(phase, 'way-in'))
      return hasWalked(job)
        ? refuse('opened', 'The machine is open. Take the steps back, or walk the visit to its end.')
        : accept({ type: 'scouted' });
    const desk = isBefore(phase, 'way-in');
    if (desk && hasWalked(job))
      return refuse('opened', 'The machine is open. Walk it out, or take the steps back, before you change what was decided.');
    // Within the machine one goes back leg by leg: each has its own things on the tray.
    const before = phaseBefore(job);
    const neighbours = phase === before;
    const handsBetween = !isBefore(phase, 'way-in') && isBefore(phase, 'set-up') && !neighbours;
    if (handsBetween)
      return refuse('one-at-a-time', `Go back one part at a time: from '${SAY_PHASE[job.phase]}' to '${SAY_PHASE[before]}'.`);
    return accept({ type: 'phase-entered', phase });
  },
});

export const waive = command('waive', {
  shape: {
    code: z.string(),
    reason: z.string().trim().min(3, 'A waiver needs a reason: say why it may stay open.').max(300),
  },
  by: ANYONE,
  decide: (job, { code, reason }, { roles }) => {
    const open = missing(job).find((one) => one.code === code);
    if (!open) return refuse('not-missing', 'That is not missing any more.');
    if (open.waivableBy.length === 0) return refuse('not-waivable', `This cannot be waived: ${open.sentence}`);
    if (!open.waivableBy.some((role) => roles.includes(role)))
      return refuse('role', `Only ${sayRoles(open.waivableBy)} waives this. Ask one of them, or sign in as one.`);
    return accept({ type: 'waived', code, what: open.sentence, reason });
  },
});

export const note = command('note', {
  shape: {
    text: z.string().trim().min(1, 'Write the note first.').max(2000),
    stepId: z.string().nullable(),
    kind: NoteKindSchema.optional(),
    photos: NoteSchema.shape.photos.unwrap().optional(),
    measured: NoteSchema.shape.measured.unwrap().optional(),
  },
  by: ANYONE,
  closedToo: true,
  decide: (job, { text, stepId, kind = 'note', photos = [], measured = null }) => {
    const note = { text, stepId, kind, photos, measured };
    if (note.kind === 'measure' && note.measured === null) return refuse('no-measure', 'Type the length that was measured.');
    const step = job.way?.steps.find((one) => one.id === note.stepId);
    if (note.kind !== 'correction') return accept({ type: 'noted', ...note, about: null });
    if (!job.way || !step) return refuse('no-step', 'A correction belongs to a step: look at the step it is about.');
    const about = { modelId: job.intake.modelId, operationId: step.operationId, guideVersion: job.way.guideVersion };
    return accept({ type: 'noted', ...note, about });
  },
});

export const settleOldDrive = command('settle-old-drive', {
  shape: {
    fate: OldDriveFateSchema,
    until: z.iso.date('Choose the day until which it is kept.').nullable(),
    /** `medium`: of a drive that nothing on the job tells the kind of. */
    sanitised: SanitisedSchema.omit({ level: true }).nullable().optional(),
    note: z.string().trim().max(300),
  },
  by: ANYONE,
  closedToo: true,
  decide: (job, { fate, until, sanitised, note: words }) => {
    if (job.phase !== 'hand-over') return refuse('too-early', 'The old drive’s way is settled at hand-over.');
    if (job.closed && !isHere(job)) return refuse('gone', 'The old drive is not here any more; its record is closed.');
    const out = stillOut(job).some((item) => item.kind === 'drive');
    if (fate === 'stays-in-use' && out) return refuse('is-out', 'The old drive is out of the machine: say where it goes.');
    if (fate === 'stays-in-use' && isUnfitToStay(job))
      return refuse(
        'unfit',
        'By what was found the old drive does not read well: it must not stay the one that is used. Leave it in unplugged, or take it out.',
      );
    if (fate === 'kept-as-fallback' && !until) return refuse('until', 'Say until which day it is kept.');
    if (fate !== 'sanitised') return accept({ type: 'old-drive-settled', fate, until, sanitised: null, note: words });
    if (!sanitised) return refuse('method', 'Say by which method it was sanitised, and how that was checked.');
    const medium = sanitised.medium ?? mediumKnown(job);
    if (!medium) return refuse('medium', 'Nobody has said what kind of drive the old one is. Say it: the level of a method hangs on it.');
    const level = levelOn(sanitised.method, medium);
    if (level === null) return refuse('no-effect', 'That method does nothing on a drive of this kind. Choose one that does.');
    return accept({ type: 'old-drive-settled', fate, until: null, sanitised: { ...sanitised, medium, level }, note: words });
  },
});

/** Things of the tray that a sentence names. */
const MOST_NAMED = 3;

/** The machine goes back without a repair: only closed up, with nothing of it on the tray. */
export const endEarly = command('end-early', {
  shape: {
    reason: z.string().trim().min(3, 'Say why the machine goes back unrepaired.').max(500),
    /** Whom it is referred to; unset: it simply goes back. */
    referredTo: oneLine().max(80).nullable().optional(),
  },
  by: BENCH,
  asks: ['pricing'],
  decide: (job, { reason, referredTo = null }, { knowledge }) => {
    if (job.phase === 'hand-over') return refuse('at-end', 'The job is at hand-over already.');
    const out = stillOut(job);
    if (out.length > 0) {
      const more = out.length > MOST_NAMED ? `, and ${out.length - MOST_NAMED} more` : '';
      const named = `${out.slice(0, MOST_NAMED).map(sayItem).join(', ')}${more}`;
      return out.every((item) => item.kind === 'setting')
        ? refuse('settings', `Turn on again first what was turned off before the opening: ${named}.`)
        : refuse('tray', `Put back first what is still on the tray: ${named}.`);
    }
    if (hasWalked(job) && isBefore(job.phase, 'set-up')) return refuse('open', 'The machine is open: walk the way out first.');
    return accept({ type: 'ended-early', reason, referredTo: referredTo === '' ? null : referredTo, looking: knowledge.pricing() });
  },
});

export const handOver = command('hand-over', {
  shape: {
    to: oneLine().min(1, 'Say who took the machine.').max(80),
  },
  by: ANYONE,
  decide: (job, { to }) => {
    if (job.phase !== 'hand-over')
      return refuse('too-early', `The job is at '${SAY_PHASE[job.phase]}'; it is not ready to be handed over.`);
    const open = missing(job);
    return open.length > 0 ? refuse('gate', open.map((one) => one.sentence).join(' ')) : accept({ type: 'handed-over', to });
  },
});
