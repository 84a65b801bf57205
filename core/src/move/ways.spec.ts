import { sallow } from '../testing/disk-tables.js';
import { NO_FACTS, type Crossing } from './crossing.js';
import { planLayout } from './layout/plan.js';
import { NO_WISHES } from './layout/wishes.js';
import { AILING, SOUND } from './time/estimate.js';
import { recommendWay, waysAcross } from './ways/index.js';

describe('ways across', () => {
  const target = { sectorSize: 512 as const, totalSectors: 1_953_525_168 };
  const layout = planLayout(sallow(), target, {
    wishes: NO_WISHES,
    identity: 'keep',
    unlocked: true,
    flash: true,
  });
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
  ])(
    'a failing drive without %j: that is got first, nothing else is the headline',
    (facts, headline, first) => {
      for (const health of ['failing', 'bad-areas'] as const) {
        const at = crossing({ health }, facts);
        expect(recommendWay(at, waysAcross(at))).toMatchObject({ id: 'rescue', headline });
        expect(way(at, 'rescue')).toMatchObject({ possible: 'after', why: null });
        expect(way(at, 'rescue').before.map((one) => one.id)).toContain(first);
      }
      expect(way(crossing({ health: 'failing' }), 'clone').why).toContain('not cloned but rescued');
    },
  );

  it('gives no time where no size is known, and a wide one where the medium is not', () => {
    const blank = crossing({ source: null, sourceBytes: null, usedBytes: null });
    for (const id of ['clone', 'clean-install', 'copy', 'rescue', 'restore-backup'])
      expect([id, way(blank, id).total]).toEqual([id, null]);
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
    expect(way(dead, 'restore-backup')).toMatchObject({
      possible: 'after',
      before: [expect.objectContaining({ id: 'ask-backup' })],
    });
  });

  it('says what has to happen first, and what of it goes on the tray', () => {
    const clone = way(
      crossing({ backup: 'none' }, { encryption: 'unlocked', secureBoot: 'on', storageMode: 'changes' }),
      'clone',
    );
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
    const wide = planLayout(mbr, large, {
      wishes: NO_WISHES,
      identity: 'keep',
      unlocked: true,
      flash: false,
    });
    const at = (boot: 'uefi' | 'bios') =>
      way(crossing({ source: mbr, target: large, layout: wide }, { boot }), 'clone');
    expect(at('uefi').after.map((one) => one.id)).toContain('to-gpt');
    expect(at('bios').after.map((one) => one.id)).not.toContain('to-gpt');
    expect(at('bios').lost.join()).toContain('beyond 2 TiB');
  });

  it('a smaller drive: by how much each shrinks', () => {
    const small = { sectorSize: 512 as const, totalSectors: 781_422_768 };
    const tight = planLayout(sallow(), small, {
      wishes: NO_WISHES,
      identity: 'keep',
      unlocked: true,
      flash: true,
    });
    expect(way(crossing({ target: small, layout: tight }), 'clone').before.map((one) => one.id)).toEqual([
      'shrink-3',
      'shrink-4',
    ]);
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
      expect([one.id, one.hands.p90 <= one.total!.p90, one.total!.p10 <= one.total!.p90]).toEqual([
        one.id,
        true,
        true,
      ]);
    expect(way(ailing, 'rescue').total!.p90).toBeGreaterThan(way(ailing, 'clone').total!.p90);
    expect(way(ailing, 'clone').risks.map((one) => one.chance)).toContain('certain');
  });
});
