import { readFileSync } from 'node:fs';
import { readDocument, summaryOf } from '@petrichor/core/formats';
import type { JobCommand } from '@petrichor/core/job';
import { rescueOf, sourceDiskOf, type SourceDisk } from '@petrichor/core/move';

const dumpBytes = (name: string): Uint8Array => readFileSync(new URL(`../dumps/${name}`, import.meta.url));

/** The old drive's partitions, how full they are known to be. */
export function oldTable(): SourceDisk {
  const read = readDocument(dumpBytes('sallow.sfdisk'));
  const disk = read.ok && read.value.gives === 'table' ? sourceDiskOf(read.value.table, null) : null;
  if (!disk) throw new Error('demo/dumps/sallow.sfdisk is no partition table.');
  const used: Record<string, number> = { System: 187 * 2 ** 30, Photos: 131 * 2 ** 30 };
  return {
    ...disk,
    partitions: disk.partitions.map((one) => ({ ...one, usedBytes: used[one.name] ?? null })),
  };
}

/** A rescue map of demo/dumps: three spots that do not read. */
export function oldMap(): JobCommand {
  const read = readDocument(dumpBytes('sallow.map'));
  if (!read.ok || read.value.gives !== 'map') throw new Error('demo/dumps/sallow.map is no rescue map.');
  return {
    type: 'read-map',
    name: 'sallow.map',
    summary: summaryOf(read.value.map),
    rescue: rescueOf(read.value.map, oldTable()),
  };
}

/** A self-report of demo/dumps, as a technician would drop it. */
export function dump(name: string): JobCommand {
  const reading = readDocument(dumpBytes(`${name}.smartctl.json`));
  if (!reading.ok || reading.value.gives !== 'self-report')
    throw new Error(`demo/dumps/${name}: ${reading.ok ? 'no self-report' : reading.problem}`);
  return { type: 'read-report', source: 'file', name: `${name}.smartctl.json`, report: reading.value.report };
}
