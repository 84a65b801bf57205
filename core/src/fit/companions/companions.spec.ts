import {
  BatterySchema,
  BoardMemorySchema,
  MemorySchema,
  WirelessFactsSchema,
  WirelessSchema,
  type Memory,
  type MemoryBayFacts,
} from '../../hardware/index.js';
import type * as z from 'zod';
import type { Finding } from '../finding.js';
import { judgeBattery } from './battery.js';
import { judgeMemory } from './memory.js';
import { judgeWireless } from './wireless.js';

const shelf = { id: 'a', name: 'a module', priceMinor: 1, drawer: '', inStock: 1 };
const module = (own: Partial<Memory> = {}): Memory =>
  MemorySchema.parse({ ...shelf, kind: 'memory', generation: 'ddr4', gib: 8, megatransfers: 3200, ...own });
const bay = ({
  sockets = ['A', 'B'],
  maxGibPerSocket = null,
  ...own
}: Partial<MemoryBayFacts> = {}): MemoryBayFacts => ({
  ...BoardMemorySchema.parse({ generation: 'ddr4', maxMegatransfers: 2933, ...own }),
  sockets,
  maxGibPerSocket,
});
const outcomeOf = (findings: readonly { outcome: string }[]) =>
  findings.find((one) => one.outcome !== 'fits')?.outcome ?? 'fits';

describe('memory', () => {
  it('runs at the slowest of modules and controller, and lower when all is full', () => {
    expect(judgeMemory(bay(), [module(), module({ megatransfers: 2666 })]).expectedMegatransfers).toBe(2666);
    expect(judgeMemory(bay(), [module(), null]).expectedMegatransfers).toBe(2933);
    const full = judgeMemory(bay({ megatransfersAllFull: 2400 }), [module(), module()]);
    expect(full.expectedMegatransfers).toBe(2400);
    expect(full.findings.at(-1)?.sentence).toContain('every socket full');
  });

  it.each([
    ['an equal pair', bay(), [module(), module()], 'full', 16],
    ['an unequal pair', bay(), [module(), module({ gib: 4 })], 'part', 12],
    ['soldered and unequal', bay({ solderedGib: 8, sockets: ['A'] }), [module({ gib: 16 })], 'part', 24],
    ['one alone', bay(), [module(), null], 'single', 8],
  ] as const)('%s', (_, place, fill, dualChannel, totalGib) =>
    expect(judgeMemory(place, fill)).toMatchObject({ dualChannel, totalGib }),
  );

  it.each([
    ['another generation', bay(), [module({ generation: 'ddr3' }), null]],
    [
      'standard voltage where only the low one is fed',
      bay({ generation: 'ddr3', lowVoltageOnly: true }),
      [module({ generation: 'ddr3' }), null],
    ],
    ['the second socket first', bay(), [null, module()]],
    ['an odd count where pairs are asked for', bay({ oddCountsWork: false }), [module(), null]],
  ] as const)('refuses %s, and expects no speed', (_, place, fill) => {
    const verdict = judgeMemory(place, fill);
    expect(outcomeOf(verdict.findings)).toBe('no');
    expect(verdict.expectedMegatransfers).toBeNull();
  });

  it('lets a low-voltage module run at the standard voltage, and asks beyond the stated size', () => {
    expect(
      outcomeOf(
        judgeMemory(bay({ generation: 'ddr3' }), [module({ generation: 'ddr3', lowVoltage: true }), null])
          .findings,
      ),
    ).toBe('fits');
    expect(outcomeOf(judgeMemory(bay({ maxGibPerSocket: 4 }), [module(), null]).findings)).toBe('unknown');
  });
});

describe('wireless card', () => {
  const card = WirelessSchema.parse({
    ...shelf,
    kind: 'wireless',
    key: 'A+E',
    antennas: 2,
    deviceId: 'WL-20',
  });
  const socket = (own: Partial<z.input<typeof WirelessFactsSchema>> = {}) =>
    WirelessFactsSchema.parse({ key: 'E', antennas: 2, ...own });

  it.each([
    ['goes into a key E socket', socket({ allowList: ['WL-20'] }), 'fits'],
    ['does not go into a mini PCIe one', socket({ key: 'mini-pcie', allowList: ['WL-20'] }), 'no'],
    ['is stopped by an allow-list', socket({ allowList: ['WL-10'] }), 'no'],
    ['has a snap too many', socket({ antennas: 1, allowList: ['WL-20'] }), 'extras'],
    ['may be refused where nobody knows the list', socket(), 'unknown'],
  ] as const)('%s', (_, place, outcome) => expect(outcomeOf(judgeWireless(place, card))).toBe(outcome));
});

describe('battery', () => {
  const place = { connector: '6-pin', wireOrder: 'red red black', lengthMm: 200, widthMm: 80, heightMm: 6 };
  const battery = (own = {}) =>
    BatterySchema.parse({ ...shelf, kind: 'battery', wattHours: 50, ...place, ...own });

  it.each([
    ['of more capacity in the same footprint', { wattHours: 70 }, 'fits'],
    ['too thick', { heightMm: 7 }, 'no'],
    ['with another plug', { connector: '8-pin' }, 'no'],
    ['with its wires the other way about', { wireOrder: 'black red red' }, 'no'],
  ] as const)('one %s', (_, own, outcome) =>
    expect(outcomeOf(judgeBattery(place, battery(own)))).toBe(outcome),
  );

  const unread = { connector: null, wireOrder: null, lengthMm: null, widthMm: null, heightMm: null };
  const SAME = { 'battery-size': 'same', 'battery-plug': 'same', 'battery-wires': 'same' };
  const asks = (findings: Finding[]) => findings.flatMap(({ settles }) => settles?.key ?? []);

  it('by its label alone asks for what decides, one look after the other, and is judged by them', () => {
    for (const at of [place, null]) {
      const none = judgeBattery(at, battery(unread));
      expect(outcomeOf(none)).toBe('unknown');
      expect(asks(none)).toEqual(['battery-size', 'battery-plug', 'battery-wires']);
      expect(outcomeOf(judgeBattery(at, battery(unread), SAME))).toBe('fits');
      for (const key of Object.keys(SAME))
        expect(outcomeOf(judgeBattery(at, battery(unread), { ...SAME, [key]: 'other' }))).toBe('no');
    }
  });

  it('what an eye saw beside the old one stands above what the model says', () =>
    expect(outcomeOf(judgeBattery(place, battery({ connector: '8-pin' }), { 'battery-plug': 'same' }))).toBe(
      'fits',
    ));

  it('of a wireless card asks for notch and leads where nobody noted the socket', () => {
    const card = WirelessSchema.parse({ ...shelf, kind: 'wireless', key: 'E', antennas: 2, deviceId: null });
    expect(asks(judgeWireless(null, card))).toEqual(['wireless-notch', 'wireless-leads']);
    const seen = { 'wireless-notch': 'same', 'wireless-leads': 'other' };
    expect(judgeWireless(null, card, seen).map(({ outcome }) => outcome)).toEqual([
      'fits',
      'extras',
      'unknown',
    ]);
    expect(outcomeOf(judgeWireless(null, card, { 'wireless-notch': 'other' }))).toBe('no');
  });
});
