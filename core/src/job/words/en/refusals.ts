import { RESCUE_IT } from '../../../move/index.js';
import { sayMoney } from '../../../units/index.js';
import { sayRoles, type Role } from '../../shape/actor.js';
import { SAY_CHANGE, type ChangeKind } from '../../shape/change.js';
import { SAY_ORDER, type OrderState } from '../../shape/orders.js';
import { SAY_PHASE, type Phase } from '../../shape/phases.js';

/**
 * Why something that was asked for is not done: what is wrong, and what to do. A refusal without its words
 * here does not compile.
 */
export const REFUSALS = {
  'all-done': () => 'Everything is done; decide now what becomes of the drive.',
  'already-off': ({ label }: { label: string }) => `${label} is off already and on the tray.`,
  'already-on': () => 'That setting is on already.',
  'also-on-way-in': () => 'What also came out is written on the way in.',
  'at-end': () => 'The job is at hand-over already.',
  'baseline-in-prove': () => 'The baseline is tried again in Prove.',
  cannot: ({ what, from, to }: { what: string; from: OrderState; to: OrderState }) =>
    `${what} is ${SAY_ORDER[from]}: it cannot be ${SAY_ORDER[to]} now.`,
  'cannot-offer': ({ because }: { because: string }) => because,
  'cannot-say': ({ because }: { because: string }) => `${because} A lead may have it tried all the same.`,
  'cannot-say-yet': ({ because }: { because: string }) => because,
  cause: () => 'Say what it had been the first time: diagnosis learns from it.',
  closed: ({ number, to }: { number: number; to: string }) =>
    `Job ${number} is closed: ${to} has the machine. Add a note, or take the machine in again.`,
  'cure-at-diagnose': () => 'A cure without a drive is recorded at Diagnose. Take the job back there first.',
  deposit: ({ totalMinor }: { totalMinor: number }) =>
    `The deposit is more than all of it: ${sayMoney(totalMinor)}.`,
  destroyed: () => 'That note was destroyed. Ask the customer again.',
  'diagnose-first': () => 'Finish the diagnosis first: it says whether a drive is needed at all.',
  'does-not-fit': ({ because }: { because: string }) => because,
  'does-not-go': ({ because }: { because: string }) => `${because} A lead may have it tried all the same.`,
  done: () => 'That is done already.',
  end: () => 'This is the last part: hand the machine over.',
  'ended-unrepaired': () => 'This job ended without a repair.',
  'few-screws': ({ inStock }: { inStock: number }) => `Only ${inStock} of them are free on the shelf.`,
  further: () => 'It has come further than that already.',
  gate: ({ missing }: { missing: readonly { readonly sentence: string }[] }) =>
    missing.map((one) => one.sentence).join(' '),
  gone: ({ what }: { what: string }) => `${what} is not here any more; its record is closed.`,
  half: ({ title }: { title: string }) =>
    `'${title}' is half done. Finish it or undo it (U): a step goes back as a whole.`,
  'here-already': ({ what }: { what: string }) => `${what} is here already.`,
  'holes-meanwhile': ({ open }: { open: number }) =>
    `${open} ${open === 1 ? 'hole is' : 'holes are'} open there now. Look, then do it again.`,
  impossible: ({ because }: { because: string }) => `No reason makes it go in or run: ${because}`,
  'in-order': ({ say }: { say: string }) => `First: ${say.toLowerCase()}.`,
  'is-out': () => 'The old drive is out of the machine: say where it goes.',
  judged: ({ label }: { label: string }) => `${label} is settled already.`,
  known: () => 'That is noted already.',
  'leg-done': () => 'All steps of this part are done already.',
  'look-before-way': () => 'The way in has begun. Take its steps back first (Undo), then look again.',
  'measured-in-prove': () => 'The new drive is measured in Prove, on the closed machine.',
  medium: () =>
    'Nobody has said what kind of drive the old one is. Say it: the level of a method hangs on it.',
  'memory-in-prove': () => 'Memory is read in Prove, once the machine is closed.',
  'memory-shown': () => 'Type how much memory the machine shows.',
  method: () => 'Say by which method it was sanitised, and how that was checked.',
  'model-in-use': () =>
    'A drive has been matched to this model already. Hand the job back unrepaired and take the machine in again as the other model.',
  'move-where': ({ place }: { place: string }) =>
    `Say where the drive of ${place} goes: another place for drives.`,
  'moved-meanwhile': ({ moved, count, label }: { moved: number; count: number; label: string }) =>
    `${moved} of ${count} ${label} are counted already.`,
  'moved-on': ({ phase }: { phase: Phase }) => `The job is at '${SAY_PHASE[phase]}' already.`,
  'needs-drive': () => 'Conclude first that it is something that needs no drive.',
  'no-check': () => 'That is not on this job’s list. Load the page again.',
  'no-comeback': () => 'This job did not come back from another one.',
  'no-copy': () => 'No copy was stated on this job.',
  'no-effect': () => 'That method does nothing on a drive of this kind. Choose one that does.',
  'no-guide': () => 'The guide of this model is not at hand. Load the page again.',
  'no-measure': () => 'Type the length that was measured.',
  'no-model': () => 'The guide of this model is not at hand. Load the page again.',
  'no-need': () => 'This job does not need that any more. Load the page again.',
  'no-news': () => 'That is how it stands already.',
  'no-note': () => 'There is no such sealed note on this job any more.',
  'no-offer': () => 'Work out an offer first.',
  'no-open-hole': () => 'No hole of that kind is open at the step at hand.',
  'no-partition': ({ number }: { number: number }) =>
    `The old drive has no partition ${number}. Read its table again.`,
  'no-slot': () => 'This machine has no such slot. Load the page again.',
  'no-step': () => 'A correction belongs to a step: look at the step it is about.',
  'no-step-back': () => 'There is no step to take back.',
  'no-stop': () => 'No stop holds on this job. Load the page again.',
  'no-table': () => 'Read the old drive’s partitions first.',
  'no-wait': () => 'This step has no wait.',
  'no-way': ({ problem }: { problem: string }) => `The guide of this model cannot be walked: ${problem}`,
  'no-way-around': ({ problem }: { problem: string }) =>
    `No way leads around it. ${problem} Z turns back: everything goes in again as it was.`,
  'no-wish': () => 'Say what is wished for, or that something is broken.',
  'not-approved': ({ label }: { label: string }) => `A lead has to approve the adapted ${label} first.`,
  'not-back': ({ phase, from }: { phase: Phase; from: Phase }) =>
    `'${SAY_PHASE[phase]}' is not before '${SAY_PHASE[from]}'.`,
  'not-ended': () => 'The run that it goes on from is not one of this job’s, or has not ended.',
  'not-in-stock': () =>
    'It would fit, but none is in stock and nobody knows how long one takes. Choose one that is here, or write its lead time on the shelf.',
  'not-in-yet': () => 'The new drive is not in yet: weigh what brought the machine in.',
  'not-missing': () => 'That is not missing any more.',
  'not-offered': () => 'That drive was not offered. Work out the offer again with it.',
  'not-on-this-drive': ({ because }: { because: string }) => because,
  'not-open': () => 'The order it stands in for is not open any more.',
  'not-ready': ({ phase }: { phase: Phase }) =>
    `The job is at '${SAY_PHASE[phase]}'; it is not ready to be handed over.`,
  'not-removed': ({ what }: { what: string }) => `${what} did not come out of this machine for good.`,
  'not-rolled-back': () => 'That part is not being rolled back. Load the page again.',
  'not-waiting': () => 'It does not wait for anybody.',
  'not-waivable': ({ because }: { because: string }) => `This cannot be waived: ${because}`,
  'not-walking': () => 'The job is not on the way in or out. Load the page again.',
  'not-yours': ({ by }: { by: string | null }) =>
    by === null
      ? 'Take the job up first: its sealed notes are for whoever works on it, and for a lead.'
      : `${by} has this job. Only they or a lead may read its sealed notes; take the job over first if it is yours now.`,
  nothing: () => 'Say at least one thing.',
  'nothing-adapted': () => 'Nothing is adapted on this job.',
  'nothing-in-it': ({ place }: { place: string }) => `${place} is empty: there is no drive in it.`,
  'nothing-open': () => 'Nothing is open yet: go back to the part before instead.',
  'nothing-out': () => 'Nothing is out yet, so there is nothing to count.',
  'nothing-to-override': () => 'It fits: take it without an override.',
  'one-at-a-time': ({ from, to }: { from: Phase; to: Phase }) =>
    `Go back one part at a time: from '${SAY_PHASE[from]}' to '${SAY_PHASE[to]}'.`,
  open: () => 'The machine is open: walk the way out first.',
  opened: () =>
    'The machine is open. Walk it out, or take the steps back, before you change what was decided.',
  'opened-on-visit': () => 'The machine is open. Take the steps back, or walk the visit to its end.',
  'opened-with-price': () =>
    'The machine is open. What changes the price now goes on the bill as a line of its own.',
  ordered: () => 'That order is recorded already.',
  'ordered-already': ({ what, supplier }: { what: string; supplier: string | null }) =>
    `${what} is ordered already, from ${supplier ?? 'somebody'}.`,
  'original-first': ({ original }: { original: string }) => `First refit the original: ${original}.`,
  'other-drive': ({ told, fitted }: { told: string; fitted: string }) =>
    `That is the self-report of drive ${told}; fitted is ${fitted}. Read the report of the drive in the machine.`,
  'other-drive-in-way': () =>
    'The way in has begun with another drive. Take its steps back first (Undo), then choose again.',
  'other-leg': () => 'The last step belongs to the part before. Go back to it first.',
  'other-part': ({ name }: { name: string }) => `${name} is not a part for that. Choose another.`,
  'other-place': ({ place }: { place: string }) => `That is not done at ${place}. Choose another place.`,
  'other-step': ({ asked, title }: { asked: string; title: string }) =>
    `'${asked}' is not the step at hand; that is '${title}'.`,
  'owed-to': () => 'Say whom it is borrowed from: it stays on the tray until it is given back.',
  'part-not-in-stock': ({ name }: { name: string }) => `${name} is not in stock. Order it first.`,
  'place-taken': ({ place, kind }: { place: string; kind: ChangeKind }) =>
    `${place} has a change already: ${SAY_CHANGE[kind].toLowerCase()}. Take that one out of the list, or choose another place.`,
  'power-not-here': () =>
    'What feeds the machine is no step to leave out. If it has no battery, say at the place (Found) that it is empty.',
  'prove-first': () => 'Prove first that the machine runs again; then say what it was.',
  'proved-when-closed': () => 'Proving comes once the machine is closed and set up.',
  recorded: () => 'That run is recorded already.',
  'replans-on-way-in': () =>
    'The rest is planned anew on the way in only, before something new is in. Go on without (X), and say what is missing.',
  'report-in-prove': () => 'The new drive’s self-report is read in Prove.',
  'rescue-it': () => RESCUE_IT,
  role: ({ by }: { by: readonly Role[] }) =>
    `Only ${sayRoles(by)} does this. Ask one of them, or sign in as one.`,
  'role-waives': ({ by }: { by: readonly Role[] }) =>
    `Only ${sayRoles(by)} waives this. Ask one of them, or sign in as one.`,
  'run-ended': () => 'That run has ended and is recorded.',
  same: () => 'That is what is promised already.',
  'say-what-is-in': () => 'Say what it holds: what its label says.',
  scouting: () => 'You are on a visit already: walk it to its end.',
  'screw-not-there': ({ because }: { because: string }) => because,
  'screw-settled': () => 'That screw is settled already.',
  sent: ({ what }: { what: string }) => `${what} is on its way already. Let it come and send it back.`,
  'set-up-begun': () => 'The set-up for the other plan has begun. Clear its checks first.',
  settings: ({ named }: { named: string }) =>
    `Turn on again first what was turned off before the opening: ${named}.`,
  'settled-at-hand-over': () => 'The old drive’s way is settled at hand-over.',
  'shown-when': () => 'What a change shows is written down at the start (Try) and in Prove.',
  size: () => 'Type the size that is shown beside the drive.',
  soldered: () => 'Nothing comes off to reach this one: it is part of the board.',
  stale: ({ offerDays }: { offerDays: number }) =>
    `This offer held for ${offerDays} days, and they are over. Work it out again with today's prices.`,
  started: () => 'The wait is running already.',
  'steps-left': ({ say }: { say: string }) => `First: ${say.toLowerCase()}.`,
  'still-open': ({ number }: { number: number }) => `Job ${number} is still open: go on with it.`,
  swapped: () => 'The swap has begun. Undo its steps first (U), so that the old drive can go back in.',
  'take-in-first': () => 'Take the machine in first.',
  'things-left': () => 'Count its things out one by one, or all together.',
  'timed-in-prove': () => 'How long it takes now is measured in Prove.',
  'too-full': ({ number, gib }: { number: number; gib: number }) =>
    `Partition ${number} has ${gib} GiB in all: it cannot hold more.`,
  'too-late': () => 'The machine is past that: its way in is planned.',
  'too-many': ({ count, label }: { count: number; label: string }) => `There are only ${count} of ${label}.`,
  tray: ({ named }: { named: string }) => `Put back first what is still on the tray: ${named}.`,
  'tried-after-swap': () => 'Trying comes after the swap and before the machine is closed.',
  'turns-back-on-way-in': () => 'One turns back on the way in, or at the swap before the new drive is in.',
  unfit: () =>
    'By what was found the old drive does not read well: it must not stay the one that is used. Leave it in unplugged, or take it out.',
  unkeepable: ({ because }: { because: string }) => because,
  unknown: () => 'That job did not come back from this one.',
  'unknown-cause': ({ causeId }: { causeId: string }) =>
    `Petrichor does not know the cause '${causeId}'. Choose one of the list.`,
  'unknown-change': () => 'That change is no longer on the list. Load the page again.',
  'unknown-check': () => 'Nothing of that name was unplugged on this job.',
  'unknown-companion': () => 'This job has no such part on trial. Load the page again.',
  'unknown-drive': () => 'That drive is no longer on the shelf. Load the page again.',
  'unknown-drive-or-slot': () => 'That drive or slot is no longer known. Load the page again.',
  'unknown-extra': () => 'That is not asked for here.',
  'unknown-item': () => 'This plan has no such item. Load the page again.',
  'unknown-look': () => 'There is nothing of that name to look at here. Load the page again.',
  'unknown-model': () => 'This model is no longer known. Load the page again.',
  'unknown-observation': ({ observation }: { observation: string }) =>
    `Petrichor does not know the observation '${observation}'. Choose one of the list.`,
  'unknown-order': () => 'This job has no such order. Load the page again.',
  'unknown-part': () => 'That part is no longer on the shelf. Load the page again.',
  'unknown-place': () => 'This machine has no such place. Load the page again.',
  'unknown-run': () => 'This job has no such run. Load the page again.',
  'unknown-screw': ({ key }: { key: string }) => `No step of this job moves ${key}. Load the page again.`,
  'unknown-setting': () => 'This model’s card has no such setting. Load the page again.',
  'unknown-slot': () => 'That slot is no longer known. Load the page again.',
  'unknown-thing': () => 'This step does not move that. Load the page again.',
  'unknown-variant': () => 'This model has no such variant. Load the page again.',
  'unplugged-in-prove': () => 'What was unplugged is tried again in Prove.',
  until: () => 'Say until which day it is kept.',
  wait: ({ seconds }: { seconds: number }) => `Wait the whole ${seconds} s.`,
  'wait-first': () => 'Start the wait first.',
  'way-begun': () => 'The way in has begun. Take its steps back first (Undo).',
  'which-screw': () => 'Say which screw goes in instead.',
  'why-back': () => 'Say why it goes back.',
  'why-not-needed': () => 'Say why it is not needed.',
  'why-not-working': () => 'Say what did not work: the model remembers it.',
  yours: () => 'It is in your hands already.',
};
