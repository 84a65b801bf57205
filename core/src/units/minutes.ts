/** `½ min`, `9 min`, `1 h 20`. Rounds to the nearest half below two minutes, else to whole minutes. */
export function sayMinutes(minutes: number): string {
  if (minutes < 0.75) return '½ min';
  if (minutes < 2) return minutes < 1.25 ? '1 min' : '1½ min';
  const whole = Math.round(minutes);
  if (whole < 60) return `${whole} min`;
  const rest = whole % 60;
  return rest === 0 ? `${whole / 60} h` : `${Math.floor(whole / 60)} h ${String(rest).padStart(2, '0')}`;
}

/** `68 to 92 min`, `1 h 35 to 2 h 30`, `about 9 min`: from a least to a most. */
export function sayMinutesRange(least: number, most: number): string {
  const [from, to] = [sayMinutes(least), sayMinutes(most)];
  if (from === to) return `about ${from}`;
  return from.endsWith(' min') && to.endsWith(' min')
    ? `${from.replace(/ min$/, '')} to ${to}`
    : `${from} to ${to}`;
}
