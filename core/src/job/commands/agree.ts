import * as z from 'zod';
import { judge, type Place, type Verdict } from '../../fit/index.js';
import { billOf, depositOf, optionOf, OptionKindSchema, type QuoteOption } from '../../quote/index.js';
import { oneLine } from '../../units/index.js';
import { AGREED_HOW, type Offer } from '../shape/agreement.js';
import { linesSince } from '../reading/agreement.js';
import type { JobEvent } from '../events/index.js';
import { besidesOf } from '../reading/besides.js';
import { withDeclined } from '../reading/declined.js';
import { handsOn } from '../reading/hands-on.js';
import { isUnfitToStay } from '../reading/old-drive.js';
import { isBefore } from '../shape/phases.js';
import { placeOf, withMeasured } from '../reading/place-of.js';
import type { JobState } from '../shape/state.js';
import { hasWalked } from '../reading/walk.js';
import { accept, ANYONE, HANDS, command, refuse, type Context, type Decision } from './define.js';
import { choose } from './match.js';
import { drivesIn, mainDrive } from '../reading/changes.js';
import { FIRST_CHANGE, type Change } from '../shape/change.js';
import type { Drive } from '../../hardware/index.js';
import { driveChange } from '../shape/thing.js';

const amount = z
  .number('Type an amount.')
  .int()
  .min(0, 'Not below 0.')
  .max(100_000_000, 'That is more than any repair costs.');

/** Works the options out with today's prices; what they are is written down whole. */
export const offer = command('offer', {
  shape: {
    options: z
      .array(
        z.strictObject({
          kind: OptionKindSchema,
          /** Empty, both: no drive goes in. */
          slotId: z.string(),
          driveId: z.string(),
          /** Changes of the list that are not in this option. */
          without: z.array(z.string()).max(20).optional(),
        }),
      )
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
    for (const option of options) {
      const one = workOut(job, option, context);
      if (typeof one === 'string') return refuse('cannot-offer', { because: one });
      worked.push(one);
    }
    return accept({ type: 'offered', options: worked, pricing: context.knowledge.pricing(), machineMinor });
  },
});

type Looked = Context<'model' | 'drive' | 'parts' | 'policy' | 'pricing'>;
interface Asked {
  readonly kind: QuoteOption['kind'];
  readonly slotId: string;
  readonly driveId: string;
  readonly without?: readonly string[] | undefined;
}

/** One option, or why it cannot be offered. */
function workOut(job: JobState, asked: Asked, { knowledge }: Looked): QuoteOption | string {
  const { kind, slotId, driveId, without = [] } = asked;
  const model = knowledge.model(job.intake.modelId);
  if (!model) return 'That model is no longer known. Load the page again.';
  const plan = kind === 'add' ? 'add' : job.need.plan;
  const main = driveId === '' ? null : driveOf(job, asked, plan, knowledge);
  if (typeof main === 'string') return main;
  // One drive stands in for the one that is chosen, wherever it goes.
  const replaced = main ? (changeAt(job, slotId) ?? mainDrive(job)?.id ?? null) : null;
  const besides = job.changes.filter(
    (one) => one.fitted === null && one.id !== replaced && !without.includes(one.id),
  );
  if (!main && besides.length === 0) return 'There is nothing in this option. Plan a change at Match first.';
  const hands = handsOn(model, asIf(job, besides, main, replaced ?? FIRST_CHANGE), plan, knowledge.policy());
  return optionOf(kind, main, besides.map(besidesOf), hands, knowledge.pricing());
}

const changeAt = (job: JobState, slotId: string): string | null =>
  drivesIn(job).find((one) => one.slot.id === slotId)?.id ?? null;

/** The job with the changes of an option alone. */
const asIf = (
  job: JobState,
  besides: readonly Change[],
  main: { readonly place: Place; readonly drive: Drive; readonly verdict: Verdict } | null,
  id: string,
): JobState => {
  const own = { id, verdict: main?.verdict ?? null, ...job.lastTouched };
  return {
    ...job,
    changes: [...(main ? [driveChange(main.place.slot, main.drive, {}, own)] : []), ...besides],
  };
};

/** What this job has reserved of a drive counts as there. */
const heldOf = (job: JobState, driveId: string): number =>
  drivesIn(job).find((one) => one.drive.id === driveId)?.drive.inStock ?? 0;

const REFUSED: ReadonlySet<Verdict['outcome']> = new Set(['no', 'unknown']);

/** The drive of an option, judged today; or why it cannot be offered. */
function driveOf(
  job: JobState,
  { kind, slotId, driveId }: Asked,
  plan: JobState['need']['plan'],
  knowledge: Looked['knowledge'],
) {
  if (kind === 'add' && isUnfitToStay(job))
    return 'The old drive does not read well: it is not offered to keep it in use. Replace it, or leave it in unplugged.';
  const place = placeOf({ ...job, need: { ...job.need, plan } }, slotId, knowledge);
  const shelved = knowledge.drive(driveId);
  if (!place || !shelved) return 'That drive or slot is no longer known. Load the page again.';
  const now = drivesIn(job).find((one) => one.drive.id === driveId && one.slot.id === slotId);
  const drive = { ...withMeasured(shelved, job), inStock: Math.max(shelved.inStock, heldOf(job, driveId)) };
  const change = now?.change;
  const verdict = withDeclined(judge(place, drive), change?.declined ?? []);
  // What a lead took against the verdict is fitted and paid for like anything else.
  if (!change?.override && REFUSED.has(verdict.outcome))
    return `${drive.maker} ${drive.name} cannot be offered: ${verdict.because}`;
  const thing = change?.thing;
  return thing && thing.from !== 'shelf'
    ? { place, drive, verdict, netMinor: thing.priceMinor, isHere: true }
    : { place, drive, verdict };
}

/** The customer says yes to one of the options. What was taken at Match follows it. */
export const agree = command('agree', {
  shape: {
    slotId: z.string(),
    driveId: z.string(),
    /** Where options differ in what is done besides. */
    kind: OptionKindSchema.optional(),
    who: oneLine().min(1, 'Say who agreed.').max(80),
    how: z.enum(AGREED_HOW),
    depositMinor: amount.nullable(),
    words: z.string().trim().max(300).default(''),
  },
  by: ANYONE,
  asks: ['model', 'parts', 'drive'],
  decide: (job, { slotId, driveId, kind, who, how, depositMinor, words }, context) => {
    if (!job.offer) return refuse('no-offer');
    const option = optionMeant(job.offer, { slotId, driveId, kind });
    if (!option) return refuse('not-offered');
    if (isStale(job.offer, context.at)) return refuse('stale', { offerDays: job.offer.pricing.offerDays });
    const taken = takenOn(job, option, context);
    if (!taken.ok) return taken;
    const bill = billOf([...option.bill.lines, ...linesSince(job)], job.offer.pricing);
    const usual = option.waitsFor.length > 0 ? depositOf(bill.totalMinor, job.offer.pricing) : 0;
    const deposit = depositMinor ?? usual;
    if (deposit > bill.totalMinor) return refuse('deposit', { totalMinor: bill.totalMinor });
    const agreed: JobEvent = {
      type: 'agreed',
      slotId,
      driveId,
      changes: option.besides.map(({ changeId, thing }) => ({ changeId, thing })),
      totalMinor: bill.totalMinor,
      who,
      how,
      depositMinor: deposit,
      words,
    };
    return accept(...taken.events, agreed);
  },
});

/** Changes that are not in the option that was agreed on: they are not made. */
const notAgreed = (job: JobState, { besides }: QuoteOption, main: string | null): JobEvent[] =>
  job.changes
    .filter((one) => one.fitted === null && one.id !== main)
    .filter((one) => !besides.some(({ changeId }) => changeId === one.id))
    .map(({ id }) => ({ type: 'change-dropped', changeId: id, why: 'not in what was agreed' }));

/** Where a kind is named, options may differ in what is done besides. */
const optionMeant = (
  { options }: Offer,
  { slotId, driveId, kind }: { slotId: string; driveId: string; kind?: QuoteOption['kind'] | undefined },
): QuoteOption | undefined =>
  options.find(
    (one) => one.slotId === slotId && one.driveId === driveId && (kind === undefined || one.kind === kind),
  );

/** What follows from the option: another drive taken at Match, and changes that are not in it left out. */
function takenOn(
  job: JobState,
  option: QuoteOption,
  context: Context<'model' | 'drive' | 'parts'>,
): Decision {
  const { slotId, driveId } = option;
  const now = mainDrive(job);
  const other = driveId !== '' && (now?.drive.id !== driveId || now.slot.id !== slotId);
  const chosen = other ? takeInstead(job, option, context) : accept();
  const dropped = notAgreed(job, option, driveId === '' ? null : (now?.id ?? FIRST_CHANGE));
  return chosen.ok ? accept(...dropped, ...chosen.events) : chosen;
}

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
