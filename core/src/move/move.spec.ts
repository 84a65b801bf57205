import { sallow } from '../testing/disk-tables.js';
import { sequence } from '../testing/disks.js';
import { readRescueMap } from '../formats/rescue-map/read.js';
import { capacityOf } from './capacity.js';
import { endOfPartitions, withFullness } from './disk.js';
import { rescueOf, sayBytes } from './rescue.js';
import { levelOn, methodsFor } from './sanitise.js';
import { copySeconds, type CopyTask } from './time/copy-time.js';
import { timeLeft } from './time/correct.js';
import { AILING, estimate, normalQuantile, SOUND } from './time/estimate.js';
import { rateIn, readRateOf, writeRateOf } from './time/rates.js';

const AS_ASSUMED = { read: 1, link: 1, write: 1, secondsPerFile: 0, secondsPerBadArea: 0 };
const task = (own: Partial<CopyTask> = {}): CopyTask => ({
  carried: [{ from: 0, to: 1, bytes: 500e9 }],
  read: { first: 120e6, last: 60e6 },
  link: 1e9,
  write: { fast: 2e9, fastBytes: 0, steady: 1e9 },
  verify: false,
  files: 0,
  badAreas: 0,
  ...own,
});

describe('time of a copy', () => {
  it('is the integral of one over the rate along a mechanical drive', () => {
    // Closed form: bytes / (first - last) * ln(first / last).
    const exact = (500e9 / 60e6) * Math.log(120 / 60);
    expect(copySeconds(task(), AS_ASSUMED) / exact).toBeCloseTo(1, 3);
    // About three quarters of the rate at its start.
    expect(500e9 / exact / 120e6).toBeGreaterThan(0.7);
  });

  it('is held up by the narrowest of reading, link and writing', () => {
    expect(copySeconds(task({ link: 50e6 }), AS_ASSUMED)).toBeCloseTo(500e9 / 50e6, 0);
    expect(
      copySeconds(
        task({ read: { first: 2e9, last: 2e9 }, write: { fast: 2e9, fastBytes: 100e9, steady: 100e6 } }),
        AS_ASSUMED,
      ),
    ).toBeCloseTo(100e9 / 1e9 + 400e9 / 100e6, -1);
  });

  it('doubles its reading when it is compared, and pays for files and bad areas one by one', () => {
    expect(copySeconds(task({ verify: true }), AS_ASSUMED)).toBeCloseTo(
      2 * copySeconds(task(), AS_ASSUMED),
      3,
    );
    const more = copySeconds(task({ files: 1000, badAreas: 3 }), {
      ...AS_ASSUMED,
      secondsPerFile: 0.01,
      secondsPerBadArea: 20,
    });
    expect(more - copySeconds(task(), AS_ASSUMED)).toBeCloseTo(70, 3);
  });

  it('as a range holds four of five runs of a simulation that draws by chance', () => {
    const range = estimate(task({ badAreas: 3, files: 20_000 }), AILING);
    const next = sequence(5);
    const chance = () => normalQuantile((next(1_000_000) + 0.5) / 1_000_000);
    let inside = 0;
    const RUNS = 3000;
    for (let run = 0; run < RUNS; run++) {
      const seconds = copySeconds(task({ badAreas: 3, files: 20_000 }), {
        read: Math.exp(AILING.read * chance()),
        link: Math.exp(AILING.link * chance()),
        write: Math.exp(AILING.write * chance()),
        secondsPerFile: 0.004 * Math.exp(0.5 * chance()),
        secondsPerBadArea: 18 * Math.exp(0.7 * chance()),
      });
      if (seconds / 60 >= range.p10 && seconds / 60 <= range.p90) inside++;
    }
    expect(inside / RUNS).toBeGreaterThan(0.76);
    expect(inside / RUNS).toBeLessThan(0.84);
  });

  it('is wider for a drive that ails', () => {
    const width = (spread: typeof SOUND) =>
      Math.log(estimate(task(), spread).p90 / estimate(task(), spread).p10);
    expect(width(AILING)).toBeGreaterThan(2 * width(SOUND));
  });

  it('takes a drive’s own figures where it has them', () => {
    const drive = {
      medium: 'flash' as const,
      markedGb: 1000,
      readBytesPerSecond: 3.5e9,
      steadyWriteBytesPerSecond: 450e6,
      rpm: null,
      link: { protocol: 'nvme' as const, generation: 3 as const, lanes: 4 as const },
    };
    expect(writeRateOf(drive)).toEqual({ fast: 3.5e9, fastBytes: 80e9, steady: 450e6 });
    expect(readRateOf({ ...drive, medium: 'rotating', readBytesPerSecond: null, rpm: 7200 })).toEqual({
      first: 170e6,
      last: 85e6,
    });
    expect(readRateOf(drive, 900e6).first).toBe(900e6);
  });
});

describe('measured rates', () => {
  const job = (rw: string, read: number, write: number) => ({
    name: 'x',
    rw,
    blockSizeBytes: 4096,
    ioDepth: 1,
    read: { bytesPerSecond: read, iops: 1, p99LatencyNs: null },
    write: { bytesPerSecond: write, iops: 1, p99LatencyNs: null },
  });
  const result = (...jobs: ReturnType<typeof job>[]) => ({ format: 'fio' as const, jobs });

  it('come from runs from end to end; random ones say nothing of a copy', () => {
    expect(rateIn(result(job('read', 90e6, 0), job('write', 0, 300e6), job('randread', 900e6, 0)))).toEqual({
      read: 90e6,
      write: 300e6,
    });
    expect(rateIn(result(job('randrw', 5e6, 5e6)))).toEqual({ read: null, write: null });
  });

  it('go before the maker’s word', () => {
    const drive = {
      medium: 'flash' as const,
      markedGb: 1000,
      readBytesPerSecond: 3.5e9,
      steadyWriteBytesPerSecond: 450e6,
      rpm: null,
      link: { protocol: 'sata' as const, generation: 3 as const },
    };
    expect(writeRateOf(drive, 120e6).steady).toBe(120e6);
    expect(writeRateOf({ ...drive, medium: 'rotating', rpm: 5400 }, 70e6).steady).toBe(70e6);
  });
});

it('partitions end where the last one does', () =>
  expect(endOfPartitions(sallow())).toBe((967_450_624 + 15 * 2 ** 21) * 512));

describe('time left', () => {
  const foreseen = { p10: 60, p50: 80, p90: 105 };
  const at = (share: number, minutes: number) =>
    timeLeft(foreseen, { doneBytes: share * 100, totalBytes: 100, seconds: minutes * 60 }, share);

  it('is the forecast before anything was seen, and follows what is seen the longer it goes on', () => {
    expect(at(0, 0).p50).toBeCloseTo(80, 5);
    // Twice as slow as foreseen: hardly believed after half a minute, fully after half an hour.
    expect(at(0.003, 0.48).p50 / 80).toBeLessThan(1.35);
    expect(at(0.25, 40).p50 / (80 * 0.75)).toBeGreaterThan(1.9);
  });

  it('grows surer with the run', () => {
    const width = ({ p10, p90 }: { p10: number; p90: number }) => p90 - p10;
    expect(width(at(0.5, 40))).toBeLessThan(width(at(0.1, 8)));
    expect(width(at(0.1, 8))).toBeLessThan(width(at(0, 0)));
  });
});

describe('rescue', () => {
  const SALLOW = sallow();
  const PHOTOS = 629_809_152 * 512;
  const map = (text: string) => {
    const read = readRescueMap(Uint8Array.from(text, (sign) => sign.charCodeAt(0)));
    if (!read.ok) throw new Error(read.problem);
    return read.value;
  };
  const hex = (value: number) => `0x${value.toString(16)}`;
  const upTo = PHOTOS + 18 * 2 ** 30;
  const END = 512_110_190_592;

  it('names what is hit, how much, and when to stop', () => {
    const done = map(
      `0x0 + 2\n0x0 ${hex(upTo)} +\n${hex(upTo)} 0x4B000 -\n${hex(upTo + 0x4b000)} ${hex(END - upTo - 0x4b000)} +\n`,
    );
    expect(rescueOf(done, SALLOW)).toMatchObject({
      missingBytes: 0x4b000,
      hits: [{ number: 4, say: 'Photos', holes: 1, bytes: 0x4b000 }],
      outsideBytes: 0,
      advice: 'stop',
      gains: [{ state: 'bad', least: 0 }],
    });
    expect(rescueOf({ ...done, pass: 1 }, SALLOW).advice).toBe('one-more');
  });

  it('says what another pass may bring while there is untried ground', () => {
    const half = map(`0x0 ? 1\n0x0 ${hex(upTo)} +\n${hex(upTo)} ${hex(END - upTo)} ?\n`);
    const rescue = rescueOf(half, SALLOW);
    expect(rescue.advice).toBe('go-on');
    expect(rescue.gains[0]!.most).toBe(END - upTo);
    expect(rescue.hits.map((one) => one.say)).toEqual(['Photos', 'repair', 'restore']);
    expect(rescue.outsideBytes).toBeGreaterThan(0);
  });

  it('is done when all is saved', () => {
    expect(rescueOf(map(`0x0 +\n0x0 ${hex(END)} +\n`), null)).toMatchObject({
      missingBytes: 0,
      advice: 'stop',
      holes: [],
    });
    expect([sayBytes(512), sayBytes(1_153_434), sayBytes(3.5 * 2 ** 40)]).toEqual([
      '512 B',
      '1.1 MiB',
      '3.5 TiB',
    ]);
  });
});

it('a size in both counts', () =>
  expect(capacityOf(1_000_204_886_016)).toMatchObject({ gb: '1,000.2', gib: '931.5' }));

it('fullness is taken from a listing by the number at the end of a name', () => {
  const volume = { sizeBytes: 1, freeBytes: 1, fileSystem: null, mountedAt: null };
  const listing = {
    format: 'block-listing' as const,
    drives: [
      {
        name: 'nvme0n1',
        model: null,
        serial: null,
        sizeBytes: null,
        rotating: null,
        transport: null,
        volumes: [
          { ...volume, name: 'nvme0n1p3', label: 'Other', usedBytes: 5 },
          { ...volume, name: 'nvme0n1p2', label: 'Reserve', usedBytes: 1e12 },
        ],
      },
    ],
  };
  const full = withFullness(sallow(), listing);
  expect(full.partitions[2]).toMatchObject({ usedBytes: 5, name: 'System' });
  // Never more than there is room, and a label names what had no name.
  expect(full.partitions[1]).toMatchObject({ usedBytes: 32_768 * 512, name: 'Reserve' });
});

describe('sanitising', () => {
  it('overwriting is never Purge, and a magnet does nothing to flash (NIST SP 800-88)', () => {
    const flash = { medium: 'flash', protocol: 'sata' } as const;
    expect([
      levelOn('overwrite', flash),
      levelOn('ata-secure-erase', flash),
      levelOn('degauss', flash),
    ]).toEqual(['clear', 'clear', null]);
    expect(levelOn('ata-secure-erase', { medium: 'rotating', protocol: 'sata' })).toBe('purge');
    expect(methodsFor({ medium: 'flash', protocol: 'nvme' }).map((one) => one.id)).toEqual([
      'overwrite',
      'nvme-format-crypto',
      'nvme-sanitize',
      'cryptographic-erase',
      'shred',
    ]);
  });
});
