import type {
  BlockListing,
  DiskImage,
  DiskTable,
  Drive,
  FioResult,
  MachineModel,
  Part,
  PartitionTable,
  RescueMap,
  RescueSummary,
  SelfReport,
} from '../hardware/index.js';
import type { DiagnosisKnowledge } from '../diagnose/index.js';
import type { AtaSmartData } from './ata-smart-data/read.js';
import { diskImageOf } from './disk-image/read.js';
import type { NvmeHealthLog } from './nvme-health-log/read.js';
import { summaryOf } from './rescue-map/summary.js';
import { partitionTableOf } from './sfdisk/read.js';

/** A whole job as a document, told by its head: who takes it in reads the rest. */
export interface JobDocumentHead {
  readonly format: 'petrichor-job';
  readonly workshop: string;
  readonly exportedAt: string;
  readonly events: number;
}

/** What a file gives, whatever its format. A table or a map keeps more than what is printed of it. */
export type ReadDocument =
  | {
      readonly gives: 'self-report';
      readonly printed: SelfReport | NvmeHealthLog | AtaSmartData;
      readonly report: SelfReport;
    }
  | { readonly gives: 'table'; readonly from: 'disk-image' | 'sfdisk'; readonly table: DiskTable }
  | { readonly gives: 'map'; readonly map: RescueMap }
  | { readonly gives: 'speed'; readonly speed: FioResult }
  | { readonly gives: 'listing'; readonly listing: BlockListing }
  | { readonly gives: 'knowledge'; readonly printed: MachineModel | DiagnosisKnowledge | Drive[] | Part[] }
  | { readonly gives: 'job'; readonly printed: JobDocumentHead };
export type Gives = ReadDocument['gives'];

/** What a file says, as `./petrichor read` prints it. */
export type Found =
  | Extract<ReadDocument, { printed: unknown }>['printed']
  | DiskImage
  | PartitionTable
  | RescueSummary
  | FioResult
  | BlockListing;

export function printed(read: ReadDocument): Found {
  switch (read.gives) {
    case 'table':
      return read.from === 'sfdisk' ? partitionTableOf(read.table) : diskImageOf(read.table);
    case 'map':
      return summaryOf(read.map);
    case 'speed':
      return read.speed;
    case 'listing':
      return read.listing;
    case 'self-report':
    case 'knowledge':
    case 'job':
      return read.printed;
  }
}
