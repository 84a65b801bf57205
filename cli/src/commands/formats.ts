import { sure } from '@petrichor/core/units';
import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { DiagnosisKnowledgeSchema } from '@petrichor/core/diagnose';
import { VerdictSchema } from '@petrichor/core/fit';
import { DriveListSchema, PartListSchema } from '@petrichor/core/formats';
import {
  BlockListingSchema,
  DiskImageSchema,
  FioSchema,
  PartitionTableSchema,
  RescueSummarySchema,
  MachineModelDocumentSchema,
  SelfReportSchema,
} from '@petrichor/core/hardware';
import { IdentifyKnowledgeSchema } from '@petrichor/core/identify';
import { JobEventSchema } from '@petrichor/core/job';
import { JobDocumentSchema } from '@petrichor/core/ledger';
import { OpeningAnswerSchema, OpeningCaseSchema } from '@petrichor/core/opening';
import { PlanInputSchema } from '@petrichor/core/teardown';
import * as z from 'zod';
import { ROOT } from '../paths.js';

/** The published formats: their schemas are made from the Zod schemas that read them. */
export const FORMATS: Readonly<Record<string, { readonly schema: z.ZodType; readonly title: string }>> = {
  'machine-model': {
    schema: MachineModelDocumentSchema,
    title: 'A machine model: its card, places, outline map and guide',
  },
  plan: { schema: PlanInputSchema, title: 'What the planner is asked, as ./petrichor plan takes it' },
  opening: {
    schema: OpeningCaseSchema,
    title: 'What the planner of openings is asked, as ./petrichor way takes it',
  },
  'opening-plan': {
    schema: OpeningAnswerSchema,
    title: 'An opening, planned: steps, starts, rounds, what is left over, as ./petrichor way prints it',
  },
  'drive-list': { schema: DriveListSchema, title: 'A list of drives, as the shelf brings it in' },
  'part-list': { schema: PartListSchema, title: 'A list of small parts, as the shelf brings it in' },
  identify: { schema: IdentifyKnowledgeSchema, title: 'What Identify knows: features, things, look-alikes' },
  verdict: {
    schema: VerdictSchema,
    title: 'A drive in a slot, judged: every check with its numbers, and the pick list',
  },
  diagnosis: {
    schema: DiagnosisKnowledgeSchema,
    title: 'What diagnosis knows: causes, observations, links, tests, stop rules',
  },
  'self-report': {
    schema: SelfReportSchema,
    title: 'What a drive says about itself, as ./petrichor read prints it',
  },
  'block-listing': {
    schema: BlockListingSchema,
    title: 'Drives and file systems, as ./petrichor read prints them',
  },
  'disk-image': {
    schema: DiskImageSchema,
    title: 'The partition table of a disk image, as ./petrichor read prints it',
  },
  sfdisk: {
    schema: PartitionTableSchema,
    title: 'A partition table that sfdisk printed, as ./petrichor read prints it',
  },
  'rescue-map': {
    schema: RescueSummarySchema,
    title: 'What a map of ddrescue adds up to, as ./petrichor read prints it',
  },
  fio: { schema: FioSchema, title: 'Results of fio, as ./petrichor read prints them' },
  job: {
    schema: JobDocumentSchema,
    title: 'A whole job in one document: every event as it was, and its photos',
  },
  'job-event': { schema: JobEventSchema, title: 'One event of a job, as it is kept in the log' },
};

/** The JSON Schema of a format, as it is published in docs/formats. */
export const schemaOf = (name: string): string => {
  const { schema, title } = sure(FORMATS[name]);
  return `${JSON.stringify({ title, ...z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' }) }, null, 2)}\n`;
};

/** `formats`: writes the schemas anew after a change; a test fails while they differ. */
export function formats(): void {
  const folder = join(ROOT, 'docs/formats');
  mkdirSync(folder, { recursive: true });
  for (const name of Object.keys(FORMATS)) writeFileSync(join(folder, `${name}.schema.json`), schemaOf(name));
}
