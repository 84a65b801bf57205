import * as z from 'zod';
import { judge } from '../../fit/index.js';
import { billOf, depositOf, optionOf, OptionKindSchema, type QuoteOption } from '../../quote/index.js';
import { oneLine } from '../../units/index.js';
import { AGREED_HOW, type Offer } from '../shape/agreement.js';
import { linesSince } from '../reading/agreement.js';
import type { JobEvent } from '../events/index.js';
import { handsOn } from '../reading/hands-on.js';
import { isUnfitToStay } from '../reading/old-drive.js';
import { isBefore } from '../shape/phases.js';
import { placeOf, withMeasured } from '../reading/place-of.js';
import type { JobState } from '../shape/state.js';
import { hasWalked } from '../reading/walk.js';
import { accept, ANYONE, HANDS, command, refuse, type Context, type Decision } from './define.js';
import { choose } from './match.js';
import { mainDrive } from '../reading/changes.js';

const amount = z
  .number('Type an amount.')
  .int()
  .min(0, 'Not below 0.')
  .max(100_000_000, 'That is more than any repair costs.');

/** Works the options out with today's prices; what they are is written down whole. */
export const offer = command('offer', {
  shape: {
    options: z
      .array(z.strictObject({ kind: OptionKindSchema, slotId: z.string(), driveId: z.string() }))
      .min(1, 'Offer at least one drive.')
      .max(4, 'Four options are the most one can read.'),
    machineMinor: amount.nullable(),
  },
  by: ANYONE,
  asks: ['model', 'policy', 'parts', 'pricing', 'drive'],
  decide: (job, { options, machineMinor }, context) => {
    if (isBefore(job.phase, 'match')) return refuse('diagnose-first');
    if (hasWalked(job)) return refuse('opened-with-price');
    const worked: QuoteOption[] = [];
    for (const { kind, slotId, driveId } of options) {
      const one = workOut(job, kind, slotId, driveId, context);
      if (typeof one === 'string') return refuse('cannot-offer', { because: one });
      worked.push(one);
    }
    return accept({ type: 'offered', options: worked, pricing: context.knowledge.pricing(), machineMinor });
  },
});

/** One option, or why it cannot be offered. */
function workOut(
  job: JobState,
  kind: QuoteOption['kind'],
  slotId: string,
  driveId: string,
  { knowledge }: Context<'model' | 'drive' | 'parts' | 'policy' | 'pricing'>,
): QuoteOption | string {
  const model = knowledge.model(job.intake.modelId);
  if (kind === 'add' && isUnfitToStay(job))
    return 'The old drive does not read well: it is not offered to keep it in use. Replace it, or leave it in unplugged.';
  const plan = kind === 'add' ? 'add' : job.need.plan;
  const place = placeOf({ ...job, need: { ...job.need, plan } }, slotId, knowledge);
  const shelved = knowledge.drive(driveId);
  if (!model || !place || !shelved) return 'That drive or slot is no longer known. Load the page again.';
  const now = mainDrive(job);
  const own = now?.drive.id === driveId ? now.drive.inStock : 0;
  const drive = { ...withMeasured(shelved, job), inStock: Math.max(shelved.inStock, own) };
  const verdict = judge(place, drive);
  // What a lead took against the verdict is fitted and paid for like anything else.
  const taken = now?.drive.id === driveId && now.slot.id === slotId && now.override !== null;
  if (!taken && (verdict.outcome === 'no' || verdict.outcome === 'unknown'))
    return `${drive.maker} ${drive.name} cannot be offered: ${verdict.because}`;
  return optionOf(
    kind,
    place,
    drive,
    verdict,
    handsOn(model, place.slot, verdict.extras, plan, knowledge.policy()),
    knowledge.pricing(),
  );
}

/** The customer says yes to one of the options. What was taken at Match follows it. */
export const agree = command('agree', {
  shape: {
    slotId: z.string(),
    driveId: z.string(),
    who: oneLine().min(1, 'Say who agreed.').max(80),
    how: z.enum(AGREED_HOW),
    depositMinor: amount.nullable(),
    words: z.string().trim().max(300).default(''),
  },
  by: ANYONE,
  asks: ['model', 'parts', 'drive'],
  decide: (job, { slotId, driveId, who, how, depositMinor, words }, context) => {
    if (!job.offer) return refuse('no-offer');
    const option = job.offer.options.find((one) => one.slotId === slotId && one.driveId === driveId);
    if (!option) return refuse('not-offered');
    if (isStale(job.offer, context.at)) return refuse('stale', { offerDays: job.offer.pricing.offerDays });
    const now = mainDrive(job);
    const other = now?.drive.id !== driveId || now.slot.id !== slotId;
    const chosen = other ? takeInstead(job, option, context) : null;
    if (chosen && !chosen.ok) return chosen;
    const bill = billOf([...option.bill.lines, ...linesSince(job)], job.offer.pricing);
    const deposit =
      depositMinor ?? (option.waitsFor.length > 0 ? depositOf(bill.totalMinor, job.offer.pricing) : 0);
    if (deposit > bill.totalMinor) return refuse('deposit', { totalMinor: bill.totalMinor });
    const agreed: JobEvent = {
      type: 'agreed',
      slotId,
      driveId,
      totalMinor: bill.totalMinor,
      who,
      how,
      depositMinor: deposit,
      words,
    };
    return accept(...(chosen ? chosen.events : []), agreed);
  },
});

function takeInstead(
  job: JobState,
  option: QuoteOption,
  context: Context<'model' | 'drive' | 'parts'>,
): Decision {
  const plan = option.kind === 'add' ? 'add' : job.need.plan;
  const chosen = choose({ ...job, need: { ...job.need, plan } }, option, context, null);
  if (!chosen.ok || plan === job.need.plan) return chosen;
  return accept({ type: 'need-stated', ...job.need, plan }, ...chosen.events);
}

const isStale = ({ at, pricing }: Offer, now: string): boolean =>
  new Date(now).getTime() - new Date(at).getTime() > pricing.offerDays * 86_400_000;

/** Something more, or something off. A higher total asks the customer again. */
export const changePrice = command('change-price', {
  shape: {
    say: oneLine().min(3, 'Say what it is for.').max(120),
    netMinor: z
      .number('Type an amount.')
      .int()
      .min(-100_000_000)
      .max(100_000_000)
      .refine((minor) => minor !== 0, 'An amount of 0 changes nothing.'),
    why: z.string().trim().min(3, 'Say why the price changes.').max(300),
  },
  by: HANDS,
  decide: (_, { say, netMinor, why }) =>
    accept({ type: 'price-changed', line: { kind: 'other', say, quantity: 1, netMinor }, why }),
});

export const pay = command('pay', {
  shape: {
    amountMinor: z
      .number('Type the amount.')
      .int()
      .min(-100_000_000)
      .max(100_000_000)
      .refine((minor) => minor !== 0, 'Type the amount.'),
    how: oneLine().min(2, 'Say how it was paid.').max(60),
  },
  by: ANYONE,
  decide: (_, { amountMinor, how }) => accept({ type: 'paid', amountMinor, how }),
});
