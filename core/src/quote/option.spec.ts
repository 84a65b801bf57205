import { bareSlot, judge, rank } from '../fit/index.js';
import { m2Drive, m2Slot } from '../testing/samples.js';
import { lifeYears, optionOf, suggest, USUAL_PRICING, worthIt } from './index.js';

const place = bareSlot(m2Slot());
const HANDS = { way: 30, data: 20, setUp: 20, prove: 15 };
const ordinary = m2Drive({ priceMinor: 8900, enduranceTbw: 600, inStock: 2, markedGb: 1000 });

describe('an option', () => {
  it('says what it costs, what it gives in this slot, and how long one waits', () => {
    const option = optionOf(
      'advised',
      { place, drive: ordinary, verdict: judge(place, ordinary) },
      [],
      HANDS,
      USUAL_PRICING,
    );
    expect(option.bill.lines.map((one) => [one.kind, one.netMinor])).toEqual(
      expect.arrayContaining([
        ['drive', 8900],
        ['labour', 6800],
      ]),
    );
    expect(option.handsMinutes).toBe(85);
    // 1000 GB by IDEMA LBA1-03: 1 953 525 168 sectors of 512 bytes.
    expect(option.gives!.usableGb).toBe(1000.2);
    expect(option.gives!.link).toMatch(/^PCIe/);
  });

  it('waits for what is not here, and says when nobody knows how long', () => {
    const away = { ...ordinary, inStock: 0, leadDays: 4 };
    expect(
      optionOf('advised', { place, drive: away, verdict: judge(place, away) }, [], HANDS, USUAL_PRICING),
    ).toMatchObject({
      waitDays: 4,
      waitsFor: [expect.stringContaining(away.name)],
    });
    const unknown = { ...away, leadDays: null };
    expect(
      optionOf('advised', { place, drive: unknown, verdict: judge(place, unknown) }, [], HANDS, USUAL_PRICING)
        .waitDays,
    ).toBeNull();
  });

  it('says a life of at most ten years, and none that no maker states', () => {
    expect([
      lifeYears({ enduranceTbw: 60 }),
      lifeYears({ enduranceTbw: 3000 }),
      lifeYears({ enduranceTbw: null }),
    ]).toEqual([8, 10, null]);
  });
});

describe('what is suggested', () => {
  const shelf = [
    m2Drive({ id: 'fast', priceMinor: 9000, readBytesPerSecond: 3.4e9, markedGb: 1000, inStock: 1 }),
    m2Drive({ id: 'plain', priceMinor: 5000, readBytesPerSecond: 1.8e9, markedGb: 512, inStock: 1 }),
    m2Drive({
      id: 'large',
      priceMinor: 15_000,
      readBytesPerSecond: 3.2e9,
      markedGb: 2000,
      inStock: 0,
      leadDays: 3,
    }),
    m2Drive({ id: 'gone', priceMinor: 1000, readBytesPerSecond: 1e9, inStock: 0, leadDays: null }),
    m2Drive({ id: 'unmeasured', priceMinor: 500, topHeight: null, inStock: 9 }),
  ];

  it('is the cheapest, the best and the roomy one, of what fits and can be had', () => {
    expect(suggest('m2-a', rank(place, shelf)).map((one) => [one.kind, one.driveId])).toEqual([
      ['cheapest', 'plain'],
      ['advised', 'fast'],
      ['roomy', 'large'],
    ]);
  });

  it('advises what somebody has taken, and shows a drive once', () => {
    expect(
      suggest(
        'm2-a',
        rank(place, shelf),
        rank(place, shelf).find((one) => one.drive.id === 'plain'),
      ).map((one) => [one.kind, one.driveId]),
    ).toEqual([
      ['advised', 'plain'],
      ['roomy', 'fast'],
    ]);
    expect(suggest('m2-a', [])).toEqual([]);
  });

  it('always holds what is taken, also against the verdict', () => {
    const unmeasured = rank(place, shelf).find((one) => one.drive.id === 'unmeasured')!;
    expect(unmeasured.verdict.outcome).toBe('unknown');
    expect(
      suggest('m2-a', rank(place, shelf), unmeasured).map((one) => [one.kind, one.driveId]),
    ).toContainEqual(['advised', 'unmeasured']);
    expect(suggest('m2-a', [], unmeasured)).toHaveLength(1);
    const against = { ...unmeasured.verdict, outcome: 'no' as const, because: 'Too high.' };
    expect(
      optionOf('advised', { place, drive: unmeasured.drive, verdict: against }, [], HANDS, USUAL_PRICING)
        .gives!.risk,
    ).toContain('Taken against the verdict');
  });
});

it.each([
  [10_000, 60_000, 'worth-it'],
  [30_000, 60_000, 'think'],
  [50_000, 60_000, 'hardly'],
  [70_000, 60_000, 'hardly'],
  [10_000, null, 'unknown'],
  [10_000, 0, 'hardly'],
] as const)('%d against a machine of %s is %s', (total, machine, verdict) =>
  expect(worthIt(total, machine).verdict).toBe(verdict),
);
