import { sayDrive } from '../hardware/index.js';
import {
  BASELINE_CHECKS,
  billNow,
  fittedAlone,
  isWish,
  labelOfChange,
  oldDrives,
  othersToBeShown,
  proofOf,
  SAY_WISH,
  sayChange,
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
  saySubstitute,
  sayToCustomer,
  TIMED,
  type Change,
  type DriveChange,
  type NoteKind,
  type JobState,
} from '../job/index.js';
import { sayMbs } from '../prove/index.js';
import { sayTax, taxesOf } from '../quote/index.js';
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
      ...billRows(job),
      ...row('For', intake.customer.name),
      ...row('Machine', `${intake.modelName}, serial ${intake.serial}`),
      ...row('Brought in', `${when.takenIn}: “${intake.complaint}”`),
      ...row('With it came', intake.accessories),
      ...(isWish(job)
        ? row('Wished for', wished(intake.wishes))
        : [
            ...row('What was wrong', conclusion ? `${conclusion.say}.` : 'No conclusion was recorded.'),
            ...row('Wished for besides', wished(intake.wishes)),
          ]),
      ...(endedEarly ? whyBack(endedEarly) : []),
      ...(cured ? [...row('What was done', cured.what), ...row('How we know', cured.checked)] : []),
      ...(endedEarly ? [] : workRows(job, drive)),
      ...row('Old parts', ...removedLines(job)),
      ...row('Other screws', ...job.substitutes.map(sayToCustomer)),
      ...foundRows(job),
      ...row('Left open', ...leftOpen(job)),
      ...row('To be looked at next time', ...notesOf(job, 'next-time')),
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

const wished = (wishes: JobState['intake']['wishes']): string =>
  wishes.length === 0 ? '' : `${wishes.map((one) => SAY_WISH[one].toLowerCase()).join(', ')}.`;

/** Whose bill it is, and its number: that of the job, which no other one has. */
function billRows(job: JobState): Page['rows'] {
  const bill = billNow(job);
  const pricing = job.offer?.pricing ?? job.looking;
  if (!bill || !pricing) return [];
  return [
    ...row('Bill', `Number ${job.number}.`),
    ...row(
      'From',
      ...pricing.address.split('\n').filter(Boolean),
      pricing.taxNumber && `Tax number ${pricing.taxNumber}`,
    ),
  ];
}

function titleOf(job: JobState): string {
  if (job.endedEarly) return 'Your machine, as it came';
  if (job.cured) return 'Your machine, mended without a new drive';
  if (!isFitted(job)) return 'Your machine';
  return mainDrive(job) ? 'Your machine, with its new drive' : 'Your machine, with what was changed';
}

const whyBack = ({ reason, referredTo }: NonNullable<JobState['endedEarly']>): Page['rows'] =>
  row('Why it goes back', reason, referredTo && `We refer it to ${referredTo}.`);

/** Of what was really done; where nothing was planned there is nothing to say of it. */
function workRows(job: JobState, drive: DriveChange | null): Page['rows'] {
  if (job.changes.length === 0) return [];
  return [
    ...row('What was done', ...(isFitted(job) ? doneLines(job) : fittedLater(job)), ...companionLines(job)),
    ...(drive ? row('Your data', ...dataLines(job)) : row('Your data', ...staysLines(job))),
    ...row('Proved', ...proofLines(job, drive), ...measuredLines(job)),
    ...row('Old drive', ...oldDriveLines(job)),
  ];
}

const fittedLater = (job: JobState): string[] =>
  mainDrive(job) && !job.cured ? ['No new drive is fitted yet.'] : [];

/** A line for each change that went in on the way, the main drive first as it stands in the list. */
const doneLines = (job: JobState): string[] =>
  job.changes.filter((one) => one.fitted === null).flatMap((change) => doneLine(job, change));

function doneLine(job: JobState, change: Change): string[] {
  const { kind, thing, place, judged } = change;
  if (judged?.outcome === 'rolled-back')
    return [`${thing?.label ?? place} was tried, did not work here, and is out again.`];
  const line = DONE[kind](change, job);
  if (line === '') return [];
  const instead = change.declined.map((one) => `${one.instead}, instead of: ${one.label}.`);
  return [thing?.from === 'own' ? `${line} It is your own.` : line, ...instead];
}

type SayDone = (change: Change, job: JobState) => string;
const wasIn = ({ slot }: Change): string => slot?.fitted?.label ?? 'The drive';
const partIn: SayDone = ({ thing, place }) => `${thing?.label ?? ''} fitted in ${place}.`;
const driveIn: SayDone = (change, job) =>
  `${change.thing?.label ?? ''} fitted in the ${change.place}. Serial ${serialOf(job, change)}.`;

const DONE: Readonly<Record<Change['kind'], SayDone>> = {
  'replace-drive': driveIn,
  'add-drive': driveIn,
  'take-out-drive': (change) => `${wasIn(change)} was taken out of the ${change.place}.`,
  'move-drive': (change) => `${wasIn(change)} was moved out of the ${change.place}.`,
  'leave-unplugged': (change) =>
    `${wasIn(change)} stays in the ${change.place}, unplugged, its leads insulated. What is on it stays on it.`,
  memory: partIn,
  battery: ({ thing }) => `${thing?.label ?? ''} fitted.`,
  wireless: partIn,
  cooling: ({ thing, place }) => (thing ? `${thing.label} renewed at ${place}.` : `${place} seen to.`),
  look: ({ place }) => `We looked at the ${place}.`,
  cure: () => '',
};

const serialOf = (job: JobState, { id }: Change): string =>
  (id === mainDrive(job)?.id ? job.serials.newDrive : proofOf(job, id).newSerial) ?? 'not recorded';

/** No drive went in. */
const staysLines = (job: JobState): string[] =>
  isFitted(job) ? ['It stays on the drive that was in the machine; nothing of it was moved.'] : [];

/** What the closed machine showed of each change; what it showed open, where nobody looked again. */
function proofLines(job: JobState, drive: DriveChange | null): string[] {
  const others = othersToBeShown(job).map((change) => {
    const { start, closed } = proofOf(job, change.id);
    const told = closed ?? start;
    if (!told) return `${labelOfChange(change)}: not looked at yet.`;
    return `${told.sentence}${closed ? '' : ' So it was before the machine was closed.'} Seen by ${told.by.name}.`;
  });
  return [...(drive ? [job.proved?.sentence ?? 'Not proved yet.'] : []), ...others];
}

const notesOf = ({ notes }: JobState, kind: NoteKind): string[] =>
  notes.filter((one) => one.kind === kind).map((one) => one.text);

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
  const others = oldDrives(job)
    .filter(({ changeId }) => changeId !== '')
    .map(
      ({ label, serial, now }) =>
        `${label}, serial ${serial ?? 'not recorded'}. ${now ? sayFate({ ...now, note: '' }) : 'Not settled yet.'}`,
    );
  if (!oldDriveFate && !hadOldDrive(job)) return others;
  const name = `${mainDrive(job)?.slot.fitted?.label ?? 'Old drive'}, serial ${serials.oldDrive ?? 'not recorded'}.`;
  return [`${name} ${oldDriveFate ? sayFate({ ...oldDriveFate, note: '' }) : 'Not settled yet.'}`, ...others];
}

const companionLines = (job: JobState): string[] =>
  fittedAlone(job)
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
      : job.changes.every((one) => one.thing === null || one.thing.from === 'own')
        ? []
        : [
            `On the parts we fitted: ${months(pricing.partWarrantyMonths)}. Their labels carry it: leave them on.`,
          ]),
  ];
}

/** Lines of the bill, tax, total, what is paid and what is open; empty where nothing is charged. */
function billTable(job: JobState): PageTable[] {
  const bill = billNow(job);
  if (!bill) return [];
  const paid = paidMinor(job);
  const currency = (job.offer?.pricing ?? job.looking)?.currency ?? '';
  return [
    {
      caption: 'Price',
      head: ['What', 'How many', currency ? `Amount, ${currency}` : 'Amount'],
      rows: [
        ...bill.lines.map((line) => [line.say, String(line.quantity), sayMoney(line.netMinor)]),
        ...taxesOf(bill).map((one) => [
          `Tax, ${sayTax(one.basisPoints)} of ${sayMoney(one.netMinor)}`,
          '',
          sayMoney(one.taxMinor),
        ]),
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
        'Changes',
        ...job.changes.map(
          (one) =>
            `${sayChange(one)}${one.override ? `; taken against the verdict: ${one.override}` : ''}${one.judged ? `; ${sayTrial(one.judged)}` : ''}.`,
        ),
      ),
      ...row(
        'On trial',
        ...fittedAlone(job).map(({ thing, judged }) => `${thing?.label ?? ''}: ${sayTrial(judged)}.`),
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
      ...row('Other screws', ...job.substitutes.map(sayOtherScrew)),
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

const sayOtherScrew = (one: JobState['substitutes'][number]): string => {
  const { became, lostSettled, from, givenBack } = one;
  const lost =
    lostSettled &&
    (lostSettled.how === 'found' ? 'found since' : `not in the machine (${lostSettled.by.name})`);
  return [
    `${saySubstitute(one)}, at ‘${one.title}’`,
    ...(became === 'lost' ? [lost ?? 'not looked for yet'] : []),
    ...(from === 'borrowed' ? [givenBack ? 'given back' : 'not given back yet'] : []),
  ].join('; ');
};

const sayTrial = (judged: Change['judged']): string => {
  if (judged === null) return 'still on trial';
  return judged.outcome === 'works' ? 'works' : `rolled back, ${judged.note}`;
};
