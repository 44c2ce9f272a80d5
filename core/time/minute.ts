import { MINUTE, type Instant } from './instant';

/**
 * The first millisecond of the minute an instant lies in: from here a date that *opens* something holds. (rules §1)
 *
 * @param date instant, UTC ms
 * @example startsAt(Date.UTC(2026, 2, 4, 8, 0, 30)) // 08:00:00.000
 */
export function startsAt(date: Instant): Instant {
  return Math.floor(date / MINUTE) * MINUTE;
}

/**
 * The first millisecond after the minute an instant lies in: up to here, exclusive, a date that *ends* something still
 * holds, because it includes the whole of its minute. (rules §1)
 *
 * @param date instant, UTC ms
 * @example endsAt(Date.UTC(2026, 2, 4, 23, 59)) // 5 March, 00:00:00.000
 */
export function endsAt(date: Instant): Instant {
  return startsAt(date) + MINUTE;
}

/** Whether a date that opens something has come; an absent date is no limit. (rules §1) */
export function hasOpened(date: Instant | null, t: Instant): boolean {
  return date === null || t >= startsAt(date);
}

/** Whether a date that ends something has passed; an absent date never passes. (rules §1) */
export function hasEnded(date: Instant | null, t: Instant): boolean {
  return date !== null && t >= endsAt(date);
}
