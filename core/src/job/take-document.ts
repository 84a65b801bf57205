import type { ReadDocument } from '../formats/index.js';
import type { BlockListing, RescueSummary, SelfReport } from '../hardware/index.js';
import { isSameDrive } from '../diagnose/index.js';
import { rateIn, sourceDiskOf, withFullness, type Rescue } from '../move/index.js';
import { longStretchOf } from '../prove/index.js';
import { say, type CodeOf, type FactsOf, type Said } from '../units/index.js';
import type { JobCommand } from './commands/index.js';
import type { DocumentSource } from './shape/diagnosis.js';
import type { SpeedRecord } from './shape/measured.js';
import { isBefore, type Phase } from './shape/phases.js';
import { foldSerial } from './shape/intake.js';
import type { JobState } from './shape/state.js';
import { DOCUMENTS } from './words/en/documents.js';

/** What was read. Of a map, which may be larger than all else, only what it says of the old drive. */
export type JobDocument =
  | Exclude<ReadDocument, { gives: 'map' }>
  | { readonly gives: 'map'; readonly summary: RescueSummary; readonly rescue: Rescue };

export interface HandedDocument {
  readonly document: JobDocument;
  readonly source: DocumentSource;
  /** Of the file, the bay, or 'pasted text'. */
  readonly name: string;
}

/** Where it was handed in, and what stood beside it. */
export interface HandedWhere {
  /** The part of the job that was looked at. */
  readonly seen: Phase;
  /** Of a measured speed: when, and under which circumstances. Left out: now, and nobody said. */
  readonly measured?: Pick<SpeedRecord, 'when' | 'onMains' | 'celsius'>;
}

type DocumentCode = CodeOf<typeof DOCUMENTS>;
/** Those that need no facts to be said. */
type PlainCode = {
  [Code in DocumentCode]: FactsOf<typeof DOCUMENTS, Code> extends [] ? Code : never;
}[DocumentCode];
/**
 * The command that a document comes to, and the part of the job where what was read stands; or why it comes
 * to none.
 */
export type TakenDocument =
  | { readonly command: JobCommand; readonly at: Phase; readonly says: Said<DocumentCode> }
  | { readonly command: null; readonly says: Said<DocumentCode> };

export const sayDocument = <Code extends DocumentCode>(
  code: Code,
  ...facts: FactsOf<typeof DOCUMENTS, Code>
): Said<Code> => say(DOCUMENTS, code, ...facts);

/**
 * What a job makes of a document. What is in it decides, then whose it is; where it was handed in only where
 * both leave two.
 */
export function takeDocument(
  job: JobState,
  { document, source, name }: HandedDocument,
  where: HandedWhere,
): TakenDocument {
  switch (document.gives) {
    case 'self-report': {
      const { report } = document;
      return ofNewDrive(job, report, where)
        ? take({ type: 'read-new-report', name, report }, 'prove', 'new-report-read')
        : take({ type: 'read-report', source, name, report }, 'diagnose', 'report-read');
    }
    case 'table': {
      const disk = sourceDiskOf(document.table, null);
      return disk
        ? take({ type: 'read-table', name, source, disk }, 'safeguard', 'table-read', {
            faults: disk.problems.length,
          })
        : leave('no-table');
    }
    case 'map':
      return take(
        { type: 'read-map', name, summary: document.summary, rescue: document.rescue },
        'safeguard',
        'map-read',
      );
    case 'listing':
      return (
        ofListing(job, document.listing, where) ??
        take({ type: 'read-listing', source, name, listing: document.listing }, 'diagnose', 'listing-read')
      );
    case 'speed':
      return isBefore(where.seen, 'way-in') ? ratesOf(document.speed) : speedOf(document.speed, name, where);
    case 'knowledge':
      return leave('of-the-workshop');
    case 'job':
      return leave('a-job');
  }
}

const take = <Code extends DocumentCode>(
  command: JobCommand,
  at: Phase,
  code: Code,
  ...facts: FactsOf<typeof DOCUMENTS, Code>
): TakenDocument => ({
  command,
  at,
  says: sayDocument(code, ...facts),
});
const leave = (code: PlainCode): TakenDocument => ({
  command: null,
  says: sayDocument<PlainCode>(code),
});

/**
 * By its serial, where the job knows one of them; else by where it was handed in; else it is the new drive's
 * once that one is in.
 */
function ofNewDrive(
  { serials, reports, phase }: JobState,
  report: SelfReport,
  { seen }: HandedWhere,
): boolean {
  const told = report.serial === null ? null : foldSerial(report.serial);
  if (told !== null && serials.newDrive && foldSerial(serials.newDrive) === told) return true;
  if (told !== null && serials.oldDrive && foldSerial(serials.oldDrive) === told) return false;
  if (reports.some((one) => one.report.serial !== null && isSameDrive(one.report, report))) return false;
  if (seen === 'diagnose') return false;
  return seen === 'prove' || !isBefore(phase, 'try');
}

/**
 * How full the partitions are, where they are known and the listing names them; before that, and at Diagnose,
 * it is evidence.
 */
function ofListing({ move }: JobState, listing: BlockListing, { seen }: HandedWhere): TakenDocument | null {
  const disk = move.source?.disk;
  if (seen === 'diagnose') return null;
  if (!disk) return seen === 'safeguard' ? leave('partitions-first') : null;
  const filled = withFullness(disk, listing).partitions.flatMap((one) =>
    one.usedBytes === null ? [] : [[String(one.number), one.usedBytes] as const],
  );
  if (filled.length === 0) return seen === 'safeguard' ? leave('not-these-partitions') : null;
  return take({ type: 'state-fullness', used: Object.fromEntries(filled) }, 'safeguard', 'fullness-read');
}

/** Reading tells of the old drive, writing of the new one: nobody writes to the old. */
function ratesOf(speed: Parameters<typeof rateIn>[0]): TakenDocument {
  const { read, write } = rateIn(speed);
  const facts = {
    ...(read === null ? {} : { oldReadBytesPerSecond: read }),
    ...(write === null ? {} : { newWriteBytesPerSecond: write }),
  };
  return Object.keys(facts).length === 0
    ? leave('random-speed')
    : take({ type: 'state-move-facts', facts }, 'safeguard', 'rates-read');
}

function speedOf(fio: Parameters<typeof rateIn>[0], name: string, { measured }: HandedWhere): TakenDocument {
  const stretch = longStretchOf(fio);
  if (!stretch) return leave('small-pieces');
  const about = measured ?? { when: 'after' as const, onMains: null, celsius: null };
  return take(
    { type: 'measure-speed', speed: { source: 'fio', from: name.slice(0, 80), ...stretch, ...about } },
    'prove',
    'speed-read',
  );
}
