import { CalendarPlus } from 'lucide-react';
import { Link } from 'react-router';
import type { CalendarEntry } from '../../../contract/calendar';
import { oneDate } from '../../../contract/fileRoutes';
import { isMade } from '../../../core/participation/slot';
import { addresses } from '../../../words/addresses';
import { calendarTitle, ownTermsOfMany } from '../../../words/calendar';
import { useVantage } from '../../data/vantage';
import { ownTimeWords, timeWords } from '../../ui/dateWords';
import { Tally } from '../../ui/Tally';

/** Where a date leads: students to the forum, staff to where it is planned. */
export const wayTo = ({ course, forum, slots, students }: CalendarEntry, isStaff: boolean): string =>
  isStaff || (students !== null && slots.length === 0)
    ? addresses.plan(course.id, { forum: forum.id })
    : addresses.forum(course.id, forum.id);

/** Whether something due is past and not done. */
export const isOverdue = ({ slots }: CalendarEntry): boolean => slots.some(({ overdue }) => overdue);

/** Whether something was due and can be done no more. */
export const isMissed = ({ slots }: CalendarEntry): boolean => slots.some(({ state }) => state === 'missed');

/** Whether all that is due by a date is done. */
export const isDone = ({ slots }: CalendarEntry): boolean => slots.length > 0 && slots.every(isMade);

/** One date in the list: when, what, in which forum, and how far it is done. */
export function DateLine({
  entry,
  isStaff,
  namesCourse,
}: {
  entry: CalendarEntry;
  isStaff: boolean;
  /** Dates of several courses stand together. */
  namesCourse: boolean;
}) {
  const vantage = useVantage();
  const { date, name, forum, course, students, slots, at, key } = entry;
  const own = ownTimeWords(at, course.zone);
  const isDue = date.endsWith('Due');
  return (
    <li className="flex items-start gap-x-3 py-1.5">
      <span className={`num w-[4.5rem] shrink-0 ${isDue ? '' : 'quiet'}`}>
        {timeWords(at, course.zone)}
        {own !== null && <span className="quiet block text-xs">{own}</span>}
      </span>
      <span className="min-w-0 grow">
        <Link
          to={wayTo(entry, isStaff)}
          className={`hover:underline ${isDue ? 'font-semibold' : ''} ${isDone(entry) ? 'font-normal' : ''}`}
        >
          {forum.title}
        </Link>{' '}
        <span className={isOverdue(entry) ? 'text-late' : isMissed(entry) ? 'text-seal' : 'quiet'}>
          {name.toLowerCase()}
          {students !== null && `, ${ownTermsOfMany(students)}`}
          {isOverdue(entry) ? ', overdue' : isMissed(entry) ? ', missed' : ''}
        </span>
        {namesCourse && <span className="quiet block text-sm">{course.code || course.title}</span>}
      </span>
      <Tally slots={slots} />
      {vantage === null && (
        <a
          className="quiet grid size-6 shrink-0 place-items-center rounded hover:bg-base-200"
          href={oneDate.path.replace(':key', encodeURIComponent(key))}
          download
          title="Save this date for your own calendar"
          aria-label={`Save “${calendarTitle(name, forum.title, students)}” for your own calendar`}
        >
          <CalendarPlus className="size-4" aria-hidden />
        </a>
      )}
    </li>
  );
}
