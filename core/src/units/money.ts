/** `89.00`: an amount in the workshop's currency from whole minor units. */
export const sayMoney = (minor: number): string => {
  const sign = minor < 0 ? '−' : '';
  const whole = Math.abs(Math.round(minor));
  return `${sign}${Math.floor(whole / 100)}.${String(whole % 100).padStart(2, '0')}`;
};
