import { DAY, HOUR, MINUTE } from '../core/time/instant';

const cache = new Map<string, Intl.DateTimeFormat>();

/** A format in a zone; kept, because it is slow to make. */
export function formatter(zone: string, options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat {
  const key = `${zone} ${JSON.stringify(options)}`;
  let made = cache.get(key);
  if (!made) cache.set(key, (made = new Intl.DateTimeFormat('en-GB', { timeZone: zone, ...options })));
  return made;
}

const yearOf = (at: number, zone: string) => formatter(zone, { year: 'numeric' }).format(at);

/**
 * "Wed 4 Mar"; "Wed 4 Mar 2027" in another year than now's, so that nobody takes it for this one.
 *
 * @param zone IANA time zone
 * @param now UTC ms
 */
export function dayWords(at: number, zone: string, now: number): string {
  const year = yearOf(at, zone) === yearOf(now, zone) ? undefined : 'numeric';
  return formatter(zone, { weekday: 'short', day: 'numeric', month: 'short', year })
    .format(at)
    .replace(',', '');
}

/** The hours of a day's clock: 12 with am and pm, or 24. A person chooses. */
export type Hours = 12 | 24;

/** The hours of whoever has chosen none. */
export const hoursOr24 = (chosen: Hours | null | undefined): Hours => chosen ?? 24;

const CLOCK = {
  12: { hour: 'numeric', hourCycle: 'h12' },
  24: { hour: '2-digit', hourCycle: 'h23' },
} as const;

/** Writes a time so that no line ends before its am or pm. */
const clock = (at: number, zone: string, hours: Hours, seconds?: '2-digit') =>
  formatter(zone, { ...CLOCK[hours], minute: '2-digit', second: seconds })
    .format(at)
    .replace(' ', '\u00a0');

/** "23:59" or "11:59 pm" */
export function timeWords(at: number, zone: string, hours: Hours): string {
  return clock(at, zone, hours);
}

/** "Wed 4 Mar, 23:59"; with the year where it is not now's. */
export function dateWords(at: number, zone: string, now: number, hours: Hours): string {
  return `${dayWords(at, zone, now)}, ${timeWords(at, zone, hours)}`;
}

/** "New York": the city a zone is named after. */
export const placeOfZone = (zone: string): string => zone.split('/').at(-1)!.replaceAll('_', ' ');

/** "22:59 in Paris", with the day where it is another: someone's own time, where it differs from the course's; else null. */
export function ownTimeWords(
  at: number,
  zone: string,
  own: string,
  { now, hours }: { readonly now: number; readonly hours: Hours },
): string | null {
  if (zone === own || dateWords(at, zone, now, hours) === dateWords(at, own, now, hours)) return null;
  const isSameDay = dayWords(at, zone, now) === dayWords(at, own, now);
  return `${isSameDay ? timeWords(at, own, hours) : dateWords(at, own, now, hours)} in ${placeOfZone(own)}`;
}

/** "Wed 4 Mar, 23:59 (Thu 5 Mar, 00:59 in Paris)": a date that someone has to keep, in the course's zone and their own. */
export function dueWords(
  at: number,
  zone: string,
  own: string,
  as: { readonly now: number; readonly hours: Hours },
): string {
  const mine = ownTimeWords(at, zone, own, as);
  return `${dateWords(at, zone, as.now, as.hours)}${mine === null ? '' : ` (${mine})`}`;
}

/** "4 Mar" */
export function shortDay(at: number, zone: string): string {
  return formatter(zone, { day: 'numeric', month: 'short' }).format(at);
}

/** "Wednesday 4 March 2026, 23:59:07 (Europe/Lisbon)": the exact time, on demand. */
export function exactWords(at: number, zone: string, hours: Hours): string {
  const day = formatter(zone, { weekday: 'long', day: 'numeric', month: 'long', year: 'numeric' }).format(at);
  return `${day.replace(',', '')}, ${clock(at, zone, hours, '2-digit')} (${zone})`;
}

/** "7 h 39 min", "2 days", "5 min": a length of time, in the two units that matter. */
export function lengthWords(ms: number): string {
  const size = Math.max(0, ms);
  if (size < MINUTE) return 'less than a minute';
  if (size < HOUR) return `${Math.floor(size / MINUTE)} min`;
  if (size < DAY) {
    const minutes = Math.floor((size % HOUR) / MINUTE);
    return minutes === 0 ? `${Math.floor(size / HOUR)} h` : `${Math.floor(size / HOUR)} h ${minutes} min`;
  }
  const days = Math.floor(size / DAY);
  return days === 1 ? '1 day' : `${days} days`;
}

/** "4:07": the length of a recording. */
export function secondsWords(seconds: number): string {
  const whole = Math.round(seconds);
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
}

/** "in 2 days" or "2 days ago". */
export function fromNow(at: number, now: number): string {
  return at >= now ? `in ${lengthWords(at - now)}` : `${lengthWords(now - at)} ago`;
}

/** Whether two instants fall on the same day of the course's calendar. */
export function sameDay(a: number, b: number, zone: string): boolean {
  const options = { year: 'numeric', month: 'numeric', day: 'numeric' } as const;
  return formatter(zone, options).format(a) === formatter(zone, options).format(b);
}

/** Writes an instant in a zone that is known where it is made; sentences take one, so that they need not know the time. */
export type DateWriter = (at: number) => string;
