/** `89.00`: an amount in the workshop's currency from whole minor units. */
export const sayMoney = (minor: number): string => {
  const sign = minor < 0 ? '−' : '';
  const whole = Math.abs(Math.round(minor));
  return `${sign}${Math.floor(whole / 100)}.${String(whole % 100).padStart(2, '0')}`;
};

/**
 * `12.5`, `12,50`, `12` in whole minor units; null: that is no amount with at most two decimals.
 *
 * @example
 * ```ts
 * import { readMoney } from '@petrichor/core/units';
 * readMoney('12,5'); // 1250
 * readMoney('twelve'); // null
 * ```
 */
export function readMoney(typed: string): number | null {
  const found = /^([-−]?)\s*(\d{1,9})(?:[.,](\d{1,2}))?$/.exec(
    typed.trim().replace(/(?<=\d)[ ’'](?=\d{3}\b)/g, ''),
  );
  if (!found) return null;
  const minor = Number(found[2]) * 100 + Number((found[3] ?? '').padEnd(2, '0'));
  return found[1] === '' ? minor : -minor;
}

/**
 * `amount x numerator / denominator`, rounded to a whole number, half away from zero. All arguments are whole
 * numbers. In whole numbers throughout: a product of two amounts may be beyond what a double holds exactly.
 * This is the only place where money is rounded (the rule of rounding: once for each line of labour, once for
 * the tax of a whole bill, once for the total where the workshop takes no small coins).
 */
export function shareOf(amount: number, numerator: number, denominator: number): number {
  const product = BigInt(amount) * BigInt(numerator);
  const divisor = BigInt(denominator);
  const [sign, size] = product < 0n ? [-1n, -product] : [1n, product];
  return Number(sign * ((2n * size + divisor) / (2n * divisor)));
}

/** Rounded to a whole multiple of `step` minor units, half away from zero. */
export const toStep = (minor: number, step: number): number => shareOf(minor, 1, step) * step;
