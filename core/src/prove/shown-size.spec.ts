import { checkShownSize } from './shown-size.js';

// Expected bytes by IDEMA LBA1-03; that menus write GB and mean GiB is common practice, no source.
it.each([
  [1000, 1000, 'GB', true],
  [1000, 1000.2, 'GB', true],
  [1000, 931.5, 'GB', true],
  [1000, 931.5, 'GiB', true],
  [1000, 932, 'GiB', true],
  [1000, 1000, 'GiB', false],
  [1000, 512, 'GB', false],
  [500, 480, 'GB', false],
  [500, 465.8, 'GiB', true],
  [32, 30, 'GB', true],
] as const)('a drive marked %d GB that shows %d %s: %s', (marked, shown, unit, right) => {
  const check = checkShownSize(marked, shown, unit);
  expect(check.right).toBe(right);
  expect(check.sentence).toContain(`${shown} ${unit}`);
});
