/** Writes a little-endian number into bytes. */
const put = (bytes: Uint8Array, at: number, length: number, value: bigint): void => {
  for (let byte = 0; byte < length; byte++) bytes[at + byte] = Number((value >> BigInt(8 * byte)) & 0xffn);
};

/** A health log 02h by the table of the NVM Express base specification: offset and length of each field. */
export function healthLogBytes(own: Partial<Record<keyof typeof LAYOUT, bigint>> = {}): Uint8Array {
  const bytes = new Uint8Array(512);
  const values = { ...USUAL, ...own };
  for (const [name, [at, length]] of Object.entries(LAYOUT))
    put(bytes, at, length, values[name as keyof typeof LAYOUT]);
  return bytes;
}
const LAYOUT = {
  warning: [0, 1],
  kelvin: [1, 2],
  spare: [3, 1],
  threshold: [4, 1],
  used: [5, 1],
  unitsRead: [32, 16],
  unitsWritten: [48, 16],
  cycles: [112, 16],
  hours: [128, 16],
  unsafe: [144, 16],
  media: [160, 16],
} as const;
const USUAL: Record<keyof typeof LAYOUT, bigint> = {
  warning: 0n,
  kelvin: 310n,
  spare: 97n,
  threshold: 10n,
  used: 12n,
  unitsRead: 80_000_000n,
  unitsWritten: 60_000_000n,
  cycles: 812n,
  hours: 5123n,
  unsafe: 14n,
  media: 0n,
};

export interface SectorAttribute {
  readonly id: number;
  readonly value: number;
  readonly raw: bigint;
  readonly threshold: number;
}

/** An ATA SMART data sector and its threshold sector, each with its checksum (SFF-8035i, from memory). */
export function smartSectors(
  attributes: readonly SectorAttribute[],
  selfTestStatus = 0,
): { data: Uint8Array; limits: Uint8Array } {
  const [data, limits] = [new Uint8Array(512), new Uint8Array(512)];
  put(data, 0, 2, 16n);
  put(limits, 0, 2, 16n);
  attributes.forEach(({ id, value, raw, threshold }, entry) => {
    const at = 2 + entry * 12;
    data.set([id, 0x33, 0, value, value], at);
    put(data, at + 5, 6, raw);
    limits.set([id, threshold], at);
  });
  data[363] = selfTestStatus;
  for (const sector of [data, limits])
    sector[511] = (256 - (sector.reduce((sum, byte) => sum + byte, 0) % 256)) % 256;
  return { data, limits };
}

export const joined = (...parts: Uint8Array[]): Uint8Array =>
  Uint8Array.from(parts.flatMap((part) => [...part]));
