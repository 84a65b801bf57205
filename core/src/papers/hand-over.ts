import { sayDrive } from '../hardware/index.js';
import {
  BASELINE_CHECKS,
  billNow,
  companionsIn,
  lastSpeed,
  lastTime,
  paidMinor,
  removedNow,
  removedParts,
  givenBy,
  hadOldDrive,
  isFitted,
  mainDrive,
  SAY_COMEBACK,
  SAY_REMOVED,
  SAY_TIMED,
  SAY_WORKING,
  sayCustody,
  sayFate,
  TIMED,
  type Change,
  type DriveChange,
  type JobState,
} from '../job/index.js';
import { sayMbs } from '../prove/index.js';
import { sayTax } from '../quote/index.js';
import { sayDate, sayMoney, sure } from '../units/index.js';
import { copyLines, dataLines } from './data-lines.js';
import { row, type Page, type PageTable } from './page.js';

/**
 * One page for the customer, in plain words. Days and moments come in as words, since they belong to a place.
 */
export function customerPage(job: JobState, when: { readonly takenIn: string }): Page {
  const { intake, conclusion, closed, endedEarly, cured } = job;
  const drive = endedEarly ? null : mainDrive(job);
  return {
    title: titleOf(job),
    rows: [
      ...row('For', intake.customer.name),
      ...row('Machine', `${intake.modelName}, serial ${intake.serial}`),
      ...row('Brought in', `${when.takenIn}: “${intake.complaint}”`),
      ...row('With it came', intake.accessories),
      ...row('What was wrong', conclusion ? `${conclusion.say}.` : 'No conclusion was recorded.'),
      ...(endedEarly ? whyBack(endedEarly) : []),
      ...(cured ? [...row('What was done', cured.what), ...row('How we know', cured.checked)] : []),
      ...(drive ? driveRows(job, drive) : []),
      ...row('Old parts', ...removedLines(job)),
      ...foundRows(job),
      ...row('Left open', ...leftOpen(job)),
      ...row('Free of charge', givenBy(job) && `This repair is given to you. Signed: ${givenBy(job)}.`),
      ...row('Warranty', ...warrantyLines(job)),
    ],
    tables: [...billTable(job), beforeAfter(job), worksTable(job)].filter((table) => table.rows.length > 0),
    notes: [
      'Keep a copy of what you must not lose on something else, and read it back now and then. If it starts late once or asks for the time: its battery was unplugged during the work.',
      ...(drive?.drive.medium === 'rotating'
        ? [
            'A mechanical drive does not like knocks while it turns: shut the machine down before you carry it.',
          ]
        : []),
      ...(job.sealed.length > 0
        ? ['Passwords and keys that you left with us are destroyed when the machine is handed over.']
        : []),
    ],
    signs: [`Handed over by ${closed?.by.name ?? ''}`, `Received by ${closed?.to ?? ''}`],
  };
}

function titleOf(job: JobState): string {
  if (job.endedEarly) return 'Your machine, as it came';
  if (job.cured) return 'Your machine, mended without a new drive';
  return isFitted(job) ? 'Your machine, with its new drive' : 'Your machine';
}

const whyBack = ({ reason, referredTo }: NonNullable<JobState['endedEarly']>): Page['rows'] =>
  row('Why it goes back', reason, referredTo && `We refer it to ${referredTo}.`);

const driveRows = (job: JobState, { drive, slot }: DriveChange): Page['rows'] => [
  ...row(
    'What was done',
    isFitted(job)
      ? `${sayDrive(drive)} fitted in the ${slot.label}. Serial ${job.serials.newDrive ?? 'not recorded'}.`
      : 'No new drive is fitted yet.',
    ...companionLines(job),
  ),
  ...row('Your data', ...dataLines(job)),
  ...row('Proved', job.proved?.sentence ?? 'Not proved yet.', ...measuredLines(job)),
  ...row('Old drive', ...oldDriveLines(job)),
];

function foundRows({ notes }: JobState): Page['rows'] {
  const found = notes.filter((note) => note.kind === 'found');
  if (found.length === 0) return [];
  const term = 'Found out of place, before we touched it';
  return [{ term, lines: found.map((one) => one.text), photos: found.flatMap((one) => one.photos) }];
}

/** Of what was let go with a reason, that which the customer has to know. The reasons are the workshop's. */
const leftOpen = (job: JobState): string[] =>
  job.waivers.filter(({ code }) => CUSTOMERS.has(sure(code.split(':')[0]))).map(({ what }) => what);
const CUSTOMERS: ReadonlySet<string> = new Set([
  'tray',
  'proved-wrong',
  'speed-wrong',
  'not-right',
  'screw-count',
  'baseline-fault',
  'unplugged-fault',
  'setting',
]);

function oldDriveLines(job: JobState): string[] {
  const { oldDriveFate, serials } = job;
  if (!oldDriveFate && !hadOldDrive(job)) return [];
  const name = `${mainDrive(job)?.slot.fitted?.label ?? 'Old drive'}, serial ${serials.oldDrive ?? 'not recorded'}.`;
  return [`${name} ${oldDriveFate ? sayFate({ ...oldDriveFate, note: '' }) : 'Not settled yet.'}`];
}

const companionLines = (job: JobState): string[] =>
  companionsIn(job)
    .filter((one) => one.judged?.outcome === 'works')
    .map((one) => `${one.thing?.label ?? ''} fitted.`);

function measuredLines(job: JobState): string[] {
  const speed = lastSpeed(job.speeds, 'after');
  const hot = speed?.celsius;
  return [
    ...(hot !== null && hot !== undefined ? [`Under load the drive reached ${hot} °C.`] : []),
    ...(job.memoryShown
      ? [
          `Memory: ${job.memoryShown.gib} GiB${job.memoryShown.megatransfers ? ` at ${job.memoryShown.megatransfers} MT/s` : ''}.`,
        ]
      : []),
  ];
}

const removedLines = (job: JobState): string[] =>
  removedParts(job).map((what) => {
    const now = removedNow(job, what);
    if (!now) return `${what}: not settled yet.`;
    return `${what}: ${SAY_REMOVED[now.fate]}${now.until ? ` until ${sayDate(now.until)}` : ''}${now.amountMinor > 0 ? `, ${sayMoney(now.amountMinor)}` : ''}.`;
  });

function warrantyLines(job: JobState): string[] {
  const pricing = job.offer?.pricing ?? job.looking;
  if (!pricing || job.endedEarly) return [];
  const months = (count: number) => (count === 1 ? 'one month' : `${count} months`);
  return [
    `On our work: ${months(pricing.workWarrantyMonths)}.`,
    ...(job.cured || !isFitted(job)
      ? []
      : [
          `On the parts we fitted: ${months(pricing.partWarrantyMonths)}. The drive's labels carry it: leave them on.`,
        ]),
  ];
}

/** Lines of the bill, tax, total, what is paid and what is open; empty where nothing is charged. */
function billTable(job: JobState): PageTable[] {
  const bill = billNow(job);
  if (!bill) return [];
  const paid = paidMinor(job);
  return [
    {
      caption: 'Price',
      head: ['What', 'How many', 'Amount'],
      rows: [
        ...bill.lines.map((line) => [line.say, String(line.quantity), sayMoney(line.netMinor)]),
        [`Tax, ${sayTax(bill.taxBasisPoints)}`, '', sayMoney(bill.taxMinor)],
        ...(bill.roundingMinor === 0 ? [] : [['Rounded', '', sayMoney(bill.roundingMinor)]]),
        ['In all', '', sayMoney(bill.totalMinor)],
        ...(paid === 0 ? [] : [['Paid', '', sayMoney(paid)]]),
        ...(paid === bill.totalMinor ? [] : [['Open', '', sayMoney(bill.totalMinor - paid)]]),
      ],
    },
  ];
}

/** What was measured before and after, where both or the later are known. */
function beforeAfter(job: JobState): PageTable {
  const [slow, fast] = [lastSpeed(job.speeds, 'before'), lastSpeed(job.speeds, 'after')];
  const times = TIMED.map((what) => ({
    say: SAY_TIMED[what],
    before: lastTime(job.times, what, 'before'),
    after: lastTime(job.times, what, 'after'),
  }));
  return {
    caption: 'Measured',
    head: ['', 'before', 'now'],
    rows: [
      ...(fast
        ? [
            [
              'Reading from the drive',
              slow ? sayMbs(slow.readBytesPerSecond) : 'not measured',
              sayMbs(fast.readBytesPerSecond),
            ],
          ]
        : []),
      ...times
        .filter((one) => one.after !== null)
        .map((one) => [
          one.say,
          one.before ? `${one.before.seconds} s` : 'not measured',
          `${sure(one.after).seconds} s`,
        ]),
    ],
  };
}

function worksTable(job: JobState): PageTable {
  return {
    caption: 'What works',
    head: ['Tried', 'when it came', 'when it left'],
    // What nobody tried, before or after, says nothing.
    rows: BASELINE_CHECKS.filter(
      ({ id }) =>
        job.intake.baseline[id] !== 'not-tried' || (job.after[id]?.result ?? 'not-tried') !== 'not-tried',
    ).map(({ id, say }) => [
      say,
      SAY_WORKING[job.intake.baseline[id]],
      SAY_WORKING[job.after[id]?.result ?? 'not-tried'],
    ]),
  };
}

/** The second page: what the workshop wants to find again. */
export function workshopPage(job: JobState, say: { readonly when: (at: string) => string }): Page {
  const { intake } = job;
  const choice = mainDrive(job);
  const minutes = job.way ? job.way.steps.reduce((sum, step) => sum + step.minutes, 0) : 0;
  return {
    title: `For the workshop: job ${job.number}`,
    rows: [
      ...row('Of', `${intake.customer.name}${intake.customer.reach ? `, ${intake.customer.reach}` : ''}`),
      ...row(
        'Machine',
        `${intake.modelName}, serial ${intake.serial}${job.variantId ? `, variant ${job.variantId}` : ''}`,
      ),
      ...row('Concluded', job.conclusion && `${job.conclusion.say}: ${job.conclusion.reason}`),
      ...row(
        'Match',
        choice &&
          `${sayDrive(choice.drive)} in the ${choice.slot.label}: ${choice.verdict.headline} ${choice.verdict.because}`,
        choice?.override ? `Taken against the verdict: ${choice.override}` : null,
      ),
      ...row(
        'Way',
        job.way &&
          `Guide version ${job.way.guideVersion}, ${job.way.steps.length} steps, ${Math.round(minutes)} min planned.`,
      ),
      ...row(
        'Orders',
        ...job.orders.map(
          (one) =>
            `${one.quantity} × ${one.what} from ${one.supplier}: ${one.state}, ${sayMoney(one.priceMinor)} without tax.`,
        ),
      ),
      ...row(
        'On trial',
        ...companionsIn(job).map(({ thing, judged }) => `${thing?.label ?? ''}: ${sayTrial(judged)}.`),
      ),
      ...row(
        'Agreed',
        ...[...job.pastAgreements, ...(job.agreement ? [job.agreement] : [])].map(
          (one) => `${sayMoney(one.totalMinor)} with ${one.who}, ${say.when(one.at)}.`,
        ),
      ),
      ...row(
        'Old drive, hand to hand',
        ...job.custody.map((one) => `${say.when(one.at)}: ${sayCustody(one)} ${one.by.name}.`),
      ),
      ...row(
        'Corrections of the guide',
        ...job.notes.filter((one) => one.kind === 'correction').map((one) => one.text),
      ),
      ...row('Copies', ...copyLines(job)),
      ...row(
        'Let go, and why',
        ...job.waivers.map(({ what, reason, by }) => `${what} ${reason} (${by.name})`),
      ),
      ...row(
        'Notes',
        ...job.notes.filter((one) => one.kind === 'note' || one.kind === 'measure').map((one) => one.text),
      ),
      ...row(
        'Sealed notes',
        ...job.sealed.map(
          (one) =>
            `Looked at ${one.looks.length === 1 ? 'once' : `${one.looks.length} times`}${one.destroyed ? `, destroyed ${say.when(one.destroyed.at)}` : ''}.`,
        ),
      ),
      ...row(
        'Comeback',
        job.comebackReason && `${SAY_COMEBACK[job.comebackReason.kind]}: ${job.comebackReason.words}`,
      ),
    ],
    tables: [],
    notes: [],
    signs: ['', ''],
  };
}

const sayTrial = (judged: Change['judged']): string => {
  if (judged === null) return 'still on trial';
  return judged.outcome === 'works' ? 'works' : `rolled back, ${judged.note}`;
};
