import { sure } from '@petrichor/core/units';
import { randomUUID } from 'node:crypto';
import { needsOf, type JobCommand, type JobState } from '@petrichor/core/job';
import { oldMap } from './dumps.js';
import { ALL_WELL, brought, FULL_AND_SOUND, HARDLY_STARTS, inHours, type DemoJob } from './jobs.js';

const by = (takenInBy: string, workedBy: string) => ({ takenInBy, workedBy, daysAgo: 0 });

/**
 * Jobs that wait: for an adhesive set, a back-ordered bracket, the customer; one that came back, and one that
 * a specialist has. Loaded last.
 */
export const recordJobs = (now: Date): readonly DemoJob[] => [
  {
    intake: brought({
      modelId: 'corvane-pane-21',
      modelName: 'Corvane Pane 21',
      customer: { name: 'Night bakery', reach: '01632 960 214, after 22:00' },
      serial: 'CP21-G-10933',
      complaint: 'The screen with the orders goes black, then no drive is found.',
      mustNotLose: 'The order book.',
      accessories: 'keyboard',
      promisedAt: inHours(now, 48),
      baseline: HARDLY_STARTS,
    }),
    ...by('perpetua', 'tobiah'),
    drive: { slotId: 'bay', driveId: 'corrie-d7-1tb' },
    partsFrom: { supplier: 'Merrow Parts', days: 4, state: 'confirmed' },
    until: 'safeguard',
    ticksIn: 0,
    deeds: [],
    closedTo: null,
  },
  {
    intake: brought({
      modelId: 'ostrey-kite-13',
      modelName: 'Ostrey Kite 13',
      customer: { name: 'Wenna Polgrean', reach: '01632 960 377' },
      serial: 'OK13-55118',
      complaint: 'Full, and slower every month.',
      mustNotLose: 'Her poems; they are on the stick, too.',
      accessories: 'charger, red pouch',
      promisedAt: inHours(now, 30),
      baseline: ALL_WELL,
    }),
    ...by('perpetua', 'ines'),
    drive: { slotId: 'm2-a', driveId: 'sallow-r8-512' },
    wantedGb: 500,
    partsFrom: { supplier: 'Harbour Trade', days: 9, state: 'back-ordered' },
    until: 'safeguard',
    ticksIn: 0,
    deeds: [],
    closedTo: null,
  },
  {
    intake: brought({
      customer: { name: 'Isolde Marrack', reach: '01632 960 441' },
      serial: 'TF14-2K-33077',
      complaint: 'Hangs whenever she saves; says that it is full.',
      mustNotLose: 'Ten years of accounts.',
      accessories: 'charger',
      promisedAt: inHours(now, 52),
      baseline: ALL_WELL,
      ceilingMinor: 18_000,
      encryption: 'yes',
      recoveryKey: 'customer',
      condition: {
        words: 'Sticker of the regatta on the lid.',
        marks: [
          { view: 'lid', x: 0.92, y: 0.9, kind: 'dent', words: 'corner' },
          { view: 'base', x: 0.5, y: 0.2, kind: 'scratch', words: 'along the vents' },
        ],
        photos: [],
      },
    }),
    ...by('perpetua', 'ines'),
    waitsForCustomer: 'the offer',
    until: 'agree',
    ticksIn: 0,
    deeds: [...FULL_AND_SOUND],
    closedTo: null,
  },
  {
    intake: brought({
      customer: { name: 'Village school', reach: '' },
      serial: 'TF14-2K-29970',
      complaint: 'Since you had it: the pointer moves, but pressing does nothing.',
      mustNotLose: 'nothing, all of it is on the school’s server',
      stake: 'none',
      accessories: '',
      promisedAt: inHours(now, 27),
      baseline: { ...ALL_WELL, click: 'faulty' },
    }),
    ...by('perpetua', 'tobiah'),
    comebackOf: 'TF14-2K-29970',
    until: 'diagnose',
    ticksIn: 0,
    deeds: [
      { type: 'take-up' },
      {
        type: 'note',
        text: 'Bottom screws found overtightened: the palm rest was bent.',
        stepId: null,
        kind: 'found',
      },
    ],
    closedTo: null,
  },
  {
    intake: brought({
      customer: { name: 'Harbour pilot Trewin', reach: 'radio, channel 12' },
      serial: 'TF14-2K-19442',
      complaint: 'Fell off the chart table. Clicks.',
      mustNotLose: 'Soundings of the whole bay. There is no copy.',
      stake: 'irreplaceable',
      accessories: '',
      promisedAt: inHours(now, -70),
      baseline: HARDLY_STARTS,
    }),
    ...by('ines', 'ines'),
    daysAgo: 4,
    referredTo: 'Deepwater Data Recovery',
    until: 'hand-over',
    ticksIn: 0,
    deeds: [
      { type: 'state-stake', stake: 'irreplaceable' },
      { type: 'observe', observation: 'rotating', seen: 'seen' },
      { type: 'observe', observation: 'clicks', seen: 'seen', detail: 'from power on' },
    ],
    closedTo: 'Pilot Trewin',
  },
  {
    intake: brought({
      customer: { name: 'Net loft Carne', reach: '01632 960 118' },
      serial: 'TF14-2K-25561',
      complaint: 'Pictures of the nets will not open; it stands still for minutes.',
      mustNotLose: 'The patterns of forty years.',
      stake: 'irreplaceable',
      accessories: 'charger',
      promisedAt: inHours(now, 56),
      baseline: ALL_WELL,
    }),
    ...by('perpetua', 'ines'),
    until: 'safeguard',
    ticksIn: 0,
    deeds: [oldMap()],
    closedTo: null,
  },
];

/**
 * Orders what is not on the shelf, and, unless the demo lets it wait, has it come. Null: everything is here.
 */
export function nextOrder(job: JobState, { partsFrom }: DemoJob, now: Date): JobCommand | null {
  const missing = needsOf(job).find((one) => one.met === 'no');
  const day = (days: number): string =>
    new Date(now.getTime() + days * 86_400_000).toISOString().slice(0, 10);
  if (missing)
    return {
      type: 'order',
      orderId: randomUUID(),
      need: missing.key,
      supplier: partsFrom?.supplier ?? 'Merrow Parts',
      priceMinor: missing.priceMinor ?? 900,
      state: partsFrom?.state ?? 'confirmed',
      dueOn: day(partsFrom?.days ?? 1),
    };
  const awaited = needsOf(job).find((one) => one.met === 'ordered');
  return awaited && !partsFrom
    ? { type: 'tell-order', orderId: sure(awaited.order).id, state: 'arrived', dueOn: null, say: '' }
    : null;
}
