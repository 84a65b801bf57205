import { observationById, SAY_STAKE, shippedDiagnosis } from '../diagnose/index.js';
import { sayDrive } from '../hardware/index.js';
import {
  evolve,
  SAY_BACKUP,
  SAY_COMEBACK,
  SAY_COMPARED,
  SAY_HOW,
  SAY_KEY,
  SAY_NOTE,
  SAY_ORDER,
  SAY_PHASE,
  SAY_REMOVED,
  SAY_RUN,
  SAY_SEALED,
  SAY_TIMED,
  SAY_WAIT,
  sayCheck,
  sayPlan,
  setUpItems,
  type JobEvent,
  type JobState,
  type RecordedEvent,
} from '../job/index.js';
import { sayMbs } from '../prove/index.js';
import { sayDate, sayMarked, sayMm, sayMoney } from '../units/index.js';

/** One line of a job's history: who did what, when. */
export interface HistoryLine {
  readonly seq: number;
  readonly at: string;
  readonly by: string;
  readonly say: string;
  /** `phase`: the job goes on to another part; a heading rather than a deed. */
  readonly kind: 'phase' | 'deed';
}

type Tell = { [T in JobEvent['type']]: (event: Extract<JobEvent, { type: T }>, job: JobState) => string | null };

/** The history of a job in words, from the counter on. Ticks of one step are one line; what is of no interest later is left out. */
export function tellHistory(events: readonly RecordedEvent[]): HistoryLine[] {
  const lines: HistoryLine[] = [];
  let job: JobState | null = null;
  let lastStep: string | null = null;
  for (const recorded of events) {
    const { event, at, seq } = recorded;
    const before = job;
    job = evolve(job, recorded);
    const step = event.type === 'ticked' ? event.stepId : null;
    if (step !== null && step === lastStep) continue;
    lastStep = step;
    const tell = TELL[event.type] as (event: JobEvent, job: JobState) => string | null;
    const say = tell(event, before ?? job);
    if (say !== null) lines.push({ seq, at, by: recorded.by.name, say, kind: event.type === 'phase-entered' ? 'phase' : 'deed' });
  }
  return lines;
}

const stepTitle = (job: JobState, stepId: string): string => job.way?.steps.find((one) => one.id === stepId)?.title ?? stepId;
const observation = (about: 'before' | 'after', id: string): string => observationById(shippedDiagnosis(about), id)?.say ?? id;
const andNote = (note: string): string => (note ? ` (${note})` : '');
const moment = (iso: string): string => `${iso.slice(0, 10)} ${iso.slice(11, 16)} UTC`;
const companion = (job: JobState, id: string): string => job.companions.find((one) => one.id === id)?.label ?? 'The part on trial';
const orderOf = (job: JobState, id: string): string => job.orders.find((one) => one.id === id)?.what ?? 'What was ordered';
const size = (one: { shown: number; unit: string } | null): string => (one ? ` at ${one.shown} ${one.unit}` : '');

const TELL: Tell = {
  'job-opened': ({ intake }) =>
    `Took in ${intake.modelName}, ${intake.serial}, of ${intake.customer.name}: “${intake.complaint}”${intake.comebackOf ? ` It came back from job ${intake.comebackOf.number}.` : ''}`,
  'intake-amended': () => 'Changed what was written at the counter.',
  observed: ({ about = 'before', observation: id, seen, detail }) =>
    `${seen === 'seen' ? 'Seen' : 'Looked for and not seen'}: ${observation(about, id)}${andNote(detail ?? '')}.`,
  'report-read': ({ name }) => `Read the old drive’s self-report, ${name}.`,
  'listing-read': ({ name }) => `Read a list of drives, ${name}.`,
  'stake-stated': ({ stake }) => `Data: ${SAY_STAKE[stake]}.`,
  'test-set-aside': ({ testId, aside }) => (aside ? `Set a test aside that cannot be done here: ${testId}.` : null),
  'stop-met': ({ say }) => `Stop: ${say}`,
  'stop-fell': ({ why }) => `The stop holds no longer: ${why}`,
  'stop-step-done': ({ stepId }, job) => `Done for the stop: ${job.stop?.steps.find((one) => one.id === stepId)?.say ?? stepId}.`,
  'stop-way-chosen': ({ way }) => (way === 'refer' ? 'Decided to refer the drive to a specialist.' : 'Decided to image it once.'),
  'stop-lifted': ({ owner, words }) => `${owner} lifted the stop: “${words}”`,
  'run-started': ({ kind, bay, drive }) => `${SAY_RUN[kind]} began in bay ${bay}, ${drive}.`,
  'run-ended': ({ sentence }) => sentence,
  'run-progressed': () => null,
  concluded: ({ say, causeId, reason }) => `Concluded: ${say ?? causeId}. ${reason}`,
  cured: ({ what, checked }) => `Mended without a drive: ${what} ${checked}`,
  'causes-confirmed': ({ causeIds }) => (causeIds.length === 0 ? 'Nobody can tell what it had been.' : 'Confirmed what it had been.'),
  'need-stated': ({ usedGb, wantedGb }) =>
    usedGb === null && wantedGb === null
      ? null
      : `Needs: ${[usedGb && `${usedGb} GB in use`, wantedGb && `at least ${wantedGb} GB`].filter(Boolean).join(', ')}.`,
  'drive-measured': ({ measure }) => `Measured the drive: ${sayMm(measure.mm)} mm.`,
  'label-read': ({ watts }) => `Read ${watts} W off the drive’s label.`,
  looked: ({ key, answer }) => `Looked: ${key} ${typeof answer === 'string' ? answer : `${sayMm(answer.mm)} mm`}.`,
  'variant-settled': () => 'Settled which variant it is.',
  adapted: ({ label }) => `Adapted a part: ${label}.`,
  'adapted-judged': ({ approved, note }) => `${approved ? 'Approved' : 'Did not approve'} the adapted part${andNote(note)}.`,
  'drive-chosen': ({ drive, slot, override }) =>
    `Took ${sayDrive(drive)} for the ${slot.label}${override ? `, against the verdict: ${override}` : ''}.`,
  'table-read': ({ name }) => `Read the partitions of the old drive, ${name}.`,
  'fullness-stated': () => null,
  'move-facts-stated': () => null,
  'layout-wished': () => null,
  'map-read': ({ name }) => `Read a rescue map, ${name}.`,
  'safeguard-decided': ({ safeguard }) => `Decided how the data goes across: ${sayPlan(safeguard.plan)}.`,
  'safeguard-answered': ({ answers: { backup, recoveryKey } }) =>
    [backup && `Backup: ${SAY_BACKUP[backup]}.`, recoveryKey && `Recovery key: ${SAY_KEY[recoveryKey]}.`].filter(Boolean).join(' ') || null,
  'copy-stated': ({ copy }) =>
    copy === null
      ? 'What was stated of a copy was not so.'
      : `Stated: ${copy.what === 'all' ? 'all of it' : 'the files'} copied with ${copy.made}, ${SAY_COMPARED[copy.compared]}.`,
  'also-taken': ({ stepIn }) => `Also out: ${stepIn.title}.`,
  'opening-checked': ({ checkId, outcome }) =>
    outcome === null ? null : `Before opening: ${checkId} ${outcome === 'done' ? 'seen' : 'not needed'}.`,
  'setting-turned-off': ({ label }) => `Turned off: ${label}.`,
  'setting-turned-on': ({ settingId }, job) =>
    `Turned on again: ${job.tray.find((one) => one.id === `setting/${settingId}`)?.label ?? settingId}.`,
  'way-planned': ({ steps, scouting }) => `Planned the way${scouting ? ' of a visit to look' : ''}: ${steps.length} steps.`,
  scouted: () => 'The machine is closed again, as it was.',
  'turned-back': ({ why }) => `Turned back: ${why}`,
  'screws-counted': ({ lines }) => `Counted the screws, ${lines.length} kinds.`,
  'wait-started': () => null,
  ticked: ({ stepId }, job) => stepTitle(job, stepId),
  'left-short': ({ stepId, reason }, job) => `Left short: ${stepTitle(job, stepId)}. ${reason}`,
  'tick-taken-back': () => 'Took the last tick back.',
  'serial-recorded': ({ which, serial }) => `Serial of the ${which === 'oldDrive' ? 'old' : 'new'} drive: ${serial}.`,
  tried: ({ listed, size: shown, sentence }) =>
    listed ? `Tried it: listed${size(shown)}. ${sentence}` : `Tried it: not listed. ${sentence}`,
  'drive-proved': ({ sentence }) => `Proved: ${sentence}`,
  'set-up-checked': ({ itemId, outcome, note }, job) =>
    `Set up, ${setUpItems(job).find((one) => one.id === itemId)?.say ?? itemId}: ${outcome === 'not-needed' ? `not needed${andNote(note)}` : outcome}.`,
  'baseline-checked': ({ check, result }) => `Tried again: ${sayCheck(check)}, ${result}.`,
  'phase-entered': ({ phase }) => SAY_PHASE[phase],
  waived: ({ what, reason }) => `Waived: ${what} ${reason}`,
  noted: ({ kind, text }) => `${SAY_NOTE[kind]}: ${text}`,
  'old-drive-settled': ({ fate, until }) => `Old drive: ${fate.replaceAll('-', ' ')}${until ? ` until ${sayDate(until)}` : ''}.`,
  'ended-early': ({ reason, referredTo }) => `${referredTo ? `Referred to ${referredTo}` : 'Goes back unrepaired'}: ${reason}`,
  'handed-over': ({ to }) => `Handed over to ${to}.`,
  'taken-up': () => 'Took it up.',
  'waiting-began': ({ kind, what, until }) => `Waits for ${SAY_WAIT[kind]}: ${what}${until ? `, until ${sayDate(until)}` : ''}.`,
  'waiting-ended': ({ how }) => `Waits no longer${how ? `: ${how}` : ''}.`,
  offered: ({ options }) => `Offered: ${options.map((one) => `${one.drive} for ${sayMoney(one.bill.totalMinor)}`).join('; ')}.`,
  agreed: ({ who, how, totalMinor }) => `${who} agreed to ${sayMoney(totalMinor)}, ${SAY_HOW[how]}.`,
  'price-changed': ({ line, why }) => `On the bill: ${line.say}, ${sayMoney(line.netMinor)} without tax. ${why}`,
  paid: ({ amountMinor, how }) =>
    amountMinor < 0 ? `Gave back ${sayMoney(-amountMinor)}, ${how}.` : `Paid: ${sayMoney(amountMinor)}, ${how}.`,
  ordered: ({ what, quantity, supplier, dueOn, state }) =>
    `Ordered ${quantity} × ${what} from ${supplier}: ${SAY_ORDER[state]}${dueOn ? `, due ${sayDate(dueOn)}` : ''}.`,
  'order-told': ({ orderId, state, dueOn, say }, job) =>
    `${orderOf(job, orderId)}: ${SAY_ORDER[state]}${dueOn ? `, due ${sayDate(dueOn)}` : ''}${andNote(say)}.`,
  'need-met': ({ how }) => `Found after all: ${how}.`,
  'promise-moved': ({ from, to, because }) => `Promise moved from ${moment(from)} to ${moment(to)}: ${because}`,
  'sealed-kept': ({ kind, label }) => `Kept a sealed note: ${SAY_SEALED[kind].toLowerCase()}${andNote(label)}.`,
  'sealed-looked': ({ noteId }, job) => {
    const note = job.sealed.find((one) => one.id === noteId);
    return `Looked at a sealed note${note ? `: ${SAY_SEALED[note.kind].toLowerCase()}${andNote(note.label)}` : ''}.`;
  },
  'sealed-destroyed': () => 'Destroyed a sealed note.',
  'companion-fitted': ({ label, original, limitMinutes }) =>
    `Fitted ${label}${original ? ` in place of ${original}` : ''}: it has ${limitMinutes} min to prove itself.`,
  'companion-judged': ({ companionId, outcome, note }, job) =>
    `${companion(job, companionId)} ${outcome === 'works' ? 'works' : 'does not work and is rolled back'}${andNote(note)}.`,
  'companion-undone': ({ companionId, step }, job) =>
    step === 'original-refitted'
      ? `Refitted what was there before ${companion(job, companionId)}.`
      : `${companion(job, companionId)} is back on the shelf.`,
  'speed-measured': ({ speed }) =>
    `Measured ${speed.when === 'before' ? 'the old drive' : 'the new drive'}: reads ${sayMbs(speed.readBytesPerSecond)}${speed.onMains === false ? ', on battery' : ''}.`,
  'time-measured': ({ time }) => `${SAY_TIMED[time.what]}, ${time.when === 'before' ? 'before' : 'now'}: ${time.seconds} s.`,
  'memory-read': ({ gib, megatransfers }) => `Memory shown: ${gib} GiB${megatransfers ? `, ${megatransfers} MT/s` : ''}.`,
  'new-report-read': ({ name, report }) =>
    `Read the new drive’s self-report, ${name}${report.capacityBytes ? `, ${sayMarked(Number(report.capacityBytes))}` : ''}.`,
  'unplugged-checked': ({ checkId, result }) => `Had been unplugged, ${checkId}: ${result}.`,
  'removed-settled': ({ what, fate, until }) => `${what}: ${SAY_REMOVED[fate]}${until ? ` until ${sayDate(until)}` : ''}.`,
  'came-back': ({ number }) => `Came back as job ${number}.`,
  'comeback-explained': ({ kind, words }) => `Why it came back: ${SAY_COMEBACK[kind]}. ${words}`,
  'comeback-learnt': ({ kind, words }) => `Learnt from the comeback: ${SAY_COMEBACK[kind]}. ${words}`,
  'brought-in': ({ fromWorkshop, oldNumber }) => `Brought in as a document from ${fromWorkshop}, there job ${oldNumber}.`,
};
