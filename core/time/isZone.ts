/**
 * Whether a name is an IANA time zone that this machine knows.
 *
 * @example isZone('Europe/Lisbon') // true
 */
export function isZone(zone: string): boolean {
  // A distance from UTC is no zone: the clocks of a place change.
  if (!/^[A-Za-z]/.test(zone)) return false;
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone });
    return true;
  } catch {
    return false;
  }
}
