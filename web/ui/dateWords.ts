import * as words from '../../contract/dateWords';
import { DAY, HOUR, MINUTE } from '../../core/time/instant';
import { courseNow } from '../data/clock';

const { formatter } = words;

/** "Wed 4 Mar", in the course's zone; with the year where it is not this one. */
export const dayWords = (at: number, zone: string): string => words.dayWords(at, zone, courseNow());

/** "4 Mar" */
export function shortDay(at: number, zone: string): string {
  return formatter(zone, { day: 'numeric', month: 'short' }).format(at);
}

/** "23:59" */
export const { timeWords } = words;

/** "Wed 4 Mar, 23:59", in the course's zone; with the year where it is not this one. */
export const dateWords = (at: number, zone: string): string => words.dateWords(at, zone, courseNow());

/** "Wednesday 4 March 2026, 23:59:07 (Europe/Lisbon)": the exact time, on demand. */
export function exactWords(at: number, zone: string): string {
  const day = formatter(zone, { weekday: 'long', day: 'numeric', month: 'long', year: 'numeric' }).format(at);
  const time = formatter(zone, {
    hour: '2-digit',
    minute: '2-digit',
    second: '2-digit',
    hourCycle: 'h23',
  }).format(at);
  return `${day.replace(',', '')}, ${time} (${zone})`;
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

/** The zone of the browser. */
const ownZone = () => new Intl.DateTimeFormat().resolvedOptions().timeZone;

/** "22:59 in Paris", or with the day where it is another: the reader's own time, where it differs from the course's; else null. */
export function ownTimeWords(at: number, zone: string, own = ownZone()): string | null {
  if (dateWords(at, zone) === dateWords(at, own)) return null;
  const place = own.split('/').at(-1)!.replaceAll('_', ' ');
  return `${dayWords(at, zone) === dayWords(at, own) ? timeWords(at, own) : dateWords(at, own)} in ${place}`;
}

/** "Wed 4 Mar, 23:59 (Thu 5 Mar, 00:59 in Paris)": a date that somebody has to keep, in the course's zone and their own. */
export function dueWords(at: number, zone: string, own = ownZone()): string {
  const mine = ownTimeWords(at, zone, own);
  return `${dateWords(at, zone)}${mine === null ? '' : ` (${mine})`}`;
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
