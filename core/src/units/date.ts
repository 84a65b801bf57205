const WORDS = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'long',
  year: 'numeric',
  timeZone: 'UTC',
});

/**
 * A day as it is written out for people: `2026-04-24` is `24 April 2026`. What is no such day is left as it
 * is.
 */
export function sayDate(day: string): string {
  const at = new Date(`${day}T00:00:00Z`);
  return Number.isNaN(at.getTime()) ? day : WORDS.format(at);
}
