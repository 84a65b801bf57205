import * as z from 'zod';
import type { FioResult, Speed } from '../../hardware/index.js';
import { checkDocument } from '../json-document.js';
import type { Reading } from '../reading.js';

const number = z.number().min(0);
const options = z.record(z.string(), z.string()).optional();
const Direction = z.object({
  bw_bytes: number.optional(),
  /** KiB a second: what fio printed before it counted bytes. */
  bw: number.optional(),
  iops: number.optional(),
  total_ios: number.optional(),
  clat_ns: z.object({ percentile: z.record(z.string(), number).optional() }).optional(),
});
/** What `fio --output-format=json` prints, as far as it is used (fio 3, HOWTO 'JSON output'). */
const ResultSchema = z.object({
  'fio version': z.string(),
  'global options': options,
  jobs: z
    .array(
      z.object({
        jobname: z.string(),
        'job options': options,
        read: Direction.optional(),
        write: Direction.optional(),
      }),
    )
    .max(1000),
});

/** fio may warn before it prints: its JSON begins at the first line that is a brace alone. */
export function fioTextOf(text: string): string | null {
  const start = /^\s*\{/.test(text) ? 0 : text.search(/^\{\s*$/m);
  return start >= 0 && text.includes('"fio version"') ? text.slice(start) : null;
}

export function fioOf(value: unknown): Reading<FioResult> {
  const checked = checkDocument(value, ResultSchema, 'result of fio');
  if (!checked.ok) return checked;
  const { jobs, 'global options': global = {} } = checked.value;
  if (jobs.length === 0) return { ok: false, problem: 'This result of fio has no job in it.', at: 'jobs' };
  const read: FioResult['jobs'] = [];
  for (const [at, job] of jobs.entries()) {
    const own = { ...global, ...job['job options'] };
    const blockSizeBytes = sizeOf(own['bs'] ?? own['blocksize'] ?? DEFAULT_BLOCK);
    const ioDepth = Number(own['iodepth'] ?? 1);
    if (blockSizeBytes === null)
      return {
        ok: false,
        problem: `'${own['bs'] ?? own['blocksize']}' is not a size of blocks.`,
        at: `jobs.${at}.job options.bs`,
      };
    if (!Number.isSafeInteger(ioDepth) || ioDepth < 1)
      return {
        ok: false,
        problem: `'${own['iodepth']}' is not a depth.`,
        at: `jobs.${at}.job options.iodepth`,
      };
    read.push({
      name: job.jobname,
      rw: own['rw'] ?? own['readwrite'] ?? 'read',
      blockSizeBytes,
      ioDepth,
      read: speed(job.read),
      write: speed(job.write),
    });
  }
  return { ok: true, value: { format: 'fio', jobs: read } };
}

/** What fio takes where nothing is said. */
const DEFAULT_BLOCK = '4k';
const FACTORS: Readonly<Record<string, number>> = { '': 1, k: 2 ** 10, m: 2 ** 20, g: 2 ** 30 };

/**
 * `4k`, `1M`, `4096`, `4KiB`; of a pair for reading and writing the first. By 1024, as fio counts unless told
 * otherwise.
 */
function sizeOf(text: string): number | null {
  const found = /^(\d+)\s*([kmg]?)(?:i?b)?$/i.exec(text.split(/[,-]/)[0]!.trim());
  const bytes = found ? Number(found[1]) * FACTORS[found[2]!.toLowerCase()]! : 0;
  return Number.isSafeInteger(bytes) && bytes > 0 ? bytes : null;
}

function speed(one: z.infer<typeof Direction> | undefined): Speed {
  const percentile = one?.clat_ns?.percentile;
  const p99 = percentile ? Object.entries(percentile).find(([at]) => Number(at) === 99)?.[1] : undefined;
  return {
    bytesPerSecond: one?.bw_bytes ?? (one?.bw ?? 0) * 1024,
    iops: one?.iops ?? 0,
    p99LatencyNs: one?.total_ios === 0 ? null : (p99 ?? null),
  };
}
