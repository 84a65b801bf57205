import * as z from 'zod';
import { sayDrive } from '../hardware/index.js';
import { billNow, mainDrive, type JobState } from '../job/index.js';

/** How a job ended, or that it has not. */
export const OutcomeOfJobSchema = z.enum(['open', 'repaired', 'cured', 'unrepaired', 'referred']);
type OutcomeOfJob = z.infer<typeof OutcomeOfJobSchema>;
export const SAY_OUTCOME: Record<OutcomeOfJob, string> = {
  open: 'open',
  repaired: 'repaired',
  cured: 'mended without a drive',
  unrepaired: 'went back unrepaired',
  referred: 'referred to a specialist',
};

/** One line of the Ledger: a job as it is listed, exported, and found. */
export const LedgerRowSchema = z.strictObject({
  id: z.string(),
  number: z.number().int(),
  openedAt: z.string(),
  closedAt: z.string().nullable(),
  promisedAt: z.string(),
  customerId: z.string().nullable(),
  customer: z.string(),
  reach: z.string(),
  modelId: z.string(),
  modelName: z.string(),
  serial: z.string(),
  complaint: z.string(),
  cause: z.string(),
  outcome: OutcomeOfJobSchema,
  technician: z.string(),
  newDrive: z.string(),
  newSerial: z.string(),
  oldDrive: z.string(),
  oldSerial: z.string(),
  /** With tax; null: nothing was agreed. */
  totalMinor: z.number().int().nullable(),
  comebackOf: z.number().int().nullable(),
  cameBackAs: z.number().int().nullable(),
});
export type LedgerRow = z.infer<typeof LedgerRowSchema>;

export function ledgerRow(job: JobState): LedgerRow {
  const { intake, closed } = job;
  return {
    id: job.id,
    number: job.number,
    openedAt: job.openedAt,
    closedAt: closed?.at ?? null,
    promisedAt: intake.promisedAt,
    customerId: intake.customer.id,
    customer: intake.customer.name,
    reach: intake.customer.reach,
    modelId: intake.modelId,
    modelName: intake.modelName,
    serial: intake.serial,
    complaint: intake.complaint,
    cause: job.conclusion?.say ?? '',
    outcome: outcomeOf(job),
    technician: job.hands?.by.name ?? '',
    ...drivesOf(job),
    totalMinor: billNow(job)?.totalMinor ?? null,
    comebackOf: intake.comebackOf?.number ?? null,
    cameBackAs: job.cameBack.at(-1)?.number ?? null,
  };
}

/** What went in, and what came out for it. */
function drivesOf(job: JobState): Pick<LedgerRow, 'newDrive' | 'newSerial' | 'oldDrive' | 'oldSerial'> {
  const { endedEarly, serials } = job;
  const drive = endedEarly ? null : mainDrive(job);
  return {
    newDrive: drive ? sayDrive(drive.drive) : '',
    newSerial: endedEarly ? '' : (serials.newDrive ?? ''),
    oldDrive: drive?.slot.fitted?.label ?? '',
    oldSerial: serials.oldDrive ?? '',
  };
}

export function outcomeOf({
  closed,
  endedEarly,
  cured,
}: Pick<JobState, 'closed' | 'endedEarly' | 'cured'>): OutcomeOfJob {
  if (!closed) return 'open';
  if (endedEarly) return endedEarly.referredTo ? 'referred' : 'unrepaired';
  return cured ? 'cured' : 'repaired';
}

/** Columns of the ledger as a table, in order; the names are the header. */
export const LEDGER_COLUMNS = [
  'number',
  'opened',
  'closed',
  'promised',
  'customer',
  'reach',
  'model',
  'serial',
  'complaint',
  'cause',
  'outcome',
  'technician',
  'new drive',
  'new serial',
  'old drive',
  'old serial',
  'total',
  'comeback of',
  'came back as',
] as const;

/** The row as cells, in the order of the columns; the total as a decimal number. */
export const ledgerCells = (row: LedgerRow): string[] => [
  String(row.number),
  row.openedAt,
  row.closedAt ?? '',
  row.promisedAt,
  row.customer,
  row.reach,
  row.modelName,
  row.serial,
  row.complaint,
  row.cause,
  SAY_OUTCOME[row.outcome],
  row.technician,
  row.newDrive,
  row.newSerial,
  row.oldDrive,
  row.oldSerial,
  row.totalMinor === null
    ? ''
    : `${row.totalMinor < 0 ? '-' : ''}${Math.floor(Math.abs(row.totalMinor) / 100)}.${String(Math.abs(row.totalMinor) % 100).padStart(2, '0')}`,
  row.comebackOf === null ? '' : String(row.comebackOf),
  row.cameBackAs === null ? '' : String(row.cameBackAs),
];
