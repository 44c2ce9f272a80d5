import ICAL from 'ical.js';
import { addDays, type CalendarDay } from '../time/calendarDay';

/** A time of whole days in a calendar file: "Reading week", from a day to a day, both included. */
export interface Holiday {
  readonly from: CalendarDay;
  readonly to: CalendarDay;
  readonly title: string;
}

/** Why a calendar file cannot be read, as a sentence. */
export class HolidayFileError extends Error {}

/** Larger files are no calendars of holidays. */
const LARGEST = 2_000_000;
/** What repeats is followed so often in all, and no more: a file that would take minutes is refused. */
const OCCURRENCES = 20_000;

const dayOf = (time: ICAL.Time): CalendarDay =>
  [String(time.year).padStart(4, '0'), ...[time.month, time.day].map((n) => String(n).padStart(2, '0'))].join(
    '-',
  );

/** The days of an occurrence: the end of an event of whole days is the day after. */
function daysOf(start: ICAL.Time, end: ICAL.Time | null): { from: CalendarDay; to: CalendarDay } {
  const from = dayOf(start);
  const to = end === null ? from : addDays(dayOf(end), -1);
  return { from, to: to < from ? from : to };
}

/** Every occurrence of an event that touches the days asked for. */
function occurrences(
  event: ICAL.Event,
  within: { from: CalendarDay; to: CalendarDay },
  count: () => void,
): Holiday[] {
  const found: Holiday[] = [];
  const add = (each: ICAL.Event, start: ICAL.Time, end: ICAL.Time | null) => {
    if (each.component.getFirstPropertyValue('status') === 'CANCELLED') return;
    const days = daysOf(start, end);
    if (days.to >= within.from && days.from <= within.to)
      found.push({ ...days, title: (each.summary ?? '').trim() });
  };
  if (!event.isRecurring()) {
    add(event, event.startDate, event.endDate);
    return found;
  }
  const iterator = event.iterator();
  for (;;) {
    count();
    const next = iterator.next() as ICAL.Time | null;
    if (!next || dayOf(next) > within.to) break;
    const { item, startDate, endDate } = event.getOccurrenceDetails(next);
    add(item, startDate, endDate);
  }
  return found;
}

/**
 * The times of whole days in a calendar file (iCalendar, RFC 5545) that touch some days, in order: what repeats is expanded, what is
 * cancelled left out, and so is everything with a time of day. (rules §10)
 *
 * @throws HolidayFileError where it is no such file
 * @example holidaysIn(text, { from: '2026-02-02', to: '2026-03-29' })
 */
export function holidaysIn(text: string, within: { from: CalendarDay; to: CalendarDay }): Holiday[] {
  if (text.length > LARGEST)
    throw new HolidayFileError('This file is too large for a calendar of holidays: at most 2 MB.');
  let components: ICAL.Component[];
  try {
    const parsed = ICAL.parse(text) as unknown[] | unknown[][];
    const roots = (Array.isArray(parsed[0]) ? parsed : [parsed]) as unknown[][];
    components = roots.flatMap((root) => new ICAL.Component(root).getAllSubcomponents('vevent'));
  } catch {
    throw new HolidayFileError('This is not a calendar file. Choose a file that ends in .ics.');
  }
  let left = OCCURRENCES;
  const count = () => {
    if (left-- <= 0)
      throw new HolidayFileError(
        'This calendar repeats too often to be read. Save one with the holidays of this year alone.',
      );
  };
  const changed = components.filter((each) => each.hasProperty('recurrence-id'));
  const found = components
    .filter((each) => !changed.includes(each))
    .flatMap((component) => {
      const uid = component.getFirstPropertyValue('uid');
      const exceptions = changed.filter((each) => each.getFirstPropertyValue('uid') === uid);
      try {
        const event = new ICAL.Event(component, { exceptions, strictExceptions: true });
        return event.startDate?.isDate ? occurrences(event, within, count) : [];
      } catch (error) {
        if (error instanceof HolidayFileError) throw error;
        // One event that says nothing sensible does not keep the others from being read.
        return [];
      }
    });
  return found.sort((one, other) => (one.from < other.from ? -1 : one.from > other.from ? 1 : 0));
}
