import { sure } from '@petrichor/core/units';
import { DriveSchema, type Drive } from '@petrichor/core/hardware';

const MAKERS = ['Pellow', 'Sallow', 'Skerry', 'Dunlin', 'Marl', 'Corrie', 'Tansy', 'Withy'];

/**
 * A catalogue of `count` invented drives over all families, the same each time it is made; a third are M.2.
 */
export function inventedCatalogue(count: number): Drive[] {
  const next = pseudoRandom(20);
  const pick = <T>(of: readonly T[]): T => sure(of[Math.floor(next() * of.length)]);
  const spec = (mm: number, plusMinusMm = 0.05) => ({
    mm: Math.round(mm * 100) / 100,
    plusMinusMm,
    from: 'spec' as const,
  });
  return Array.from({ length: count }, (_, at) => {
    const family = pick(['m2', 'm2', 'm2', 'msata', '2.5-inch', '2.5-inch', '3.5-inch', '1.8-inch'] as const);
    const markedGb = pick([120, 128, 240, 256, 480, 500, 512, 1000, 2000, 4000]);
    const generation = pick([3, 4, 5] as const);
    const nvme = family === 'm2' && next() < 0.8;
    const base = {
      id: `invented-${at}`,
      maker: pick(MAKERS),
      name: `X${at}`,
      markedGb,
      medium: family === '3.5-inch' || (family === '2.5-inch' && next() < 0.4) ? 'rotating' : 'flash',
      readBytesPerSecond: nvme ? 1.8e9 * 2 ** (generation - 3) * (1 + next()) : 0.1e9 + 0.45e9 * next(),
      enduranceTbw: next() < 0.7 ? Math.round(markedGb * (0.2 + next())) : null,
      peakWatts: next() < 0.8 ? Math.round((3 + 8 * next()) * 10) / 10 : null,
      priceMinor: Math.round(2000 + markedGb * 8 * (0.6 + next())),
      drawer: 'X1',
      inStock: Math.floor(next() * 4),
      leadDays: Math.floor(next() * 20),
    };
    const card = {
      topHeight: next() < 0.9 ? spec(0.9 + next()) : null,
      bottomHeight: next() < 0.7 ? spec(0) : spec(1.35),
    };
    const box = { height: spec(pick([5, 7, 9.5, 15]), 0.2), link: { protocol: 'sata', generation: 3 } };
    const own = {
      m2: {
        ...card,
        lengthMm: pick([30, 42, 60, 80, 80, 80]),
        key: nvme ? 'M' : 'B+M',
        link: nvme
          ? { protocol: 'nvme', generation, lanes: pick([2, 4]) }
          : { protocol: 'sata', generation: 3 },
      },
      msata: { ...card, size: 'full', link: { protocol: 'sata', generation: 3 } },
      '2.5-inch': box,
      '3.5-inch': { ...box, height: spec(26.1, 0.2) },
      '1.8-inch': { ...box, connector: 'micro-sata', length: spec(78.5, 0.2), width: spec(54, 0.2) },
    }[family];
    return DriveSchema.parse({ ...base, family, ...own });
  });
}

/** A small linear congruential generator: the catalogue has to be the same at every run. */
function pseudoRandom(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state * 1_664_525 + 1_013_904_223) % 2 ** 32;
    return state / 2 ** 32;
  };
}
