import ical, { ICalAlarmType, ICalEventStatus, type ICalCalendar } from 'ical-generator';
import type { Said } from '../../core/calendar/said';
import { HOUR, SECOND } from '../../core/time/instant';

/** What every UID of Juror ends with, so that it is nobody else’s. */
const OURS = '@juror';

/** What RFC 5545 lets stand in a text: no control characters but line ends and tabs. */
const printable = (text: string) => text.replace(/[^\P{Cc}\n\t]/gu, '');

function addEvent(to: ICalCalendar, { key, saying, sequence, changedAt, cancelled }: Said): void {
  const event = to.createEvent({
    id: key + OURS,
    sequence,
    start: new Date(saying.at),
    stamp: new Date(changedAt),
    lastModified: new Date(changedAt),
    summary: printable(saying.title),
    ...(saying.text !== '' && { description: printable(saying.text) }),
    ...(!cancelled && { url: saying.url }),
    ...(cancelled && { status: ICalEventStatus.CANCELLED }),
  });
  if (saying.alarm !== null)
    event.createAlarm({ type: ICalAlarmType.display, triggerBefore: saying.alarm / SECOND });
}

/**
 * Dates as iCalendar (RFC 5545): one VEVENT each, in UTC, with DTSTAMP as LAST-MODIFIED, so that what says the same is the same, byte for
 * byte. What is cancelled has no title.
 *
 * @param name what the calendar is called where it is subscribed to; null: it is a file of one date
 */
export function iCalendar(told: readonly Said[], name: string | null): string {
  const calendar = ical({
    prodId: { company: 'Juror', product: 'Dates' },
    ...(name !== null && { name, ttl: HOUR / SECOND }),
  });
  const inOrder = [...told].sort(
    (one, other) => one.saying.at - other.saying.at || (one.key < other.key ? -1 : 1),
  );
  for (const said of inOrder) addEvent(calendar, said);
  return `${calendar.toString().replaceAll('SUMMARY:\r\n', '')}\r\n`;
}
