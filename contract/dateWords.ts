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

/** "23:59" */
export function timeWords(at: number, zone: string): string {
  return formatter(zone, { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' }).format(at);
}

/** "Wed 4 Mar, 23:59"; with the year where it is not now's. */
export function dateWords(at: number, zone: string, now: number): string {
  return `${dayWords(at, zone, now)}, ${timeWords(at, zone)}`;
}
