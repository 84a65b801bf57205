import { sayMarked, sayShown } from './bytes.js';
import { sayMinutes } from './minutes.js';

describe('minutes in words', () => {
  it.each([
    [0.5, '½ min'],
    [1, '1 min'],
    [1.5, '1½ min'],
    [9.4, '9 min'],
    [60, '1 h'],
    [80, '1 h 20'],
    [125, '2 h 05'],
  ])('%d is %s', (minutes, said) => expect(sayMinutes(minutes)).toBe(said));
});

describe('bytes in words', () => {
  it('says marked sizes in powers of ten and shown ones in powers of two', () => {
    expect(sayMarked(512e9)).toBe('512 GB');
    expect(sayMarked(1500e9)).toBe('1.5 TB');
    // 1 TB by IDEMA LBA1-03 is 1 953 525 168 sectors.
    expect(sayShown(1_953_525_168 * 512)).toBe('931.5 GiB');
  });
});
