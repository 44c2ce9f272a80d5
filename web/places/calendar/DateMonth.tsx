import { ChevronLeft, ChevronRight } from 'lucide-react';
import { useState } from 'react';
import { DayPicker } from 'react-day-picker';
import { enGB } from 'react-day-picker/locale';
import { Link } from 'react-router';
import type { CalendarEntry } from '../../../contract/calendar';
import type { CalendarDay } from '../../../core/time/calendarDay';
import { calendarTitle } from '../../../words/calendar';
import { asTyped, dayIn } from '../../ui/dates/dayAsTyped';
import { timeWords } from '../../ui/dateWords';
import { DateLine, isDone, isMissed, isOverdue, wayTo } from './DateLine';
import { datedDays } from './datedDays';

/** A date within its day: a line of text, on a phone a mark whose words stand below the month. */
function InDay({ entry, isStaff }: { entry: CalendarEntry; isStaff: boolean }) {
  const { date, name, forum, course, at, students } = entry;
  const isDue = date.endsWith('Due');
  const look = isMissed(entry)
    ? 'border-seal'
    : isOverdue(entry)
      ? 'border-late'
      : isDone(entry)
        ? 'border-done'
        : isDue
          ? 'border-primary'
          : 'ruled';
  return (
    <li className={`border-l-[3px] pl-1 max-sm:h-1.5 ${look}`}>
      <Link
        to={wayTo(entry, isStaff)}
        title={calendarTitle(name, forum.title, students)}
        className="block leading-tight hover:underline max-sm:hidden"
      >
        <span className={`block text-[0.8rem] break-words hyphens-auto ${isDue ? 'font-semibold' : ''}`}>
          {forum.title}
        </span>
        <span className="quiet num block text-[0.7rem]">
          {name.toLowerCase()} {timeWords(at, course.zone)}
        </span>
      </Link>
    </li>
  );
}

/** The dates of a month, each in its day. */
export function DateMonth({
  entries,
  today,
  freeDays,
  isStaff,
  namesCourse,
}: {
  entries: readonly CalendarEntry[];
  today: CalendarDay;
  /** Days without classes, with what they are called. */
  freeDays: ReadonlyMap<CalendarDay, string>;
  isStaff: boolean;
  namesCourse: boolean;
}) {
  const [month, setMonth] = useState(() => dayIn(today)!);
  const days = new Map(datedDays(entries).map((each) => [each.day, each.entries]));
  const inMonth = datedDays(entries).filter(({ day }) => day.slice(0, 7) === asTyped(month).slice(0, 7));
  return (
    <div className="mt-5">
      <DayPicker
        month={month}
        onMonthChange={setMonth}
        today={dayIn(today)!}
        locale={enGB}
        showOutsideDays
        fixedWeeks={false}
        components={{
          Chevron: ({ orientation }) =>
            orientation === 'left' ? (
              <ChevronLeft className="size-4" aria-hidden />
            ) : (
              <ChevronRight className="size-4" aria-hidden />
            ),
          Day: ({ day, modifiers, children: _number, ...cell }) => {
            const of = modifiers.outside ? [] : (days.get(asTyped(day.date)) ?? []);
            return (
              <td {...cell}>
                <span
                  className={`num block text-sm ${modifiers.today ? 'font-bold underline' : of.length > 0 ? '' : 'quiet'}`}
                >
                  {day.date.getDate()}
                </span>
                {modifiers.free && (
                  <span className="quiet block text-[0.7rem] leading-tight break-words max-sm:sr-only">
                    {freeDays.get(asTyped(day.date)) || 'no classes'}
                  </span>
                )}
                {of.length > 0 && (
                  <ul className="mt-0.5 space-y-1">
                    {of.map((entry) => (
                      <InDay key={`${entry.course.id} ${entry.key}`} entry={entry} isStaff={isStaff} />
                    ))}
                  </ul>
                )}
              </td>
            );
          },
        }}
        modifiers={{ free: (day) => freeDays.has(asTyped(day)) }}
        modifiersClassNames={{ free: 'bg-base-200' }}
        classNames={{
          root: '',
          months: 'relative',
          month_caption: 'flex h-9 items-center font-serif text-lg font-semibold',
          nav: 'absolute right-0 top-0 flex gap-1',
          button_previous: 'btn btn-sm raised ruled btn-square',
          button_next: 'btn btn-sm raised ruled btn-square',
          month_grid: 'mt-2 w-full table-fixed border-collapse',
          weekday: 'quiet py-1 text-left text-sm font-normal px-1.5',
          day: 'ruled h-20 border p-1 align-top max-sm:h-12 sm:p-1.5',
        }}
      />
      <ul className="mt-4 sm:hidden">
        {inMonth.flatMap(({ day, entries: of }) =>
          of.map((entry) => (
            <li key={`${entry.course.id} ${entry.key}`} className="flex gap-2">
              <span className="num w-5 shrink-0 py-1.5 text-right font-semibold">{Number(day.slice(8))}</span>
              <ul className="min-w-0 grow">
                <DateLine entry={entry} isStaff={isStaff} namesCourse={namesCourse} />
              </ul>
            </li>
          )),
        )}
      </ul>
    </div>
  );
}
