import { sayDate, sayMoney } from '../../../units/index.js';
import type { Safeguard } from '../../shape/safeguard.js';
import { SAY_ORDER, type OrderState } from '../../shape/orders.js';

interface OrderTold {
  readonly state: OrderState;
  readonly dueOn: string | null;
}

/**
 * What is missing before a job goes on: what there is to do. A gate's condition without its words here does
 * not compile.
 */
export const GATES = {
  agreement: ({ totalMinor, agreedMinor }: { totalMinor: number | null; agreedMinor: number | null }) =>
    totalMinor === null
      ? 'Nothing was offered for the drive that is taken now. Work the offer out again.'
      : agreedMinor === null
        ? `The customer has not agreed to ${sayMoney(totalMinor)} yet.`
        : `The price is ${sayMoney(totalMinor)} now, ${sayMoney(agreedMinor)} was agreed: ask the customer again.`,
  backup: ({ backup }: { backup: Safeguard['backup'] }) =>
    backup === 'unknown'
      ? 'Nobody has said whether there is a backup of what must not be lost.'
      : backup === 'made'
        ? 'The backup has not been read back.'
        : 'There is no backup of what must not be lost.',
  'backup-where': () => 'Nobody has said where the backup is.',
  balance: ({ owedMinor, totalMinor }: { owedMinor: number; totalMinor: number }) =>
    owedMinor > 0
      ? `Still to be paid: ${sayMoney(owedMinor)} of ${sayMoney(totalMinor)}.`
      : `${sayMoney(-owedMinor)} was paid too much: give it back.`,
  baseline: ({ what }: { what: string }) => `${what} worked at intake: try it again.`,
  'baseline-fault': ({ what }: { what: string }) => `${what} worked at intake and does not now.`,
  'change-shown': ({ label, found, gone }: { label: string; found: string | null; gone: boolean }) =>
    found ??
    (gone
      ? `Nobody has looked yet whether ${label} is not listed any more.`
      : `Nobody has looked yet whether ${label} shows as it should.`),
  choice: () => 'Nothing is taken yet: take what fits.',
  comeback: () => 'Say why it came back: diagnosis and guide learn from it.',
  companion: ({
    label,
    left,
    original,
  }: {
    label: string;
    left: 'trial' | 'refit' | 'shelf';
    original: string;
  }) =>
    left === 'trial'
      ? `${label} is on trial: say that it works, or roll it back.`
      : left === 'refit'
        ? `${label} did not work: refit the original, ${original}.`
        : `${label} did not work: put it back on the shelf.`,
  conclusion: () => 'Say what you conclude, and why.',
  confirmed: () => 'Say whether it was what you concluded.',
  copy: () =>
    'A copy of the data was planned and none is on record: run it in the dock, say what was made elsewhere, or say why it is given up.',
  deposit: ({ depositMinor, paidMinor }: { depositMinor: number; paidMinor: number }) =>
    `A deposit of ${sayMoney(depositMinor)} was agreed; ${sayMoney(paidMinor)} is paid.`,
  memory: () => 'Memory was changed: read how much the system shows, and at what speed.',
  'new-serial': () => 'The new drive’s serial is not recorded.',
  'no-bill': () =>
    'No bill is on this job. Work out what it costs, or a lead signs that it is given: the reason is kept.',
  'no-drive-needed': ({ cause, cure }: { cause: string; cure: string }) =>
    `${cause}: no drive is needed. ${cure} Record the cure, hand the machine back, or change the conclusion.`,
  'not-right': ({ found }: { found: string }) => found,
  observations: () => 'Add at least one thing that was seen, or looked for and not seen.',
  offer: () => 'Work out an offer.',
  'old-drive': () => 'Say where the old drive goes.',
  opening: ({ what }: { what: string }) => `Not checked yet: ${what}.`,
  'other-old-drive': ({ label, place }: { label: string; place: string }) =>
    `Say where the old drive of ${place} goes: ${label}.`,
  part: ({ what, order }: { what: string; order: OrderTold | null }) =>
    order
      ? `Not here yet: ${what}, ${SAY_ORDER[order.state]}${order.dueOn ? `, due ${sayDate(order.dueOn)}` : ''}.`
      : `Not ordered yet: ${what}.`,
  proved: () => 'Say whether the system lists the drive, and at what size.',
  'proved-wrong': ({ found }: { found: string }) => found,
  'recovery-key': ({ key }: { key: 'nobody' | 'unknown' | 'unsaid' }) =>
    key === 'nobody'
      ? 'It is encrypted, and nobody has the recovery key: what it asks for it once, stays shut.'
      : key === 'unsaid'
        ? 'It is encrypted, and nobody has said where the recovery key is.'
        : 'Nobody knows whether it is encrypted, or where the recovery key is.',
  referred: () => 'The drive goes to a specialist: hand the machine back, or change that.',
  removed: ({ what }: { what: string }) => `Say where the old part goes: ${what}.`,
  safeguard: () => 'Decide how the data is handled before the machine is opened.',
  'screw-count': ({ found }: { found: string }) => found,
  'set-up': ({ what }: { what: string }) => `${what}: not checked.`,
  setting: ({ what }: { what: string }) => `${what} is still off.`,
  speed: () => 'The new drive’s speed was not measured.',
  'speed-wrong': ({ found }: { found: string }) => found,
  'steps-in': ({ left }: { left: number }) => stepsLeft(left),
  'steps-out': ({ left }: { left: number }) => stepsLeft(left),
  'steps-swap': ({ left }: { left: number }) => stepsLeft(left),
  stop: ({ why, next }: { why: string; next: string | null }) =>
    `Stop: ${why} ${next === null ? 'Decide what becomes of the drive.' : `Next: ${next.toLowerCase()}.`}`,
  tray: ({ what }: { what: string }) => `Still on the tray: ${what}.`,
  tried: () => 'Start it as it lies, and say what firmware lists.',
  unplugged: ({ what }: { what: string }) => `${what} was unplugged: see that it works.`,
  'unplugged-fault': ({ what }: { what: string }) => `${what} was unplugged and does not work now.`,
};

const stepsLeft = (left: number): string => (left === 1 ? 'One step is left.' : `${left} steps are left.`);
