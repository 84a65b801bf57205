import * as z from 'zod';
import type { BlockListing, Volume } from '../../hardware/index.js';
import { checkDocument, parseJson } from '../json-document.js';
import type { Reading } from '../reading.js';
import { sizeInWords } from './sizes.js';

const text = z.string().nullish();
const size = z.union([z.number(), z.string()]).nullish();
const yesNo = z.union([z.boolean(), z.enum(['0', '1']).transform((value) => value === '1')]).nullish();

/** One line of `lsblk --json`; columns that were not asked for are missing (util-linux, lsblk(8)). */
const DeviceSchema = z.object({
  name: z.string().max(120),
  type: text,
  size,
  model: text,
  serial: text,
  tran: text,
  rota: yesNo,
  fstype: text,
  label: text,
  fssize: size,
  fsused: size,
  fsavail: size,
  mountpoint: text,
  mountpoints: z.array(z.string().nullable()).nullish(),
  get children(): z.ZodOptional<z.ZodArray<typeof DeviceSchema>> {
    return z.array(DeviceSchema).optional();
  },
});
type Device = z.infer<typeof DeviceSchema>;
const LsblkSchema = z.object({ blockdevices: z.array(DeviceSchema) });

/** One line of `findmnt --json` (util-linux, findmnt(8)). */
const MountSchema = z.object({
  target: z.string(),
  source: text,
  fstype: text,
  size,
  used: size,
  avail: size,
  get children(): z.ZodOptional<z.ZodArray<typeof MountSchema>> {
    return z.array(MountSchema).optional();
  },
});
type Mount = z.infer<typeof MountSchema>;
const FindmntSchema = z.object({ filesystems: z.array(MountSchema) });

/** Kinds of block devices that are no drive: memory, loops, optical and floppy drives. */
const NO_DRIVE = /^(zram|ram|loop|sr|fd)\d/;
const NO_DRIVES = 'It lists no drive.';

/**
 * Reads `lsblk --json`, best with `-b -o
 * NAME,TYPE,SIZE,MODEL,SERIAL,TRAN,ROTA,FSTYPE,LABEL,FSSIZE,FSUSED,FSAVAIL,MOUNTPOINT`.
 */
export function readLsblk(json: string): Reading<BlockListing> {
  const parsed = parseJson(json, 'listing of lsblk');
  return parsed.ok ? lsblkOf(parsed.value) : parsed;
}

export function lsblkOf(value: unknown): Reading<BlockListing> {
  const checked = checkDocument(value, LsblkSchema, 'listing of lsblk');
  if (!checked.ok) return checked;
  const drives = checked.value.blockdevices
    .filter((one) => !NO_DRIVE.test(one.name))
    .filter((one) => one.type === 'disk' || (one.type === undefined && one.children !== undefined))
    .map((one) => ({
      name: one.name,
      model: one.model?.trim() || null,
      serial: one.serial?.trim() || null,
      sizeBytes: sizeInWords(one.size),
      rotating: one.rota ?? null,
      transport: one.tran ?? null,
      volumes: [...leaves(one)],
    }));
  return drives.length > 0
    ? { ok: true, value: { format: 'block-listing', drives } }
    : { ok: false, problem: NO_DRIVES, at: 'blockdevices' };
}

/** Partitions and what lies on them; a volume inside another (encrypted, joined) stands for it. */
function* leaves(device: Device): Generator<Volume> {
  for (const child of device.children ?? []) {
    if (child.children) yield* leaves(child);
    else yield volume(child);
  }
  // A file system on the whole drive, without any table.
  if (
    !device.children &&
    (device.fstype || device.mountpoint || device.mountpoints?.some((at) => at !== null))
  )
    yield volume(device);
}

const volume = (one: Device): Volume => ({
  name: one.name,
  sizeBytes: sizeInWords(one.fssize) ?? sizeInWords(one.size),
  usedBytes: sizeInWords(one.fsused),
  freeBytes: sizeInWords(one.fsavail),
  fileSystem: one.fstype ?? null,
  label: one.label ?? null,
  mountedAt: one.mountpoint ?? one.mountpoints?.find((at) => at !== null) ?? null,
});

/**
 * Reads `findmnt --json -b -o SOURCE,TARGET,FSTYPE,SIZE,USED,AVAIL`: file systems, without the drives under
 * them.
 */
export function findmntOf(value: unknown): Reading<BlockListing> {
  const checked = checkDocument(value, FindmntSchema, 'listing of findmnt');
  if (!checked.ok) return checked;
  return fromVolumes([...mounts(checked.value.filesystems)]);
}

function* mounts(list: readonly Mount[]): Generator<Volume> {
  for (const one of list) {
    if (one.source?.startsWith('/dev/')) {
      yield {
        name: one.source,
        sizeBytes: sizeInWords(one.size),
        usedBytes: sizeInWords(one.used),
        freeBytes: sizeInWords(one.avail),
        fileSystem: one.fstype ?? null,
        label: null,
        mountedAt: one.target,
      };
    }
    yield* mounts(one.children ?? []);
  }
}

/** Reads `df` as POSIX lays it out (`df -P`), in blocks of 1 byte, 512 or 1024. */
export function readDf(listing: string): Reading<BlockListing> {
  const [head = '', ...lines] = listing.trimEnd().split(/\r?\n/);
  const block = /^\S+\s+(?:Type\s+)?(\d+|1K|1B)-?[Bb]?(?:locks)?\s/.exec(head)?.[1];
  const blockBytes = block === '1K' ? 1024 : block === '1B' ? 1 : Number(block);
  if (!blockBytes)
    return {
      ok: false,
      problem: 'This is not a listing of df: its first line names no size of blocks.',
      at: 'line 1',
    };
  const typed = /\sType\s/.test(head);
  const volumes: Volume[] = [];
  for (const [at, line] of lines.entries()) {
    const found = /^(\S+)\s+(?:([a-z]\S*)\s+)?(\d+)\s+(\d+)\s+(\d+)\s+(?:\d+%|-)\s+(.+)$/.exec(line);
    if (!found) return { ok: false, problem: 'This line of df cannot be read.', at: `line ${at + 2}` };
    const [, source = '', type, all, used, free, mountedAt = ''] = found;
    if (!source.startsWith('/dev/')) continue;
    const bytes = (blocks: string | undefined) => Number(blocks) * blockBytes;
    volumes.push({
      name: source,
      sizeBytes: bytes(all),
      usedBytes: bytes(used),
      freeBytes: bytes(free),
      fileSystem: typed ? (type ?? null) : null,
      label: null,
      mountedAt,
    });
  }
  return fromVolumes(volumes);
}

const fromVolumes = (volumes: Volume[]): Reading<BlockListing> =>
  volumes.length === 0
    ? { ok: false, problem: 'It lists no file system of a drive.', at: 'the whole document' }
    : {
        ok: true,
        value: {
          format: 'block-listing',
          drives: [
            {
              name: 'mounted file systems',
              model: null,
              serial: null,
              sizeBytes: null,
              rotating: null,
              transport: null,
              volumes,
            },
          ],
        },
      };
