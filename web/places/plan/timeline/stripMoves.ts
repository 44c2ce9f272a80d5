import type { DateName, Forum, Schedule } from '../../../../core/course/forum';
import { mapDates, shiftDays, type DatedRules } from '../../../../core/plan/mapDates';
import { snapTo, timesInUse } from '../../../../core/plan/snap';
import { DAY, HOUR } from '../../../../core/time/instant';
import type { HandleName } from './StripHandles';

const OPENS: readonly DateName[] = ['visibleFrom', 'postingFrom'];

/** The times of day that a course uses: what is dragged snaps to them. */
export interface TimesInUse {
  readonly opens: ReturnType<typeof timesInUse>;
  readonly ends: ReturnType<typeof timesInUse>;
}

/** The times of day that stand in the dates of a plan; 08:00 and 23:59 where there are none. */
export function timesOf(schedules: readonly Schedule[], zone: string): TimesInUse {
  return {
    opens: timesInUse(
      schedules.flatMap((dates) => [dates.visibleFrom, dates.postingFrom]),
      zone,
      '08:00',
    ),
    ends: timesInUse(
      schedules.flatMap((dates) => [
        dates.visibleUntil,
        dates.postingUntil,
        dates.initialDue,
        dates.repliesDue,
        dates.reviewsDue,
      ]),
      zone,
      '23:59',
    ),
  };
}

/** A forum's dates with one of them, or all, moved. */
export function movedRules(
  forum: Forum,
  handle: HandleName,
  to: (at: number) => number,
  ownTermsToo: boolean,
): DatedRules {
  if (handle === 'all') return mapDates(forum, to, { ownTermsToo });
  return {
    ownTerms: forum.ownTerms,
    seal: forum.seal,
    schedule: { ...forum.schedule, [handle]: to(forum.schedule[handle]!) },
  };
}

/**
 * Where a date comes to that is dragged: all dates go by whole days, one by itself to a time of day that is in use.
 *
 * @param delta how far it was dragged, ms
 */
export function dragged(
  handle: HandleName,
  delta: number,
  times: TimesInUse,
  zone: string,
): (at: number) => number {
  if (handle === 'all') {
    const days = Math.round(delta / DAY);
    return (at) => shiftDays(at, days, zone);
  }
  const list = OPENS.includes(handle) ? times.opens : times.ends;
  return (at) => snapTo(at + delta, list, zone);
}

/** Where a date comes to by an arrow key: a day, with Shift a week, with Alt an hour; null for another key. */
export function byArrow(
  { key, altKey, shiftKey }: { readonly key: string; readonly altKey: boolean; readonly shiftKey: boolean },
  zone: string,
): ((at: number) => number) | null {
  const by = key === 'ArrowRight' ? 1 : key === 'ArrowLeft' ? -1 : 0;
  if (by === 0) return null;
  return altKey ? (at) => at + by * HOUR : (at) => shiftDays(at, by * (shiftKey ? 7 : 1), zone);
}

/** The date that is told while a strip is moved: that of the handle; of all dates, the one that matters most. */
export function toldDate(handle: HandleName, schedule: Schedule): number | null {
  return handle === 'all'
    ? (schedule.initialDue ?? schedule.postingFrom ?? schedule.visibleFrom)
    : schedule[handle];
}
