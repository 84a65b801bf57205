import { format, isSameDay, isToday } from 'date-fns';

/** `10:40` */
export const sayTime = (iso: string | number): string => format(new Date(iso), 'HH:mm');

/** A promised time as one would say it: today only the hour, this week the day, else the date. */
export function sayPromise(iso: string, now: number): string {
  const at = new Date(iso);
  if (isSameDay(at, now)) return format(at, 'HH:mm');
  const days = Math.abs(at.getTime() - now) / 86_400_000;
  return format(at, days < 6 ? 'EEE HH:mm' : 'd MMM HH:mm');
}

/** `1 h 04 spare`, `late by 2 days`. */
export function saySpare(iso: string, now: number): { text: string; late: boolean } {
  const minutes = Math.round((new Date(iso).getTime() - now) / 60_000);
  const late = minutes < 0;
  const length = span(Math.abs(minutes));
  return { text: late ? `late by ${length}` : `${length} spare`, late };
}

/** `Tue 24 Nov, 10:40`, or only the time when it was today. */
export const sayWhen = (iso: string): string =>
  format(new Date(iso), isToday(new Date(iso)) ? 'HH:mm' : 'EEE d MMM, HH:mm');

/** `24 Nov 2026, 10:40`: for what is kept, whenever it is read. */
export const sayMoment = (iso: string): string => format(new Date(iso), 'd MMM yyyy, HH:mm');

export const sayDay = (iso: string | number): string => format(new Date(iso), 'd MMMM yyyy');

function span(minutes: number): string {
  if (minutes < 60) return `${minutes} min`;
  if (minutes < 24 * 60) return `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')}`;
  const days = Math.round(minutes / (24 * 60));
  return days === 1 ? '1 day' : `${days} days`;
}
