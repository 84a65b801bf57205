import { DiagnosisKnowledgeSchema } from '@petrichor/core/diagnose';
import { MachineModelSchema } from '@petrichor/core/hardware';
import { JobDocumentSchema } from '@petrichor/core/ledger';
import { PricingSchema } from '@petrichor/core/quote';
import { PolicySchema } from '@petrichor/core/teardown';
import * as z from 'zod';
import * as audit from './audit.js';
import * as diagnosis from './diagnosis.js';
import * as dock from './dock.js';
import * as guides from './guides.js';
import * as health from './health.js';
import * as jobs from './jobs.js';
import * as knowledge from './knowledge.js';
import * as ledger from './ledger.js';
import { PROBLEM_TYPE, ProblemSchema } from './problem.js';
import * as sealed from './sealed.js';
import * as session from './session.js';
import * as shelf from './shelf.js';
import * as supplier from './supplier.js';

interface Operation {
  readonly method: 'get' | 'post' | 'delete';
  readonly path: string;
  readonly summary: string;
  readonly body?: z.ZodType;
  readonly reply?: z.ZodType;
  readonly status: number;
}

/** Every route of the server, in one list: the OpenAPI document is made from it, and a test walks it. */
export const OPERATIONS: readonly Operation[] = [
  { method: 'get', path: '/api/session', summary: 'Who is signed in', reply: session.SessionReplySchema, status: 200 },
  { method: 'post', path: '/api/session', summary: 'Sign in', body: session.SignInSchema, reply: session.SessionReplySchema, status: 200 },
  { method: 'delete', path: '/api/session', summary: 'Sign out', status: 204 },
  {
    method: 'post',
    path: '/api/first-account',
    summary: 'First account of an empty installation',
    body: session.FirstAccountSchema,
    reply: session.SessionReplySchema,
    status: 201,
  },
  { method: 'get', path: '/api/accounts', summary: 'People of the workshop', reply: session.AccountsReplySchema, status: 200 },
  {
    method: 'post',
    path: '/api/accounts',
    summary: 'Add a person (lead)',
    body: session.NewAccountSchema,
    reply: session.AccountsReplySchema,
    status: 201,
  },
  {
    method: 'post',
    path: '/api/accounts/{accountId}',
    summary: 'Change a person’s name or roles, lock or unlock them (lead)',
    body: session.ChangePersonSchema,
    reply: session.AccountsReplySchema,
    status: 200,
  },
  {
    method: 'delete',
    path: '/api/accounts/{accountId}',
    summary: 'Remove a person; what they did keeps their name (lead)',
    reply: session.AccountsReplySchema,
    status: 200,
  },
  {
    method: 'post',
    path: '/api/accounts/{accountId}/password',
    summary: 'Give a person a new password, and end their sessions (lead)',
    body: session.ResetPasswordSchema,
    status: 204,
  },
  {
    method: 'get',
    path: '/api/accounts/{accountId}/sessions',
    summary: 'Where a person is signed in (lead, or oneself)',
    reply: session.SessionsReplySchema,
    status: 200,
  },
  {
    method: 'delete',
    path: '/api/accounts/{accountId}/sessions/{sessionId}',
    summary: 'Sign a person out on one device (lead, or oneself)',
    reply: session.SessionsReplySchema,
    status: 200,
  },
  {
    method: 'post',
    path: '/api/session/password',
    summary: 'Change one’s own password; one’s other sessions end',
    body: session.OwnPasswordSchema,
    status: 204,
  },
  {
    method: 'get',
    path: '/api/bench',
    summary: 'All jobs that are open, and those closed lately',
    reply: jobs.BenchReplySchema,
    status: 200,
  },
  { method: 'post', path: '/api/jobs', summary: 'Take a machine in', body: jobs.OpenJobSchema, reply: jobs.JobReplySchema, status: 201 },
  { method: 'get', path: '/api/jobs/{jobId}', summary: 'One job as its events left it', reply: jobs.JobReplySchema, status: 200 },
  {
    method: 'get',
    path: '/api/jobs/{jobId}/events',
    summary: 'The events of a job after a sequence',
    reply: jobs.EventsReplySchema,
    status: 200,
  },
  {
    method: 'post',
    path: '/api/jobs/{jobId}/commands',
    summary: 'Give a command to a job',
    body: jobs.GiveCommandSchema,
    reply: jobs.CommandReplySchema,
    status: 200,
  },
  {
    method: 'post',
    path: '/api/commands/missing',
    summary: 'Which of these commands the record does not have, after it was restored',
    body: jobs.MissingCommandsSchema,
    reply: jobs.MissingCommandsReplySchema,
    status: 200,
  },
  {
    method: 'post',
    path: '/api/models',
    summary: 'Save the next version of a guide (reviewed or retired: lead)',
    body: guides.SaveGuideSchema,
    reply: guides.SaveGuideReplySchema,
    status: 201,
  },
  {
    method: 'get',
    path: '/api/models/{modelId}/record',
    summary: 'Versions, corrections and jobs of a model',
    reply: guides.ModelRecordSchema,
    status: 200,
  },
  { method: 'get', path: '/api/models/{modelId}/versions/{version}', summary: 'A model as it was', reply: MachineModelSchema, status: 200 },
  {
    method: 'post',
    path: '/api/corrections/{jobId}/{seq}',
    summary: 'What came of a correction (lead)',
    body: guides.SettleCorrectionSchema,
    status: 204,
  },
  {
    method: 'post',
    path: '/api/policy',
    summary: 'How this workshop opens machines (lead)',
    body: PolicySchema,
    reply: PolicySchema,
    status: 200,
  },
  {
    method: 'post',
    path: '/api/pricing',
    summary: 'What this workshop charges (lead)',
    body: PricingSchema,
    reply: PricingSchema,
    status: 200,
  },
  { method: 'get', path: '/api/customers', summary: 'Customers by name or phone', reply: ledger.CustomersReplySchema, status: 200 },
  {
    method: 'post',
    path: '/api/jobs/{jobId}/sealed',
    summary: 'Seal a passcode or a key',
    body: sealed.KeepSealedSchema,
    reply: jobs.CommandReplySchema,
    status: 201,
  },
  {
    method: 'post',
    path: '/api/jobs/{jobId}/sealed/{noteId}/look',
    summary: 'Read a sealed note; the look is recorded',
    body: sealed.SealedCommandSchema,
    reply: sealed.SealedReplySchema,
    status: 200,
  },
  {
    method: 'post',
    path: '/api/jobs/{jobId}/sealed/{noteId}/destroy',
    summary: 'Destroy a sealed note',
    body: sealed.SealedCommandSchema,
    reply: jobs.CommandReplySchema,
    status: 200,
  },
  { method: 'get', path: '/api/offers', summary: 'What suppliers ask for an item', reply: supplier.SupplierOffersSchema, status: 200 },
  {
    method: 'post',
    path: '/api/jobs/{jobId}/orders',
    summary: 'Order what a job needs',
    body: supplier.PlaceOrderSchema,
    reply: jobs.CommandReplySchema,
    status: 201,
  },
  {
    method: 'post',
    path: '/api/jobs/{jobId}/orders/{orderId}/cancel',
    summary: 'Call an order off',
    body: supplier.CancelOrderSchema,
    reply: jobs.CommandReplySchema,
    status: 200,
  },
  {
    method: 'post',
    path: '/api/jobs/{jobId}/orders/{orderId}/return',
    summary: 'Send back what came',
    body: supplier.CancelOrderSchema,
    reply: jobs.CommandReplySchema,
    status: 200,
  },
  { method: 'get', path: '/api/ledger', summary: 'Find jobs', reply: ledger.LedgerReplySchema, status: 200 },
  { method: 'get', path: '/api/ledger/figures', summary: 'What finished jobs say', reply: ledger.FiguresReplySchema, status: 200 },
  {
    method: 'get',
    path: '/api/ledger/history/{serial}',
    summary: 'Every job of a machine or a drive',
    reply: ledger.LedgerReplySchema,
    status: 200,
  },
  { method: 'get', path: '/api/ledger.csv', summary: 'The Ledger as CSV (RFC 4180)', status: 200 },
  { method: 'get', path: '/api/ledger.jsonl', summary: 'The Ledger as JSON Lines', status: 200 },
  { method: 'get', path: '/api/promises.ics', summary: 'What is promised, as iCalendar (RFC 5545)', status: 200 },
  { method: 'get', path: '/api/job-numbers/{number}', summary: 'The job of a number', reply: ledger.JobOfNumberReplySchema, status: 200 },
  { method: 'get', path: '/api/jobs/{jobId}/document', summary: 'A whole job as one document', reply: JobDocumentSchema, status: 200 },
  {
    method: 'post',
    path: '/api/job-documents',
    summary: 'Bring a whole job in, as text (lead)',
    reply: ledger.BringInJobReplySchema,
    status: 201,
  },
  { method: 'post', path: '/api/photos', summary: 'Keep a photo (a JPEG as the body)', reply: guides.PhotoReplySchema, status: 201 },
  { method: 'get', path: '/api/photos/{hash}', summary: 'A photo, as JPEG', status: 200 },
  { method: 'get', path: '/api/knowledge', summary: 'Models and drives', reply: knowledge.KnowledgeReplySchema, status: 200 },
  {
    method: 'post',
    path: '/api/imports',
    summary: 'Bring in a machine model, a drive list or a diagnosis document (lead)',
    body: knowledge.ImportSchema,
    reply: knowledge.ImportReplySchema,
    status: 201,
  },
  { method: 'get', path: '/api/shelf', summary: 'How many of everything are where', reply: shelf.ShelfReplySchema, status: 200 },
  {
    method: 'get',
    path: '/api/shelf/{kind}/{id}/moves',
    summary: 'Moves of one item, the last first',
    reply: shelf.StockEntriesReplySchema,
    status: 200,
  },
  {
    method: 'post',
    path: '/api/shelf/moves',
    summary: 'Move pieces of an item',
    body: shelf.MoveStockSchema,
    reply: shelf.MoveStockReplySchema,
    status: 201,
  },
  {
    method: 'post',
    path: '/api/shelf/items',
    summary: 'Put drives and small parts from a table on the shelf (lead)',
    body: shelf.PutItemsSchema,
    reply: shelf.PutItemsReplySchema,
    status: 201,
  },
  {
    method: 'get',
    path: '/api/diagnosis',
    summary: 'What diagnosis knows, and the jobs behind it',
    reply: diagnosis.DiagnosisReplySchema,
    status: 200,
  },
  {
    method: 'post',
    path: '/api/diagnosis',
    summary: 'Save the next edition (lead)',
    body: diagnosis.SaveEditionSchema,
    reply: diagnosis.SaveEditionReplySchema,
    status: 201,
  },
  {
    method: 'get',
    path: '/api/diagnosis/{about}/{version}',
    summary: 'An edition as it was',
    reply: DiagnosisKnowledgeSchema,
    status: 200,
  },
  { method: 'get', path: '/api/dock', summary: 'The drive dock: bays, drives, runs', reply: dock.DockReplySchema, status: 200 },
  {
    method: 'get',
    path: '/api/dock/bays/{bay}/self-report',
    summary: 'Self-report of the drive in a bay',
    reply: dock.SelfReportReplySchema,
    status: 200,
  },
  {
    method: 'get',
    path: '/api/dock/bays/{bay}/table',
    summary: 'The partitions of the drive in a bay, and how full they are',
    reply: dock.DriveTableReplySchema,
    status: 200,
  },
  { method: 'post', path: '/api/dock/runs/{runId}/pause', summary: 'Pause a run', reply: dock.DockRunSchema, status: 200 },
  { method: 'post', path: '/api/dock/runs/{runId}/resume', summary: 'Let a paused run go on', reply: dock.DockRunSchema, status: 200 },
  {
    method: 'get',
    path: '/api/dock/runs/{runId}/map',
    summary: 'The map of a copy, for ddrescue',
    reply: dock.RunMapReplySchema,
    status: 200,
  },
  {
    method: 'post',
    path: '/api/dock/bays/{bay}/runs',
    summary: 'Start a reading, a test or a copy',
    body: dock.StartRunSchema,
    reply: dock.DockRunSchema,
    status: 201,
  },
  { method: 'get', path: '/api/dock/runs/{runId}', summary: 'How far a run is', reply: dock.DockRunSchema, status: 200 },
  { method: 'post', path: '/api/dock/runs/{runId}/stop', summary: 'Stop a run', reply: dock.DockRunSchema, status: 200 },
  {
    method: 'get',
    path: '/api/dock/simulated/drives',
    summary: 'Drives that a simulated dock can take',
    reply: dock.SimulatedDrivesSchema,
    status: 200,
  },
  {
    method: 'post',
    path: '/api/dock/simulated/bays/{bay}',
    summary: 'Put a drive into a simulated bay, or pull it out',
    body: dock.PutInSchema,
    reply: dock.DockReplySchema,
    status: 200,
  },
  {
    method: 'get',
    path: '/api/health',
    summary: 'Whether requests can be answered, for a probe',
    reply: health.ProbeReplySchema,
    status: 200,
  },
  {
    method: 'get',
    path: '/api/health/whole',
    summary: 'Everything that Petrichor stands on (lead)',
    reply: health.HealthReplySchema,
    status: 200,
  },
  {
    method: 'get',
    path: '/api/backup',
    summary: 'When the last backup was made and checked',
    reply: health.BackupReplySchema,
    status: 200,
  },
  { method: 'post', path: '/api/unsent', summary: 'What waits on this screen', body: health.UnsentSchema, status: 204 },
  {
    method: 'get',
    path: '/api/audit',
    summary: 'Who came in, was refused, took something out (lead)',
    reply: audit.AuditReplySchema,
    status: 200,
  },
];

/** OpenAPI 3.1 document of the contract. */
export function openApiDocument(): object {
  const paths: Record<string, Record<string, object>> = {};
  for (const { method, path, summary, body, reply, status } of OPERATIONS) {
    const json = (schema: z.ZodType, io: 'input' | 'output') => ({
      'application/json': { schema: z.toJSONSchema(schema, { io, unrepresentable: 'any' }) },
    });
    (paths[path] ??= {})[method] = {
      summary,
      parameters: [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
        name,
        in: 'path',
        required: true,
        schema: ['jobId', 'runId', 'noteId', 'orderId'].includes(name!) ? { type: 'string', format: 'uuid' } : { type: 'string' },
      })),
      ...(body ? { requestBody: { required: true, content: json(body, 'input') } } : {}),
      responses: {
        [status]: { description: 'Done', ...(reply ? { content: json(reply, 'output') } : {}) },
        default: { description: 'Refused, with a sentence', content: { [PROBLEM_TYPE]: { schema: z.toJSONSchema(ProblemSchema) } } },
      },
    };
  }
  return {
    openapi: '3.1.0',
    info: { title: 'Petrichor', version: '0.1.0', license: { name: 'Apache-2.0', identifier: 'Apache-2.0' } },
    paths,
  };
}
