import { ChevronLeft, ChevronRight } from 'lucide-react';
import { DayPicker } from 'react-day-picker';
import { enGB } from 'react-day-picker/locale';
import { weekOfTerm } from '../../../core/time/weekOfTerm';
import { asTyped } from './dayAsTyped';

/** The days of a month, with the week of the term before each row. */
export function Calendar({
  chosen,
  today,
  choose,
  term,
  freeWeeks,
  freeDays,
}: {
  chosen: Date | null;
  /** The day it is in the course. */
  today: Date;
  choose: (day: Date) => void;
  /** null where no course is open. */
  term: { readonly firstDay: string; readonly lastDay: string } | null;
  /** Mondays of weeks without classes. */
  freeWeeks: readonly string[];
  /** Days without classes, with what they are called. */
  freeDays: ReadonlyMap<string, string>;
}) {
  const isFree = (monday: Date) => freeWeeks.includes(asTyped(monday));
  return (
    <DayPicker
      mode="single"
      required
      selected={chosen ?? undefined}
      defaultMonth={chosen ?? today}
      today={today}
      onSelect={choose}
      locale={enGB}
      showWeekNumber={term !== null}
      autoFocus
      components={{
        Chevron: ({ orientation }) =>
          orientation === 'left' ? (
            <ChevronLeft className="size-4" aria-hidden />
          ) : (
            <ChevronRight className="size-4" aria-hidden />
          ),
        WeekNumber: ({ week, ...cell }) => {
          const monday = week.days[0]!.date;
          const number = term && weekOfTerm(asTyped(monday), term);
          return (
            <th {...cell} aria-label={number === null ? undefined : `week ${number} of the term`}>
              {number}
              {isFree(monday) && <span className="sr-only"> without classes</span>}
            </th>
          );
        },
        WeekNumberHeader: (cell) => (
          <th {...cell} aria-label="Week of the term">
            wk
          </th>
        ),
      }}
      modifiers={{ free: (day) => freeDays.has(asTyped(day)) }}
      modifiersClassNames={{ free: 'opacity-50', outside: 'invisible' }}
      classNames={{
        root: 'num text-sm',
        months: 'relative',
        month_caption: 'flex h-8 items-center px-1 font-serif text-base font-semibold',
        nav: 'absolute right-0 top-0 flex gap-1',
        button_previous: 'btn btn-ghost btn-xs btn-square size-8',
        button_next: 'btn btn-ghost btn-xs btn-square size-8',
        month_grid: 'mt-1 border-collapse',
        weekday: 'quiet size-8 text-center text-xs font-normal',
        week_number: 'quiet ruled w-8 border-r pr-1 text-center text-xs font-normal',
        week_number_header: 'quiet ruled w-8 border-r pr-1 text-center text-xs font-normal',
        day: 'p-0 text-center',
        day_button: 'size-8 cursor-pointer rounded-field hover:bg-base-200',
        selected: '[&>button]:bg-primary [&>button]:text-primary-content [&>button]:font-semibold',
        today: '[&>button]:underline',
      }}
    />
  );
}
