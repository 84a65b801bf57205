import { crc32 } from '../standards/index.js';

/** What a test says of a partition; the rest is made up. */
export interface TestPartition {
  readonly start: number;
  readonly sectors: number;
  readonly type?: string;
  readonly name?: string;
}
const DATA = 'ebd0a0a2-b9e5-4433-87c0-68b6b72699c7';

/**
 * An image of a disk with a GPT as the UEFI specification lays it out: small, whole, and written by other
 * code than what reads it.
 */
export function gptImage(partitions: readonly TestPartition[], sectors = 2048, sectorSize = 512): Uint8Array {
  const image = new Uint8Array(sectors * sectorSize);
  const view = new DataView(image.buffer);
  const entrySectors = (128 * 128) / sectorSize;
  const entries = new Uint8Array(128 * 128);
  const inEntries = new DataView(entries.buffer);
  partitions.forEach(({ start, sectors: size, type = DATA, name = '' }, at) => {
    putGuid(entries, at * 128, type);
    putGuid(entries, at * 128 + 16, `0000000${at}-1111-4222-8333-444455556666`);
    inEntries.setBigUint64(at * 128 + 32, BigInt(start), true);
    inEntries.setBigUint64(at * 128 + 40, BigInt(start + size - 1), true);
    [...name].forEach((sign, unit) =>
      inEntries.setUint16(at * 128 + 56 + unit * 2, sign.charCodeAt(0), true),
    );
  });
  const header = (my: number, alternate: number, entriesAt: number) => {
    const at = my * sectorSize;
    image.set(
      Uint8Array.from('EFI PART', (sign) => sign.charCodeAt(0)),
      at,
    );
    view.setUint32(at + 8, 0x00010000, true);
    view.setUint32(at + 12, 92, true);
    for (const [offset, value] of [
      [24, my],
      [32, alternate],
      [40, 2 + entrySectors],
      [48, sectors - 2 - entrySectors],
      [72, entriesAt],
    ] as const)
      view.setBigUint64(at + offset, BigInt(value), true);
    putGuid(image, at + 56, 'aaaaaaaa-bbbb-4ccc-8ddd-eeeeeeeeeeee');
    view.setUint32(at + 80, 128, true);
    view.setUint32(at + 84, 128, true);
    view.setUint32(at + 88, crc32(entries), true);
    view.setUint32(at + 16, crc32(image.slice(at, at + 92)), true);
    image.set(entries, entriesAt * sectorSize);
  };
  header(1, sectors - 1, 2);
  header(sectors - 1, 1, sectors - 1 - entrySectors);
  image[446 + 4] = 0xee;
  view.setUint32(446 + 8, 1, true);
  view.setUint32(446 + 12, sectors - 1, true);
  view.setUint16(510, 0xaa55, true);
  return image;
}

/** An image with an MBR: up to four entries, and logical partitions chained inside the extended one. */
export function mbrImage(
  entries: readonly { start: number; sectors: number; type: number; active?: boolean }[],
  logical: readonly {
    link: number;
    start: number;
    sectors: number;
    type: number;
    next: number | null;
  }[] = [],
  sectors = 4096,
): Uint8Array {
  const image = new Uint8Array(sectors * 512);
  const view = new DataView(image.buffer);
  const put = (record: number, slot: number, type: number, start: number, size: number, active = false) => {
    const at = record * 512 + 446 + slot * 16;
    image[at] = active ? 0x80 : 0;
    image[at + 4] = type;
    view.setUint32(at + 8, start, true);
    view.setUint32(at + 12, size, true);
    view.setUint16(record * 512 + 510, 0xaa55, true);
  };
  view.setUint16(510, 0xaa55, true);
  view.setUint32(440, 0x1234abcd, true);
  entries.forEach((one, slot) => put(0, slot, one.type, one.start, one.sectors, one.active));
  const base = logical[0]?.link ?? 0;
  for (const one of logical) {
    put(one.link, 0, one.type, one.start - one.link, one.sectors);
    if (one.next !== null) put(one.link, 1, 0x05, one.next - base, 64);
  }
  return image;
}

function putGuid(bytes: Uint8Array, at: number, guid: string): void {
  const hex = guid.replaceAll('-', '');
  const order = [3, 2, 1, 0, 5, 4, 7, 6, 8, 9, 10, 11, 12, 13, 14, 15];
  order.forEach((from, to) => (bytes[at + to] = Number.parseInt(hex.slice(from * 2, from * 2 + 2), 16)));
}

/** The same numbers every time: for mutating inputs without chance. */
export function sequence(seed: number): (below: number) => number {
  let state = seed >>> 0 || 1;
  return (below) => {
    state ^= state << 13;
    state ^= state >>> 17;
    state ^= state << 5;
    return (state >>> 0) % below;
  };
}
