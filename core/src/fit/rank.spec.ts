import { bayDrive, baySlot, m2Drive, m2Slot } from '../testing/samples.js';
import { linkOf } from './link.js';
import { bareSlot } from './place.js';
import { rank } from './rank.js';

const at = bareSlot;

describe('link', () => {
  it('is the lower generation and the fewer lanes of the two', () => {
    expect(linkOf(at(m2Slot()), m2Drive())).toMatchObject({
      say: 'PCIe 3 ×4',
      usableBytesPerSecond: expect.closeTo(3.938e9, -6),
    });
    expect(linkOf(at(m2Slot({ generation: 5, lanes: 2 })), m2Drive())?.say).toBe('PCIe 4 ×2');
  });

  it('is SATA in a bay, and nothing where no protocol is shared', () => {
    expect(linkOf(at(baySlot()), bayDrive())).toMatchObject({
      say: 'SATA 6 Gb/s',
      ceilingBytesPerSecond: 600e6,
      usableBytesPerSecond: 550e6,
    });
    expect(linkOf(at(m2Slot()), m2Drive({ link: { protocol: 'sata', generation: 3 } }))).toBeNull();
    expect(linkOf(at(baySlot()), m2Drive())).toBeNull();
  });

  it('promises no speed that the maker does not state', () =>
    expect(linkOf(at(m2Slot()), m2Drive({ readBytesPerSecond: null }))?.usableBytesPerSecond).toBeNull());
});

describe('ranking', () => {
  const dear = m2Drive({ id: 'dear', priceMinor: 20_000 });
  const cheap = m2Drive({ id: 'cheap', priceMinor: 5000 });
  const slow = m2Drive({ id: 'slow', priceMinor: 1000, readBytesPerSecond: 2e9 });
  const unknown = m2Drive({ id: 'unknown', topHeight: null });
  const wrong = bayDrive({ id: 'wrong', priceMinor: 1 });

  it('puts the verdict first, then useful speed, then price', () => {
    expect(rank(at(m2Slot()), [wrong, unknown, slow, dear, cheap]).map((one) => one.drive.id)).toEqual([
      'cheap',
      'dear',
      'slow',
      'unknown',
      'wrong',
    ]);
  });

  it('does not depend on the order of the shelf', () => {
    const twins = [m2Drive({ id: 'b' }), m2Drive({ id: 'a' })];
    expect(rank(at(m2Slot()), twins)).toEqual(rank(at(m2Slot()), [...twins].reverse()));
  });
});
