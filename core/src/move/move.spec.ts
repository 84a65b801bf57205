import { sallow } from '../testing/disk-tables.js';
import { sequence } from '../testing/disks.js';
import { readRescueMap } from '../formats/rescue-map/read.js';
import { capacityOf } from './capacity.js';
import { NO_FACTS, type Crossing } from './crossing.js';
import { endOfPartitions, withFullness } from './disk.js';
import { planLayout } from './layout/plan.js';
import { NO_WISHES } from './layout/wishes.js';
import { rescueOf, sayBytes } from './rescue.js';
import { levelOn, methodsFor } from './sanitise.js';
import { copySeconds, type CopyTask } from './time/copy-time.js';
import { timeLeft } from './time/correct.js';
import { AILING, estimate, normalQuantile, SOUND } from './time/estimate.js';
import { rateIn, readRateOf, writeRateOf } from './time/rates.js';
import { recommendWay, waysAcross } from './ways/index.js';

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
      copySeconds(task({ read: { first: 2e9, last: 2e9 }, write: { fast: 2e9, fastBytes: 100e9, steady: 100e6 } }), AS_ASSUMED),
    ).toBeCloseTo(100e9 / 1e9 + 400e9 / 100e6, -1);
  });

  it('doubles its reading when it is compared, and pays for files and bad areas one by one', () => {
    expect(copySeconds(task({ verify: true }), AS_ASSUMED)).toBeCloseTo(2 * copySeconds(task(), AS_ASSUMED), 3);
    const more = copySeconds(task({ files: 1000, badAreas: 3 }), { ...AS_ASSUMED, secondsPerFile: 0.01, secondsPerBadArea: 20 });
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
    const width = (spread: typeof SOUND) => Math.log(estimate(task(), spread).p90 / estimate(task(), spread).p10);
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
    expect(readRateOf({ ...drive, medium: 'rotating', readBytesPerSecond: null, rpm: 7200 })).toEqual({ first: 170e6, last: 85e6 });
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
    expect(rateIn(result(job('read', 90e6, 0), job('write', 0, 300e6), job('randread', 900e6, 0)))).toEqual({ read: 90e6, write: 300e6 });
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

it('partitions end where the last one does', () => expect(endOfPartitions(sallow())).toBe((967_450_624 + 15 * 2 ** 21) * 512));

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
    const done = map(`0x0 + 2\n0x0 ${hex(upTo)} +\n${hex(upTo)} 0x4B000 -\n${hex(upTo + 0x4b000)} ${hex(END - upTo - 0x4b000)} +\n`);
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
    expect(rescueOf(map(`0x0 +\n0x0 ${hex(END)} +\n`), null)).toMatchObject({ missingBytes: 0, advice: 'stop', holes: [] });
    expect([sayBytes(512), sayBytes(1_153_434), sayBytes(3.5 * 2 ** 40)]).toEqual(['512 B', '1.1 MiB', '3.5 TiB']);
  });
});

it('a size in both counts', () => expect(capacityOf(1_000_204_886_016)).toMatchObject({ gb: '1,000.2', gib: '931.5' }));

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
    expect([levelOn('overwrite', flash), levelOn('ata-secure-erase', flash), levelOn('degauss', flash)]).toEqual(['clear', 'clear', null]);
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

describe('ways across', () => {
  const target = { sectorSize: 512 as const, totalSectors: 1_953_525_168 };
  const layout = planLayout(sallow(), target, { wishes: NO_WISHES, identity: 'keep', unlocked: true, flash: true });
  const crossing = (own: Partial<Crossing> = {}, facts: Partial<Crossing['facts']> = {}): Crossing => ({
    facts: {
      ...NO_FACTS,
      encryption: 'none',
      reach: 'dock',
      system: 'sound',
      secureBoot: 'off',
      storageMode: 'same',
      usbMedium: true,
      imageStore: true,
      ...facts,
    },
    health: 'sound',
    badAreas: 0,
    source: sallow(),
    sourceBytes: 512_110_190_592,
    target,
    targetNative4096: false,
    layout,
    usedBytes: 334 * 2 ** 30,
    reads: [{ first: 480e6, last: 480e6 }],
    task: { link: 400e6, write: { fast: 2e9, fastBytes: 80e9, steady: 400e6 } },
    spread: SOUND,
    backup: 'verified',
    recoveryKey: 'not-encrypted',
    nothingToKeep: false,
    beside: false,
    wantsBeside: false,
    ...own,
  });
  const way = (at: Crossing, id: string) => waysAcross(at).find((one) => one.id === id)!;
  const advised = (at: Crossing) => recommendWay(at, waysAcross(at))?.id;

  it.each([
    ['a sound drive is cloned', {}, {}, 'clone'],
    ['a damaged system is installed anew', {}, { system: 'damaged' as const }, 'clean-install'],
    ['native 4096-byte sectors: copied by file', { targetNative4096: true }, {}, 'copy'],
    ['a failing drive is rescued', { health: 'failing' as const }, {}, 'rescue'],
    ['one bad area: rescued, a clone reads on', { health: 'bad-areas' as const, badAreas: 1 }, {}, 'rescue'],
    ['many bad areas: rescued', { health: 'bad-areas' as const, badAreas: 12 }, {}, 'rescue'],
    ['a dead drive with a backup: restored', { health: 'dead' as const }, {}, 'restore-backup'],
    ['nothing to keep: started fresh', { nothingToKeep: true }, {}, 'nothing-to-keep'],
    ['no dock and no slot: installed anew', {}, { reach: 'none' as const }, 'clean-install'],
  ])('%s', (_, own, facts, id) => expect(advised(crossing(own, facts))).toBe(id));

  it('a dead drive without a backup leaves nothing that brings data back', () => {
    const dead = crossing({ health: 'dead', backup: 'none' });
    expect(
      waysAcross(dead)
        .filter((one) => one.possible !== 'no')
        .map((one) => one.id),
    ).toEqual(['nothing-to-keep']);
    expect(advised(dead)).toBeUndefined();
  });

  it.each([
    [{ imageStore: false }, 'Rescue: first get a place for the image.', 'image-store'],
    [{ reach: 'none' as const }, 'Rescue: first get a dock that reads it.', 'reach'],
  ])('a failing drive without %j: that is got first, nothing else is the headline', (facts, headline, first) => {
    for (const health of ['failing', 'bad-areas'] as const) {
      const at = crossing({ health }, facts);
      expect(recommendWay(at, waysAcross(at))).toMatchObject({ id: 'rescue', headline });
      expect(way(at, 'rescue')).toMatchObject({ possible: 'after', why: null });
      expect(way(at, 'rescue').before.map((one) => one.id)).toContain(first);
    }
    expect(way(crossing({ health: 'failing' }), 'clone').why).toContain('not cloned but rescued');
  });

  it('gives no time where no size is known, and a wide one where the medium is not', () => {
    const blank = crossing({ source: null, sourceBytes: null, usedBytes: null });
    for (const id of ['clone', 'clean-install', 'copy', 'rescue', 'restore-backup']) expect([id, way(blank, id).total]).toEqual([id, null]);
    expect(way(blank, 'nothing-to-keep').total).not.toBeNull();
    // A terabyte over a mechanical drive takes hours, whatever the label says of its medium.
    const sized = { source: null, sourceBytes: 1e12, usedBytes: null };
    const slow = way(crossing({ ...sized, reads: [{ first: 110e6, last: 55e6 }] }), 'clone').total!;
    expect(slow.p10).toBeGreaterThan(180);
    const either = way(
      crossing({
        ...sized,
        reads: [
          { first: 480e6, last: 480e6 },
          { first: 110e6, last: 55e6 },
        ],
      }),
      'clone',
    ).total!;
    expect(either.p90).toBeCloseTo(slow.p90, 5);
    expect(either.p10).toBeLessThan(slow.p10 / 1.5);
  });

  it('a backup that nobody asked about is asked about, not taken for none', () => {
    const dead = crossing({ health: 'dead', backup: 'unknown' });
    expect(way(dead, 'restore-backup')).toMatchObject({ possible: 'after', before: [expect.objectContaining({ id: 'ask-backup' })] });
  });

  it('says what has to happen first, and what of it goes on the tray', () => {
    const clone = way(crossing({ backup: 'none' }, { encryption: 'unlocked', secureBoot: 'on', storageMode: 'changes' }), 'clone');
    expect(clone.possible).toBe('after');
    expect(clone.before.map((one) => [one.id, one.onTray ?? ''])).toEqual([
      ['backup', ''],
      ['pause-encryption', 'encryption'],
      ['secure-boot', 'secure-boot'],
      ['storage-mode', 'storage-mode'],
    ]);
    expect(way(crossing({}, { encryption: 'locked' }), 'copy').why).toContain('locked');
  });

  it('an MBR that does not reach the end: converted afterwards, or the rest is lost to a machine that starts by BIOS', () => {
    const old = sallow();
    const mbr = {
      ...old,
      table: 'mbr' as const,
      diskId: '0x1',
      usable: null,
      partitions: old.partitions.slice(2, 4).map((one) => ({ ...one, type: '07' })),
    };
    const large = { sectorSize: 512 as const, totalSectors: 7_814_037_168 };
    const wide = planLayout(mbr, large, { wishes: NO_WISHES, identity: 'keep', unlocked: true, flash: false });
    const at = (boot: 'uefi' | 'bios') => way(crossing({ source: mbr, target: large, layout: wide }, { boot }), 'clone');
    expect(at('uefi').after.map((one) => one.id)).toContain('to-gpt');
    expect(at('bios').after.map((one) => one.id)).not.toContain('to-gpt');
    expect(at('bios').lost.join()).toContain('beyond 2 TiB');
  });

  it('a smaller drive: by how much each shrinks', () => {
    const small = { sectorSize: 512 as const, totalSectors: 781_422_768 };
    const tight = planLayout(sallow(), small, { wishes: NO_WISHES, identity: 'keep', unlocked: true, flash: true });
    expect(way(crossing({ target: small, layout: tight }), 'clone').before.map((one) => one.id)).toEqual(['shrink-3', 'shrink-4']);
  });

  it('a second drive where the old one stays: advised when it is wanted, and never beside one that fails', () => {
    expect(way(crossing(), 'add')).toBeUndefined();
    expect(way(crossing({ beside: true }), 'add').possible).toBe('yes');
    expect(advised(crossing({ beside: true }))).toBe('clone');
    expect(advised(crossing({ beside: true, wantsBeside: true }))).toBe('add');
    expect(way(crossing({ beside: true, health: 'failing' }), 'add').why).toContain('must not stay');
    expect(advised(crossing({ beside: true, wantsBeside: true, health: 'failing' }))).toBe('rescue');
  });

  it('times: hands are less than the whole, and rescue takes longest', () => {
    const ailing = crossing({ health: 'bad-areas', badAreas: 3, spread: AILING });
    const all = waysAcross(ailing);
    for (const one of all)
      expect([one.id, one.hands.p90 <= one.total!.p90, one.total!.p10 <= one.total!.p90]).toEqual([one.id, true, true]);
    expect(way(ailing, 'rescue').total!.p90).toBeGreaterThan(way(ailing, 'clone').total!.p90);
    expect(way(ailing, 'clone').risks.map((one) => one.chance)).toContain('certain');
  });
});
