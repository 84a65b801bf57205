import { bayDrive, baySlot, m2Drive, m2Slot, model } from '../testing/samples.js';
import { spec } from '../units/index.js';
import { placements, waysToFit, type Machine } from './placement.js';

const wide = { coverAt: spec(8, 0.1), stack: [], post: { nowAtMm: 80, canMoveToMm: [], tool: null } };
const machine = (own: Partial<Machine> = {}): Machine => ({
  model: model({
    places: [
      m2Slot({ id: 'm2-a', label: 'socket A', generation: 4, ...wide }),
      m2Slot({ id: 'm2-b', label: 'socket B', generation: 3, lanes: 2, fitted: null, ...wide }),
      baySlot({ id: 'bay', label: 'bay' }),
    ],
  }),
  variantId: null,
  staying: [],
  ...own,
});
const fast = m2Drive({ id: 'fast' });
const slow = m2Drive({
  id: 'slow',
  readBytesPerSecond: 2e9,
  link: { protocol: 'nvme', generation: 3, lanes: 4 },
});
const disk = bayDrive({ id: 'disk', medium: 'rotating', readBytesPerSecond: 0.12e9 });

const seatsOf = (at: ReturnType<typeof placements>[number] | undefined) =>
  at?.seats.map((seat) => `${seat.drive.id} in ${seat.slotId}${seat.holdsSystem ? ' *' : ''}`);

it('puts the system on the fastest drive in the fastest socket, solid-state before mechanical', () =>
  expect(seatsOf(placements(machine(), [disk, slow, fast])[0])).toEqual([
    'disk in bay',
    'slow in m2-b',
    'fast in m2-a *',
  ]));

it('seats one drive in the best slot there is', () => {
  expect(seatsOf(placements(machine(), [fast])[0])).toEqual(['fast in m2-a *']);
  expect(placements(machine(), [disk])[0]).toMatchObject({
    outcome: 'fits',
    sentence: expect.stringContaining('bay'),
  });
});

it('leaves a slot alone whose drive stays', () =>
  expect(seatsOf(placements(machine({ staying: ['m2-a'] }), [fast])[0])).toEqual(['fast in m2-b *']));

it('minds what the slots share', () => {
  const shared = machine();
  const sharing = [{ kind: 'only-while-empty' as const, slot: 'bay', protocol: null, unless: 'm2-b' }];
  const [best] = placements({ ...shared, model: { ...shared.model, sharing } }, [disk, fast]);
  expect(seatsOf(best)).toEqual(['disk in bay', 'fast in m2-a *']);
  expect(placements({ ...shared, model: { ...shared.model, sharing } }, [disk, slow, fast])[0]?.outcome).toBe(
    'no',
  );
});

it('does not make the system drive of what the firmware cannot start from', () => {
  const old = machine();
  const firmware = { startsFromNvme: false, starts4kn: null, storageMode: null };
  const [best] = placements({ ...old, model: { ...old.model, firmware } }, [disk, fast]);
  expect(best?.seats.find((seat) => seat.holdsSystem)?.drive.id).toBe('disk');
});

it('has no answer for more drives than slots', () =>
  expect(placements(machine({ staying: ['m2-a', 'bay'] }), [disk, fast])).toEqual([]));

it('compares replacing with adding: what stays, and how much there is in all', () => {
  const ways = waysToFit(machine(), fast);
  expect(ways.map((way) => [way.slotId, way.plan, way.totalGb])).toEqual([
    ['m2-a', 'replace', 1000],
    ['m2-b', 'add', 1512],
    ['bay', 'add', 1512],
  ]);
  expect(ways[0]?.oldDrive).toContain('comes out');
  expect(ways[1]?.link?.say).toBe('PCIe 3 ×2');
  expect(ways[2]?.verdict.outcome).toBe('no');
});
