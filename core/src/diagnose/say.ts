/** `62`: a chance in 100, never 0 or 100 while it is neither. */
export const inHundred = (chance: number): number =>
  Math.min(99, Math.max(chance > 0 ? 1 : 0, Math.round(chance * 100)));

/** A factor in words: `about twice as likely`, `three times less likely`, `hardly changed`. */
export function sayFactor(factor: number): string {
  if (factor >= 0.9 && factor <= 1.1) return 'hardly changed';
  const times = factor > 1 ? factor : 1 / factor;
  if (factor > 1)
    return times < 1.4
      ? 'a little likelier'
      : times < 1.75
        ? 'half as likely again'
        : `${sayTimes(times)} as likely`;
  return times < 1.4
    ? 'a little less likely'
    : times < 1.75
      ? 'a third less likely'
      : times < 2.5
        ? 'about half as likely'
        : `${sayTimes(times)} less likely`;
}

const sayTimes = (times: number): string =>
  times < 2.5
    ? 'about twice'
    : times < 10
      ? `about ${WORDS[Math.round(times)]} times`
      : `more than ${Math.floor(times / 10) * 10 >= 100 ? 'a hundred' : Math.floor(times / 10) * 10} times`;
const WORDS = ['', '', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten'];

/** `×2.2`, `×0.7`, `×41`: for the marks on the bands. */
export const sayTimesSign = (factor: number): string =>
  `×${factor >= 10 ? Math.round(factor) : factor >= 0.095 ? factor.toFixed(1) : factor.toFixed(2)}`;

/** `3 times in 4`, `2 times in 3`, `hardly ever`, `nearly always`. */
export function sayOften(chance: number): string {
  if (chance < 0.06) return 'hardly ever';
  if (chance > 0.94) return 'nearly always';
  const fractions: [number, string][] = [
    [1 / 10, '1 time in 10'],
    [1 / 5, '1 time in 5'],
    [1 / 4, '1 time in 4'],
    [1 / 3, '1 time in 3'],
    [1 / 2, '1 time in 2'],
    [2 / 3, '2 times in 3'],
    [3 / 4, '3 times in 4'],
    [4 / 5, '4 times in 5'],
    [9 / 10, '9 times in 10'],
  ];
  return fractions.reduce((best, one) =>
    Math.abs(one[0] - chance) < Math.abs(best[0] - chance) ? one : best,
  )[1];
}
