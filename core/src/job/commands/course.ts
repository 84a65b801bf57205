import * as z from 'zod';
import { oneLine } from '../../units/index.js';
import { levelOn } from '../../move/index.js';
import { buildOpening } from '../../opening/index.js';
import { missing } from '../gates/index.js';
import { NoteKindSchema, NoteSchema } from '../shape/note.js';
import { isBefore, PhaseSchema } from '../shape/phases.js';
import { hasMoreRounds, phaseAfter, phaseBefore } from '../reading/phases.js';
import { isHere } from '../reading/custody.js';
import { oldDrives } from '../reading/old-drives.js';
import { OldDriveFateSchema, SanitisedSchema } from '../shape/custody.js';
import { isUnfitToStay, mediumKnown } from '../reading/old-drive.js';
import { foundForWay } from '../reading/found-for-way.js';
import type { JobState } from '../shape/state.js';
import { sayItem, stillOut } from '../reading/tray.js';
import { hasWalked } from '../reading/walk.js';
import { accept, ANYONE, HANDS, command, refuse, type Context, type Decision } from './define.js';
import { enterWay } from './enter-way.js';
import { targetsOf } from '../reading/targets.js';

/** Goes on to the next phase, if the gate of this one is open. `from` guards against a stale screen. */
export const advance = command('advance', {
  shape: {
    from: PhaseSchema,
  },
  by: HANDS,
  asks: ['model', 'policy'],
  decide: (job, { from }, context) => {
    if (from !== job.phase) return refuse('moved-on', { phase: job.phase });
    const open = missing(job);
    if (open.length > 0) return refuse('gate', { missing: open });
    if (job.way?.scouting && from === 'way-out') return accept({ type: 'scouted' });
    const next = phaseAfter(job);
    if (!next) return refuse('end');
    // As long as nothing was walked the way is planned anew: the guide, the policy or the drive may be
    // another now.
    return next === 'way-in' && !hasWalked(job)
      ? planAndEnter(job, context)
      : accept({ type: 'phase-entered', phase: next, round: roundAfter(job) });
  },
});

/** Once what is in was tried, the next round's changes come. */
const roundAfter = (job: JobState): number => (job.way?.round ?? 1) + (hasMoreRounds(job) ? 1 : 0);

function planAndEnter(job: JobState, { knowledge }: Context<'model' | 'policy'>): Decision {
  const model = knowledge.model(job.intake.modelId);
  const targets = model ? targetsOf(model, job) : [];
  if (!model || targets.length === 0) return refuse('no-model');
  const policy = knowledge.policy();
  const way = buildOpening(model, targets, foundForWay(model, job, policy));
  return enterWay(model.guide, way, null, policy.tryBeforeClosing);
}

/** Back to an earlier phase, as long as nothing done with hands stands between. */
export const returnTo = command('return-to', {
  shape: {
    phase: PhaseSchema,
  },
  by: HANDS,
  decide: (job, { phase }) => {
    if (job.endedEarly) return refuse('ended-unrepaired');
    if (phase === 'intake' || !isBefore(phase, job.phase))
      return refuse('not-back', { phase, from: job.phase });
    if (job.way?.scouting && isBefore(phase, 'way-in'))
      return hasWalked(job) ? refuse('opened-on-visit') : accept({ type: 'scouted' });
    const desk = isBefore(phase, 'way-in');
    if (desk && hasWalked(job)) return refuse('opened');
    // Within the machine one goes back leg by leg: each has its own things on the tray.
    const before = phaseBefore(job);
    const neighbours = phase === before;
    const handsBetween = !isBefore(phase, 'way-in') && isBefore(phase, 'set-up') && !neighbours;
    if (handsBetween) return refuse('one-at-a-time', { from: job.phase, to: before });
    return accept({ type: 'phase-entered', phase, round: job.way?.round ?? 1 });
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
    if (!open) return refuse('not-missing');
    if (open.waivableBy.length === 0) return refuse('not-waivable', { because: open.sentence });
    if (!open.waivableBy.some((role) => roles.includes(role)))
      return refuse('role-waives', { by: open.waivableBy });
    return accept({ type: 'waived', code, facts: open.facts, what: open.sentence, reason });
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
    if (note.kind === 'measure' && note.measured === null) return refuse('no-measure');
    const step = job.way?.steps.find((one) => one.id === note.stepId);
    if (note.kind !== 'correction') return accept({ type: 'noted', ...note, about: null });
    if (!job.way || !step) return refuse('no-step');
    const about = {
      modelId: job.intake.modelId,
      operationId: step.operationId,
      guideVersion: job.way.guideVersion,
    };
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
    /** Of the change whose place it came from; unset: the one that the main drive came in for. */
    changeId: z.string().optional(),
  },
  by: ANYONE,
  closedToo: true,
  decide: (job, { fate, until, sanitised, note: words, changeId = '' }) => {
    if (job.phase !== 'hand-over') return refuse('settled-at-hand-over');
    const against =
      driveAgainst(job, changeId) ?? (fate === 'stays-in-use' ? stayAgainst(job, changeId) : null);
    if (against) return against;
    if (fate === 'kept-as-fallback' && !until) return refuse('until');
    if (fate !== 'sanitised')
      return accept({ type: 'old-drive-settled', changeId, fate, until, sanitised: null, note: words });
    if (!sanitised) return refuse('method');
    const medium = sanitised.medium ?? (changeId === '' ? mediumKnown(job) : null);
    if (!medium) return refuse('medium');
    const level = levelOn(sanitised.method, medium);
    if (level === null) return refuse('no-effect');
    return accept({
      type: 'old-drive-settled',
      changeId,
      fate,
      until: null,
      sanitised: { ...sanitised, medium, level },
      note: words,
    });
  },
});

/** It is none of this job's, or gone with its customer. */
function driveAgainst(job: JobState, changeId: string): Decision | null {
  if (changeId !== '' && !oldDrives(job).some((one) => one.changeId === changeId))
    return refuse('unknown-change');
  return job.closed && !isHere(job, changeId) ? refuse('gone', { what: 'The old drive' }) : null;
}

/** What speaks against an old drive staying in use. */
function stayAgainst(job: JobState, changeId: string): Decision | null {
  if (stillOut(job).some((item) => item.kind === 'drive')) return refuse('is-out');
  return changeId === '' && isUnfitToStay(job) ? refuse('unfit') : null;
}

/** Things of the tray that a sentence names. */
const MOST_NAMED = 3;

/** The machine goes back without a repair: only closed up, with nothing of it on the tray. */
export const endEarly = command('end-early', {
  shape: {
    reason: z.string().trim().min(3, 'Say why the machine goes back unrepaired.').max(500),
    /** Whom it is referred to; unset: it simply goes back. */
    referredTo: oneLine().max(80).nullable().optional(),
  },
  by: HANDS,
  asks: ['pricing'],
  decide: (job, { reason, referredTo = null }, { knowledge }) => {
    if (job.phase === 'hand-over') return refuse('at-end');
    const out = stillOut(job);
    if (out.length > 0) {
      const more = out.length > MOST_NAMED ? `, and ${out.length - MOST_NAMED} more` : '';
      const named = `${out.slice(0, MOST_NAMED).map(sayItem).join(', ')}${more}`;
      return out.every((item) => item.kind === 'setting')
        ? refuse('settings', { named })
        : refuse('tray', { named });
    }
    if (hasWalked(job) && isBefore(job.phase, 'set-up')) return refuse('open');
    return accept({
      type: 'ended-early',
      reason,
      referredTo: referredTo === '' ? null : referredTo,
      looking: knowledge.pricing(),
    });
  },
});

export const handOver = command('hand-over', {
  shape: {
    to: oneLine().min(1, 'Say who took the machine.').max(80),
  },
  by: ANYONE,
  decide: (job, { to }) => {
    if (job.phase !== 'hand-over') return refuse('not-ready', { phase: job.phase });
    const open = missing(job);
    return open.length > 0 ? refuse('gate', { missing: open }) : accept({ type: 'handed-over', to });
  },
});
