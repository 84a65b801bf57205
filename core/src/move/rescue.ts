import * as z from 'zod';
import { BLOCK_STATES, type BlockState, type RescueMap } from '../hardware/index.js';
import { bytesOf, sayPartition, type SourceDisk } from './disk.js';

const bytes = z.number().min(0);
const Unsaved = z.enum(['non-tried', 'non-trimmed', 'non-scraped', 'bad']);
type Unsaved = z.infer<typeof Unsaved>;

const MOST_HOLES = 200;

/** What a map says, small enough to be kept with the job. */
export const RescueSchema = z.strictObject({
  savedBytes: bytes,
  missingBytes: bytes,
  /** Stretches that are not saved, the largest first; read and given up, or not yet tried to the end. */
  holes: z.array(z.strictObject({ startByte: bytes, bytes, state: Unsaved })).max(MOST_HOLES),
  hits: z.array(
    z.strictObject({ number: z.number().int(), say: z.string(), holes: z.number().int(), bytes }),
  ),
  /** Outside every partition: bytes that no file lies in. */
  outsideBytes: bytes,
  /** What another pass over a kind of stretch may still bring. */
  gains: z.array(z.strictObject({ state: Unsaved, bytes, least: bytes, most: bytes })),
  advice: z.enum(['go-on', 'stop', 'one-more']),
  sentence: z.string(),
});
export type Rescue = z.infer<typeof RescueSchema>;
type MapHole = Rescue['holes'][number];
type HitPartition = Rescue['hits'][number];
type Gain = Rescue['gains'][number];

/**
 * What a further pass usually brings of each kind (common practice, no source): untried ground reads like the
 * ground so far.
 */
const SHARE: Record<Unsaved, readonly [number, number]> = {
  'non-tried': [0.8, 1],
  'non-trimmed': [0.5, 0.98],
  'non-scraped': [0.2, 0.8],
  bad: [0, 0.1],
};

/**
 * What a rescue map says: what is saved, where the holes are, which partitions they hit, what another pass
 * may bring, when to stop.
 * @param disk the table of the source, for naming what is hit; null: not known.
 */
export function rescueOf(map: RescueMap, disk: SourceDisk | null): Rescue {
  const sums: Record<BlockState, number> = {
    'non-tried': 0,
    'non-trimmed': 0,
    'non-scraped': 0,
    bad: 0,
    rescued: 0,
  };
  const holes: MapHole[] = [];
  for (let at = 0; at < map.states.length; at++) {
    const state = BLOCK_STATES[map.states[at]!]!;
    const [startByte, bytes] = [map.starts[at]!, map.sizes[at]!];
    sums[state] += bytes;
    if (state === 'rescued') continue;
    const before = holes.at(-1);
    if (before?.state === state && before.startByte + before.bytes === startByte)
      holes[holes.length - 1] = { ...before, bytes: before.bytes + bytes };
    else holes.push({ startByte, bytes, state });
  }
  const missingBytes = sums['non-tried'] + sums['non-trimmed'] + sums['non-scraped'] + sums.bad;
  const hits = disk ? hitBy(holes, disk) : [];
  const readable = sums.rescued / Math.max(1, sums.rescued + sums.bad);
  const gains = (['non-tried', 'non-trimmed', 'non-scraped', 'bad'] as const)
    .filter((state) => sums[state] > 0)
    .map((state): Gain => {
      const [least, most] = SHARE[state];
      const by = state === 'non-tried' ? readable : 1;
      return {
        state,
        bytes: sums[state],
        least: Math.round(sums[state] * least * by),
        most: Math.round(sums[state] * most),
      };
    });
  const open = missingBytes - sums.bad;
  const advice =
    missingBytes === 0 ? 'stop' : open > 0 ? 'go-on' : map.pass <= 1 && sums.bad > 0 ? 'one-more' : 'stop';
  return {
    savedBytes: sums.rescued,
    missingBytes,
    holes: [...holes].sort((one, other) => other.bytes - one.bytes).slice(0, MOST_HOLES),
    hits,
    outsideBytes: disk ? Math.max(0, missingBytes - hits.reduce((sum, one) => sum + one.bytes, 0)) : 0,
    gains,
    advice,
    sentence: sentenceOf(advice, missingBytes, open, gains),
  };
}

function sentenceOf(advice: Rescue['advice'], missing: number, open: number, gains: readonly Gain[]): string {
  if (missing === 0) return 'All of it is saved. Stop reading the old drive and clone from the image.';
  const most = gains.reduce((sum, one) => sum + one.most, 0);
  if (advice === 'go-on')
    return `${sayBytes(open)} have not been tried to the end; up to ${sayBytes(most)} may still come. Let it go on while the drive answers.`;
  if (advice === 'one-more')
    return `Everything was tried; ${sayBytes(missing)} do not read. One more pass over them may bring up to ${sayBytes(most)}; then stop.`;
  return `Everything was tried more than once; ${sayBytes(missing)} do not read. Stop: each further pass wears the drive and brings next to nothing.`;
}

/** Which partitions the holes lie in, and how much of each is missing. */
function hitBy(holes: readonly MapHole[], disk: SourceDisk): HitPartition[] {
  return disk.partitions
    .filter((one) => one.kind !== 'extended')
    .map((one) => {
      const [from, to] = [bytesOf(disk, one.startSector), bytesOf(disk, one.startSector + one.sectors)];
      const mine = holes
        .map((hole) => Math.min(to, hole.startByte + hole.bytes) - Math.max(from, hole.startByte))
        .filter((bytes) => bytes > 0);
      return {
        number: one.number,
        say: sayPartition(one),
        holes: mine.length,
        bytes: mine.reduce((sum, bytes) => sum + bytes, 0),
      };
    })
    .filter((one) => one.holes > 0);
}

/** `512 B`, `1.1 MiB`, `3.4 GiB`. */
export function sayBytes(bytes: number): string {
  if (bytes < 1024) return `${bytes} B`;
  const steps = ['KiB', 'MiB', 'GiB', 'TiB'];
  let value = bytes;
  let at = -1;
  while (value >= 1024 && at < steps.length - 1) {
    value /= 1024;
    at++;
  }
  return `${value < 100 ? value.toFixed(1) : Math.round(value)} ${steps[at]}`;
}
