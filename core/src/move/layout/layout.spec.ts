import fc from 'fast-check';
import { sallow, sourceDisk, sourcePartition } from '../../testing/disk-tables.js';
import { sectorCountOfMarkedSize } from '../../standards/index.js';
import type { SourceDisk } from '../disk.js';
import { planLayout, type Layout, type LayoutSettings } from './plan.js';
import { NO_WISHES, type LayoutWishes } from './wishes.js';

const settings = (own: Partial<LayoutSettings> = {}): LayoutSettings => ({
  wishes: NO_WISHES,
  identity: 'keep',
  unlocked: true,
  flash: false,
  ...own,
});
const TB = sectorCountOfMarkedSize(1000)!;
const GIB = 2 ** 30;
const target = (totalSectors: number, sectorSize: 512 | 4096 = 512) => ({ totalSectors, sectorSize });
const plan = (
  source: SourceDisk,
  to: ReturnType<typeof target>,
  own: Partial<LayoutSettings> = {},
): Layout => {
  const layout = planLayout(source, to, settings(own));
  if (!layout.ok) throw new Error(layout.sentence);
  return layout;
};
const gib = (layout: Layout, number: number) => {
  const one = layout.partitions.find((part) => part.number === number)!;
  return (one.sectors * layout.sectorSize) / GIB;
};
const ORDER = (layout: Layout) => layout.partitions.map((one) => one.number);

describe('a larger drive', () => {
  const layout = plan(sallow(), target(TB));

  it('keeps what starts it, grows data in proportion, and puts recovery behind', () => {
    expect(ORDER(layout)).toEqual([1, 2, 3, 4, 5, 6]);
    expect(layout.partitions.slice(0, 2).map((one) => [one.startSector, one.sectors])).toEqual([
      [2048, 628_736],
      [630_784, 32_768],
    ]);
    expect(gib(layout, 3) / gib(layout, 4)).toBeCloseTo(300 / 160, 3);
    expect([gib(layout, 5), gib(layout, 6)]).toEqual([1, 15]);
    expect(layout.notes[0]).toBe(
      'repair and restore go to the end first: there nothing is in the way of growing.',
    );
  });

  it('reaches the last sector that a GPT leaves, when data stands last', () => {
    const noRecovery = sourceDisk(sallow().partitions.slice(0, 4), 1_000_215_216);
    const last = plan(noRecovery, target(TB)).partitions.at(-1)!;
    // UEFI 5.3: the backup header and 32 sectors of entries lie behind it.
    expect(last.startSector + last.sectors - 1).toBe(TB - 34);
    const large = plan(noRecovery, target(TB / 8, 4096)).partitions.at(-1)!;
    expect(large.startSector + large.sectors - 1).toBe(TB / 8 - 6);
  });

  it('leaves some of a flash drive bare, or as much as was asked for', () => {
    expect((plan(sallow(), target(TB), { flash: true }).bareSectors * 512) / (TB * 512)).toBeCloseTo(0.02, 3);
    expect(
      plan(sallow(), target(TB), { flash: true, wishes: { sizes: {}, bareBytes: 0 } }).bareSectors * 512,
    ).toBeLessThan(2 ** 21);
  });

  it('holds a wish, and clamps one that cannot be', () => {
    const wish = (sizes: LayoutWishes['sizes']) =>
      plan(sallow(), target(TB), { wishes: { sizes, bareBytes: null } });
    expect(gib(wish({ 3: 430 * GIB }), 3)).toBe(430);
    // The rest goes to the other.
    expect(gib(wish({ 3: 430 * GIB }), 3) + gib(wish({ 3: 430 * GIB }), 4)).toBeCloseTo(
      gib(layout, 3) + gib(layout, 4),
      2,
    );
    const greedy = wish({ 3: 5000 * GIB });
    expect(greedy.partitions[3]!.sectors).toBe(greedy.partitions[3]!.leastSectors);
    const least = wish({ 3: 1 });
    expect(gib(least, 3)).toBeCloseTo(187 * 1.1, 2);
    expect(wish({ 1: 99 * GIB }).partitions[0]!.sectors).toBe(628_736);
  });
});

describe('a smaller drive', () => {
  it('shrinks to what is used and a margin', () => {
    const layout = plan(sallow(), target(sectorCountOfMarkedSize(400)!));
    expect(gib(layout, 3)).toBeGreaterThanOrEqual(187 * 1.1 - 0.001);
    expect(gib(layout, 4)).toBeGreaterThanOrEqual(131 * 1.1 - 0.001);
  });

  it('refuses what cannot be, and says by how many sectors', () => {
    const to = target(sectorCountOfMarkedSize(250)!);
    const refused = planLayout(sallow(), to, settings());
    expect(refused).toMatchObject({ ok: false, code: 'too-small' });
    if (refused.ok) return;
    expect(refused.sentence).toContain(refused.shortSectors.toLocaleString('en-GB'));
    // Just so much more, and it fits; one sector less, and it does not.
    expect(planLayout(sallow(), target(to.totalSectors + refused.shortSectors), settings()).ok).toBe(true);
    expect(planLayout(sallow(), target(to.totalSectors + refused.shortSectors - 1), settings()).ok).toBe(
      false,
    );
  });

  it('never shrinks what nobody has looked into, what is locked, or what its file system cannot', () => {
    const with_ = (own: object) => sourceDisk([sourcePartition(1, 2048, 300, own)], 700_000_000);
    const to = target(sectorCountOfMarkedSize(200)!);
    const refusal = planLayout(with_({ name: 'System' }), to, settings());
    expect(!refusal.ok && refusal.sentence).toContain('Say how full System is');
    expect(planLayout(with_({ usedBytes: 50 * GIB }), to, settings()).ok).toBe(true);
    expect(planLayout(with_({ usedBytes: 50 * GIB, fileSystem: 'xfs' }), to, settings()).ok).toBe(false);
    expect(
      planLayout(with_({ usedBytes: 50 * GIB, fileSystem: 'encrypted' }), to, settings({ unlocked: false }))
        .ok,
    ).toBe(false);
    expect(
      planLayout(with_({ usedBytes: 50 * GIB, fileSystem: 'encrypted' }), to, settings({ unlocked: true }))
        .ok,
    ).toBe(true);
  });
});

describe('old tables', () => {
  const mbr = (parts: Parameters<typeof sourceDisk>[0]) =>
    sourceDisk(parts, 625_142_448, { table: 'mbr', diskId: '0x1234abcd', usable: null });

  it('starts move to whole megabytes, logical partitions stay in theirs', () => {
    const layout = plan(
      mbr([
        sourcePartition(1, 63, 40, { type: '07' }),
        sourcePartition(2, 83_886_200, 60, { type: '0f', kind: 'extended' }),
        sourcePartition(5, 83_886_263, 20, { type: '83', kind: 'linux' }),
        sourcePartition(6, 130_000_000, 2, { type: '82', kind: 'swap' }),
      ]),
      target(TB),
    );
    const [first, holder, five, six] = layout.partitions;
    expect(layout.partitions.every((one) => one.startSector % 2048 === 0)).toBe(true);
    expect(first!.startSector).toBe(2048);
    expect(five!.startSector).toBeGreaterThan(holder!.startSector);
    expect(six!.startSector).toBeGreaterThan(five!.startSector + five!.sectors);
    expect(six!.startSector + six!.sectors).toBe(holder!.startSector + holder!.sectors);
    expect(layout.notes).toContain(
      'Starts are moved to whole megabytes; they were aligned to old cylinders or not at all.',
    );
  });

  it('reach 2 TiB and no further', () => {
    const layout = plan(
      mbr([sourcePartition(1, 2048, 200, { type: '07' })]),
      target(sectorCountOfMarkedSize(4000)!),
    );
    const one = layout.partitions[0]!;
    expect(one.startSector + one.sectors).toBeLessThanOrEqual(2 ** 32);
    expect(layout.notes.join()).toContain('converted to GPT');
  });

  it('that cannot be trusted are not planned from', () => {
    const broken = {
      ...sallow(),
      problems: [{ code: 'gpt-unreadable', message: 'Neither copy can be trusted.' }],
    };
    expect(planLayout(broken, target(TB), settings())).toMatchObject({ ok: false, code: 'unreadable' });
    expect(planLayout(sourceDisk([], 1000), target(TB), settings())).toMatchObject({
      ok: false,
      code: 'no-table',
    });
  });
});

it('keeps gaps between partitions, and gives them up only where room is short', () => {
  const source = sourceDisk(
    [
      sourcePartition(1, 2048, 50, { kind: 'unknown' }),
      sourcePartition(2, 150_000_000, 60, { usedBytes: 20 * GIB }),
    ],
    400_000_000,
  );
  const gap = (layout: Layout) =>
    layout.partitions[1]!.startSector - layout.partitions[0]!.startSector - layout.partitions[0]!.sectors;
  expect(gap(plan(source, target(TB)))).toBeGreaterThan(45_000_000);
  const tight = plan(source, target(sectorCountOfMarkedSize(80)!));
  expect(gap(tight)).toBe(0);
  expect(tight.notes.join()).toContain('Gaps');
});

describe('whatever is asked for', () => {
  const disk = fc
    .array(
      fc.record({
        kind: fc.constantFrom(
          'efi-system' as const,
          'data' as const,
          'linux' as const,
          'recovery' as const,
          'unknown' as const,
          'swap' as const,
        ),
        mib: fc.integer({ min: 1, max: 60_000 }),
        extra: fc.integer({ min: 0, max: 2047 }),
        gap: fc.constantFrom(0, 0, 63, 5000, 9_000_000),
        used: fc.option(fc.double({ min: 0, max: 1, noNaN: true }), { nil: null }),
      }),
      { minLength: 1, maxLength: 8 },
    )
    .map((list) => {
      let at = 2048;
      const parts = list.map(({ kind, mib, extra, gap, used }, index) => {
        const sectors = mib * 2048 + extra;
        const one = sourcePartition(index + 1, at + gap, 0, {
          kind,
          sectors,
          usedBytes: used === null ? null : Math.floor(used * sectors * 512),
        });
        at += gap + sectors;
        return one;
      });
      return sourceDisk(parts, at + 40);
    });
  const wishes = fc
    .dictionary(fc.constantFrom('1', '2', '3', '4'), fc.integer({ min: 0, max: 2e12 }))
    .map((sizes) => ({ sizes, bareBytes: null }));

  it('the layout lies within what may be used, aligned, without overlap, and nothing loses a byte that is used', () =>
    fc.assert(
      fc.property(
        disk,
        fc.integer({ min: 2e6, max: 4e9 }),
        fc.constantFrom(512 as const, 4096 as const),
        wishes,
        (source, total, sectorSize, wish) => {
          const layout = planLayout(
            source,
            target(Math.ceil((total * 512) / sectorSize), sectorSize),
            settings({ wishes: wish }),
          );
          if (!layout.ok) return layout.shortSectors > 0;
          let end = layout.usable.first;
          for (const one of layout.partitions) {
            const old = source.partitions.find((other) => other.number === one.number)!;
            if (one.startSector < end || (one.startSector * sectorSize) % 2 ** 20 !== 0) return false;
            end = one.startSector + one.sectors;
            const bytes = one.sectors * sectorSize;
            if (one.sectors < one.leastSectors || one.sectors > one.mostSectors) return false;
            if (
              one.nature === 'rigid'
                ? bytes < old.sectors * 512 || bytes >= old.sectors * 512 + sectorSize
                : bytes < Math.min(old.usedBytes ?? old.sectors * 512, old.sectors * 512) - sectorSize
            )
              return false;
          }
          return end - 1 <= layout.usable.last && layout.bareSectors === layout.usable.last + 1 - end;
        },
      ),
      { numRuns: 400 },
    ));
});
